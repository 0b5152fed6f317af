//! Who is reading, and with which choices.

use yarrowfen_core::Options;
use yarrowfen_rows::{Account, OwnerId};

/// Light of the page.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Theme {
    /// As the device has it.
    System,
    /// Paper, for the day.
    Sun,
    /// Dark, for the hour before.
    Dawn,
}

impl Theme {
    /// Its code.
    #[must_use]
    pub fn code(self) -> &'static str {
        match self {
            Self::System => "system",
            Self::Sun => "sun",
            Self::Dawn => "dawn",
        }
    }

    /// What a reader calls it.
    #[must_use]
    pub fn label(self) -> &'static str {
        match self {
            Self::System => "light as the device",
            Self::Sun => "sun",
            Self::Dawn => "before dawn",
        }
    }

    /// The browser's colour schemes that it may be drawn in.
    #[must_use]
    pub fn scheme(self) -> &'static str {
        match self {
            Self::System => "light dark",
            Self::Sun => "light",
            Self::Dawn => "dark",
        }
    }

    /// The light with this code.
    #[must_use]
    pub fn from_code(code: &str) -> Option<Self> {
        match code {
            "system" => Some(Self::System),
            "sun" => Some(Self::Sun),
            "dawn" => Some(Self::Dawn),
            _ => None,
        }
    }
}

/// A browser, and who is signed in with it.
#[derive(Debug, Clone)]
pub struct Reader {
    /// Whose picks are meant: the account's, else the browser's.
    pub owner: OwnerId,
    /// Must come back with each form.
    pub csrf: String,
    /// Units and ladder chosen before.
    pub options: Options,
    /// Light of the page.
    pub theme: Theme,
    /// Sides taken in the trade's disputes, as a query string.
    pub views: String,
    /// Pixels of this screen for a millimetre, once it was measured.
    pub px_per_mm: Option<f64>,
    /// The question asked last, as a query string: the menu leads back to it.
    pub question: String,
    /// Who is signed in.
    pub account: Option<Account>,
    /// Which styles and scripts belong to the pages: what addresses of them end in.
    pub assets: String,
}
