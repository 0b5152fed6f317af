//! Writing.

use std::io::{self, Write};

use serde::Serialize;
use serde_json::Serializer;
use serde_json::ser::Formatter;

/// Numbers as the standard library writes them: the shortest text that is read as the same
/// number again, a whole one with a point as serde_json has it.
struct Plainly;

impl Formatter for Plainly {
    fn write_f64<W: ?Sized + Write>(&mut self, writer: &mut W, value: f64) -> io::Result<()> {
        let point = if value.fract() == 0.0 { ".0" } else { "" };
        write!(writer, "{value}{point}")
    }

    fn write_f32<W: ?Sized + Write>(&mut self, writer: &mut W, value: f32) -> io::Result<()> {
        self.write_f64(writer, f64::from(value))
    }
}

/// A value as JSON; nothing where it cannot be written so: keys of a map that are no texts.
#[must_use]
pub fn written<T: Serialize + ?Sized>(value: &T) -> Option<String> {
    let mut out = Vec::new();
    let mut to = Serializer::with_formatter(&mut out, Plainly);
    value.serialize(&mut to).ok()?;
    String::from_utf8(out).ok()
}
