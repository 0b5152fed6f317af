//! The sheet to print, and the screen measured against a bank card.

use askama::Template;
use yarrowfen_core::Engine;
use yarrowfen_core::base::round;

use super::{BenchView, view};
use crate::ask::bench::{BenchAsked, BenchForm};
use crate::reader::Reader;
use crate::views::Frame;

/// Pixels for a millimetre where the screen was not measured: CSS's own.
pub const CSS_PX_PER_MM: f64 = 96.0 / 25.4;

/// The sheet for laying the real bait on.
#[derive(Template)]
#[template(path = "bench_print.html")]
pub struct PrintPage {
    /// Frame.
    pub frame: Frame,
    /// The drawing.
    pub view: BenchView,
    /// Back to the bench.
    pub back: String,
    /// Whether the sheet is too short.
    pub cut: bool,
}

/// Longest drawing that an A4 sheet holds across, mm.
const SHEET_MM: f64 = 277.0;

impl PrintPage {
    /// The sheet of a bench.
    #[must_use]
    pub fn new(engine: &Engine, reader: &Reader, form: &BenchForm, asked: &BenchAsked) -> Self {
        let query = form.query_with(&[]);
        let view = view(engine, form, asked, &[], None);
        Self {
            frame: Frame::new("bench", reader, format!("/bench/print?{query}")),
            cut: view.plate.figure.size.0 > SHEET_MM,
            view,
            back: format!("/bench?{query}"),
        }
    }
}

/// Measuring the screen against a bank card.
#[derive(Template)]
#[template(path = "bench_screen.html")]
pub struct ScreenPage {
    /// Frame.
    pub frame: Frame,
    /// Pixels for a millimetre now.
    pub px_per_mm: f64,
    /// Back to the bench.
    pub back: String,
}

impl ScreenPage {
    /// The page of a browser.
    #[must_use]
    pub fn new(reader: &Reader, query: &str) -> Self {
        Self {
            frame: Frame::new("bench", reader, format!("/bench/screen?{query}")),
            px_per_mm: round(reader.px_per_mm.unwrap_or(CSS_PX_PER_MM), 3),
            back: format!("/bench?{query}"),
        }
    }
    /// Width and height of the card now, in pixels (ISO/IEC 7810 ID-1: 85.60 × 53.98 mm).
    #[must_use]
    pub fn card(&self) -> (f64, f64) {
        (85.60 * self.px_per_mm, 53.98 * self.px_per_mm)
    }
}
