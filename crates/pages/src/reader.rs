//! Who is reading, and with which choices.

use yarrowfen_core::Options;
use yarrowfen_rows::Account;

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

/// Who is signed in, as far as it is known.
#[derive(Debug, Clone)]
pub enum Who {
    /// Nobody is.
    Nobody,
    /// An account is.
    Member(Account),
    /// A browser says that somebody is, and what knows of it cannot be asked.
    CannotTell,
}

/// A browser, and who is signed in with it. Whose rows are meant stands beside it, and only
/// where it is known: a page that is made for whoever reads cannot ask for anybody's.
#[derive(Debug, Clone)]
pub struct Reader {
    /// Must come back with each form.
    pub csrf: String,
    /// Comes back with each form of this page, and is another's for the next: by it a form that
    /// is sent twice is known. None where nothing is random.
    pub once: String,
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
    pub who: Who,
    /// Which styles and scripts belong to the pages: what addresses of them end in.
    pub assets: String,
}

impl Reader {
    /// What each form of this page carries.
    #[must_use]
    pub fn form_token(&self) -> String {
        if self.once.is_empty() {
            return self.csrf.clone();
        }
        format!("{}.{}", self.csrf, self.once)
    }

    /// The account that is signed in, where one is known to be.
    #[must_use]
    pub fn account(&self) -> Option<&Account> {
        match &self.who {
            Who::Member(account) => Some(account),
            Who::Nobody | Who::CannotTell => None,
        }
    }
}
