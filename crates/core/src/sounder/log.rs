//! A bottom from a log: depth over the way that the boat made.

use super::lines::Lines;
use super::nmea::{Reading, metres_between};
use crate::base::FieldError;
use crate::base::text::{Arg, sentences};
use crate::cast::{MOST_POINTS, Profile};

/// Points nearer together than this become one, m.
const LEAST_STEP: f64 = 0.2;
/// A jump between two fixes that no boat makes, m.
const JUMP: f64 = 200.0;

/// Why a log gives no bottom.
#[derive(Debug, Clone, PartialEq, thiserror::Error)]
pub enum LogFault {
    /// No depth in it.
    #[error("{}", sentences::fault_no_depth(Arg::Text(.0.to_string()), Arg::Text(.1.to_string())))]
    NoDepth(usize, usize),
    /// No way in it.
    #[error("{}", sentences::fault_no_way())]
    NoWay,
    /// The bottom itself is none.
    #[error("{0}")]
    Bottom(String),
}

impl From<LogFault> for Vec<FieldError> {
    fn from(fault: LogFault) -> Self {
        vec![FieldError::new("profile", fault.to_string())]
    }
}

/// Reads a log. The shallow end is taken as the bank's: a log that was made on
/// the way in is turned round. Also told: how many lines were garbled.
///
/// # Errors
/// [`LogFault`].
pub fn profile_of(log: &[u8]) -> Result<(Profile, usize), LogFault> {
    let (mut lines, mut count, mut garbled) = (Lines::default(), 0_usize, 0_usize);
    let (mut way, mut last, mut moved) = (0.0_f64, None::<(f64, f64)>, false);
    let mut points: Vec<(f64, f64)> = Vec::new();
    let mut depths = 0_usize;
    lines.feed(log, |read| {
        count += 1;
        match read {
            Ok(Reading::Fix(lat, lon, _)) => {
                let step = last.map_or(0.0, |l| metres_between(l, (lat, lon)));
                if step <= JUMP {
                    way += step;
                    moved |= step > 0.0;
                }
                last = Some((lat, lon));
            }
            Ok(Reading::Depth(depth)) => {
                depths += 1;
                let room = last.is_some() && points.len() < MOST_POINTS;
                match points.last_mut() {
                    Some(p) if way - p.0 < LEAST_STEP => p.1 = f64::midpoint(p.1, depth),
                    _ if room => points.push((way, depth)),
                    _ => {}
                }
            }
            Ok(_) => {}
            Err(_) => garbled += 1,
        }
    });
    if depths == 0 {
        return Err(LogFault::NoDepth(count, garbled));
    }
    if !moved || points.len() < 2 {
        return Err(LogFault::NoWay);
    }
    let (first, end) = (points[0], points[points.len() - 1]);
    if first.1 > end.1 {
        points = points.iter().rev().map(|p| (end.0 - p.0, p.1)).collect();
    }
    let profile = Profile::new(points).map_err(|all| {
        LogFault::Bottom(all.first().map_or_else(String::new, |f| f.message.clone()))
    })?;
    Ok((profile, garbled))
}
