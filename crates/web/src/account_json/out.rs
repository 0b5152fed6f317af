//! A file of an account, written as it is read.

use std::io::{self, Write};

use serde::Serialize;
use yarrowfen_store::Part;

use super::{VERSION, day_out, item_out, kept_out, mend_out, sink_out, water_out};

/// A file that is being written: a line for each thing.
#[derive(Debug)]
pub struct Writer<W> {
    to: W,
    /// The list that is begun.
    list: Option<&'static str>,
}

impl<W: Write> Writer<W> {
    /// Begins a file.
    ///
    /// # Errors
    /// Those of where it goes.
    pub fn new(mut to: W) -> io::Result<Self> {
        write!(to, "{{\"yarrowfen\":{VERSION}")?;
        Ok(Self { to, list: None })
    }

    /// Writes some more; parts of one list come one after the other.
    ///
    /// # Errors
    /// Those of where it goes, or when an answer cannot be written, which is a fault of ours.
    pub fn part(&mut self, part: &Part) -> io::Result<()> {
        match part {
            Part::Items(all) => self.list("box", all, |i| Ok(item_out(i))),
            Part::Waters(all) => self.list("waters", all, water_out),
            Part::Kept(all) => self.list("kept", all, kept_out),
            Part::Sinks(all) => self.list("sinks", all, |s| Ok(sink_out(s))),
            Part::Mends(all) => self.list("mends", all, |m| Ok(mend_out(m))),
            Part::Log(all) => self.list("log", all, Ok),
            Part::Days(all) => self.list("days", all, |d| Ok(day_out(d))),
        }
    }

    fn list<'t, T, O: Serialize>(
        &mut self,
        name: &'static str,
        all: &'t [T],
        out: impl Fn(&'t T) -> serde_json::Result<O>,
    ) -> io::Result<()> {
        for thing in all {
            if self.list == Some(name) {
                self.to.write_all(b",\n")?;
            } else {
                self.close()?;
                write!(self.to, ",\n\"{name}\":[\n")?;
                self.list = Some(name);
            }
            serde_json::to_writer(&mut self.to, &out(thing)?)?;
        }
        Ok(())
    }

    fn close(&mut self) -> io::Result<()> {
        match self.list.take() {
            Some(_) => self.to.write_all(b"\n]"),
            None => Ok(()),
        }
    }

    /// Ends the file; gives where it went.
    ///
    /// # Errors
    /// Those of where it goes.
    pub fn finish(mut self) -> io::Result<W> {
        self.close()?;
        self.to.write_all(b"}\n")?;
        self.to.flush()?;
        Ok(self.to)
    }
}
