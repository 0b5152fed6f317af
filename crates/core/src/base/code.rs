//! What a code is, and the macro that writes an enumeration of them.

use std::sync::LazyLock;

use serde::de::{Deserializer, Visitor};

/// A value that is one of a list of codes.
pub trait Code: Copy + PartialEq + 'static {
    /// Name of the list, under which its words stand.
    const LIST: &'static str;
    /// The code of every value, in the order of the contract.
    const CODES: &'static [&'static str];
    /// Code and words of every value.
    fn words() -> &'static [(&'static str, &'static str)];
    /// The code.
    fn code(self) -> &'static str;
    /// The words.
    fn label(self) -> &'static str;
    /// The value with this code.
    fn from_code(code: &str) -> Option<Self>;
    /// Its place in the list.
    fn place(self) -> usize;
}

/// Code and words of each value of a list.
pub type Words = LazyLock<Vec<(&'static str, &'static str)>>;

/// Looks up the words of a list.
pub(crate) fn words_of(list: &str, codes: &[&'static str]) -> Vec<(&'static str, &'static str)> {
    let labels = crate::base::text::labels(list, codes);
    codes.iter().copied().zip(labels).collect()
}

/// Reads a code as its place in the list. One reader for all lists: a derived one for each
/// was a twelfth of what a device must load.
///
/// # Errors
/// A text that is none of the codes.
pub(crate) fn place_read<'de, D: Deserializer<'de>>(
    from: D,
    codes: &'static [&'static str],
) -> Result<usize, D::Error> {
    struct InList(&'static [&'static str]);
    impl Visitor<'_> for InList {
        type Value = usize;
        fn expecting(&self, f: &mut std::fmt::Formatter<'_>) -> std::fmt::Result {
            write!(f, "one of {}", self.0.join(", "))
        }
        fn visit_str<E: serde::de::Error>(self, code: &str) -> Result<usize, E> {
            let place = self.0.iter().position(|c| *c == code);
            place.ok_or_else(|| E::unknown_variant(code, self.0))
        }
    }
    from.deserialize_str(InList(codes))
}

/// An enumeration of codes, readable and writable by code.
macro_rules! codes {
    ($(#[$doc:meta])* $name:ident { $($variant:ident = $code:literal),+ $(,)? }) => {
        $(#[$doc])*
        #[derive(
            Debug, Clone, Copy, PartialEq, Eq, Hash, PartialOrd, Ord, enum_map::Enum,
        )]
        #[cfg_attr(feature = "contract", derive(schemars::JsonSchema))]
        pub enum $name { $(
            #[doc = concat!("`", $code, "`")]
            #[cfg_attr(feature = "contract", schemars(rename = $code))]
            $variant,
        )+ }
        impl $name {
            /// Every value, in the order of the contract.
            pub const ALL: &'static [Self] = &[$(Self::$variant),+];
            /// Code and words of every value, in the order of the contract.
            #[must_use]
            pub fn words() -> &'static [(&'static str, &'static str)] {
                static WORDS: $crate::base::code::Words = std::sync::LazyLock::new(|| {
                    $crate::base::code::words_of(stringify!($name), &[$($code),+])
                });
                &WORDS
            }
            /// The code that stands in requests, answers and tables.
            #[must_use]
            pub const fn code(self) -> &'static str {
                match self { $(Self::$variant => $code),+ }
            }
            /// The plain words a reader sees.
            #[must_use]
            pub fn label(self) -> &'static str {
                Self::words()[enum_map::Enum::into_usize(self)].1
            }
            /// The value with this code, if there is one.
            #[must_use]
            pub fn from_code(code: &str) -> Option<Self> {
                match code { $($code => Some(Self::$variant),)+ _ => None }
            }
        }
        impl $crate::base::code::Code for $name {
            const LIST: &'static str = stringify!($name);
            const CODES: &'static [&'static str] = &[$($code),+];
            fn words() -> &'static [(&'static str, &'static str)] {
                Self::words()
            }
            fn code(self) -> &'static str {
                Self::code(self)
            }
            fn label(self) -> &'static str {
                Self::label(self)
            }
            fn from_code(code: &str) -> Option<Self> {
                Self::from_code(code)
            }
            fn place(self) -> usize {
                enum_map::Enum::into_usize(self)
            }
        }
        impl serde::Serialize for $name {
            fn serialize<S: serde::Serializer>(&self, to: S) -> Result<S::Ok, S::Error> {
                to.serialize_str(self.code())
            }
        }
        impl<'de> serde::Deserialize<'de> for $name {
            fn deserialize<D: serde::Deserializer<'de>>(from: D) -> Result<Self, D::Error> {
                const CODES: &[&str] = <$name as $crate::base::code::Code>::CODES;
                $crate::base::code::place_read(from, CODES).map(|place| Self::ALL[place])
            }
        }
        impl std::fmt::Display for $name {
            fn fmt(&self, f: &mut std::fmt::Formatter<'_>) -> std::fmt::Result {
                f.write_str(self.label())
            }
        }
    };
}
pub(crate) use codes;
