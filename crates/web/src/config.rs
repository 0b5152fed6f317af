//! What the server is told by its environment, read once at start.

use std::net::{IpAddr, SocketAddr};
use std::path::PathBuf;

use actix_web::cookie::Key;
use actix_web::http::uri::Authority;
use ipnet::IpNet;

/// Settings of a running server.
#[derive(Clone)]
pub struct Config {
    /// Address of the database.
    pub database_url: String,
    /// Host to listen on.
    pub host: String,
    /// First port to try.
    pub port: u16,
    /// Folder of styles, scripts and fonts.
    pub static_dir: PathBuf,
    /// Signs cookies.
    pub key: Key,
    /// Whether cookies are for HTTPS only.
    pub secure_cookies: bool,
    /// Proxies that are believed when they say for whom they ask.
    pub proxies: Vec<IpNet>,
    /// Names under which it is reached; any where none is named.
    pub hosts: Vec<String>,
    /// Whether the demo's angler is one click away.
    pub demo: bool,
    /// Where an echo sounder speaks NMEA 0183 over TCP, if one does.
    pub sounder: Option<SocketAddr>,
    /// Where a forecast answers, if one does: `http://host:port/path`.
    pub forecast: Option<String>,
    /// Whether what is written down is JSON.
    pub json_log: bool,
    /// Where the server tells its numbers, if it does.
    pub metrics: Option<SocketAddr>,
}

/// What is wrong with the environment.
#[derive(Debug, thiserror::Error)]
pub enum ConfigError {
    /// A setting is missing.
    #[error("{0} is not set; ./start sets it")]
    Missing(&'static str),
    /// The key is too short to sign with.
    #[error("YARROWFEN_SECRET must hold at least 64 characters")]
    ShortSecret,
    /// The sounder's address is none.
    #[error("YARROWFEN_SOUNDER must be an address and a port, such as 127.0.0.1:10110")]
    BadSounder,
    /// The address of the numbers is none.
    #[error("YARROWFEN_METRICS must be an address and a port, such as 127.0.0.1:9180")]
    BadMetrics,
    /// The forecast's address is none.
    #[error("YARROWFEN_FORECAST must be an address over HTTP, such as http://127.0.0.1:10111/")]
    BadForecast,
    /// A proxy is none.
    #[error(
        "YARROWFEN_PROXIES must be addresses or networks with commas between, such as 127.0.0.1, 10.0.0.0/8"
    )]
    BadProxies,
    /// A name is none.
    #[error(
        "YARROWFEN_HOSTS must be names with commas between and without ports, such as fen.example"
    )]
    BadHosts,
    /// The port is no port.
    #[error("YARROWFEN_PORT must be a number from 1 to 65535")]
    BadPort,
}

fn setting(name: &'static str) -> Result<String, ConfigError> {
    std::env::var(name)
        .ok()
        .filter(|v| !v.is_empty())
        .ok_or(ConfigError::Missing(name))
}

/// The forecast's address, without a query of its own.
fn forecast() -> Result<Option<String>, ConfigError> {
    let Ok(text) = setting("YARROWFEN_FORECAST") else {
        return Ok(None);
    };
    let sound = text.starts_with("http://") && !text.contains(['?', '#', ' ']);
    sound.then_some(Some(text)).ok_or(ConfigError::BadForecast)
}

/// Proxies, each an address or a network.
fn proxies() -> Result<Vec<IpNet>, ConfigError> {
    let Ok(text) = setting("YARROWFEN_PROXIES") else {
        return Ok(Vec::new());
    };
    let one = |text: &str| {
        let address = || text.parse::<IpAddr>().map(IpNet::from);
        text.parse().or_else(|_| address())
    };
    let all = text.split(',').map(|text| one(text.trim()));
    all.collect::<Result<_, _>>()
        .map_err(|_| ConfigError::BadProxies)
}

/// Names under which the pages are reached.
fn hosts() -> Result<Vec<String>, ConfigError> {
    let Ok(text) = setting("YARROWFEN_HOSTS") else {
        return Ok(Vec::new());
    };
    let one = |name: &str| {
        let read: Option<Authority> = name.parse().ok();
        let bare = read.filter(|a| a.port().is_none() && a.host() == name);
        bare.map(|a| a.host().to_owned())
    };
    let all = text.split(',').map(|name| one(name.trim()));
    all.collect::<Option<_>>().ok_or(ConfigError::BadHosts)
}

/// Address of the database alone, for commands that need no more.
///
/// # Errors
/// When `DATABASE_URL` is not set.
pub fn database_url() -> Result<String, ConfigError> {
    setting("DATABASE_URL")
}

impl Config {
    /// Reads the environment.
    ///
    /// # Errors
    /// When a setting is missing or malformed.
    pub fn from_env() -> Result<Self, ConfigError> {
        let secret = setting("YARROWFEN_SECRET")?;
        if secret.len() < 64 {
            return Err(ConfigError::ShortSecret);
        }
        let port = std::env::var("YARROWFEN_PORT").unwrap_or_else(|_| "7380".into());
        Ok(Self {
            database_url: database_url()?,
            host: std::env::var("YARROWFEN_HOST").unwrap_or_else(|_| "127.0.0.1".into()),
            port: port
                .parse()
                .ok()
                .filter(|p| *p > 0)
                .ok_or(ConfigError::BadPort)?,
            static_dir: std::env::var("YARROWFEN_STATIC")
                .unwrap_or_else(|_| "crates/web/static".into())
                .into(),
            key: Key::derive_from(secret.as_bytes()),
            secure_cookies: std::env::var("YARROWFEN_SECURE_COOKIES").is_ok_and(|v| v == "1"),
            sounder: match setting("YARROWFEN_SOUNDER") {
                Ok(text) => Some(text.parse().map_err(|_| ConfigError::BadSounder)?),
                Err(_) => None,
            },
            forecast: forecast()?,
            json_log: setting("YARROWFEN_LOG").is_ok_and(|v| v == "json"),
            metrics: match setting("YARROWFEN_METRICS") {
                Ok(text) => Some(text.parse().map_err(|_| ConfigError::BadMetrics)?),
                Err(_) => None,
            },
            proxies: proxies()?,
            hosts: hosts()?,
            demo: std::env::var("YARROWFEN_DEMO").is_ok_and(|v| v == "1"),
        })
    }
}
