//! What handlers work with.

use std::path::PathBuf;
use std::sync::Arc;

use actix_web::web;
use ipnet::IpNet;
use tokio::sync::Semaphore;
use yarrowfen_core::Engine;
use yarrowfen_core::day::{Log, spans};
use yarrowfen_core::explore::ledger::{Lost, OwnSize, lost_over, own_sizes};
use yarrowfen_pages::held::HeldBox;
use yarrowfen_pages::reader::Reader;
use yarrowfen_store::{OwnerId, Sink, Store, StoreError};

use crate::files::assets::Assets;
use crate::files::upload::Uploads;
use crate::live::boxes::Boxes;
use crate::live::breaker::Breaker;
use crate::live::by_owner::ByOwner;
use crate::live::forecast::Forecast;
use crate::live::gate::Gate;
use crate::live::imports::Running;
use crate::live::sounder::Sounder;

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
    /// What takes long to compute goes through it.
    pub gate: Arc<Gate>,
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
    pub async fn held(&self, reader: &Reader) -> Result<Option<Arc<HeldBox>>, StoreError> {
        match reader.account() {
            Some(account) => Ok(Some(self.boxes.of(&self.store, account).await?)),
            None => Ok(None),
        }
    }

    /// The sink tests of an owner.
    ///
    /// # Errors
    /// When the database does not answer.
    pub async fn sinks_of(&self, owner: OwnerId) -> Result<Arc<Vec<Sink>>, StoreError> {
        self.sink_tests.of(owner, self.store.sinks(owner)).await
    }

    /// Sizes that the log of an owner speaks for.
    ///
    /// # Errors
    /// When the database does not answer.
    pub async fn sizes_of(&self, owner: OwnerId) -> Result<Arc<Vec<OwnSize>>, StoreError> {
        let count = async {
            let events = self.store.events(owner).await?;
            // Some milliseconds for a season, a second for a million lines: off the event loop.
            let counted = web::block(move || own_sizes(&spans(&Log::of(&events))));
            Ok(counted.await.unwrap_or_else(|e| {
                tracing::error!(error = %e, "cannot count a log");
                Vec::new()
            }))
        };
        self.own_sizes.of(owner, count).await
    }

    /// Heads that an owner lost, by bottom.
    ///
    /// # Errors
    /// When the database does not answer.
    pub async fn losses_of(&self, owner: OwnerId) -> Result<Arc<Vec<Lost>>, StoreError> {
        let count = async {
            let events = self.store.events(owner).await?;
            let counted = web::block(move || lost_over(&spans(&Log::of(&events))));
            Ok(counted.await.unwrap_or_else(|e| {
                tracing::error!(error = %e, "cannot count a log");
                Vec::new()
            }))
        };
        self.losses.of(owner, count).await
    }

    /// Forgets what was counted of an owner's log.
    pub fn log_changed(&self, owner: OwnerId) {
        self.own_sizes.forget(owner);
        self.losses.forget(owner);
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
            boxes: Arc::default(),
            sink_tests: Arc::default(),
            own_sizes: Arc::default(),
            losses: Arc::default(),
            sounder: Arc::default(),
            forecast: Arc::default(),
            breaker: Arc::default(),
            gate: Arc::default(),
            imports: Arc::default(),
            uploads: Arc::default(),
            exports: Arc::new(Semaphore::new(MOST_EXPORTS)),
        }
    }
}
