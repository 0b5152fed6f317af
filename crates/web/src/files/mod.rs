//! Files that come in.

/// What pages may load, and from where: only from here, and no script or style within a page.
pub const CSP: &str = "default-src 'self'; script-src 'self'; style-src 'self'; img-src 'self' data:; font-src 'self'; connect-src 'self'; object-src 'none'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'";

pub mod assets;
pub mod day_calendar;
pub mod day_in;
pub mod gpx;
pub mod ics;
pub mod json_list;
pub mod log_file;
pub mod sheet;
pub mod spans_csv;
pub mod upload;
