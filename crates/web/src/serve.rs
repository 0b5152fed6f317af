//! Starting the server.
#![expect(
    clippy::print_stdout,
    reason = "the address is what the start command waits for"
)]

use std::net::{SocketAddr, TcpListener};

use std::sync::Arc;
use std::time::Duration;

use actix_web::dev::ServerHandle;
use actix_web::middleware::from_fn;
use actix_web::rt::net::TcpStream;
use tokio::signal::unix::{SignalKind, signal};

use crate::live::boxes::Boxes;
use crate::live::forecast::Forecast;
use crate::live::imports::Running;
use crate::live::sounder::Sounder;
use actix_web::{App as WebApp, HttpServer, web};
use socket2::SockRef;
use yarrowfen_core::Engine;
use yarrowfen_store::Store;

use crate::app::App;
use crate::config::Config;
use crate::{reader, routes};

/// After so long a database that was away is asked again.
const AGAIN: Duration = Duration::from_secs(1);
/// What is old is removed so often.
const SWEEP_EVERY: Duration = Duration::from_secs(3600);
/// A box that nobody asked for in so long is let go.
const IDLE: Duration = Duration::from_secs(300);
/// Longest that a stop waits for what was begun.
const LONGEST_END: Duration = Duration::from_secs(60);
/// A connection whose client takes nothing for so long ends.
const LONGEST_UNREAD: Duration = Duration::from_secs(60);
/// How many ports are tried after the wanted one.
const MORE_PORTS: u16 = 40;

/// Why the server did not start.
#[derive(Debug, thiserror::Error)]
pub enum ServeError {
    /// Every port tried is in use.
    #[error("no free port from {0} to {1} on {2}")]
    NoPort(u16, u16, String),
    /// The tables of the trade are unsound.
    #[error("the tables of the trade are unsound")]
    Tables(#[from] yarrowfen_core::tables::DataError),
    /// The database is not there.
    #[error("the database cannot be opened")]
    Store(#[from] yarrowfen_store::StoreError),
    /// The server stopped with an error.
    #[error("the server stopped")]
    Io(#[from] std::io::Error),
}

/// The wanted port, or the next free one with a word about it.
fn listen(config: &Config) -> Result<TcpListener, ServeError> {
    let last = config.port.saturating_add(MORE_PORTS);
    for port in config.port..=last {
        match TcpListener::bind((config.host.as_str(), port)) {
            Ok(listener) => {
                if port != config.port {
                    println!("port {} is in use, taking {port}", config.port);
                }
                return Ok(listener);
            }
            Err(e) if e.kind() == std::io::ErrorKind::AddrInUse => {}
            Err(e) => return Err(e.into()),
        }
    }
    Err(ServeError::NoPort(config.port, last, config.host.clone()))
}

/// Brings the tables up to date as soon as the database is there, then sweeps what is old, by
/// the clock. The pages do not wait for it: picking needs no database.
async fn keep_house(app: App) {
    let store = app.store;
    while let Err(e) = store.bring_up_to_date().await {
        tracing::error!(error = ?e, "the tables cannot be brought up to date yet");
        tokio::time::sleep(AGAIN).await;
    }
    loop {
        match store.sweep().await {
            Ok(0) => {}
            Ok(gone) => tracing::info!(gone, "removed what was old"),
            Err(e) => tracing::warn!(error = %e, "could not remove what is old"),
        }
        app.anonymous_quota.forget_old();
        app.forecast.forget_old();
        tokio::time::sleep(SWEEP_EVERY).await;
    }
}

/// Lets go of boxes that nobody asked for, for as long as the program runs.
async fn forget_boxes(boxes: Arc<Boxes>) {
    loop {
        tokio::time::sleep(IDLE).await;
        boxes.forget_idle();
    }
}

/// Serves until it is told to stop.
///
/// # Errors
/// When tables or port are not to be had, or the database's address is none.
pub async fn serve(config: Config) -> Result<(), ServeError> {
    let store = Store::at(&config.database_url)?;
    let app = App {
        demo: config.demo,
        sounder: Arc::new(Sounder::at(config.sounder)),
        forecast: Arc::new(Forecast::at(config.forecast.clone())),
        secure_cookies: config.secure_cookies,
        proxies: config.proxies.clone().into(),
        hosts: config.hosts.clone().into(),
        ..App::new(Engine::new()?, store, config.static_dir.clone())
    };
    tokio::spawn(keep_house(app.clone()));
    tokio::spawn(forget_boxes(app.boxes.clone()));
    let listener = listen(&config)?;
    println!("Yarrowfen is at http://{}", listener.local_addr()?);
    let numbers = config
        .metrics
        .map(|at| numbers(at, app.clone()))
        .transpose()?;
    let imports = app.imports.clone();
    let server = HttpServer::new(move || {
        actix_web::rt::spawn(app.metrics.clone().measure_lag());
        WebApp::new()
            .wrap(from_fn(crate::reply::packed::packed))
            .wrap(from_fn(crate::reply::typed::given_back))
            .wrap(reader::middleware(
                config.key.clone(),
                config.secure_cookies,
            ))
            .wrap(from_fn(reader::under_new_names))
            .wrap(from_fn(crate::reply::doors::doors))
            .wrap(from_fn(crate::reply::headers::headers))
            .wrap(from_fn(crate::live::metrics::counted))
            .wrap(from_fn(crate::reply::unread::let_go))
            .configure(routes::router(app.clone()))
    })
    // A page and its last bytes go at once: waiting for more cost 40 ms every second request.
    .on_connect(|connection, _| {
        if let Some(tcp) = connection.downcast_ref::<TcpStream>() {
            let _ = tcp.set_nodelay(true);
            // A client that takes nothing any more is hung up on, even where its machine answers.
            let _ = SockRef::from(tcp).set_tcp_user_timeout(Some(LONGEST_UNREAD));
        }
    })
    .listen(listener)?
    .disable_signals()
    .run();
    tokio::spawn(end(server.handle(), imports));
    server.await?;
    if let Some(numbers) = numbers {
        numbers.stop(false).await;
    }
    Ok(())
}

/// When the program is told to stop.
async fn told() -> std::io::Result<()> {
    let mut terminate = signal(SignalKind::terminate())?;
    let mut interrupt = signal(SignalKind::interrupt())?;
    tokio::select! {
        _ = terminate.recv() => {}
        _ = interrupt.recv() => {}
    }
    Ok(())
}

/// Ends the server when it is told to, once files that are being taken in are in: they outlive the
/// request that began them, and live in the threads that answer. Told twice it ends at once.
async fn end(server: ServerHandle, imports: Arc<Running>) {
    if let Err(e) = told().await {
        tracing::error!(error = %e, "cannot hear when to stop");
        return;
    }
    tokio::select! {
        () = imports.ended(LONGEST_END) => {}
        _ = told() => {}
    }
    server.stop(true).await;
}

/// Tells the numbers at an address of their own, until it is stopped.
fn numbers(at: SocketAddr, app: App) -> Result<ServerHandle, ServeError> {
    let server = HttpServer::new(move || {
        let page = web::get().to(crate::live::metrics::page);
        WebApp::new()
            .app_data(web::Data::new(app.clone()))
            .route("/metrics", page)
    });
    let server = server.workers(1).disable_signals().bind(at)?.run();
    let handle = server.handle();
    tokio::spawn(server);
    Ok(handle)
}
