//! Simulated devices, for trying Yarrowfen without a boat.
//!
//! The sounder plays an invented bay as NMEA 0183 over TCP: depth, position and
//! speed, water temperature, wind, a sentence of each a second. Its first words
//! say that it is simulated.

pub mod weather;

use std::f64::consts::TAU;
use std::io::Write;
use std::net::{TcpListener, TcpStream};
use std::time::Duration;

use yarrowfen_core::sounder::{KNOT, sentence};

/// What the device says of itself; readers show it.
pub const WORDS: &str = "SIMULATED SOUNDER";

/// Speed of the invented boat, m/s.
const SPEED: f64 = 0.8;
/// How far it goes out before it turns, m.
const OUT: f64 = 90.0;
/// Metres in a minute of latitude, near enough for a bay.
const MINUTE: f64 = 1853.0;
/// The same file each time: a small generator with a fixed seed.
const SEED: u32 = 20_251;
/// Most boats that listen at a time.
const MOST: usize = 16;

/// Depth of the invented bay at a distance from its bank, m: a shelf, a ledge, a
/// hollow and a long slope.
#[must_use]
pub fn bay(distance: f64) -> f64 {
    let d = distance.max(0.0);
    let ledge = 2.2 / (1.0 + (-(d - 22.0) / 1.6).exp());
    let hollow = 1.1 * (-((d - 48.0) / 9.0).powi(2)).exp();
    0.5 + 0.035 * d + ledge + hollow
}

/// How far from the bank the boat is after so many seconds: out, and back.
#[must_use]
pub fn way(seconds: f64) -> f64 {
    let gone = (seconds * SPEED) % (2.0 * OUT);
    if gone <= OUT { gone } else { 2.0 * OUT - gone }
}

/// From -0.5 to under 0.5, the same for the same second, or day, each time.
fn noise(second: u32, kind: u32) -> f64 {
    let mut n = SEED ^ second.wrapping_mul(2_654_435_761) ^ kind.wrapping_mul(40_503);
    n ^= n >> 15;
    n = n.wrapping_mul(2_246_822_519);
    n ^= n >> 13;
    f64::from(n >> 8) / f64::from(1_u32 << 24) - 0.5
}

/// The sentences of a second of the voyage.
#[must_use]
pub fn second(at: u32) -> String {
    let t = f64::from(at);
    let d = way(t);
    let depth = bay(d) + 0.06 * noise(at, 1);
    let temp = 12.5 - 0.15 * depth + 0.1 * noise(at, 2);
    let wind = 3.4 + 1.2 * (TAU * t / 70.0).sin() + 0.8 * noise(at, 3);
    let knots = SPEED / KNOT;
    let (h, m, s) = (at / 3600 % 24, at / 60 % 60, at % 60);
    let mut all = String::new();
    if at.is_multiple_of(10) {
        all.push_str(&sentence(&format!("YFTXT,01,01,02,{WORDS}")));
    }
    all.push_str(&sentence(&format!(
        "YFRMC,{h:02}{m:02}{s:02},A,0000.{:05.0},N,00000.00000,E,{knots:.2},000.0,010125,,",
        d / MINUTE * 1e5
    )));
    all.push_str(&sentence(&format!(
        "YFDPT,{:.2},0.30",
        (depth - 0.3).max(0.0)
    )));
    all.push_str(&sentence(&format!("YFMTW,{temp:.1},C")));
    all.push_str(&sentence(&format!("YFMWV,075.0,T,{wind:.1},M,A")));
    all
}

/// A log of so many seconds, as a real device would have written it.
#[must_use]
pub fn log(seconds: u32) -> String {
    (0..seconds).map(second).collect()
}

/// Plays to one listener until it goes; `pace` is a second of the voyage.
fn play(mut to: TcpStream, pace: Duration) {
    // A listener that does not read is let go.
    let _ = to.set_write_timeout(Some(Duration::from_secs(5)));
    let mut at = 0;
    while to.write_all(second(at).as_bytes()).is_ok() {
        at = at.wrapping_add(1);
        std::thread::sleep(pace);
    }
}

/// Plays to everybody who comes, for ever.
///
/// # Errors
/// When nobody can be listened for.
pub fn serve(listener: &TcpListener, pace: Duration) -> std::io::Result<()> {
    let here = std::sync::Arc::new(());
    loop {
        let (to, _) = listener.accept()?;
        if std::sync::Arc::strong_count(&here) > MOST {
            continue;
        }
        let seat = here.clone();
        std::thread::spawn(move || {
            play(to, pace);
            drop(seat);
        });
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use std::io::Read;
    use yarrowfen_core::sounder::{Lines, Reading, profile_of};

    #[test]
    fn its_log_is_the_invented_bay() {
        let (profile, garbled) = profile_of(log(112).as_bytes()).unwrap_or_else(|e| panic!("{e}"));
        assert_eq!(garbled, 0);
        for d in [5.0, 20.0, 30.0, 48.0, 70.0] {
            assert!(
                (profile.depth_at(d) - bay(d)).abs() < 0.25,
                "{d}: {} {}",
                profile.depth_at(d),
                bay(d)
            );
        }
    }

    #[test]
    fn it_says_at_once_that_it_is_simulated_and_is_the_same_each_time() {
        assert!(second(0).contains(WORDS));
        assert_eq!(log(50), log(50));
    }

    #[test]
    fn it_plays_to_two_at_a_time_over_loopback() -> std::io::Result<()> {
        let listener = TcpListener::bind("127.0.0.1:0")?;
        let at = listener.local_addr()?;
        std::thread::spawn(move || serve(&listener, Duration::from_millis(5)));
        for _ in 0..2 {
            let mut from = TcpStream::connect(at)?;
            let (mut lines, mut depths, mut bytes) = (Lines::default(), 0, [0_u8; 512]);
            while depths < 3 {
                let n = from.read(&mut bytes)?;
                lines.feed(&bytes[..n], |r| {
                    depths += usize::from(matches!(r, Ok(Reading::Depth(_))))
                });
            }
        }
        Ok(())
    }
}
