//! Words: the catalogue of sentences, what is said by code, and how it is filled.
//!
//! Nothing below the floor `say` makes a sentence. What has to be said travels
//! as [`Said`], a code with its values, and becomes text where it is shown, in
//! the reader's units. Another language is another file beside `en.ftl`.

mod catalogue;
mod said;
pub mod sentences;

pub use catalogue::{Catalogue, Message, TextFault, catalogue, labels};
pub use said::{Arg, Said, capital, fill};
