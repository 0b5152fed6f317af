//! The account, and pages that say that something cannot be shown.

use askama::Template;
use yarrowfen_rows::{Account, AccountEvent};

use crate::reader::Reader;
use crate::reply::{Reply, Shown};
use crate::site::{PAGES, Page};
use crate::views::account::{AccountPage, MinePage};

/// A fault by the field of its form.
pub type FormFaults = Vec<(&'static str, String)>;

/// Signing in and up. `demo` offers the demo's angler; `again` is which form was
/// sent, with the name typed and the faults.
///
/// # Errors
/// When the template fails.
pub fn account(
    reader: &Reader,
    demo: bool,
    said: Option<&'static str>,
    again: Option<(u16, &'static str, &str, FormFaults)>,
) -> Shown {
    let page = AccountPage::new(reader, demo, said);
    match again {
        None => Reply::page(200, &page),
        Some((code, which, name, faults)) => Reply::page(code, &page.with(which, name, faults)),
    }
}

/// The account of who is signed in, with the faults of a form that was sent.
///
/// # Errors
/// When the template fails.
pub fn mine(
    reader: &Reader,
    account: &Account,
    happened: &[AccountEvent],
    said: Option<&'static str>,
    faults: FormFaults,
) -> Shown {
    let code = if faults.is_empty() { 200 } else { 422 };
    let page = MinePage::new(reader, account, happened, said).with(faults);
    Reply::page(code, &page)
}

#[derive(Template)]
#[template(path = "error.html")]
struct ErrorPage<'a> {
    status: u16,
    message: &'a str,
    again: Option<Again<'a>>,
}

/// A form that came in vain, to be sent again just as it was.
#[derive(Debug, Clone, Copy)]
pub struct Again<'a> {
    /// Where it goes.
    pub to: &'a str,
    /// Its fields.
    pub fields: &'a [(String, String)],
}

impl<'a> Again<'a> {
    /// What somebody typed of it, short enough to be shown.
    fn typed(&self) -> impl Iterator<Item = (&'a str, &'a str)> {
        let fields = self.fields.iter();
        let fields = fields.map(|(name, value)| (name.as_str(), value.as_str()));
        fields.filter(|(name, value)| {
            !["csrf", "query", "back", "id", "at", "offset"].contains(name)
                && (1..=400).contains(&value.len())
        })
    }
}

impl ErrorPage<'_> {
    /// The menu, without a question: nobody knows here who asked what.
    fn menu(&self) -> impl Iterator<Item = &'static Page> {
        PAGES.iter().filter(|p| p.in_menu)
    }
}

/// A page that says what is wrong, without knowing who reads it; with the form that came in
/// vain.
#[must_use]
pub fn error(status: u16, message: &str, again: Option<Again<'_>>) -> Reply {
    let page = ErrorPage {
        status,
        message,
        again,
    };
    let body = page.render().unwrap_or_else(|_| message.to_owned());
    Reply::html(status, body)
}
