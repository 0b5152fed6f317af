//! Pages that take long to compute go through a gate: off the event loop, a few at a time, so
//! that nobody's asking stops the others.

use std::thread::available_parallelism;
use std::time::Duration;

use actix_web::web;
use tokio::sync::Semaphore;
use tokio::time::timeout;

use crate::reply::PageError;

/// Longest that a page waits for its turn.
const LONGEST_WAIT: Duration = Duration::from_secs(3);

/// The gate.
#[derive(Debug)]
pub struct Gate(Semaphore);

impl Default for Gate {
    /// As many at a time as half the machine's cores: the other half answers what is cheap.
    fn default() -> Self {
        let cores = available_parallelism().map_or(2, usize::from);
        Self(Semaphore::new((cores / 2).max(1)))
    }
}

impl Gate {
    /// Computes when its turn comes.
    ///
    /// # Errors
    /// [`PageError::Busy`] where its turn does not come in time.
    pub async fn through<T: Send + 'static>(
        &self,
        compute: impl FnOnce() -> T + Send + 'static,
    ) -> Result<T, PageError> {
        let turn = timeout(LONGEST_WAIT, self.0.acquire()).await;
        let _turn = turn
            .map_err(|_| PageError::Busy)?
            .map_err(|_| PageError::Internal)?;
        web::block(compute).await.map_err(|_| PageError::Internal)
    }
}

#[cfg(test)]
mod tests {
    use std::sync::atomic::{AtomicUsize, Ordering};
    use std::sync::{Arc, mpsc};

    use super::*;

    #[actix_web::test]
    async fn no_more_than_its_number_compute_at_once_and_who_waits_too_long_is_told() {
        let gate = Gate(Semaphore::new(1));
        let (at_once, most) = (Arc::new(AtomicUsize::new(0)), Arc::new(AtomicUsize::new(0)));
        let one = || {
            let (at_once, most) = (at_once.clone(), most.clone());
            gate.through(move || {
                most.fetch_max(at_once.fetch_add(1, Ordering::SeqCst) + 1, Ordering::SeqCst);
                std::thread::sleep(Duration::from_millis(5));
                at_once.fetch_sub(1, Ordering::SeqCst);
            })
        };
        let all = futures_util::future::join_all((0..8).map(|_| one())).await;
        assert!(all.iter().all(Result::is_ok) && most.load(Ordering::SeqCst) == 1);
        // One that does not end holds the others up no longer than they wait.
        let (end, ends) = mpsc::channel::<()>();
        let held = gate.through(move || ends.recv().is_ok());
        let late = async {
            let late = gate.through(|| ()).await;
            let _ = end.send(());
            late
        };
        let (held, late) = tokio::join!(held, late);
        assert!(held.is_ok_and(|ended| ended) && matches!(late, Err(PageError::Busy)));
    }
}
