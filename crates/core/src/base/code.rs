//! What a code is, and the macro that writes an enumeration of them.

use std::sync::LazyLock;

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

/// An enumeration of codes, readable and writable by code.
macro_rules! codes {
    ($(#[$doc:meta])* $name:ident { $($variant:ident = $code:literal),+ $(,)? }) => {
        $(#[$doc])*
        #[derive(
            Debug, Clone, Copy, PartialEq, Eq, Hash, PartialOrd, Ord, enum_map::Enum,
            serde::Serialize, serde::Deserialize,
        )]
        #[cfg_attr(feature = "contract", derive(schemars::JsonSchema))]
        pub enum $name { $(
            #[doc = concat!("`", $code, "`")]
            #[serde(rename = $code)]
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
        impl std::fmt::Display for $name {
            fn fmt(&self, f: &mut std::fmt::Formatter<'_>) -> std::fmt::Result {
                f.write_str(self.label())
            }
        }
    };
}
pub(crate) use codes;
