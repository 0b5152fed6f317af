//! What a box lacks, and what of it lies idle.

use askama::Template;
use yarrowfen_core::answer::{GapCell, GapRow, GapState, Gaps};
use yarrowfen_core::own_box::Item;

use super::Frame;
use crate::reader::Reader;

/// Rows of the picture; the rest is told in words.
const MOST_ROWS: usize = 40;

/// The page.
#[derive(Template)]
#[template(path = "gaps.html")]
pub struct GapsPage {
    /// Frame.
    pub frame: Frame,
    /// What was computed.
    pub gaps: Gaps,
    /// Idle things: how many, name.
    pub idle: Vec<(u32, String)>,
    /// Situations that there are, of which some may not have been looked at.
    pub all: usize,
}

impl GapsPage {
    /// Rows of the picture that are shown.
    #[must_use]
    pub fn rows(&self) -> &[GapRow] {
        &self.gaps.picture[..self.gaps.picture.len().min(MOST_ROWS)]
    }
    /// Whether not all situations were looked at.
    #[must_use]
    pub fn cut(&self) -> bool {
        self.all > self.gaps.situations
    }
    /// The page of a box.
    #[must_use]
    pub fn new(reader: &Reader, gaps: Gaps, things: &[&Item], all: usize) -> Self {
        let told = |at: &usize| {
            let item = things.get(*at)?;
            Some((item.count, item.thing.told(reader.options.units).0))
        };
        Self {
            frame: Frame::new("box", reader, "/box/gaps".into()),
            idle: gaps.idle.iter().filter_map(told).take(60).collect(),
            gaps,
            all,
        }
    }
}
