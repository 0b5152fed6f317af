//! Forms whose token was checked: a handler that takes one cannot forget it.

use std::future::Future;
use std::time::Duration;

use actix_web::dev::Payload;
use actix_web::{FromRequest, HttpMessage, HttpRequest, web};
use serde::Deserialize;
use serde::de::DeserializeOwned;
use sha2::{Digest, Sha256};
use subtle::ConstantTimeEq;
use tokio::sync::OwnedSemaphorePermit;
use tokio::time::timeout;
use uuid::Uuid;
use yarrowfen_pages::reader::Reader;
use yarrowfen_store::{Once, OwnerId};

use super::{Known, Member, of_request};
use crate::app::App;
use crate::reply::{PageError, typed::Typed};

/// Longest that a form may take to come.
const LONGEST_FORM: Duration = Duration::from_secs(15);

/// A form that carries the token of the page that it stood on.
pub trait HasToken {
    /// The token; empty where the form has none.
    fn token(&self) -> &str;
}

/// A form of the box, as pairs: its fields go by the list.
#[derive(Debug, Default, Deserialize)]
#[serde(transparent)]
pub struct Pairs(pub Vec<(String, String)>);

impl Pairs {
    /// A field, or nothing.
    #[must_use]
    pub fn field(&self, name: &str) -> &str {
        let found = self.0.iter().find(|p| p.0 == name);
        found.map_or("", |p| p.1.as_str())
    }
}

impl HasToken for Pairs {
    fn token(&self) -> &str {
        self.field("csrf")
    }
}

/// Whether a form came from one of our own pages. For uploads, whose form comes
/// in parts; all others are [`Checked`] or [`Signed`].
///
/// # Errors
/// When the token is missing or another's.
pub fn check_token(reader: &Reader, token: &str) -> Result<(), PageError> {
    let token = token.split_once('.').map_or(token, |(token, _)| token);
    if bool::from(reader.csrf.as_bytes().ct_eq(token.as_bytes())) {
        Ok(())
    } else {
        Err(PageError::Forged)
    }
}

/// A form of whoever reads, its token checked.
#[derive(Debug)]
pub struct Checked<F> {
    /// Who reads.
    pub reader: Known,
    /// What was sent.
    pub form: F,
    /// The key of this press; none where its page had none to give.
    pub once: Option<Once>,
    /// The owner's turn, until the handler ends.
    _turn: Turn,
}

/// A form of who is signed in, its token checked.
#[derive(Debug)]
pub struct Signed<F> {
    /// Who reads.
    pub member: Member,
    /// What was sent.
    pub form: F,
    /// The key of this press; none where its page had none to give.
    pub once: Option<Once>,
    /// The owner's turn, until the handler ends.
    _turn: Turn,
}

/// A turn among what an owner writes; none where there is nothing to write to.
type Turn = Option<OwnedSemaphorePermit>;

/// The turn of an owner, when it comes.
async fn turn(http: &HttpRequest, owner: OwnerId) -> Result<Turn, PageError> {
    match http.app_data::<web::Data<App>>() {
        Some(app) => Ok(Some(app.turns.of(owner).await?)),
        None => Ok(None),
    }
}

/// Reads a form and checks its token. What was typed is set aside: where it cannot be taken
/// just now, the page that says so holds it.
async fn form_of<F: DeserializeOwned + HasToken + 'static>(
    http: &HttpRequest,
    mut payload: Payload,
    reader: &Reader,
) -> Result<(F, Option<Once>), actix_web::Error> {
    let coming = web::Form::<Vec<(String, String)>>::from_request(http, &mut payload);
    let pairs = timeout(LONGEST_FORM, coming).await;
    let pairs = pairs.map_err(|_| PageError::Late)??.into_inner();
    let text = serde_urlencoded::to_string(&pairs).map_err(|_| PageError::Unreadable)?;
    let form: F = serde_urlencoded::from_str(&text).map_err(|_| PageError::Unreadable)?;
    check_token(reader, form.token())?;
    let mut press = Press::of(form.token(), http.path());
    if let Some(press) = &mut press {
        for (name, value) in pairs.iter().filter(|p| p.0 != "csrf") {
            press.says(name, value);
        }
    }
    let once = press.map(Press::key);
    http.extensions_mut().insert(Typed(pairs));
    Ok((form, once))
}

/// The key of a press, as it is made: of what its page gave it, where it goes, and what it says.
/// Another word in a field is another press.
#[derive(Debug)]
pub struct Press(Sha256);

impl Press {
    /// Of a form's token and where it goes; none where its page had no number to give.
    #[must_use]
    pub fn of(token: &str, path: &str) -> Option<Self> {
        let (_, page) = token.split_once('.')?;
        let mut press = Self(Sha256::new());
        press.says(page, path);
        Some(press)
    }

    /// Something that it says.
    pub fn says(&mut self, name: &str, value: impl AsRef<[u8]>) {
        for part in [name.as_bytes(), value.as_ref()] {
            self.0.update(part.len().to_le_bytes());
            self.0.update(part);
        }
    }

    /// The key.
    #[must_use]
    pub fn key(self) -> Once {
        let digest = self.0.finalize();
        let mut bytes = [0; 16];
        bytes.copy_from_slice(&digest[..16]);
        Once(Uuid::from_bytes(bytes))
    }
}

impl<F: DeserializeOwned + HasToken + 'static> FromRequest for Checked<F> {
    type Error = actix_web::Error;
    type Future = std::pin::Pin<Box<dyn Future<Output = Result<Self, actix_web::Error>>>>;
    fn from_request(http: &HttpRequest, payload: &mut Payload) -> Self::Future {
        let (http, payload) = (http.clone(), payload.take());
        Box::pin(async move {
            let visitor = of_request(&http).await?;
            let (form, once) = form_of(&http, payload, &visitor).await?;
            let reader = Known::of(visitor)?;
            let _turn = turn(&http, reader.owner).await?;
            Ok(Self {
                reader,
                form,
                once,
                _turn,
            })
        })
    }
}

impl<F: DeserializeOwned + HasToken + 'static> FromRequest for Signed<F> {
    type Error = actix_web::Error;
    type Future = std::pin::Pin<Box<dyn Future<Output = Result<Self, actix_web::Error>>>>;
    fn from_request(http: &HttpRequest, payload: &mut Payload) -> Self::Future {
        let (http, payload) = (http.clone(), payload.take());
        Box::pin(async move {
            let visitor = of_request(&http).await?;
            let (form, once) = form_of(&http, payload, &visitor).await?;
            let member = Member::of(visitor)?;
            let _turn = turn(&http, member.account.owner).await?;
            Ok(Self {
                member,
                form,
                once,
                _turn,
            })
        })
    }
}
