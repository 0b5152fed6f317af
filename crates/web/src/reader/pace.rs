//! A deadline for what a client sends: so many bytes must come in each stretch of time.

use std::time::Duration;

use futures_util::StreamExt;
use tokio::time::{Instant, timeout_at};

use crate::reply::PageError;

/// Each stretch of this length must bring [`LEAST_BYTES`].
const STRETCH: Duration = Duration::from_secs(20);
/// Least bytes in a stretch: 16 kB a second, an old phone's signal.
const LEAST_BYTES: usize = 20 * 16 * 1024;

/// After so many bytes others on the event loop have their turn.
const OTHERS_EVERY: usize = 64 * 1024;

/// How fast a body comes. A client that stops is given up within one stretch.
#[derive(Debug)]
pub struct Pace {
    stretch_began: Instant,
    bytes: usize,
    /// Bytes since others on the event loop had their turn.
    since_others: usize,
}

impl Default for Pace {
    fn default() -> Self {
        Self {
            stretch_began: Instant::now(),
            bytes: 0,
            since_others: 0,
        }
    }
}

impl Pace {
    /// Waits for the next part of a body.
    ///
    /// # Errors
    /// [`PageError::Late`] where the stretch ends with too few bytes.
    pub async fn next<S: StreamExt + Unpin>(
        &mut self,
        body: &mut S,
    ) -> Result<Option<S::Item>, PageError> {
        // A body that is all there already would keep the event loop from everybody else.
        if self.since_others >= OTHERS_EVERY {
            self.since_others = 0;
            tokio::task::yield_now().await;
        }
        let next = timeout_at(self.stretch_began + STRETCH, body.next()).await;
        next.map_err(|_| PageError::Late)
    }

    /// Counts bytes that came.
    pub fn count(&mut self, bytes: usize) {
        self.since_others += bytes;
        self.bytes += bytes;
        if self.bytes >= LEAST_BYTES {
            self.stretch_began = Instant::now();
            self.bytes = 0;
        }
    }
}

#[cfg(test)]
mod tests {
    use futures_util::stream;
    use tokio::time::sleep;

    use super::*;

    /// Sends parts of a size, one each so many seconds, and tells how many came.
    async fn parts_that_come(bytes: usize, seconds: u64) -> usize {
        let mut body = Box::pin(stream::unfold((), |()| async move {
            sleep(Duration::from_secs(seconds)).await;
            Some((bytes, ()))
        }));
        let mut pace = Pace::default();
        for part in 0..100 {
            match pace.next(&mut body).await {
                Ok(Some(bytes)) => pace.count(bytes),
                _ => return part,
            }
        }
        100
    }

    #[tokio::test(start_paused = true)]
    async fn a_steady_client_is_waited_for_and_a_stalled_one_is_not() {
        assert_eq!(parts_that_come(32 * 1024, 1).await, 100);
        // 100 kB at once, then a byte a second.
        assert!(parts_that_come(1, 1).await <= 20);
        assert_eq!(parts_that_come(1_000_000, 21).await, 0);
    }
}
