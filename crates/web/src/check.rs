//! What is wrong with an installation, told before somebody else finds it.

use std::io::Write;
use std::path::Path;
use std::time::Duration;

use time::OffsetDateTime;
use tokio::net::TcpStream;
use tokio::time::timeout;
use yarrowfen_core::Engine;
use yarrowfen_store::Store;

use crate::config::Config;

/// Longest that anything is waited for.
const PATIENCE: Duration = Duration::from_secs(3);
/// Clocks may differ by so much: forms of more than a day ago are done anew, sign-ins end by the day.
const CLOCKS_S: i64 = 5;
/// A file of an account may need so much room while it goes out or comes in, bytes.
const ROOM: usize = 640 * 1024 * 1024;

/// What was looked at.
#[derive(Debug, Clone, PartialEq, Eq)]
pub enum Found {
    /// As it should be.
    Well(String),
    /// It works, but somebody should know.
    Note(String),
    /// It does not work.
    Wrong(String),
}

impl Found {
    /// A line of it.
    #[must_use]
    pub fn line(&self) -> String {
        match self {
            Self::Well(said) => format!("well   {said}"),
            Self::Note(said) => format!("note   {said}"),
            Self::Wrong(said) => format!("WRONG  {said}"),
        }
    }
}

fn either<T, E: std::fmt::Display>(
    what: &str,
    looked: Result<T, E>,
    said: impl FnOnce(T) -> String,
) -> Found {
    match looked {
        Ok(found) => Found::Well(format!("{what}: {}", said(found))),
        Err(e) => Found::Wrong(format!("{what}: {e}")),
    }
}

/// Looks at everything that a server needs.
pub async fn all(config: &Config) -> Vec<Found> {
    let mut found = vec![
        either("tables of the trade", Engine::new(), |_| "sound".into()),
        files(&config.static_dir),
        room(),
        cookies(config),
    ];
    found.extend(database(&config.database_url).await);
    if let Some(at) = config.sounder {
        found.push(reached("echo sounder", &at.to_string()).await);
    }
    if let Some(address) = &config.forecast {
        let host = address.trim_start_matches("http://").split('/').next();
        let host = host.unwrap_or_default();
        let at = if host.contains(':') {
            host.to_owned()
        } else {
            format!("{host}:80")
        };
        found.push(reached("forecast", &at).await);
    }
    found
}

/// What pages and devices load.
fn files(folder: &Path) -> Found {
    let wanted = [
        "css/yarrowfen.css",
        "js/yarrowfen.js",
        "offline/pages.wasm.gz",
        "img/mark.svg",
    ];
    let missing: Vec<&str> = wanted
        .into_iter()
        .filter(|f| !folder.join(f).is_file())
        .collect();
    if missing.is_empty() {
        Found::Well(format!("static files: in {}", folder.display()))
    } else {
        let said = missing.join(", ");
        Found::Wrong(format!(
            "static files: {} has no {said} (YARROWFEN_STATIC)",
            folder.display()
        ))
    }
}

/// Whether files of accounts can be put somewhere.
fn room() -> Found {
    let folder = std::env::temp_dir();
    let tried = tempfile::tempfile().and_then(|mut file| {
        file.write_all(&[0; 4096])?;
        // What is asked for is what there is: a file that is only made long is a hole.
        let disk = rustix::fs::fstatvfs(&file)?;
        Ok(disk.f_bavail.saturating_mul(disk.f_frsize))
    });
    let free = match tried {
        Ok(free) if free < ROOM as u64 => {
            return Found::Wrong(format!(
                "room for files of accounts: {} MB are free in {} (TMPDIR), {} MB are wanted",
                free / 1_000_000,
                folder.display(),
                ROOM / 1_000_000
            ));
        }
        other => other.map(|_| ()),
    };
    either("room for files of accounts", free, |()| {
        format!("in {} (TMPDIR)", folder.display())
    })
}

fn cookies(config: &Config) -> Found {
    if config.secure_cookies {
        if config.proxies.is_empty() {
            let said = "HTTPS, and no proxy is named: everybody behind it counts as one (YARROWFEN_PROXIES)";
            return Found::Note(said.into());
        }
        return Found::Well("cookies: for HTTPS alone".into());
    }
    let loopback = config
        .host
        .parse::<std::net::IpAddr>()
        .is_ok_and(|ip| ip.is_loopback());
    if loopback {
        Found::Note(
            "cookies: for any scheme, which is for this machine alone (YARROWFEN_SECURE_COOKIES)"
                .into(),
        )
    } else {
        Found::Wrong("cookies go over plain HTTP to other machines: set YARROWFEN_SECURE_COOKIES=1 behind a proxy with TLS".into())
    }
}

async fn reached(what: &str, at: &str) -> Found {
    let tried = timeout(PATIENCE, TcpStream::connect(at)).await;
    match tried {
        Ok(reached) => either(what, reached, |_| format!("answers at {at}")),
        Err(_) => Found::Wrong(format!("{what}: nothing answers at {at}")),
    }
}

/// The database: whether it answers, has its tables, and knows what time it is.
async fn database(url: &str) -> Vec<Found> {
    let store = match Store::at(url) {
        Ok(store) => store,
        Err(e) => return vec![Found::Wrong(format!("database: {e}"))],
    };
    let state = match timeout(PATIENCE, store.state()).await {
        Ok(Ok(state)) => state,
        Ok(Err(e)) => return vec![Found::Wrong(format!("database: {e} (DATABASE_URL)"))],
        Err(_) => {
            return vec![Found::Wrong(
                "database: no answer in three seconds (DATABASE_URL)".into(),
            )];
        }
    };
    let tables = match (state.missing, state.unknown) {
        (0, 0) => Found::Well(format!("tables: {} steps, all there", state.known)),
        (missing, 0) => Found::Note(format!(
            "tables: {missing} steps to go; the server makes them when it starts"
        )),
        (_, unknown) => Found::Wrong(format!(
            "tables: {unknown} steps are of a newer version than this program"
        )),
    };
    let apart = (state.now - OffsetDateTime::now_utc())
        .whole_seconds()
        .abs();
    let clocks = if apart <= CLOCKS_S {
        Found::Well("clocks: this machine's and the database's agree".into())
    } else {
        Found::Wrong(format!(
            "clocks: the database's is {apart} s off this machine's"
        ))
    };
    let standby = match state.followers {
        0 => Found::Note("standby: none follows this database".into()),
        n => Found::Well(format!("standby: {n} follow this database")),
    };
    let writes = if state.reads_only {
        Found::Wrong("database: it only reads, as a standby does".into())
    } else {
        Found::Well(format!("database: PostgreSQL {}", state.version))
    };
    vec![writes, tables, clocks, standby]
}
