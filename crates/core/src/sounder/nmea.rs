//! NMEA 0183 sentences: read and written.

use crate::base::maths;
use crate::base::text::sentences;

/// A knot in m/s, exactly (published: 1852 m an hour, NIST SP 811).
pub const KNOT: f64 = 1852.0 / 3600.0;
/// A foot and a fathom in m (published: NIST SP 811, Appendix B).
const FOOT: f64 = 0.3048;
const FATHOM: f64 = 6.0 * FOOT;
/// Deepest and fastest that a sentence is believed, m and m/s.
const DEEPEST: f64 = 1000.0;
const FASTEST: f64 = 100.0;

/// What a sentence says.
#[derive(Debug, Clone, PartialEq)]
pub enum Reading {
    /// Depth under the surface where the device knows its own, else under it, m.
    Depth(f64),
    /// Temperature of the water, °C.
    Temperature(f64),
    /// A fix: latitude and longitude in degrees, north and east positive, and
    /// speed over ground in m/s where it is given.
    Fix(f64, f64, Option<f64>),
    /// Wind speed in m/s, and whether it is as felt on the moving boat.
    Wind(f64, bool),
    /// Words of the device.
    Words(String),
    /// A sentence that is sound and says nothing that is used here.
    Other,
}

/// Why a line says nothing.
#[derive(Debug, Clone, Copy, PartialEq, Eq, thiserror::Error)]
pub enum Fault {
    /// It does not begin with a dollar sign and five or more letters.
    #[error("{}", sentences::fault_no_sentence())]
    NoSentence,
    /// Its sum is another than it says.
    #[error("{}", sentences::fault_checksum())]
    Checksum,
    /// A field that must be a number is none, or beyond reason.
    #[error("{}", sentences::fault_sentence_number())]
    Number,
    /// The device marks it as not valid.
    #[error("{}", sentences::fault_not_valid())]
    NotValid,
    /// The line has no end within reason.
    #[error("{}", sentences::fault_endless())]
    Endless,
}

/// The checksum of what stands between `$` and `*`: all bytes by exclusive or.
#[must_use]
pub fn checksum(body: &str) -> u8 {
    body.bytes().fold(0, |sum, b| sum ^ b)
}

/// A sentence ready to be sent: `$body*hh` with its line end.
#[must_use]
pub fn sentence(body: &str) -> String {
    format!("${body}*{:02X}\r\n", checksum(body))
}

/// Reads a line.
///
/// # Errors
/// [`Fault`]. A sentence without a checksum is taken: old devices send none.
pub fn read(line: &str) -> Result<Reading, Fault> {
    let line = line.trim();
    let body = line.strip_prefix(['$', '!']).ok_or(Fault::NoSentence)?;
    let body = match body.rsplit_once('*') {
        Some((body, sum)) => {
            let told = u8::from_str_radix(sum.trim(), 16).map_err(|_| Fault::Checksum)?;
            if told != checksum(body) {
                return Err(Fault::Checksum);
            }
            body
        }
        None => body,
    };
    let fields: Vec<&str> = body.split(',').collect();
    let name = fields[0];
    if name.len() < 5 || !name.bytes().all(|b| b.is_ascii_alphanumeric()) {
        return Err(Fault::NoSentence);
    }
    let fields = Fields(fields);
    match name.get(name.len() - 3..) {
        Some("DPT") => fields.dpt(),
        Some("DBT") => fields.dbt(),
        Some("MTW") => fields.mtw(),
        Some("RMC") => fields.rmc(),
        Some("MWV") => fields.mwv(),
        Some("TXT") => Ok(Reading::Words(fields.at(4).chars().take(80).collect())),
        _ => Ok(Reading::Other),
    }
}

struct Fields<'a>(Vec<&'a str>);

impl Fields<'_> {
    fn at(&self, i: usize) -> &str {
        self.0.get(i).map_or("", |f| f.trim())
    }

    fn maybe(&self, i: usize) -> Option<f64> {
        self.at(i).parse::<f64>().ok().filter(|n| n.is_finite())
    }

    fn number(&self, i: usize, least: f64, most: f64) -> Result<f64, Fault> {
        let n = self.maybe(i).ok_or(Fault::Number)?;
        if (least..=most).contains(&n) {
            Ok(n)
        } else {
            Err(Fault::Number)
        }
    }

    /// Depth under the transducer; a positive offset leads from it up to the surface.
    fn dpt(&self) -> Result<Reading, Fault> {
        let depth = self.number(1, 0.0, DEEPEST)?;
        Ok(Reading::Depth(
            depth
                + self
                    .maybe(2)
                    .filter(|o| (0.0..50.0).contains(o))
                    .unwrap_or(0.0),
        ))
    }

    /// In feet, metres and fathoms: metres first, then what there is.
    fn dbt(&self) -> Result<Reading, Fault> {
        let units = [(3, 1.0), (1, FOOT), (5, FATHOM)];
        let found = units
            .iter()
            .find_map(|(i, size)| Some(self.maybe(*i)? * size));
        let depth = found.filter(|d| (0.0..=DEEPEST).contains(d));
        depth.map(Reading::Depth).ok_or(Fault::Number)
    }

    fn mtw(&self) -> Result<Reading, Fault> {
        let t = self.number(1, -60.0, 150.0)?;
        let celsius = if self.at(2) == "F" {
            (t - 32.0) / 1.8
        } else {
            t
        };
        if (-5.0..=45.0).contains(&celsius) {
            Ok(Reading::Temperature(celsius))
        } else {
            Err(Fault::Number)
        }
    }

    fn rmc(&self) -> Result<Reading, Fault> {
        if self.at(2) != "A" {
            return Err(Fault::NotValid);
        }
        let degrees = |i: usize, most: f64, negative: &str| {
            let told = self.number(i, 0.0, most * 100.0 + 60.0)?;
            let whole = (told / 100.0).floor();
            let angle = whole + (told - 100.0 * whole) / 60.0;
            if angle > most {
                return Err(Fault::Number);
            }
            Ok(if self.at(i + 1) == negative {
                -angle
            } else {
                angle
            })
        };
        let (lat, lon) = (degrees(3, 90.0, "S")?, degrees(5, 180.0, "W")?);
        let speed = self
            .maybe(7)
            .map(|k| k * KNOT)
            .filter(|v| (0.0..=FASTEST).contains(v));
        Ok(Reading::Fix(lat, lon, speed))
    }

    fn mwv(&self) -> Result<Reading, Fault> {
        if self.at(5) != "A" {
            return Err(Fault::NotValid);
        }
        let told = self.number(3, 0.0, 500.0)?;
        let speed = match self.at(4) {
            "N" => told * KNOT,
            "K" => told / 3.6,
            "M" => told,
            _ => return Err(Fault::Number),
        };
        if speed > FASTEST {
            return Err(Fault::Number);
        }
        Ok(Reading::Wind(speed, self.at(2) == "R"))
    }
}

/// Metres between two fixes (published: haversine formula; mean radius of the
/// earth 6 371 008.8 m, IUGG).
#[must_use]
pub fn metres_between(a: (f64, f64), b: (f64, f64)) -> f64 {
    let half = |x: f64, y: f64| maths::square(maths::sin((y - x).to_radians() / 2.0));
    let h = half(a.0, b.0)
        + maths::cos(a.0.to_radians()) * maths::cos(b.0.to_radians()) * half(a.1, b.1);
    2.0 * 6_371_008.8 * maths::asin(h.sqrt().min(1.0))
}
