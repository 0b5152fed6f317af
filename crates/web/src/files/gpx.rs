//! Places as other people's maps have them: waypoints of GPX 1.1 (published: Topografix, *GPX 1.1
//! Schema Documentation*, 2004).

use quick_xml::events::{BytesEnd, BytesStart, BytesText, Event};
use quick_xml::{Reader, Writer};
use uuid::Uuid;
use yarrowfen_core::day::show_time;
use yarrowfen_core::explore::plan::StopAsked;
use yarrowfen_core::physics::sun::Position;
use yarrowfen_core::{FieldError, PickRequest};
use yarrowfen_pages::held::water_named;
use yarrowfen_pages::page::DayDecided;
use yarrowfen_store::{NewWater, Water};

/// Most waypoints of a file.
pub const MOST_POINTS: usize = 500;
/// Longest name and remark that are taken, characters; the rest of them is left.
const MOST_NAME: usize = 80;
/// See [`MOST_NAME`].
const MOST_REMARK: usize = 1000;

/// A waypoint.
#[derive(Debug, Clone, PartialEq)]
pub struct Waypoint {
    /// Its name.
    pub name: String,
    /// What is said of it.
    pub remark: String,
    /// Where it is.
    pub at: Position,
}

/// The waters that say where they are.
#[must_use]
pub fn of_waters(waters: &[Water]) -> Vec<Waypoint> {
    let point = |w: &Water| {
        Some(Waypoint {
            name: w.name.clone(),
            remark: w.remark.clone(),
            at: w.at?,
        })
    };
    waters.iter().filter_map(point).collect()
}

/// The stops of a day that say where they are, each with its hours.
#[must_use]
pub fn of_day(day: &DayDecided) -> Vec<Waypoint> {
    let stops = day.asked.stops.iter().zip(&day.plan.stops);
    let point = |(stop, time): (&StopAsked, &(u16, u16))| {
        Some(Waypoint {
            name: stop.name.clone(),
            remark: format!("{} to {}", show_time(time.0), show_time(time.1)),
            at: stop.at?,
        })
    };
    stops.filter_map(point).collect()
}

/// What waypoints are to the waters that there are: where a water of the same name is, and new
/// waters, with a question as usual.
#[must_use]
pub fn sorted<'p>(
    points: &'p [Waypoint],
    waters: &[Water],
) -> (Vec<(Uuid, Position)>, Vec<NewWater<'p>>) {
    let (mut placed, mut new) = (Vec::new(), Vec::new());
    for point in points {
        match water_named(waters, &point.name) {
            Some(water) => placed.push((water.id, point.at)),
            None => new.push(NewWater {
                name: &point.name,
                remark: &point.remark,
                asked: PickRequest::usual(),
                at: Some(point.at),
                made_at: None,
            }),
        }
    }
    (placed, new)
}

/// Writes waypoints.
///
/// # Errors
/// When it cannot be written, which is a fault of ours.
pub fn write(points: &[Waypoint]) -> std::io::Result<Vec<u8>> {
    let mut out = Writer::new_with_indent(Vec::new(), b' ', 1);
    let declaration = quick_xml::events::BytesDecl::new("1.0", Some("UTF-8"), None);
    out.write_event(Event::Decl(declaration))?;
    let gpx = BytesStart::new("gpx").with_attributes([
        ("version", "1.1"),
        ("creator", "Yarrowfen"),
        ("xmlns", "http://www.topografix.com/GPX/1/1"),
    ]);
    out.write_event(Event::Start(gpx))?;
    for point in points {
        let (lat, lon) = (degrees(point.at.lat), degrees(point.at.lon));
        let wpt = BytesStart::new("wpt").with_attributes([("lat", &*lat), ("lon", &*lon)]);
        out.write_event(Event::Start(wpt))?;
        for (name, text) in [("name", &point.name), ("desc", &point.remark)] {
            if !text.is_empty() {
                out.write_event(Event::Start(BytesStart::new(name)))?;
                out.write_event(Event::Text(BytesText::new(&kept(text))))?;
                out.write_event(Event::End(BytesEnd::new(name)))?;
            }
        }
        out.write_event(Event::End(BytesEnd::new("wpt")))?;
    }
    out.write_event(Event::End(BytesEnd::new("gpx")))?;
    Ok(out.into_inner())
}

/// Degrees to the tenth of a millimetre, without what arithmetic left of them.
fn degrees(value: f64) -> String {
    let text = format!("{value:.9}");
    text.trim_end_matches('0').trim_end_matches('.').to_owned()
}

/// A text without what no XML can hold (published: W3C, *XML 1.0*, production 2).
fn kept(text: &str) -> String {
    let holds = |c: &char| matches!(c, '\t' | '\n' | '\r' | ' '..='\u{fffd}' | '\u{10000}'..);
    text.chars().filter(holds).collect()
}

fn whole(what: impl Into<String>) -> FieldError {
    FieldError::new("", what)
}

/// A waypoint that is being read.
struct Open {
    at: Position,
    name: String,
    remark: String,
    /// The element whose text comes: its name where it is one of ours.
    inside: Option<&'static str>,
    /// How deep below the waypoint it stands.
    depth: u32,
}

/// What is read of a file so far.
#[derive(Default)]
struct Reading {
    points: Vec<Waypoint>,
    open: Option<Open>,
    is_gpx: bool,
}

/// What no place on earth has.
const NOWHERE: &str = "a waypoint has no lat and lon of this earth";

impl Reading {
    /// Takes an event; what is wrong with it, in words.
    fn take(&mut self, event: &Event<'_>) -> Result<(), String> {
        match event {
            Event::DocType(_) => return Err("a file with a DOCTYPE is not taken".to_owned()),
            Event::Start(e) => self.start(e)?,
            Event::Empty(e) if self.begins(e) => {
                let point = begun(e).ok_or(NOWHERE)?;
                self.done(point);
            }
            Event::Text(t) => put(&mut self.open, &t.xml10_content()),
            Event::CData(t) => put(&mut self.open, &t.xml10_content()),
            Event::GeneralRef(r) => {
                let found = entity(r).ok_or("an entity of the file's own is not taken")?;
                put(&mut self.open, &found);
            }
            Event::End(e) => self.end(e.local_name().as_ref()),
            _ => {}
        }
        if self.points.len() > MOST_POINTS {
            return Err(format!("at most {MOST_POINTS} waypoints are taken at once"));
        }
        Ok(())
    }

    fn begins(&self, e: &BytesStart<'_>) -> bool {
        self.is_gpx && self.open.is_none() && e.local_name().as_ref() == "wpt"
    }

    fn start(&mut self, e: &BytesStart<'_>) -> Result<(), String> {
        if self.begins(e) {
            self.open = Some(begun(e).ok_or(NOWHERE)?);
        } else if let Some(point) = &mut self.open {
            point.depth += 1;
            point.inside = match e.local_name().as_ref() {
                "name" if point.depth == 1 => Some("name"),
                "desc" if point.depth == 1 => Some("desc"),
                _ => None,
            };
        } else {
            self.is_gpx |= e.local_name().as_ref() == "gpx";
        }
        Ok(())
    }

    fn end(&mut self, name: &str) {
        match self.open.take() {
            Some(point) if point.depth == 0 && name == "wpt" => self.done(point),
            Some(mut point) => {
                point.depth = point.depth.saturating_sub(1);
                point.inside = None;
                self.open = Some(point);
            }
            None => {}
        }
    }

    fn done(&mut self, point: Open) {
        let name = match point.name.trim() {
            "" => format!("Waypoint {}", self.points.len() + 1),
            name => name.to_owned(),
        };
        self.points.push(Waypoint {
            name,
            remark: point.remark.trim().to_owned(),
            at: point.at,
        });
    }
}

/// Reads the waypoints of a file; tracks and routes in it are left. Entities of its own are not
/// taken, so that none can blow up.
///
/// # Errors
/// The first fault, with its place; nothing is taken then.
pub fn read(bytes: &[u8]) -> Result<Vec<Waypoint>, FieldError> {
    let text = std::str::from_utf8(bytes).map_err(|_| whole("the file is not in UTF-8"))?;
    let mut reader = Reader::from_str(text.trim_start_matches('\u{feff}'));
    let mut reading = Reading::default();
    loop {
        let event = reader.read_event();
        let at = reader.error_position().max(reader.buffer_position());
        let wrong = |what: &str| whole(format!("byte {at}: {what}"));
        match event {
            Err(e) => return Err(wrong(&e.to_string())),
            Ok(Event::Eof) => break,
            Ok(event) => reading.take(&event).map_err(|what| wrong(&what))?,
        }
    }
    if !reading.is_gpx {
        return Err(whole("this is no GPX file"));
    }
    if reading.open.is_some() {
        return Err(whole("the file ends in the middle of a waypoint"));
    }
    Ok(reading.points)
}

fn begun(e: &BytesStart<'_>) -> Option<Open> {
    let degrees = |name: &str| -> Option<f64> {
        let found = e.try_get_attribute(name).ok()??;
        found.value.trim().parse().ok()
    };
    Some(Open {
        at: Position::new(degrees("lat")?, degrees("lon")?)?,
        name: String::new(),
        remark: String::new(),
        inside: None,
        depth: 0,
    })
}

fn put(open: &mut Option<Open>, text: &str) {
    let Some(point) = open else { return };
    let (to, most) = match point.inside {
        Some("name") => (&mut point.name, MOST_NAME),
        Some(_) => (&mut point.remark, MOST_REMARK),
        None => return,
    };
    let room = most.saturating_sub(to.chars().count());
    let kept = text.chars().filter(|c| !c.is_control() || *c == '\n');
    to.extend(kept.take(room));
}

/// The five that every XML knows, and characters by number.
fn entity(r: &quick_xml::events::BytesRef<'_>) -> Option<String> {
    if let Some(c) = r.resolve_char_ref().ok()? {
        return Some(c.to_string());
    }
    quick_xml::escape::resolve_predefined_entity(r).map(str::to_owned)
}

#[cfg(test)]
mod tests {
    use super::*;

    fn point(name: &str, remark: &str, lat: f64, lon: f64) -> Waypoint {
        let at = Position::new(lat, lon).unwrap_or(Position { lat: 0.0, lon: 0.0 });
        Waypoint {
            name: name.into(),
            remark: remark.into(),
            at,
        }
    }

    #[test]
    fn what_is_written_is_read() {
        let all = [
            point(
                "Brick Pit & <wall>",
                "Steep; \"broken\"\nbrick",
                52.3125,
                -0.42,
            ),
            point("Reed Mere", "", -89.999_999, 179.123_456_789),
        ];
        let bytes = write(&all).unwrap_or_default();
        assert_eq!(read(&bytes).unwrap_or_default(), all);
    }

    #[test]
    fn a_hostile_file_is_refused_with_a_word() {
        let bomb = r#"<?xml version="1.0"?><!DOCTYPE gpx [<!ENTITY a "aaaa"><!ENTITY b "&a;&a;">]><gpx><wpt lat="1" lon="1"><name>&b;</name></wpt></gpx>"#;
        for (text, says) in [
            (bomb, "DOCTYPE"),
            (
                r#"<gpx><wpt lat="1" lon="1"><name>&b;</name></wpt></gpx>"#,
                "entity",
            ),
            (r#"<gpx><wpt lat="100" lon="1"/></gpx>"#, "lat and lon"),
            (r#"<gpx><wpt lat="NaN" lon="1"/></gpx>"#, "lat and lon"),
            (r#"<gpx><wpt lat="1" lon="1"><name>x"#, "middle"),
            ("<kml></kml>", "no GPX"),
            ("", "no GPX"),
            ("<gpx><wpt", "byte"),
        ] {
            let fault = read(text.as_bytes())
                .err()
                .map(|e| e.message)
                .unwrap_or_default();
            assert!(fault.contains(says), "{text}: {fault}");
        }
        assert!(read(&[0xff, 0xfe, 0x00]).is_err());
        let many = format!(
            "<gpx>{}</gpx>",
            r#"<wpt lat="1" lon="1"/>"#.repeat(MOST_POINTS + 1)
        );
        assert!(read(many.as_bytes()).is_err());
        // A line of ten megabytes is one name, cut.
        let long = format!(
            r#"<gpx><wpt lat="1" lon="1"><name>{}</name></wpt></gpx>"#,
            "x".repeat(10_000_000)
        );
        let read = read(long.as_bytes()).unwrap_or_default();
        assert_eq!(read[0].name.len(), MOST_NAME);
    }

    #[test]
    fn tracks_and_names_within_are_left() {
        let text = r#"<?xml version="1.0"?><gpx xmlns="http://www.topografix.com/GPX/1/1" version="1.1"><wpt lat="1" lon="2"><ele>3</ele>
            <name>A &amp; B &#233;</name><extensions><name>not this</name></extensions></wpt><trk><name>gone</name><trkseg><trkpt lat="1" lon="1"/></trkseg></trk></gpx>"#;
        let read = read(text.as_bytes()).unwrap_or_default();
        assert_eq!(read, [point("A & B é", "", 1.0, 2.0)]);
    }
}
