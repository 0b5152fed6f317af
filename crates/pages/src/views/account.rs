//! The account: the forms to get one, and the page of one.

use askama::Template;
use time::{OffsetDateTime, UtcOffset};
use yarrowfen_rows::{Account, AccountEvent, Happened};

use super::Frame;
use super::kept::day;
use crate::reader::Reader;

/// Sign in, or sign up.
#[derive(Template)]
#[template(path = "account.html")]
pub struct AccountPage {
    /// Frame.
    pub frame: Frame,
    /// Whether the demo's angler is one click away.
    pub demo: bool,
    /// What was just done.
    pub said: Option<&'static str>,
    /// Which form came back, with the name typed there and its faults.
    pub came_back: (&'static str, String, Vec<(&'static str, String)>),
}

impl AccountPage {
    /// Fresh forms.
    #[must_use]
    pub fn new(reader: &Reader, demo: bool, said: Option<&'static str>) -> Self {
        Self {
            frame: Frame::new("account", reader, "/account".into()),
            demo,
            said,
            came_back: ("", String::new(), Vec::new()),
        }
    }
    /// With a form that came back.
    #[must_use]
    pub fn with(
        self,
        which: &'static str,
        name: &str,
        faults: Vec<(&'static str, String)>,
    ) -> Self {
        Self {
            came_back: (which, name.to_owned(), faults),
            ..self
        }
    }
    /// The name typed in a form.
    #[must_use]
    pub fn name(&self, which: &str) -> &str {
        if self.came_back.0 == which {
            &self.came_back.1
        } else {
            ""
        }
    }
    /// The fault of a field.
    #[must_use]
    pub fn fault(&self, which: &str, field: &str) -> Option<&String> {
        let here = self.came_back.0 == which;
        self.came_back
            .2
            .iter()
            .find(|f| here && f.0 == field)
            .map(|f| &f.1)
    }
}

/// The page of an account.
#[derive(Template)]
#[template(path = "mine.html")]
pub struct MinePage {
    /// Frame.
    pub frame: Frame,
    /// The name.
    pub name: String,
    /// The invented angler, who stays.
    pub demo: bool,
    /// What was just done.
    pub said: Option<&'static str>,
    /// What happened to it of late: when, what, and from where.
    pub happened: Vec<(String, &'static str, String)>,
    /// Faults by field.
    pub faults: Vec<(&'static str, String)>,
}

/// What happened, in words.
fn told(what: Happened) -> &'static str {
    match what {
        Happened::Made => "The account was made",
        Happened::SignedIn => "Signed in",
        Happened::WrongPassword => "A wrong password was tried",
        Happened::SignedOut => "Signed out",
        Happened::SignedOutEverywhere => "Signed out in every browser",
        Happened::PasswordChanged => "The password was changed",
        Happened::TakenOut => "All data was taken out",
        Happened::TakenIn => "A file was taken in",
    }
}

/// A moment, by the clock of the world.
fn moment(at: OffsetDateTime) -> String {
    let at = at.to_offset(UtcOffset::UTC);
    format!("{} {:02}:{:02}", day(at), at.hour(), at.minute())
}

impl MinePage {
    /// As it stands.
    #[must_use]
    pub fn new(
        reader: &Reader,
        account: &Account,
        happened: &[AccountEvent],
        said: Option<&'static str>,
    ) -> Self {
        let line = |e: &AccountEvent| (moment(e.at), told(e.what), e.network.clone());
        Self {
            happened: happened.iter().map(line).collect(),
            frame: Frame::new("account", reader, "/account".into()),
            name: account.name.clone(),
            demo: account.demo,
            said,
            faults: Vec::new(),
        }
    }
    /// With faults.
    #[must_use]
    pub fn with(self, faults: Vec<(&'static str, String)>) -> Self {
        Self { faults, ..self }
    }
    /// The faults of a field.
    pub fn faults_of<'s>(&'s self, field: &'s str) -> impl Iterator<Item = &'s String> {
        self.faults
            .iter()
            .filter(move |f| f.0 == field)
            .map(|f| &f.1)
    }
}
