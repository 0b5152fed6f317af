//! Writing.

use std::io::{self, Write};

use serde::Serialize;
use serde_json::Serializer;
use serde_json::ser::Formatter;

/// Numbers as the standard library writes them: the shortest text that is read as the same
/// number again, a whole one with a point as serde_json has it.
struct Plainly;

fn point(whole: bool) -> &'static str {
    if whole { ".0" } else { "" }
}

impl Formatter for Plainly {
    fn write_f64<W: ?Sized + Write>(&mut self, writer: &mut W, value: f64) -> io::Result<()> {
        write!(writer, "{value}{}", point(value.fract() == 0.0))
    }

    fn write_f32<W: ?Sized + Write>(&mut self, writer: &mut W, value: f32) -> io::Result<()> {
        write!(writer, "{value}{}", point(value.fract() == 0.0))
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
