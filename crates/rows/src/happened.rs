//! What happened to an account.

use time::OffsetDateTime;

/// What can happen to an account.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
#[expect(missing_docs, reason = "told by their words")]
pub enum Happened {
    Made,
    SignedIn,
    WrongPassword,
    SignedOut,
    SignedOutEverywhere,
    PasswordChanged,
    TakenOut,
    TakenIn,
}

/// Each with its code and its words.
const ALL: [(Happened, &str, &str); 8] = [
    (Happened::Made, "made", "The account was made"),
    (Happened::SignedIn, "signed_in", "Signed in"),
    (
        Happened::WrongPassword,
        "wrong_password",
        "A wrong password was tried",
    ),
    (Happened::SignedOut, "signed_out", "Signed out"),
    (
        Happened::SignedOutEverywhere,
        "signed_out_everywhere",
        "Signed out in every browser",
    ),
    (
        Happened::PasswordChanged,
        "password_changed",
        "The password was changed",
    ),
    (Happened::TakenOut, "taken_out", "All data was taken out"),
    (Happened::TakenIn, "taken_in", "A file was taken in"),
];

impl Happened {
    fn row(self) -> (Self, &'static str, &'static str) {
        ALL.into_iter().find(|row| row.0 == self).unwrap_or(ALL[0])
    }

    /// As it is written down.
    #[must_use]
    pub fn code(self) -> &'static str {
        self.row().1
    }

    /// In words.
    #[must_use]
    pub fn words(self) -> &'static str {
        self.row().2
    }

    /// Of a code.
    #[must_use]
    pub fn from_code(code: &str) -> Option<Self> {
        ALL.into_iter().find(|row| row.1 == code).map(|row| row.0)
    }
}

/// Something that happened.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct AccountEvent {
    /// When.
    pub at: OffsetDateTime,
    /// What.
    pub what: Happened,
    /// The network that it came from: an address of IPv4, or the 64 bits of IPv6 of a customer.
    pub network: String,
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn every_code_is_read_back() {
        for (what, code, _) in ALL {
            assert_eq!((what.code(), Happened::from_code(code)), (code, Some(what)));
        }
        assert_eq!(Happened::from_code("eaten"), None);
    }
}
