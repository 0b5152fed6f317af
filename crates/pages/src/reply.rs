//! What a page comes to: status, headers, body.

use askama::Template;

use crate::views::shell::{Changing, whole};

/// A page or a part of one, ready to be sent.
#[derive(Debug, Clone, PartialEq)]
pub struct Reply {
    /// Status of HTTP.
    pub status: u16,
    /// Headers, by name.
    pub headers: Vec<(&'static str, String)>,
    /// The body; empty where the headers send elsewhere.
    pub body: String,
    /// The question that the page is about, for the menu of the pages after it.
    pub question: Option<String>,
}

/// Whether the whole page is wanted, or the part that changes when a word of
/// its sentence was changed.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Part {
    /// The page.
    Whole,
    /// What changes.
    Changed,
}

/// A page that cannot be shown is a fault of its template.
pub type Shown = Result<Reply, askama::Error>;

impl Reply {
    /// A page of HTML.
    ///
    /// # Errors
    /// When its template fails.
    pub fn page(status: u16, page: &impl Template) -> Shown {
        Ok(Self::html(status, page.render()?))
    }

    /// A page whose middle changes by itself: all of it, or its middle.
    ///
    /// # Errors
    /// When its template fails.
    pub fn changing(status: u16, page: &impl Changing, part: Part) -> Shown {
        let body = match part {
            Part::Whole => whole(page)?,
            Part::Changed => page.render()?,
        };
        Ok(Self::html(status, body))
    }

    /// HTML that is made already.
    #[must_use]
    pub fn html(status: u16, body: String) -> Self {
        Self {
            status,
            headers: vec![("content-type", "text/html; charset=utf-8".into())],
            body,
            question: None,
        }
    }

    /// To another page, by a fresh request.
    #[must_use]
    pub fn see_other(to: &str) -> Self {
        Self {
            status: 303,
            headers: vec![("location", to.into())],
            body: String::new(),
            question: None,
        }
    }

    /// The same; as an answer to a changed word its address goes into the
    /// browser's bar.
    #[must_use]
    pub fn at_address_if(mut self, part: Part, address: String) -> Self {
        if part == Part::Changed {
            self.headers.push(("hx-push-url", address));
        }
        self
    }

    /// The same, which differs with whether a part was asked for.
    #[must_use]
    pub fn in_parts(mut self) -> Self {
        self.headers.push(("vary", "HX-Request".into()));
        self
    }

    /// The same, about a question.
    #[must_use]
    pub fn about(mut self, question: &str) -> Self {
        self.question = Some(question.to_owned());
        self
    }
}

/// 200, or 422 where something typed cannot be read.
#[must_use]
pub fn status(sound: bool) -> u16 {
    if sound { 200 } else { 422 }
}
