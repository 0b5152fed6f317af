//! A limit on long computations: they run off the event loop, a few at a time. Members and
//! strangers have lanes of their own, and no caller fills a lane: the third request of one caller
//! waits for that caller's first.

use std::sync::Arc;
use std::thread::available_parallelism;
use std::time::Duration;

use actix_web::web;
use quick_cache::sync::Cache;
use tokio::sync::{OwnedSemaphorePermit, Semaphore};
use tokio::time::timeout;

use crate::reader::Caller;
use crate::reply::PageError;

/// Longest that a request waits for a permit.
const LONGEST_WAIT: Duration = Duration::from_secs(3);
/// Requests of one caller that are in a lane at once, running or waiting.
const PER_CALLER: usize = 2;
/// Callers whose queues are remembered.
const MOST_CALLERS: usize = 10_000;

/// The limit, shared by all requests of a server.
#[derive(Debug)]
pub struct ComputeLimit {
    members: Arc<Semaphore>,
    strangers: Arc<Semaphore>,
    callers: Cache<String, Arc<Semaphore>>,
}

impl Default for ComputeLimit {
    /// Each lane runs as many computations at a time as half the machine's cores.
    fn default() -> Self {
        let cores = available_parallelism().map_or(2, usize::from);
        Self::with_lanes((cores / 2).max(1))
    }
}

/// The right to run one computation. It is given back when the computation ends, even where the
/// client has hung up meanwhile.
#[derive(Debug)]
pub struct Permit {
    _caller: OwnedSemaphorePermit,
    _lane: OwnedSemaphorePermit,
}

impl Permit {
    /// Runs a computation on a thread of its own.
    ///
    /// # Errors
    /// [`PageError::Internal`] where the computation panics.
    pub async fn run<T: Send + 'static>(
        self,
        compute: impl FnOnce() -> T + Send + 'static,
    ) -> Result<T, PageError> {
        let run = move || {
            let _permit = self;
            compute()
        };
        web::block(run).await.map_err(|_| PageError::Internal)
    }
}

impl ComputeLimit {
    fn with_lanes(at_once: usize) -> Self {
        let lane = || Arc::new(Semaphore::new(at_once));
        Self {
            members: lane(),
            strangers: lane(),
            callers: Cache::new(MOST_CALLERS),
        }
    }

    /// Waits for a permit in the caller's lane.
    ///
    /// # Errors
    /// [`PageError::Busy`] where none is free in time.
    pub async fn permit(&self, caller: &Caller) -> Result<Permit, PageError> {
        let new = || Ok::<_, PageError>(Arc::new(Semaphore::new(PER_CALLER)));
        let queue = self.callers.get_or_insert_with(caller.key(), new)?;
        let lane = if caller.is_member() {
            self.members.clone()
        } else {
            self.strangers.clone()
        };
        let acquire = async {
            Ok(Permit {
                _caller: queue.acquire_owned().await?,
                _lane: lane.acquire_owned().await?,
            })
        };
        let permit: Result<_, tokio::sync::AcquireError> = timeout(LONGEST_WAIT, acquire)
            .await
            .map_err(|_| PageError::Busy)?;
        permit.map_err(|_| PageError::Internal)
    }

    /// Runs a computation as soon as the caller has a permit.
    ///
    /// # Errors
    /// [`PageError::Busy`] where none is free in time.
    pub async fn run<T: Send + 'static>(
        &self,
        caller: &Caller,
        compute: impl FnOnce() -> T + Send + 'static,
    ) -> Result<T, PageError> {
        self.permit(caller).await?.run(compute).await
    }
}

#[cfg(test)]
mod tests {
    use std::sync::atomic::{AtomicUsize, Ordering};
    use std::sync::mpsc;

    use yarrowfen_store::OwnerId;

    use super::*;

    #[actix_web::test]
    async fn a_lane_runs_no_more_than_its_number_at_once() {
        let limit = ComputeLimit::with_lanes(1);
        let (running, most) = (Arc::new(AtomicUsize::new(0)), Arc::new(AtomicUsize::new(0)));
        let requests = (0..8).map(|n| {
            let (running, most) = (running.clone(), most.clone());
            let caller = Caller::stranger(format!("192.0.2.{n}"));
            let limit = &limit;
            async move {
                let compute = move || {
                    most.fetch_max(running.fetch_add(1, Ordering::SeqCst) + 1, Ordering::SeqCst);
                    std::thread::sleep(Duration::from_millis(5));
                    running.fetch_sub(1, Ordering::SeqCst);
                };
                limit.run(&caller, compute).await
            }
        });
        let all = futures_util::future::join_all(requests).await;
        assert!(all.iter().all(Result::is_ok) && most.load(Ordering::SeqCst) == 1);
    }

    #[actix_web::test]
    async fn a_stranger_who_fills_a_lane_holds_no_member_up() {
        let limit = ComputeLimit::with_lanes(1);
        let stranger = Caller::stranger("192.0.2.1".into());
        let member = Caller::member(OwnerId(uuid::Uuid::from_u128(1)));
        let (end, ends) = mpsc::channel::<()>();
        let long = limit.run(&stranger, move || ends.recv().is_ok());
        let others = async {
            let late = limit.run(&stranger, || ()).await;
            let soon = limit.run(&member, || ()).await;
            let _ = end.send(());
            (late, soon)
        };
        let (long, (late, soon)) = tokio::join!(long, others);
        assert!(long.is_ok_and(|ended| ended));
        assert!(matches!(late, Err(PageError::Busy)));
        assert!(soon.is_ok());
    }

    #[actix_web::test]
    async fn a_client_that_hangs_up_keeps_its_permit_until_its_work_ends() {
        let limit = ComputeLimit::with_lanes(1);
        let caller = Caller::stranger("192.0.2.1".into());
        let (end, ends) = mpsc::channel::<()>();
        let hung_up = limit.run(&caller, move || ends.recv().is_ok());
        assert!(timeout(Duration::from_millis(50), hung_up).await.is_err());
        let other = Caller::stranger("192.0.2.2".into());
        let wait = timeout(Duration::from_millis(200), limit.permit(&other)).await;
        assert!(wait.is_err());
        let _ = end.send(());
        assert!(limit.permit(&other).await.is_ok());
    }
}
