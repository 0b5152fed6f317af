//! Accounts: sign up, in and out, the password, the end.

pub mod file;
pub mod own;

use actix_session::Session;
use actix_web::cookie::Cookie;
use actix_web::{HttpRequest, HttpResponse, http::StatusCode, web};
use serde::Deserialize;
use yarrowfen_pages::page;
use yarrowfen_pages::reader::Reader;
use yarrowfen_store::{Failures, Happened, OwnerId, StoreError};

use crate::account::throttle::{self, Rule, in_words};
use crate::account::{
    GUESSABLE, Name, Token, check_length, hash_password, is_guessable, is_password_of,
};
use crate::app::App;
use crate::demo::DEMO_ANGLER;
use crate::reader::{
    Asked, Checked, ClientIp, HasToken, Known, Signed, aside, browser, browser_of_account,
    give_back, join, no_sign_in_cookie, put_aside, remember_account, renew, sign_in_cookie,
    token as token_of,
};
use crate::reply::{PageError, see_other, shown};

/// What happened to an account is shown so far back.
const SHOWN: i64 = 20;

/// What the account's page may be asked to say.
#[derive(Deserialize, Default)]
pub struct Asks {
    said: Option<String>,
}

/// The account's page, or the forms to get one.
pub async fn page(
    app: web::Data<App>,
    reader: Known,
    Asked(asks): Asked<Asks>,
) -> Result<HttpResponse, PageError> {
    let said = asks.said.as_deref().and_then(said);
    shown(match reader.account() {
        Some(account) => {
            let happened = app.store.happened_to(account.owner, SHOWN).await?;
            page::mine(&reader, account, &happened, said, Vec::new())
        }
        None => page::account(&reader, app.demo, said, None),
    })
}

/// The words after an act; only known codes say anything.
fn said(code: &str) -> Option<&'static str> {
    Some(match code {
        "out" => "You are signed out.",
        "everywhere" => "You are signed out in every browser.",
        "password" => "The password is changed. Every other browser is signed out.",
        "gone" => "The account is deleted, with everything in it.",
        "in" => "You are signed in.",
        _ => return None,
    })
}

/// A form of this page.
#[derive(Deserialize)]
pub struct Input {
    #[serde(default)]
    csrf: String,
    #[serde(default)]
    name: String,
    #[serde(default)]
    password: String,
    #[serde(default)]
    new_password: String,
}

impl HasToken for Input {
    fn token(&self) -> &str {
        &self.csrf
    }
}

/// Counts an attempt, or says how long to wait.
async fn attempt(app: &App, subjects: &[(String, Rule)]) -> Result<Option<i64>, PageError> {
    let names: Vec<String> = subjects.iter().map(|s| s.0.clone()).collect();
    let refuse = |i: usize, so_far: Failures| throttle::wait(subjects[i].1, so_far);
    Ok(app.store.begin_attempt(&names, refuse).await?)
}

fn subjects(ClientIp(address): &ClientIp, key: &str) -> Vec<(String, Rule)> {
    vec![
        (format!("pair {address} {key}"), throttle::PAIR),
        (format!("account {key}"), throttle::ACCOUNT),
        (format!("address {address}"), throttle::ADDRESS),
    ]
}

/// After a right password: the account's failures are forgotten. The address
/// keeps its other failures: one known account does not wash away guesses at
/// others.
async fn forgive(app: &App, counted: Vec<(String, Rule)>) -> Result<(), PageError> {
    let mut account: Vec<String> = counted.into_iter().map(|s| s.0).collect();
    let address = account.split_off(account.len().min(2));
    Ok(app.store.forgive(&account, &address).await?)
}

/// The page again with what was wrong; the password is not sent back.
fn again(
    app: &App,
    reader: &Reader,
    status: StatusCode,
    which: &'static str,
    name: &str,
    faults: Vec<(&'static str, String)>,
) -> Result<HttpResponse, PageError> {
    let again = Some((status.as_u16(), which, name, faults));
    shown(page::account(reader, app.demo, None, again))
}

/// To another page with a sign-in's cookie.
fn with_cookie(to: &str, cookie: &Cookie<'_>) -> Result<HttpResponse, PageError> {
    let mut reply = see_other(to);
    let added = reply.add_cookie(cookie);
    added.map_err(|_| PageError::Internal)?;
    Ok(reply)
}

/// An answer that signs the browser in.
fn signed_in(app: &App, token: &Token, to: &str) -> Result<HttpResponse, PageError> {
    with_cookie(to, &sign_in_cookie(token, app.secure_cookies))
}

/// Makes an account; what this browser kept moves to it.
pub async fn sign_up(
    app: web::Data<App>,
    http: HttpRequest,
    session: Session,
    ip: ClientIp,
    sent: Checked<Input>,
) -> Result<HttpResponse, PageError> {
    let Checked { reader, form, .. } = sent;
    let mut faults = Vec::new();
    let name = Name::parse(&form.name).map_err(|m| faults.push(("name", m.to_owned())));
    if let Err(m) = check_length(&form.password, &form.name) {
        faults.push(("password", m.to_owned()));
    }
    let again = |status, faults| again(&app, &reader, status, "up", &form.name, faults);
    let (Ok(name), true) = (name, faults.is_empty()) else {
        return again(StatusCode::UNPROCESSABLE_ENTITY, faults);
    };
    let counted = [(format!("sign-up {}", ip.0), throttle::SIGN_UPS)];
    if let Some(s) = attempt(&app, &counted).await? {
        let message = format!("too many new accounts from here: wait {}", in_words(s));
        return again(StatusCode::TOO_MANY_REQUESTS, vec![("name", message)]);
    }
    let (password, shown) = (form.password.clone(), form.name.clone());
    let judge = move || (!is_guessable(&password, &shown)).then(|| hash_password(&password));
    let Some(hash) = app.compute.run(&reader.caller, judge).await? else {
        let fault = vec![("password", GUESSABLE.to_owned())];
        return again(StatusCode::UNPROCESSABLE_ENTITY, fault);
    };
    let hash = hash?;
    let token = Token::fresh();
    if let Some(old) = token_of(&http) {
        app.store.sign_out(&old.hash()).await?;
    }
    // Only what a browser kept moves; whoever is signed in already keeps his own.
    let browser = browser(&session)?.1;
    let made = app
        .store
        .sign_up(
            name.shown(),
            name.key(),
            &hash,
            browser,
            &token.sign_in(&ip.0),
        )
        .await;
    match made {
        Ok(owner) => {
            renew(&session)?;
            join(&session, browser, owner)?;
            remember_account(&session, owner)?;
            signed_in(&app, &token, "/box?said=welcome")
        }
        Err(StoreError::Taken) => again(
            StatusCode::UNPROCESSABLE_ENTITY,
            vec![("name", "that name cannot be had: choose another".into())],
        ),
        Err(e) => Err(e.into()),
    }
}

/// Signs in. Wrong name and wrong password say the same, in the same time.
pub async fn sign_in(
    app: web::Data<App>,
    http: HttpRequest,
    session: Session,
    ip: ClientIp,
    sent: Checked<Input>,
) -> Result<HttpResponse, PageError> {
    let Checked { reader, form, .. } = sent;
    let again = |status, message: String| {
        again(
            &app,
            &reader,
            status,
            "in",
            &form.name,
            vec![("password", message)],
        )
    };
    let keys = Name::keys_of(&form.name);
    let locked = app.store.locked(&keys).await?;
    let [_, key] = keys;
    // The guesses of others do not keep an angler out of a browser that knows his account.
    let browser = locked
        .as_ref()
        .and_then(|l| browser_of_account(&session, l.owner));
    let counted = match browser {
        Some(browser) => vec![(format!("browser {browser} {key}"), throttle::PAIR)],
        None => subjects(&ip, &key),
    };
    if let Some(s) = attempt(&app, &counted).await? {
        let message = format!("too many tries: wait {}, then try again", in_words(s));
        return again(StatusCode::TOO_MANY_REQUESTS, message);
    }
    let hash = locked.as_ref().map(|l| l.password_hash.clone());
    let is_long = form.password.chars().count() > 200;
    let password = if is_long {
        String::new()
    } else {
        form.password.clone()
    };
    let verify = move || is_password_of(&password, hash.as_deref());
    let right = app.compute.run(&reader.caller, verify).await?;
    if let (Some(locked), false) = (&locked, right) {
        let owner = locked.owner;
        app.store
            .happened(owner, Happened::WrongPassword, &ip.0)
            .await?;
    }
    let Some(locked) = locked.filter(|_| right) else {
        return again(
            StatusCode::UNPROCESSABLE_ENTITY,
            "name and password do not belong together".into(),
        );
    };
    forgive(&app, counted).await?;
    enter(&app, &http, &session, (locked.owner, &ip), "/box").await
}

/// Signs in to the demo's angler, one for each visitor; only where the demo is on.
pub async fn demo(
    app: web::Data<App>,
    http: HttpRequest,
    session: Session,
    ip: ClientIp,
    sent: Checked<Input>,
) -> Result<HttpResponse, PageError> {
    if !app.demo {
        return Err(PageError::NotFound);
    }
    let counted = [(format!("demo {}", ip.0), throttle::DEMOS)];
    if let Some(s) = attempt(&app, &counted).await? {
        let message = format!(
            "too many visits to the demo from here: wait {}",
            in_words(s)
        );
        let faults = vec![("password", message)];
        let status = StatusCode::TOO_MANY_REQUESTS;
        return again(&app, &sent.reader, status, "in", "", faults);
    }
    leave(&app, &http).await?;
    let token = Token::fresh();
    let sign_in = token.sign_in(&ip.0);
    app.store.sign_in_to_copy(DEMO_ANGLER, &sign_in).await?;
    put_aside(&session)?;
    signed_in(&app, &token, "/box")
}

/// Ends the sign-in that a browser had.
async fn leave(app: &App, http: &HttpRequest) -> Result<(), PageError> {
    if let Some(old) = token_of(http) {
        app.store.sign_out(&old.hash()).await?;
    }
    Ok(())
}

async fn enter(
    app: &App,
    http: &HttpRequest,
    session: &Session,
    (owner, ip): (OwnerId, &ClientIp),
    to: &str,
) -> Result<HttpResponse, PageError> {
    leave(app, http).await?;
    let token = Token::fresh();
    app.store.sign_in(owner, &token.sign_in(&ip.0)).await?;
    put_aside(session)?;
    remember_account(session, owner)?;
    signed_in(app, &token, to)
}

fn signed_out(app: &App, session: &Session, to: &str) -> Result<HttpResponse, PageError> {
    give_back(session)?;
    with_cookie(to, &no_sign_in_cookie(app.secure_cookies))
}

/// Takes what this browser kept before the sign-in along into the account.
pub async fn along(
    app: web::Data<App>,
    session: Session,
    sent: Signed<Input>,
) -> Result<HttpResponse, PageError> {
    let owner = sent.member.account.owner;
    if sent.member.account.demo {
        return Err(PageError::NotFound);
    }
    if let Some(browser) = aside(&session) {
        app.store.claim(browser, owner).await?;
        join(&session, browser, owner)?;
    }
    Ok(see_other("/kept"))
}

/// Signs this browser out.
pub async fn sign_out(
    app: web::Data<App>,
    http: HttpRequest,
    session: Session,
    ip: ClientIp,
    sent: Checked<Input>,
) -> Result<HttpResponse, PageError> {
    if let Some(account) = sent.reader.account() {
        let owner = account.owner;
        app.store
            .happened(owner, Happened::SignedOut, &ip.0)
            .await?;
    }
    if let Some(token) = token_of(&http) {
        app.store.sign_out(&token.hash()).await?;
    }
    signed_out(&app, &session, "/account?said=out")
}

/// Signs every browser out.
pub async fn sign_out_everywhere(
    app: web::Data<App>,
    session: Session,
    ip: ClientIp,
    sent: Signed<Input>,
) -> Result<HttpResponse, PageError> {
    let owner = sent.member.account.owner;
    app.store.sign_out_everywhere(owner).await?;
    let what = Happened::SignedOutEverywhere;
    app.store.happened(owner, what, &ip.0).await?;
    signed_out(&app, &session, "/account?said=everywhere")
}
