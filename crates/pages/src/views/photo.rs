//! Measures taken from a photograph.

use askama::Template;
use yarrowfen_core::base::{Dimension, UnitSystem, plain};
use yarrowfen_core::photo::{Length, Reference, length};

use super::Frame;
use crate::ask::bench::BenchForm;
use crate::ask::photo::{BESIDE, PhotoForm, SOUGHT};
use crate::held::HeldBox;
use crate::reader::Reader;

/// A length as it is told, and what can be done with it.
pub struct MeasuredView {
    /// With its unit.
    pub told: String,
    /// What it may be off by.
    pub within: String,
    /// As the box's field takes it.
    pub field: String,
    /// The bench with it.
    pub bench: Option<String>,
    /// Things of the box that have this measure: id and name.
    pub things: Vec<(String, String)>,
}

/// The page.
#[derive(Template)]
#[template(path = "photo.html", blocks = ["measured"])]
pub struct PhotoPage {
    /// Frame.
    pub frame: Frame,
    /// The question.
    pub form: PhotoForm,
    /// What came of it.
    pub measured: Option<Result<MeasuredView, String>>,
    /// Whether somebody is signed in, who has a box.
    pub member: bool,
}

/// Most things of a box that are offered.
const MOST_THINGS: usize = 300;

impl PhotoPage {
    /// The page of a question.
    #[must_use]
    pub fn new(reader: &Reader, form: PhotoForm, held: Option<&HeldBox>) -> Self {
        let units = reader.options.units;
        let measured = match (&form.taps, form.unreadable) {
            (Some(taps), _) => Some(
                length(taps)
                    .map(|l| told(l, &form, held, units))
                    .map_err(|fault| fault.to_string()),
            ),
            (None, true) => Some(Err("these taps cannot be read: begin again".into())),
            (None, false) => None,
        };
        Self {
            frame: Frame::new("bench_photo", reader, "/bench/photo".into()),
            measured,
            member: held.is_some(),
            form,
        }
    }

    /// What may be sought: code, name, where to tap, whether it is.
    #[must_use]
    pub fn sought(&self) -> Vec<(&'static str, &'static str, &'static str, bool)> {
        let one = |s: &crate::ask::photo::Sought| (s.code, s.label, s.ends, *s == self.form.sought);
        SOUGHT.iter().map(one).collect()
    }

    /// What may lie beside it: code, name, whether it does.
    #[must_use]
    pub fn beside(&self) -> Vec<(&'static str, &'static str, bool)> {
        let one =
            |b: &(&'static str, &'static str, Reference)| (b.0, b.1, b.0 == self.form.beside.0);
        BESIDE.iter().map(one).collect()
    }
}

fn told(l: Length, form: &PhotoForm, held: Option<&HeldBox>, units: UnitSystem) -> MeasuredView {
    let sought = form.sought;
    let mm = format!("{} mm", plain(l.mm, 1));
    let things = held.iter().flat_map(|h| h.items.iter());
    let has =
        |o: &&yarrowfen_rows::Owned| !o.archived && sought.lists.contains(&o.item.thing.kind());
    MeasuredView {
        told: match units {
            UnitSystem::Metric => mm.clone(),
            UnitSystem::Imperial => format!("{mm} ({})", Dimension::Size.print(l.mm, units)),
        },
        within: format!("{} mm", plain(l.within_mm.max(0.1), 1)),
        bench: sought.bench.map(|word| {
            let bench = BenchForm::from_query(&form.bench, units);
            format!("/bench?{}", bench.query_with(&[(word, &mm)]))
        }),
        things: things
            .filter(has)
            .take(MOST_THINGS)
            .map(|o| (o.id.to_string(), o.item.thing.told(units).0))
            .collect(),
        field: mm,
    }
}

/// The frame to print.
#[derive(Template)]
#[template(path = "photo_frame.html")]
pub struct PhotoFramePage {
    /// Frame.
    pub frame: Frame,
}

impl PhotoFramePage {
    /// The sheet.
    #[must_use]
    pub fn new(reader: &Reader) -> Self {
        Self {
            frame: Frame::new("bench_photo", reader, "/bench/photo/frame".into()),
        }
    }

    /// Width and height, mm.
    #[must_use]
    pub fn size(&self) -> (f64, f64) {
        (Reference::FRAME.long_mm, Reference::FRAME.short_mm)
    }
}
