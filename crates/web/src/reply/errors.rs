//! Errors a reader meets: fixed words, one map to HTTP. Causes are logged.

use actix_web::http::header::{self, HeaderValue};
use actix_web::{HttpResponse, ResponseError, http::StatusCode};
use yarrowfen_pages::page::{Again, error};
use yarrowfen_store::StoreError;

/// Why a page cannot be shown.
#[derive(Debug, thiserror::Error)]
pub enum PageError {
    /// Nothing stands here.
    #[error("There is no such page, or it was kept in another browser.")]
    NotFound,
    /// The form's token is missing or another's.
    #[error(
        "This form has grown old or came from elsewhere. Go back, reload the page and send it again; nothing was changed."
    )]
    Forged,
    /// The input is larger than is taken.
    #[error("That is more than is taken at once. Nothing was changed.")]
    TooLarge,
    /// The input did not come in the time that it has.
    #[error(
        "That took too long to come. Nothing was changed; send it again where the signal is better."
    )]
    Late,
    /// The input is packed.
    #[error("A packed request is not taken. Nothing was changed.")]
    Packed,
    /// Too many ask for what takes long to compute.
    #[error("Many ask for this just now, and it takes a while to compute. Again in a moment.")]
    Busy,
    /// The name that was asked for is another's.
    #[error("Nothing is served under this name.")]
    OtherName,
    /// Too much is written without an account.
    #[error(
        "Much has been written from here without an account. Wait a little, or sign in first: nothing of this is lost."
    )]
    TooMany,
    /// Nothing here answers this way of asking.
    #[error("This address does not answer that way of asking.")]
    NotAllowed,
    /// The input cannot be read as a form.
    #[error("That form cannot be read. Nothing was changed.")]
    Unreadable,
    /// More than may be kept.
    #[error("There is no room for more here: delete or take out some first. Nothing was changed.")]
    Full,
    /// Only for who is signed in.
    #[error("This is for an account: sign in first.")]
    SignIn,
    /// The database is away.
    #[error(
        "The database does not answer just now. Picking goes on working; what is kept is safe. Try again in a moment."
    )]
    Unavailable,
    /// A fault of ours.
    #[error("Something went wrong here. It has been written down; nothing was lost.")]
    Internal,
}

impl From<StoreError> for PageError {
    fn from(e: StoreError) -> Self {
        match &e {
            StoreError::NotFound => Self::NotFound,
            StoreError::Unstorable => Self::Unreadable,
            StoreError::Full(_) | StoreError::Taken => Self::Full,
            StoreError::Unavailable(cause) => {
                tracing::error!(error = %cause, "database unavailable");
                Self::Unavailable
            }
            other => {
                tracing::error!(error = ?other, "store");
                Self::Internal
            }
        }
    }
}

impl From<askama::Error> for PageError {
    fn from(e: askama::Error) -> Self {
        tracing::error!(error = %e, "template");
        Self::Internal
    }
}

impl PageError {
    /// Its page; with the form that came in vain, to be sent again.
    #[must_use]
    pub fn page(&self, again: Option<Again<'_>>) -> HttpResponse {
        let status = self.status_code().as_u16();
        let mut reply = super::send(error(status, &self.to_string(), again));
        if matches!(self, Self::Busy | Self::TooMany | Self::Unavailable) {
            let soon = HeaderValue::from_static("2");
            reply.headers_mut().insert(header::RETRY_AFTER, soon);
        }
        reply
    }
}

impl ResponseError for PageError {
    fn status_code(&self) -> StatusCode {
        match self {
            Self::NotFound => StatusCode::NOT_FOUND,
            Self::Forged => StatusCode::FORBIDDEN,
            Self::TooLarge => StatusCode::PAYLOAD_TOO_LARGE,
            Self::Late => StatusCode::REQUEST_TIMEOUT,
            Self::Packed => StatusCode::UNSUPPORTED_MEDIA_TYPE,
            Self::Busy => StatusCode::SERVICE_UNAVAILABLE,
            Self::TooMany => StatusCode::TOO_MANY_REQUESTS,
            Self::NotAllowed => StatusCode::METHOD_NOT_ALLOWED,
            Self::OtherName => StatusCode::MISDIRECTED_REQUEST,
            Self::Unreadable => StatusCode::BAD_REQUEST,
            Self::Full => StatusCode::CONFLICT,
            Self::SignIn => StatusCode::SEE_OTHER,
            Self::Unavailable => StatusCode::SERVICE_UNAVAILABLE,
            Self::Internal => StatusCode::INTERNAL_SERVER_ERROR,
        }
    }

    fn error_response(&self) -> HttpResponse {
        if matches!(self, Self::SignIn) {
            return super::see_other("/account");
        }
        self.page(None)
    }
}
