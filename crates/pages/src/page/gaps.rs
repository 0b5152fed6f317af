//! What a box lacks for its angler's own situations.

use yarrowfen_core::explore::gaps::Situation;
use yarrowfen_core::{Engine, PickRequest};
use yarrowfen_rows::Water;

use crate::held::HeldBox;
use crate::reader::Reader;
use crate::reply::{Reply, Shown};
use crate::views::gaps::GapsPage;

/// The situations that a box is held against.
#[derive(Debug, Clone, Copy)]
pub struct Situations<'s> {
    /// Names and questions of kept picks.
    pub kept: &'s [(String, PickRequest)],
    /// Waters.
    pub waters: &'s [Water],
}

/// The shopping list. Some tenths of a second of computing.
///
/// # Errors
/// When the template fails.
pub fn gaps(engine: &Engine, reader: &Reader, held: &HeldBox, over: Situations<'_>) -> Shown {
    let picks = over
        .kept
        .iter()
        .map(|(name, request)| (name.clone(), request));
    let places = over.waters.iter().map(|w| (w.name.clone(), &w.asked));
    let situations: Vec<Situation<'_>> = picks
        .chain(places)
        .map(|(name, request)| Situation { name, request })
        .collect();
    let things = held.at_hand();
    let gaps = engine.gaps(&situations, &things, reader.options);
    Reply::page(200, &GapsPage::new(reader, gaps, &things, situations.len()))
}
