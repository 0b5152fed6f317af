//! What handlers work with.

use std::path::PathBuf;
use std::sync::Arc;

use ipnet::IpNet;
use tokio::sync::Semaphore;
use yarrowfen_core::Engine;
use yarrowfen_core::day::{Event, Log, Span, spans};
use yarrowfen_core::explore::ledger::{Lost, OwnSize, lost_over, own_sizes};
use yarrowfen_pages::held::HeldBox;
use yarrowfen_pages::reader::Reader;
use yarrowfen_store::{Account, OwnerId, Sink, Store, StoreError};

use crate::files::assets::Assets;
use crate::files::upload::Uploads;
use crate::live::anonymous_quota::AnonymousQuota;
use crate::live::boxes::Boxes;
use crate::live::breaker::Breaker;
use crate::live::by_owner::ByOwner;
use crate::live::compute::ComputeLimit;
use crate::live::forecast::Forecast;
use crate::live::imports::Running;
use crate::live::metrics::Metrics;
use crate::live::sounder::Sounder;
use crate::live::turns::Turns;
use crate::reader::{Caller, Known};
use crate::reply::PageError;

/// Accounts that are written out at once; the others wait.
const MOST_EXPORTS: usize = 2;

/// What handlers work with.
#[derive(Clone)]
pub struct App {
    /// The chooser.
    pub engine: Arc<Engine>,
    /// The database.
    pub store: Store,
    /// Folder of styles, scripts and fonts.
    pub static_dir: PathBuf,
    /// Which styles and scripts there are, and what a device keeps of them.
    pub assets: Arc<Assets>,
    /// Whether the demo's angler is one click away.
    pub demo: bool,
    /// Whether cookies are for HTTPS only.
    pub secure_cookies: bool,
    /// Proxies that are believed when they say for whom they ask.
    pub proxies: Arc<[IpNet]>,
    /// Names under which it is reached; any where none is named.
    pub hosts: Arc<[String]>,
    /// Boxes held in memory.
    pub boxes: Arc<Boxes>,
    /// Sink tests held in memory.
    pub sink_tests: Arc<ByOwner<Vec<Sink>>>,
    /// What logs say of sizes, held in memory.
    pub own_sizes: Arc<ByOwner<Vec<OwnSize>>>,
    /// Heads that owners lost by bottom, held in memory.
    pub losses: Arc<ByOwner<Vec<Lost>>>,
    /// The echo sounder.
    pub sounder: Arc<Sounder>,
    /// The forecast.
    pub forecast: Arc<Forecast>,
    /// Whether the database answered of late.
    pub breaker: Arc<Breaker>,
    /// The limit on what takes long to compute.
    pub compute: Arc<ComputeLimit>,
    /// What it counts of itself.
    pub metrics: Arc<Metrics>,
    /// How much is written without an account.
    pub anonymous_quota: Arc<AnonymousQuota>,
    /// Turns of owners who write.
    pub turns: Arc<Turns>,
    /// Files that are being taken in.
    pub imports: Arc<Running>,
    /// What forms with files hold that are coming.
    pub uploads: Arc<Uploads>,
    /// So many accounts are written out at once.
    pub exports: Arc<Semaphore>,
}

impl App {
    /// The box of who is signed in; none where nobody is.
    ///
    /// # Errors
    /// When the database does not answer.
    pub async fn held(&self, reader: &Reader) -> Result<Option<Arc<HeldBox>>, PageError> {
        match reader.account() {
            Some(account) => Ok(Some(self.boxes.of(&self.store, account).await?)),
            None => Ok(None),
        }
    }

    /// The sink tests of an account.
    ///
    /// # Errors
    /// When the database does not answer.
    pub async fn sinks_of(&self, account: &Account) -> Result<Arc<Vec<Sink>>, StoreError> {
        let (owner, version) = (account.owner, account.written.sinks);
        let read = self.store.sinks(owner);
        self.sink_tests.of(owner, version, read).await
    }

    /// Sizes that the log of an account speaks for.
    ///
    /// # Errors
    /// When the database does not answer.
    pub async fn sizes_of(&self, account: &Account) -> Result<Arc<Vec<OwnSize>>, PageError> {
        let (owner, version) = (account.owner, account.written.log);
        let count = self.counted((owner, Caller::member(owner)), own_sizes);
        self.own_sizes.of(owner, version, count).await
    }

    /// Heads that an owner lost, by bottom.
    ///
    /// # Errors
    /// When the database does not answer.
    pub async fn losses_of(&self, reader: &Known) -> Result<Arc<Vec<Lost>>, PageError> {
        let owner = reader.owner;
        let version = match reader.account() {
            Some(account) => account.written.log,
            None => self.store.versions(owner).await?.log,
        };
        let count = self.counted((owner, reader.caller.clone()), lost_over);
        self.losses.of(owner, version, count).await
    }

    /// Counts something over the time spans of an owner's log.
    async fn counted<T: Send + 'static>(
        &self,
        (owner, caller): (OwnerId, Caller),
        count: fn(&[Span<'_>]) -> Vec<T>,
    ) -> Result<Vec<T>, PageError> {
        let compute = move |events: Vec<Event>| count(&spans(&Log::of(&events)));
        self.with_log((owner, &caller), compute).await
    }

    /// Reads all that an owner wrote down and computes on it, off the event loop: some
    /// milliseconds for a season, half a second for a full log.
    ///
    /// # Errors
    /// [`PageError::Busy`] where too many compute, and when the database does not answer.
    pub async fn with_log<T: Send + 'static>(
        &self,
        (owner, caller): (OwnerId, &Caller),
        compute: impl FnOnce(Vec<Event>) -> T + Send + 'static,
    ) -> Result<T, PageError> {
        // The permit comes first: no more logs are in memory than are being computed on.
        let permit = self.compute.permit(caller).await?;
        let rows = self.store.events(owner).await?;
        permit.run(move || compute(rows.read())).await
    }

    /// Over a chooser and a database; without the demo, cookies for any scheme.
    #[must_use]
    pub fn new(engine: Engine, store: Store, static_dir: PathBuf) -> Self {
        Self {
            engine: Arc::new(engine),
            store,
            assets: Arc::new(Assets::of(&static_dir)),
            static_dir,
            demo: false,
            secure_cookies: false,
            proxies: Arc::default(),
            hosts: Arc::default(),
            boxes: Arc::default(),
            sink_tests: Arc::default(),
            own_sizes: Arc::default(),
            losses: Arc::default(),
            sounder: Arc::default(),
            forecast: Arc::default(),
            breaker: Arc::default(),
            compute: Arc::default(),
            metrics: Arc::default(),
            anonymous_quota: Arc::default(),
            turns: Arc::default(),
            imports: Arc::default(),
            uploads: Arc::default(),
            exports: Arc::new(Semaphore::new(MOST_EXPORTS)),
        }
    }
}
