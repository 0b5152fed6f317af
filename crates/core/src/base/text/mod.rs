//! Words: the catalogue of sentences, what is said by code, and how it is filled.
//!
//! Nothing below the floor `say` makes a sentence. What has to be said travels
//! as [`Said`], a code with its values, and becomes text where it is shown, in
//! the reader's units. Another language is another file beside `en.ftl`.

/// Every sentence that is said by name, as a function of its holes, and the list of them.
macro_rules! sentences {
    ($($code:ident($($hole:ident),*);)+) => {
        $(
            #[doc = concat!("The sentence `", stringify!($code), "` of the catalogue.")]
            #[must_use]
            pub fn $code($($hole: $crate::base::text::Arg),*) -> $crate::base::text::Said {
                $crate::base::text::Said { code: stringify!($code), args: vec![$((stringify!($hole), $hole)),*] }
            }
        )+
        /// Code and holes of every one.
        pub const ALL: &[(&str, &[&str])] = &[$((stringify!($code), &[$(stringify!($hole)),*])),+];
    };
}

mod catalogue;
pub mod day_sentences;
pub mod mend_sentences;
mod said;
pub mod sentences;

pub use catalogue::{Catalogue, Message, TextFault, catalogue, labels};
pub use said::{Arg, Said, capital, fill};
