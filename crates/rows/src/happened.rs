//! What happened to an account.

use time::OffsetDateTime;

/// What can happen to an account.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
#[expect(missing_docs, reason = "plain")]
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

impl Happened {
    /// Everything that can.
    pub const ALL: [Self; 8] = [
        Self::Made,
        Self::SignedIn,
        Self::WrongPassword,
        Self::SignedOut,
        Self::SignedOutEverywhere,
        Self::PasswordChanged,
        Self::TakenOut,
        Self::TakenIn,
    ];

    /// As it is written down.
    #[must_use]
    pub fn code(self) -> &'static str {
        match self {
            Self::Made => "made",
            Self::SignedIn => "signed_in",
            Self::WrongPassword => "wrong_password",
            Self::SignedOut => "signed_out",
            Self::SignedOutEverywhere => "signed_out_everywhere",
            Self::PasswordChanged => "password_changed",
            Self::TakenOut => "taken_out",
            Self::TakenIn => "taken_in",
        }
    }

    /// Of a code.
    #[must_use]
    pub fn from_code(code: &str) -> Option<Self> {
        Self::ALL.into_iter().find(|what| what.code() == code)
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
