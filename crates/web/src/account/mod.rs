//! Accounts: names, passwords, tokens, and how often one may try.

pub mod throttle;

use argon2::password_hash::{PasswordHash, PasswordHasher, PasswordVerifier, SaltString};
use argon2::{Argon2, password_hash::rand_core::OsRng};
use sha2::{Digest, Sha256};
use unicode_normalization::UnicodeNormalization;
use unicode_properties::{GeneralCategory, UnicodeGeneralCategory};
use unicode_security::MixedScript;
use yarrowfen_store::NewSignIn;
use zxcvbn::{Score, zxcvbn};

use crate::reply::PageError;

/// A password that takes more than a million guesses, as its crate counts them.
const HARD_ENOUGH: Score = Score::Two;
/// Days that a sign-in lasts.
pub const DAYS: i64 = 60;

/// A name that an account may have: 2 to 40 characters, no control characters.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Name {
    shown: String,
    key: String,
}

impl Name {
    /// Reads a name; white space is drawn together. Names are compared in Unicode's compatibility
    /// form and without case, so that a wide or a composed letter makes no other name.
    ///
    /// # Errors
    /// The message for who typed it.
    pub fn parse(text: &str) -> Result<Self, &'static str> {
        let shown = drawn_together(text);
        let long = shown.chars().count();
        if !(2..=40).contains(&long) {
            return Err("a name has 2 to 40 characters");
        }
        let unseen = |c: char| {
            let kind = c.general_category();
            matches!(kind, GeneralCategory::Control | GeneralCategory::Format)
        };
        if shown.chars().any(unseen) {
            return Err("a name is made of letters, digits and signs");
        }
        // A Cyrillic а among Latin letters looks like another's name.
        if !shown.split(' ').all(MixedScript::is_single_script) {
            return Err("the letters of a word are of one script");
        }
        Ok(Self {
            key: compared(&shown),
            shown,
        })
    }
    /// The keys under which an account of a typed name may be kept, the first one first: the plain
    /// key of accounts that are older than the comparison, then the compared one. Names that no new
    /// account may have still sign in.
    #[must_use]
    pub fn keys_of(text: &str) -> [String; 2] {
        let short: String = text.chars().take(MOST_TYPED).collect();
        let shown = drawn_together(&short);
        [shown.to_lowercase(), compared(&shown)]
    }

    /// As typed.
    #[must_use]
    pub fn shown(&self) -> &str {
        &self.shown
    }
    /// As compared.
    #[must_use]
    pub fn key(&self) -> &str {
        &self.key
    }
}

/// Characters of a typed name that are looked at when somebody signs in.
const MOST_TYPED: usize = 200;

fn drawn_together(text: &str) -> String {
    text.split_whitespace().collect::<Vec<_>>().join(" ")
}

/// A name in Unicode's compatibility form and without case.
fn compared(name: &str) -> String {
    name.nfkc().collect::<String>().to_lowercase()
}

/// Characters of a password that are judged. A beginning that is hard to guess is enough; of a
/// longer text the judging takes seconds.
const JUDGED: usize = 50;

/// Checks what costs nothing to check of a new password: 10 to 200 characters, and not the name.
///
/// # Errors
/// The message for who typed it.
pub fn check_length(password: &str, name: &str) -> Result<(), &'static str> {
    match password.chars().count() {
        0..10 => Err("a password has at least 10 characters; a few words in a row do well"),
        201.. => Err("a password has at most 200 characters"),
        _ if password.eq_ignore_ascii_case(name) => Err("the password must not be the name"),
        _ => Ok(()),
    }
}

/// Returns whether lists of common passwords, years, keys in a row or repeats would find a
/// password soon. Takes up to some tenths of a second: runs off the event loop.
#[must_use]
pub fn is_guessable(password: &str, name: &str) -> bool {
    let judged: String = password.chars().take(JUDGED).collect();
    zxcvbn(&judged, &[name]).score() < HARD_ENOUGH
}

/// The message about a password that is guessed soon.
pub const GUESSABLE: &str =
    "that password is among the first to be guessed; a few words in a row do well";

/// Hashes a password by argon2id with the library's parameters (19 MiB, two passes). Slow on
/// purpose: runs off the event loop.
///
/// # Errors
/// When the library fails.
pub fn hash_password(password: &str) -> Result<String, PageError> {
    let salt = SaltString::generate(&mut OsRng);
    let hash = Argon2::default().hash_password(password.as_bytes(), &salt);
    hash.map(|h| h.to_string()).map_err(|_| PageError::Internal)
}

/// A hash that no password matches, computed with the same cost: an unknown name takes as long
/// as a wrong password.
const NOBODY: &str = "$argon2id$v=19$m=19456,t=2,p=1$bm9ib2R5IGF0IGFsbCBoZXJl$ZUy5cXdZyDMHXhyX7T9mAkmd6jGZIDCTK3bEy0SxOEo";

/// Returns whether a password is that of a hash; never where there is no hash. Slow on purpose:
/// runs off the event loop.
#[must_use]
pub fn is_password_of(password: &str, hash: Option<&str>) -> bool {
    let (text, known) = match hash {
        Some(h) if PasswordHash::new(h).is_ok() => (h, true),
        _ => (NOBODY, false),
    };
    let matches = PasswordHash::new(text).is_ok_and(|h| {
        Argon2::default()
            .verify_password(password.as_bytes(), &h)
            .is_ok()
    });
    known && matches
}

/// The token of a sign-in: 32 random bytes, of which only the hash is kept.
pub struct Token(String);

impl Token {
    /// A new one.
    #[must_use]
    pub fn fresh() -> Self {
        let bytes: [u8; 32] = rand::random();
        Self(bytes.iter().map(|b| format!("{b:02x}")).collect())
    }
    /// From a cookie.
    #[must_use]
    pub fn of_cookie(value: &str) -> Option<Self> {
        let sound = value.len() == 64 && value.bytes().all(|b| b.is_ascii_hexdigit());
        sound.then(|| Self(value.to_owned()))
    }
    /// For the cookie.
    #[must_use]
    pub fn value(&self) -> &str {
        &self.0
    }
    /// For the database.
    #[must_use]
    pub fn hash(&self) -> Vec<u8> {
        Sha256::digest(self.0.as_bytes()).to_vec()
    }
    /// The form token of a browser, as it is under this sign-in and no other.
    #[must_use]
    pub fn bound(&self, csrf: &str) -> String {
        let mut digest = Sha256::new();
        for part in ["form", csrf, &self.0] {
            digest.update(part);
        }
        let bytes = digest.finalize();
        bytes.iter().take(16).map(|b| format!("{b:02x}")).collect()
    }
    /// A sign-in with this token, from a network.
    #[must_use]
    pub fn sign_in(&self, network: &str) -> NewSignIn {
        NewSignIn {
            network: network.to_owned(),
            token_hash: self.hash(),
            lasts: time::Duration::days(DAYS),
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn names_that_look_alike_in_case_and_space_are_one() {
        let a = Name::parse("  Ansel   T. ").unwrap();
        assert_eq!((a.shown(), a.key()), ("Ansel T.", "ansel t."));
        assert!(Name::parse("a").is_err() && Name::parse("a\u{7}b").is_err());
        assert!(Name::parse(&"x".repeat(41)).is_err());
        // Wide letters, and one letter for two (published: Unicode Standard Annex 15).
        assert_eq!(
            Name::parse("\u{ff37}ren \u{fb01}").unwrap().key(),
            "wren fi"
        );
        assert_eq!(
            Name::parse("Bru\u{308}he").unwrap().key(),
            Name::parse("Br\u{fc}he").unwrap().key()
        );
        for wrong in ["Wr\u{435}n", "Wren\u{200b}", "\u{202e}nerW"] {
            assert!(Name::parse(wrong).is_err(), "{wrong:?}");
        }
        for right in [
            "\u{39a}\u{3ac}\u{3bb}\u{3b1}\u{3bc}\u{3bf}\u{3c2}",
            "Ansel T. 3",
            "\u{8349}\u{306e}\u{91ce}",
        ] {
            assert!(Name::parse(right).is_ok(), "{right}");
        }
    }

    #[test]
    fn a_password_that_is_guessed_first_is_refused() {
        let is_bad =
            |p: &str| check_length(p, "Ansel Tarn").is_err() || is_guessable(p, "Ansel Tarn");
        for bad in [
            "1234567890",
            "          ",
            "password123",
            "qwertyuiop",
            "aaaaaaaaaaaa",
            "Ansel Tarn",
            "short",
        ] {
            assert!(is_bad(bad), "{bad}");
        }
        for good in ["reed peat and water", "Torf7#Riet:Moor", "κάλαμος και νερό"] {
            assert!(!is_bad(good), "{good}");
        }
        assert!(is_bad(&"x".repeat(201)));
    }

    #[test]
    fn a_password_is_checked_by_argon2id() {
        let h = hash_password("reed and peat").unwrap();
        assert!(h.starts_with("$argon2id$v=19$m=19456,t=2,p=1$"));
        assert!(is_password_of("reed and peat", Some(&h)));
        assert!(!is_password_of("reed and peat ", Some(&h)));
        // The hash of nobody is sound, so that it costs as much, and matches nothing.
        assert!(PasswordHash::new(NOBODY).is_ok());
        assert!(!is_password_of("nobody", None));
        assert!(!is_password_of("none", Some("none")));
    }
}
