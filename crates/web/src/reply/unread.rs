//! Large answers that nobody reads are let go: a client must take so many bytes in each stretch of
//! time, else the answer is dropped and the connection ends.

use std::cell::{Cell, RefCell};
use std::pin::Pin;
use std::rc::Rc;
use std::task::{Context, Poll};
use std::time::Duration;

use actix_web::Error;
use actix_web::body::{BodySize, BoxBody, MessageBody};
use actix_web::dev::{ServiceRequest, ServiceResponse};
use actix_web::middleware::Next;
use actix_web::web::Bytes;
use tokio::time::sleep;

/// Answers from this size on are watched, bytes.
const LARGE: u64 = 128 * 1024;
/// Largest piece that is given to a connection at once, bytes.
const PIECE: usize = 64 * 1024;
/// Each stretch of this length must take [`LEAST_BYTES`].
const STRETCH: Duration = Duration::from_secs(30);
/// Least bytes in a stretch: 8 kB a second.
const LEAST_BYTES: usize = 30 * 8 * 1024;

/// Why an answer ends early.
#[derive(Debug, thiserror::Error)]
#[error("the client takes the answer too slowly")]
struct TooSlow;

/// An answer that is being sent.
#[derive(Default)]
struct Sending {
    /// The rest of the answer; `None` where it was dropped.
    body: RefCell<Option<BoxBody>>,
    piece: RefCell<Bytes>,
    taken: Cell<usize>,
    is_over: Cell<bool>,
}

impl Sending {
    fn drop_rest(&self) {
        self.body.replace(None);
        self.piece.replace(Bytes::new());
    }

    /// Gives the next piece of the answer.
    fn next(&self, context: &mut Context<'_>) -> Poll<Option<Result<Bytes, Error>>> {
        let mut piece = self.piece.borrow_mut();
        if piece.is_empty() {
            let mut body = self.body.borrow_mut();
            let Some(body) = body.as_mut() else {
                return Poll::Ready(Some(Err(actix_web::error::ErrorRequestTimeout(TooSlow))));
            };
            match Pin::new(body).poll_next(context) {
                Poll::Pending => {
                    // We are waited for, not the client.
                    self.taken.set(self.taken.get().max(LEAST_BYTES));
                    return Poll::Pending;
                }
                Poll::Ready(Some(Ok(bytes))) => *piece = bytes,
                Poll::Ready(Some(Err(e))) => {
                    let e = actix_web::error::ErrorInternalServerError(e.to_string());
                    return Poll::Ready(Some(Err(e)));
                }
                Poll::Ready(None) => return Poll::Ready(None),
            }
        }
        let length = piece.len().min(PIECE);
        self.taken.set(self.taken.get() + length);
        Poll::Ready(Some(Ok(piece.split_to(length))))
    }
}

/// The body of an answer that is watched.
struct Watched {
    size: BodySize,
    sending: Rc<Sending>,
}

impl Drop for Watched {
    fn drop(&mut self) {
        self.sending.is_over.set(true);
        self.sending.drop_rest();
    }
}

impl MessageBody for Watched {
    type Error = Error;
    fn size(&self) -> BodySize {
        self.size
    }
    fn poll_next(
        self: Pin<&mut Self>,
        context: &mut Context<'_>,
    ) -> Poll<Option<Result<Bytes, Error>>> {
        self.sending.next(context)
    }
}

/// Watches an answer until it is over, and drops it where it is not taken.
async fn watch(sending: Rc<Sending>) {
    loop {
        sending.taken.set(0);
        sleep(STRETCH).await;
        if sending.is_over.get() {
            return;
        }
        if sending.taken.get() < LEAST_BYTES {
            sending.drop_rest();
            return;
        }
    }
}

fn watched(size: BodySize, body: BoxBody) -> (Watched, Rc<Sending>) {
    let sending = Rc::new(Sending {
        body: RefCell::new(Some(body)),
        ..Sending::default()
    });
    let watched = Watched {
        size,
        sending: sending.clone(),
    };
    (watched, sending)
}

/// Middleware: watches large answers.
///
/// # Errors
/// Those of the service below.
pub async fn let_go<B: MessageBody + 'static>(
    request: ServiceRequest,
    next: Next<B>,
) -> Result<ServiceResponse<BoxBody>, Error> {
    let reply = next.call(request).await?.map_into_boxed_body();
    let size = reply.response().body().size();
    let is_large = match size {
        BodySize::None => false,
        BodySize::Sized(bytes) => bytes >= LARGE,
        BodySize::Stream => true,
    };
    if !is_large {
        return Ok(reply);
    }
    Ok(reply.map_body(|_, body| {
        let (watched, sending) = watched(size, body);
        actix_web::rt::spawn(watch(sending));
        BoxBody::new(watched)
    }))
}

#[cfg(test)]
mod tests {
    use std::future::poll_fn;

    use super::*;

    /// Takes pieces of an answer, one each so many seconds; gives the bytes that came, and whether
    /// it ended well.
    async fn taken(pause: u64) -> (usize, bool) {
        let bytes = Bytes::from(vec![7; 3_000_000]);
        let (body, sending) = watched(BodySize::Sized(3_000_000), BoxBody::new(bytes));
        let watch = actix_web::rt::spawn(watch(sending));
        let (mut body, mut all) = (Box::pin(body), 0);
        let ended = loop {
            sleep(Duration::from_secs(pause)).await;
            match poll_fn(|context| body.as_mut().poll_next(context)).await {
                Some(Ok(piece)) => all += piece.len(),
                Some(Err(_)) => break false,
                None => break true,
            }
        };
        drop(body);
        let _ = watch.await;
        (all, ended)
    }

    #[actix_web::test]
    async fn a_client_that_reads_gets_all_and_one_that_does_not_is_given_up() {
        tokio::time::pause();
        assert_eq!(taken(0).await, (3_000_000, true));
        assert_eq!(taken(5).await, (3_000_000, true));
        let (bytes, ended) = taken(40).await;
        assert!(!ended && bytes < 200_000, "{bytes}");
    }
}
