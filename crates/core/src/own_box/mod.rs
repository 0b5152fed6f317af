//! What an angler owns: heads, hooks, baits, lines and rods, measured.
//!
//! A thing comes in as loose texts (a form, a row of CSV, a line typed fast,
//! the database) and is read once, by [`Item::read`], into a type that cannot
//! be wrong.

pub mod cell;
mod check;
pub mod csv;
mod headings;
mod index;
mod item;
mod line_words;
mod marked;
mod named_hook;
mod things;
pub mod typed_line;
mod words;

pub use crate::base::codes::BoxList;
pub use cell::{Faults, Field, Holds, Texts};
pub use check::check_words;
pub use index::{BoxIndex, HeadEntry};
pub use item::{COUNT, Item, MOST_COUNT, MOST_REMARK, REMARK, Thing, columns, fields};
pub use marked::{HeadWeight, HookNumber};
pub use named_hook::{NamedHook, named_hook};
pub use things::{Bait, Head, Hook, Line, Rod, same_weight};
#[cfg(not(target_arch = "wasm32"))]
pub use words::fields_ready;
