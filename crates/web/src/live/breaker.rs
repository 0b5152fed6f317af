//! A database that is away is not asked by every page: one waits for it, the others know.

use std::sync::atomic::{AtomicU64, Ordering};
use std::time::Duration;

use tokio::time::{Instant, timeout};
use yarrowfen_store::StoreError;

/// Longest that who is signed in is waited for.
pub const PATIENCE: Duration = Duration::from_millis(700);
/// After a failure nobody asks for so long.
const LEFT_ALONE: Duration = Duration::from_millis(1000);

/// Why there is no answer.
#[derive(Debug, thiserror::Error)]
pub enum Away {
    /// It did not answer a moment ago.
    #[error("it was away a moment ago")]
    LeftAlone,
    /// It did not answer in time.
    #[error("it did not answer in time")]
    Late,
    /// It could not.
    #[error("it could not answer")]
    Failed(#[source] StoreError),
}

/// Knows whether the database answered of late.
#[derive(Debug)]
pub struct Breaker {
    begun: Instant,
    /// Until when nobody asks, ms since `begun`; 0 while it answers.
    open_until: AtomicU64,
}

impl Default for Breaker {
    fn default() -> Self {
        Self {
            begun: Instant::now(),
            open_until: AtomicU64::new(0),
        }
    }
}

impl Breaker {
    fn now(&self) -> u64 {
        u64::try_from(self.begun.elapsed().as_millis()).unwrap_or(u64::MAX)
    }

    /// Whether nobody asks just now.
    #[must_use]
    pub fn is_open(&self) -> bool {
        self.now() < self.open_until.load(Ordering::SeqCst)
    }

    fn after(&self, wait: Duration) -> u64 {
        let wait = u64::try_from(wait.as_millis()).unwrap_or(u64::MAX);
        self.now().saturating_add(wait)
    }

    /// Asks, or says at once that it is away. Of those that come after a failure one asks;
    /// the others go on without until it knows.
    ///
    /// # Errors
    /// When there is no answer.
    pub async fn ask<T, F>(&self, question: impl FnOnce() -> F) -> Result<T, Away>
    where
        F: Future<Output = Result<T, StoreError>>,
    {
        let until = self.open_until.load(Ordering::Acquire);
        if until > 0 {
            let mine = self.after(PATIENCE);
            let probes = self.now() >= until
                && self
                    .open_until
                    .compare_exchange(until, mine, Ordering::AcqRel, Ordering::Acquire)
                    .is_ok();
            if !probes {
                return Err(Away::LeftAlone);
            }
        }
        let away = match timeout(PATIENCE, question()).await {
            Ok(Ok(answer)) => {
                self.open_until.store(0, Ordering::Release);
                return Ok(answer);
            }
            Ok(Err(e)) => Away::Failed(e),
            Err(_) => Away::Late,
        };
        self.open_until
            .store(self.after(LEFT_ALONE), Ordering::Release);
        Err(away)
    }
}

#[cfg(test)]
mod tests {
    use std::cell::Cell;
    use std::future::pending;

    use tokio::time::advance;

    use super::*;

    #[tokio::test(start_paused = true)]
    async fn one_waits_and_the_others_know_until_it_answers() {
        let (breaker, asked) = (Breaker::default(), Cell::new(0));
        let hung = || {
            asked.set(asked.get() + 1);
            pending::<Result<(), StoreError>>()
        };
        assert!(matches!(breaker.ask(hung).await, Err(Away::Late)));
        for _ in 0..20 {
            assert!(matches!(breaker.ask(hung).await, Err(Away::LeftAlone)));
        }
        assert_eq!(asked.get(), 1);
        advance(LEFT_ALONE + Duration::from_millis(20)).await;
        let (first, second) = tokio::join!(breaker.ask(hung), breaker.ask(hung));
        assert!(matches!(first, Err(Away::Late)) && matches!(second, Err(Away::LeftAlone)));
        assert_eq!(asked.get(), 2);
        advance(LEFT_ALONE + Duration::from_millis(20)).await;
        assert_eq!(breaker.ask(async || Ok(7)).await.ok(), Some(7));
        assert_eq!(breaker.ask(async || Ok(8)).await.ok(), Some(8));
    }
}
