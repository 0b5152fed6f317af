//! What who is signed in does with the account itself: another password, the end.

use actix_session::Session;
use actix_web::{HttpResponse, web};
use yarrowfen_pages::page;
use yarrowfen_store::Happened;

use super::{Input, SHOWN, attempt, forgive, signed_in, signed_out, subjects};
use crate::account::throttle::in_words;
use crate::account::{
    GUESSABLE, Name, Token, check_length, hash_password, is_guessable, is_password_of,
};
use crate::app::App;
use crate::reader::{ClientIp, Member, Signed, renew};
use crate::reply::{PageError, shown};

/// Checks the password of who is signed in; counted like a sign-in.
async fn check_own(
    app: &App,
    ip: &ClientIp,
    member: &Member,
    password: &str,
) -> Result<Result<(), String>, PageError> {
    if member.account.demo {
        return Ok(Err("the demo's angler has no password and stays".into()));
    }
    let [_, key] = Name::keys_of(&member.account.name);
    let counted = subjects(ip, &key);
    if let Some(s) = attempt(app, &counted).await? {
        return Ok(Err(format!(
            "too many tries: wait {}, then try again",
            in_words(s)
        )));
    }
    let locked = app.store.locked_by_owner(member.account.owner).await?;
    let password = password.to_owned();
    let verify = move || is_password_of(&password, Some(&locked.password_hash));
    if !app.compute.run(&member.caller, verify).await? {
        let what = Happened::WrongPassword;
        app.store
            .happened(member.account.owner, what, &ip.0)
            .await?;
        return Ok(Err("that is not the password".into()));
    }
    forgive(app, counted).await?;
    Ok(Ok(()))
}

pub(super) async fn mine_again(
    app: &App,
    member: &Member,
    faults: Vec<(&'static str, String)>,
) -> Result<HttpResponse, PageError> {
    let (reader, account) = (&member.reader, &member.account);
    let happened = app.store.happened_to(account.owner, SHOWN).await?;
    shown(page::mine(reader, account, &happened, None, faults))
}

/// Changes the password; every other browser is signed out.
pub async fn password(
    app: web::Data<App>,
    ip: ClientIp,
    session: Session,
    sent: Signed<Input>,
) -> Result<HttpResponse, PageError> {
    let Signed { member, form, .. } = sent;
    if let Err(m) = check_length(&form.new_password, &member.account.name) {
        return mine_again(&app, &member, vec![("new_password", m.into())]).await;
    }
    if let Err(message) = check_own(&app, &ip, &member, &form.password).await? {
        return mine_again(&app, &member, vec![("password", message)]).await;
    }
    let (new, name) = (form.new_password.clone(), member.account.name.clone());
    let judge = move || (!is_guessable(&new, &name)).then(|| hash_password(&new));
    let Some(hash) = app.compute.run(&member.caller, judge).await? else {
        return mine_again(&app, &member, vec![("new_password", GUESSABLE.into())]).await;
    };
    let hash = hash?;
    let token = Token::fresh();
    let owner = member.account.owner;
    app.store
        .change_password(owner, &hash, &token.sign_in(&ip.0))
        .await?;
    renew(&session)?;
    signed_in(&app, &token, "/account?said=password")
}

/// Deletes the account with everything in it.
pub async fn delete(
    app: web::Data<App>,
    ip: ClientIp,
    session: Session,
    sent: Signed<Input>,
) -> Result<HttpResponse, PageError> {
    let Signed { member, form, .. } = sent;
    if let Err(message) = check_own(&app, &ip, &member, &form.password).await? {
        return mine_again(&app, &member, vec![("delete", message)]).await;
    }
    app.store
        .delete_account_with_everything(member.account.owner)
        .await?;
    signed_out(&app, &session, "/account?said=gone")
}
