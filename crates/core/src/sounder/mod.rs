//! What an echo sounder says: NMEA 0183 sentences, and a bottom from a log of them.
//!
//! Read are DPT and DBT (depth), MTW (water temperature), RMC (position and
//! speed), MWV (wind) and TXT (words of the device); others are passed over.
//! Published: NMEA 0183, as described in E. S. Raymond, *NMEA Revealed*.

mod lines;
mod log;
mod nmea;

pub use lines::{Lines, MOST_LINE};
pub use log::{LogFault, profile_of};
pub use nmea::{Fault, KNOT, Reading, checksum, metres_between, read, sentence};
