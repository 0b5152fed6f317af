//! The angler's own drag, where sink tests have shown it.

/// The drag of one's own bait and head against the book's.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct OwnFall {
    /// Its drag over the book's.
    pub factor: f64,
    /// Standard error of that.
    pub error: f64,
    /// How many tests it rests on.
    pub tests: usize,
}
