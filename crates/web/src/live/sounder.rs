//! The echo sounder, passed on to a page as server-sent events.
//!
//! The server connects to the one address that its environment names, never to
//! one that a reader names.

use std::collections::HashMap;
use std::collections::hash_map::Entry;
use std::net::SocketAddr;
use std::sync::{Arc, Mutex, PoisonError};
use std::time::{Duration, Instant};

use actix_web::web::Bytes;
use futures_util::Stream;
use futures_util::stream::unfold;
use serde::Serialize;
use tokio::io::AsyncReadExt;
use tokio::net::TcpStream;
use tokio::time::{sleep, timeout};
use yarrowfen_core::sounder::{Lines, Reading, metres_between};

use crate::reply::PageError;

/// Most pages that listen at a time, and most of them from one network.
const MOST: usize = 32;
const MOST_OF_ONE: usize = 4;
/// A device that says nothing for so long is lost.
const SILENCE: Duration = Duration::from_secs(5);
/// One event in this time at most.
const EVERY: Duration = Duration::from_millis(450);
/// Between two tries to find it again.
const AGAIN: Duration = Duration::from_secs(2);
/// A page is let go after this; it comes back by itself.
const LONGEST: Duration = Duration::from_secs(1800);

/// Where the sounder is, and how many listen.
#[derive(Debug, Default)]
pub struct Sounder {
    /// Its address; none where no sounder is set up.
    pub address: Option<SocketAddr>,
    listening: Mutex<HashMap<String, usize>>,
}

impl Sounder {
    /// At an address.
    #[must_use]
    pub fn at(address: Option<SocketAddr>) -> Self {
        Self {
            address,
            listening: Mutex::default(),
        }
    }
}

/// What a page is told.
#[derive(Debug, Default, Clone, Serialize)]
struct Told {
    state: &'static str,
    says: String,
    simulated: bool,
    depth_m: Option<f64>,
    temp_c: Option<f64>,
    wind_mps: Option<f64>,
    way_m: f64,
    garbled: usize,
}

/// A page that listens; its seat is free again when it goes.
struct Seat(Arc<Sounder>, String);

impl Seat {
    /// One for a network, where there is one.
    fn of(sounder: &Arc<Sounder>, network: &str) -> Option<Self> {
        let mut listening = sounder
            .listening
            .lock()
            .unwrap_or_else(PoisonError::into_inner);
        let all: usize = listening.values().sum();
        let own = listening.get(network).copied().unwrap_or(0);
        if all >= MOST || own >= MOST_OF_ONE {
            return None;
        }
        listening.insert(network.to_owned(), own + 1);
        Some(Self(sounder.clone(), network.to_owned()))
    }
}

impl Drop for Seat {
    fn drop(&mut self) {
        let mut listening = self
            .0
            .listening
            .lock()
            .unwrap_or_else(PoisonError::into_inner);
        if let Entry::Occupied(mut own) = listening.entry(std::mem::take(&mut self.1)) {
            *own.get_mut() -= 1;
            if *own.get() == 0 {
                own.remove();
            }
        }
    }
}

struct Listening {
    /// Held for as long as the page listens.
    _seat: Seat,
    address: SocketAddr,
    device: Option<TcpStream>,
    lines: Lines,
    told: Told,
    fix: Option<(f64, f64)>,
    since: Instant,
    last: Instant,
    lost_before: bool,
}

impl Listening {
    fn take(&mut self, read: Result<Reading, yarrowfen_core::sounder::Fault>) -> bool {
        match read {
            Ok(Reading::Depth(d)) => {
                self.told.depth_m = Some(d);
                return true;
            }
            Ok(Reading::Temperature(t)) => self.told.temp_c = Some(t),
            // Wind as felt on a moving boat is not the wind over the water.
            Ok(Reading::Wind(v, false)) => self.told.wind_mps = Some(v),
            Ok(Reading::Fix(lat, lon, _)) => {
                if let Some(last) = self.fix {
                    self.told.way_m += metres_between(last, (lat, lon)).min(200.0);
                }
                self.fix = Some((lat, lon));
            }
            Ok(Reading::Words(words)) => self.told.simulated |= words.contains("SIMULATED"),
            Ok(Reading::Wind(..) | Reading::Other) => {}
            Err(_) => self.told.garbled += 1,
        }
        false
    }

    fn lost(&mut self, says: &str) -> Told {
        self.device = None;
        self.lines = Lines::default();
        self.lost_before = true;
        self.told.state = "lost";
        self.told.says = format!("{says}; trying again");
        self.told.clone()
    }

    /// The next thing to tell.
    async fn next(&mut self) -> Told {
        if self.device.is_none() {
            if self.lost_before {
                sleep(AGAIN).await;
            }
            match timeout(SILENCE, TcpStream::connect(self.address)).await {
                Ok(Ok(device)) => {
                    // Another device may answer there now: it says itself what it is.
                    self.told.simulated = false;
                    self.device = Some(device);
                }
                _ => return self.lost("No sounder answers"),
            }
        }
        let began = Instant::now();
        let mut bytes = [0_u8; 4096];
        loop {
            let Some(device) = self.device.as_mut() else {
                return self.lost("The sounder is gone");
            };
            let n = match timeout(SILENCE, device.read(&mut bytes)).await {
                Ok(Ok(n)) if n > 0 => n,
                Ok(_) => return self.lost("The sounder is gone"),
                Err(_) => return self.lost("The sounder says nothing"),
            };
            let mut lines = std::mem::take(&mut self.lines);
            let mut fresh = false;
            lines.feed(&bytes[..n], |read| fresh |= self.take(read));
            self.lines = lines;
            if fresh && self.last.elapsed() >= EVERY {
                self.last = Instant::now();
                self.told.state = "live";
                self.told.says.clear();
                return self.told.clone();
            }
            // What floods without a depth is no sounder.
            if !fresh && began.elapsed() > 2 * SILENCE {
                return self.lost("What comes from there is no depth");
            }
        }
    }
}

/// Readings as they come, each an event; nothing where too many listen.
///
/// # Errors
/// When no sounder is set up.
pub fn events(
    sounder: &Arc<Sounder>,
    network: &str,
) -> Result<Option<impl Stream<Item = Result<Bytes, PageError>> + use<>>, PageError> {
    let address = sounder.address.ok_or(PageError::NotFound)?;
    let Some(seat) = Seat::of(sounder, network) else {
        return Ok(None);
    };
    let now = Instant::now();
    let start = Listening {
        _seat: seat,
        address,
        device: None,
        lines: Lines::default(),
        told: Told::default(),
        fix: None,
        since: now,
        last: now.checked_sub(EVERY).unwrap_or(now),
        lost_before: false,
    };
    Ok(Some(unfold(start, |mut listening| async move {
        if listening.since.elapsed() > LONGEST {
            return None;
        }
        let told = listening.next().await;
        let json = serde_json::to_string(&told).map_err(|_| PageError::Internal);
        let event = json.map(|json| Bytes::from(format!("data: {json}\n\n")));
        Some((event, listening))
    })))
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn one_network_takes_a_few_seats_and_gives_them_back() {
        let sounder = Arc::new(Sounder::at(None));
        let own: Vec<Seat> = (0..40).filter_map(|_| Seat::of(&sounder, "a")).collect();
        assert_eq!(own.len(), MOST_OF_ONE);
        let others: Vec<Seat> = (0..40)
            .filter_map(|n| Seat::of(&sounder, &n.to_string()))
            .collect();
        assert_eq!(own.len() + others.len(), MOST);
        drop(own);
        assert!(Seat::of(&sounder, "a").is_some());
    }
}
