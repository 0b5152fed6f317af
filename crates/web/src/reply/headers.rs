//! Headers of every answer, and what no request may ask for.

use actix_web::body::{BoxBody, MessageBody};
use actix_web::dev::{ServiceRequest, ServiceResponse};
use actix_web::http::StatusCode;
use actix_web::http::header::{
    CACHE_CONTROL, CONTENT_ENCODING, CONTENT_SECURITY_POLICY, HeaderMap, HeaderName, HeaderValue,
    REFERRER_POLICY, STRICT_TRANSPORT_SECURITY, VARY, X_CONTENT_TYPE_OPTIONS,
};
use actix_web::middleware::Next;
use actix_web::{Error, web};

use super::PageError;
use crate::app::App;
use crate::files::CSP;

/// Headers that every answer has.
const EVERY: [(HeaderName, &str); 6] = [
    (CONTENT_SECURITY_POLICY, CSP),
    (X_CONTENT_TYPE_OPTIONS, "nosniff"),
    (REFERRER_POLICY, "same-origin"),
    (
        HeaderName::from_static("permissions-policy"),
        "camera=(), microphone=(), geolocation=(), payment=(), usb=(), browsing-topics=()",
    ),
    (
        HeaderName::from_static("cross-origin-opener-policy"),
        "same-origin",
    ),
    (
        HeaderName::from_static("cross-origin-resource-policy"),
        "same-origin",
    ),
];
/// A year: whoever came over HTTPS once comes so again.
const ALWAYS_HTTPS: &str = "max-age=31536000";

/// How long an answer may be kept, and by whom it differs: a page knows its reader and is
/// nobody else's; a file whose address ends in the version that is served never changes; any
/// other is asked about: under another version's name it is not that version's file.
fn kept(
    (path, query): (&str, &str),
    status: StatusCode,
    version: &str,
) -> (&'static str, Option<&'static str>) {
    // An error is the answer to this one request: a cache must not give it to the next.
    let is_file = matches!(
        status,
        StatusCode::OK | StatusCode::PARTIAL_CONTENT | StatusCode::NOT_MODIFIED
    );
    if !is_file {
        return ("no-store", Some("cookie"));
    }
    if !path.starts_with("/static/") {
        ("no-store", Some("cookie"))
    } else if query.strip_prefix("v=") == Some(version) {
        ("public, max-age=31536000, immutable", None)
    } else {
        ("no-cache", None)
    }
}

fn put(headers: &mut HeaderMap, name: HeaderName, value: &'static str) {
    if !headers.contains_key(&name) {
        headers.insert(name, HeaderValue::from_static(value));
    }
}

/// Middleware: adds the headers that an answer does not have. A packed request is refused:
/// unpacked, a small one fills the memory.
///
/// # Errors
/// Those of the service below.
pub async fn headers<B: MessageBody + 'static>(
    request: ServiceRequest,
    next: Next<B>,
) -> Result<ServiceResponse<BoxBody>, Error> {
    let app = request.app_data::<web::Data<App>>().cloned();
    let secure = app.as_ref().is_some_and(|app| app.secure_cookies);
    let version = app.as_ref().map_or("", |app| &app.assets.version);
    let packed = request.headers().get(CONTENT_ENCODING);
    let mut reply = if packed.is_some_and(|coding| coding != "identity") {
        request.error_response(PageError::Packed)
    } else {
        next.call(request).await?.map_into_boxed_body()
    };
    let asked = reply.request();
    let file = (asked.path(), asked.query_string());
    let (control, vary) = kept(file, reply.status(), version);
    let headers = reply.headers_mut();
    for (name, value) in EVERY {
        put(headers, name, value);
    }
    put(headers, CACHE_CONTROL, control);
    if let Some(vary) = vary {
        headers.append(VARY, HeaderValue::from_static(vary));
    }
    if secure {
        put(headers, STRICT_TRANSPORT_SECURITY, ALWAYS_HTTPS);
    }
    Ok(reply)
}
