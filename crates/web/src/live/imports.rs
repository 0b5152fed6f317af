//! Files that are being taken in by this server.

use std::sync::Arc;
use std::sync::atomic::{AtomicUsize, Ordering};
use std::time::Duration;

use quick_cache::sync::Cache;
use tokio::time::timeout;
use tokio_util::task::TaskTracker;
use uuid::Uuid;
use yarrowfen_core::own_box::csv::Read;
use yarrowfen_store::{OwnerId, State, Store, StoreError};

use crate::reply::PageError;

/// How far a file has come.
#[derive(Debug, Default)]
pub struct Progress {
    done: AtomicUsize,
    total: AtomicUsize,
    failed: AtomicUsize,
}

impl Progress {
    /// Rows written and rows in all.
    #[must_use]
    pub fn rows(&self) -> (usize, usize) {
        (
            self.done.load(Ordering::Relaxed),
            self.total.load(Ordering::Relaxed),
        )
    }
    /// Why it failed, as a status; none while it runs.
    #[must_use]
    pub fn failed(&self) -> Option<PageError> {
        match self.failed.load(Ordering::Relaxed) {
            0 => None,
            1 => Some(PageError::Full),
            _ => Some(PageError::Internal),
        }
    }
}

/// Files that are being taken in by this server.
pub struct Running {
    /// How far each has come.
    progress: Cache<Uuid, Arc<Progress>>,
    /// What writes them.
    tasks: TaskTracker,
}

impl Default for Running {
    fn default() -> Self {
        Self {
            progress: Cache::new(1000),
            tasks: TaskTracker::new(),
        }
    }
}

impl Running {
    /// How far a file has come; nothing where it is not being taken in.
    #[must_use]
    pub fn progress(&self, id: Uuid) -> Option<Arc<Progress>> {
        self.progress.get(&id)
    }

    /// Waits until those that were begun have ended, but not for ever.
    pub async fn ended(&self, longest: Duration) {
        self.tasks.close();
        if timeout(longest, self.tasks.wait()).await.is_err() {
            tracing::error!("a file was still being taken in: nothing of it is there");
        }
    }

    /// Forgets a file.
    pub fn forget(&self, id: Uuid) {
        self.progress.remove(&id);
    }
}

/// Begins to write a file's rows, in the background.
pub fn begin(store: Store, running: Arc<Running>, owner: OwnerId, id: Uuid, rows: Read) {
    // The server is ending: the file stays, to be taken in by the next.
    if running.tasks.is_closed() {
        return;
    }
    let progress = Arc::new(Progress::default());
    progress.total.store(rows.items.len(), Ordering::Relaxed);
    running.progress.insert(id, progress.clone());
    let taking = run(store, running.clone(), owner, id, rows, progress.clone());
    // A task that breaks is a failure like any other: its page must not wait for ever.
    let tracker = running.tasks.clone();
    tracker.spawn(async move {
        if let Err(e) = tokio::spawn(taking).await {
            tracing::error!(error = %e, "an import broke");
            progress.failed.store(2, Ordering::Relaxed);
        }
    });
}

/// Writes the rows, then forgets the progress: from then on the database tells.
async fn run(
    store: Store,
    running: Arc<Running>,
    owner: OwnerId,
    id: Uuid,
    rows: Read,
    progress: Arc<Progress>,
) {
    let state = |item| State {
        item,
        archived: false,
        added_at: None,
    };
    let states: Vec<State> = rows.items.into_iter().map(state).collect();
    let step = |done| progress.done.store(done, Ordering::Relaxed);
    match store.take_import(owner, id, &states, step).await {
        Ok(_) => {
            running.progress.remove(&id);
        }
        Err(StoreError::Full(_)) => progress.failed.store(1, Ordering::Relaxed),
        // Another server took it in meanwhile: it is there, once.
        Err(StoreError::NotFound) => {
            running.progress.remove(&id);
        }
        Err(e) => {
            tracing::error!(error = ?e, "an import failed");
            progress.failed.store(2, Ordering::Relaxed);
        }
    }
}
