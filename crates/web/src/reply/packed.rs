//! Replies packed for the way: pages, styles and scripts with gzip at its usual level. The
//! server's own middleware packs at the fastest one, and a page comes out half as large
//! again.

use std::io::Write;

use actix_web::Error;
use actix_web::body::{BodySize, BoxBody, MessageBody, to_bytes};
use actix_web::dev::{ServiceRequest, ServiceResponse};
use actix_web::http::header::{
    ACCEPT_ENCODING, CONTENT_ENCODING, CONTENT_TYPE, HeaderMap, HeaderValue, VARY,
};
use actix_web::middleware::Next;
use actix_web::web::Bytes;
use flate2::Compression;
use flate2::write::GzEncoder;

use super::off_loop;

/// Smallest body that is packed, and largest, bytes.
const PACKED: std::ops::RangeInclusive<u64> = 900..=8_000_000;

/// From this size on packing takes long enough to hold others up, bytes.
const LARGE: usize = 200_000;

/// Packs what a reader's browser takes packed.
///
/// # Errors
/// Those of the service below.
pub async fn packed<B: MessageBody + 'static>(
    request: ServiceRequest,
    next: Next<B>,
) -> Result<ServiceResponse<BoxBody>, Error> {
    let takes = takes_packed(request.headers());
    let reply = next.call(request).await?.map_into_boxed_body();
    if !takes || !worth_it(&reply) {
        return Ok(reply);
    }
    let (request, reply) = reply.into_parts();
    let (mut head, body) = reply.into_parts();
    let bytes = to_bytes(body)
        .await
        .map_err(|e| actix_web::error::ErrorInternalServerError(e.to_string()))?;
    let headers = head.headers_mut();
    headers.insert(CONTENT_ENCODING, HeaderValue::from_static("gzip"));
    headers.append(VARY, HeaderValue::from_static("accept-encoding"));
    let packed = if bytes.len() > LARGE {
        let pack = move || gzip(&bytes, Compression::default());
        off_loop(pack).await??
    } else {
        gzip(&bytes, Compression::default())?
    };
    let reply = head.set_body(packed);
    Ok(ServiceResponse::new(request, reply).map_into_boxed_body())
}

/// Whether who asks takes gzip.
pub fn takes_packed(headers: &HeaderMap) -> bool {
    let accepts = headers.get(ACCEPT_ENCODING).and_then(|v| v.to_str().ok());
    accepts.is_some_and(takes_gzip)
}

/// Whether a browser that sends this takes gzip.
fn takes_gzip(accepts: &str) -> bool {
    accepts.split(',').any(|coding| {
        let (name, q) = coding.split_once(';').unwrap_or((coding, ""));
        let refused = q.trim().trim_start_matches("q=").parse() == Ok(0.0);
        matches!(name.trim(), "gzip" | "*") && !refused
    })
}

/// Whether a reply is text of a size worth packing, whole, and not packed yet.
fn worth_it(reply: &ServiceResponse<BoxBody>) -> bool {
    let size = match reply.response().body().size() {
        BodySize::Sized(size) => size,
        BodySize::None | BodySize::Stream => return false,
    };
    let kind = reply.headers().get(CONTENT_TYPE);
    let text = kind.and_then(|k| k.to_str().ok()).is_some_and(|k| {
        k.starts_with("text/")
            || ["javascript", "json", "svg"]
                .iter()
                .any(|part| k.contains(part))
    });
    text && PACKED.contains(&size)
        && reply.status() != actix_web::http::StatusCode::PARTIAL_CONTENT
        && !reply.headers().contains_key(CONTENT_ENCODING)
}

/// Packs.
///
/// # Errors
/// None that memory does not give.
pub fn gzip(bytes: &[u8], level: Compression) -> std::io::Result<Bytes> {
    let mut packer = GzEncoder::new(Vec::with_capacity(bytes.len() / 3), level);
    packer.write_all(bytes)?;
    Ok(packer.finish()?.into())
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn what_a_browser_takes_is_read() {
        assert!(
            takes_gzip("gzip, deflate, br")
                && takes_gzip("*")
                && takes_gzip("br;q=1.0, gzip;q=0.8")
        );
        assert!(!takes_gzip("br") && !takes_gzip("gzip;q=0") && !takes_gzip(""));
    }
}
