//! Who may knock: requests under names that are ours, and forms that come from our own pages.

use actix_web::body::{BoxBody, MessageBody};
use actix_web::dev::{ServiceRequest, ServiceResponse};
use actix_web::http::header::{HOST, HeaderMap, ORIGIN};
use actix_web::http::uri::Authority;
use actix_web::middleware::Next;
use actix_web::{Error, web};

use super::PageError;
use crate::app::App;

/// What a proxy asks by whatever address it has.
const BY_ANY_NAME: [&str; 2] = ["/alive", "/health"];

fn text<'h>(headers: &'h HeaderMap, name: &str) -> Option<&'h str> {
    headers.get(name).and_then(|v| v.to_str().ok())
}

/// Whether a name that was asked for is one of ours, whatever its port; all are where none is named.
fn ours(host: Option<&str>, hosts: &[String]) -> bool {
    let name = host.and_then(|h| h.parse::<Authority>().ok());
    hosts.is_empty() || name.is_some_and(|n| hosts.iter().any(|h| h.eq_ignore_ascii_case(n.host())))
}

/// Whether what changes something was sent by a page of ours, as far as the browser says. Programs
/// say nothing of it, and have no cookie that a foreign page could send for them.
/// Published: W3C, Fetch Metadata Request Headers; RFC 6454.
fn from_here(headers: &HeaderMap) -> bool {
    match (
        text(headers, "sec-fetch-site"),
        text(headers, ORIGIN.as_str()),
    ) {
        (Some(site), _) => matches!(site, "same-origin" | "none"),
        (None, Some(origin)) => {
            let from = origin.split_once("://").map(|(_, authority)| authority);
            from.is_some() && from == text(headers, HOST.as_str())
        }
        (None, None) => true,
    }
}

/// Middleware: refuses a name that is not ours, and a form that a foreign page sends.
///
/// # Errors
/// Those of the service below.
pub async fn doors<B: MessageBody + 'static>(
    request: ServiceRequest,
    next: Next<B>,
) -> Result<ServiceResponse<BoxBody>, Error> {
    let app = request.app_data::<web::Data<App>>();
    let hosts = app.map_or(&[][..], |app| &app.hosts);
    let host = text(request.headers(), HOST.as_str());
    let host = host.or_else(|| request.uri().authority().map(Authority::as_str));
    if !ours(host, hosts) && !BY_ANY_NAME.contains(&request.path()) {
        return Ok(request.error_response(PageError::OtherName));
    }
    if !request.method().is_safe() && !from_here(request.headers()) {
        return Ok(request.error_response(PageError::Forged));
    }
    Ok(next.call(request).await?.map_into_boxed_body())
}

#[cfg(test)]
mod tests {
    use actix_web::http::header::{HeaderName, HeaderValue};

    use super::*;

    fn headers(all: &[(&'static str, &'static str)]) -> HeaderMap {
        let pair = |(k, v): &(&'static str, &'static str)| {
            (HeaderName::from_static(k), HeaderValue::from_static(v))
        };
        all.iter().map(pair).collect()
    }

    #[test]
    fn only_pages_of_ours_and_programs_send_forms() {
        for (all, here) in [
            (&[][..], true),
            (&[("sec-fetch-site", "same-origin")], true),
            (&[("sec-fetch-site", "none")], true),
            (&[("sec-fetch-site", "same-site")], false),
            (&[("sec-fetch-site", "cross-site")], false),
            (
                &[("origin", "https://fen.example"), ("host", "fen.example")],
                true,
            ),
            (
                &[
                    ("origin", "http://fen.example:7380"),
                    ("host", "fen.example:7380"),
                ],
                true,
            ),
            (
                &[
                    ("origin", "http://fen.example:7381"),
                    ("host", "fen.example:7380"),
                ],
                false,
            ),
            (
                &[("origin", "https://evil.example"), ("host", "fen.example")],
                false,
            ),
            (&[("origin", "null"), ("host", "fen.example")], false),
            // What the browser says of itself goes before what may be missing.
            (
                &[
                    ("sec-fetch-site", "cross-site"),
                    ("origin", "https://fen.example"),
                    ("host", "fen.example"),
                ],
                false,
            ),
        ] {
            assert_eq!(from_here(&headers(all)), here, "{all:?}");
        }
    }

    #[test]
    fn a_name_is_ours_with_any_port_and_in_any_case() {
        let hosts = ["fen.example".to_owned(), "[::1]".to_owned()];
        for (host, is) in [
            (Some("fen.example"), true),
            (Some("Fen.Example:7380"), true),
            (Some("[::1]:7380"), true),
            (Some("evil.example"), false),
            (Some("fen.example.evil.example"), false),
            (Some("fen.example@evil.example"), false),
            (Some(""), false),
            (None, false),
        ] {
            assert_eq!(ours(host, &hosts), is, "{host:?}");
        }
        assert!(ours(None, &[]) && ours(Some("any"), &[]));
    }
}
