//! Waters: places with their usual conditions.

use askama::Template;
use yarrowfen_rows::Water;

use super::Frame;
use super::describe::describe;
use crate::ask::PickForm;
use crate::ask::plan::show_position;
use crate::draw::section::section;
use crate::draw::tackle::figure::Figure;
use crate::reader::Reader;

/// A water as listed.
pub struct WaterLine {
    /// Its id.
    pub id: String,
    /// Its name.
    pub name: String,
    /// Its conditions in a line.
    pub short: String,
    /// The angler's words.
    pub remark: String,
    /// Pick, starting there.
    pub pick: String,
    /// Its section.
    pub section: Figure,
}

impl WaterLine {
    fn new(w: &Water, reader: &Reader) -> Self {
        let told = describe(&w.asked, reader.options.units);
        Self {
            id: w.id.to_string(),
            name: w.name.clone(),
            short: format!("{}; {}", told.water, w.asked.species),
            remark: w.remark.clone(),
            section: section(&w.asked),
            pick: format!("/?{}", PickForm::of_place(&w.asked, reader.options).query()),
        }
    }
}

/// The form of a water.
#[derive(Debug)]
pub struct WaterForm {
    /// The water corrected; none for a new one.
    pub id: Option<String>,
    /// Name as typed.
    pub name: String,
    /// Remark as typed.
    pub remark: String,
    /// Where it is, as typed.
    pub at: String,
    /// Its question.
    pub query: String,
    /// Faults by field.
    pub faults: Vec<(&'static str, String)>,
}

impl WaterForm {
    /// Of a water that is corrected.
    #[must_use]
    pub fn of(w: &Water) -> Self {
        Self {
            id: Some(w.id.to_string()),
            name: w.name.clone(),
            remark: w.remark.clone(),
            at: w.at.map(show_position).unwrap_or_default(),
            query: PickForm::from_request(&w.asked, yarrowfen_core::Options::default()).query(),
            faults: Vec::new(),
        }
    }
    /// For the water of a sentence.
    #[must_use]
    pub fn fresh(query: &str) -> Self {
        Self {
            id: None,
            name: String::new(),
            remark: String::new(),
            at: String::new(),
            query: query.chars().take(4000).collect(),
            faults: Vec::new(),
        }
    }
    /// The fault of a field.
    #[must_use]
    pub fn fault(&self, field: &str) -> Option<&String> {
        self.faults.iter().find(|f| f.0 == field).map(|f| &f.1)
    }
}

/// The list.
#[derive(Template)]
#[template(path = "waters.html")]
pub struct WatersPage {
    /// Frame.
    pub frame: Frame,
    /// The waters, by name.
    pub lines: Vec<WaterLine>,
    /// The form, where one is open.
    pub form: Option<WaterForm>,
    /// What was just saved.
    pub saved: Option<String>,
    /// What was just deleted: id and name.
    pub deleted: Option<(String, String)>,
    /// How many waypoints of a file were just taken in.
    pub taken: Option<u32>,
    /// What is wrong with a file.
    pub wrong: Option<String>,
}

impl WatersPage {
    /// The page of an account's waters.
    #[must_use]
    pub fn new(
        reader: &Reader,
        waters: &[Water],
        form: Option<WaterForm>,
        saved: Option<String>,
        deleted: Option<(String, String)>,
    ) -> Self {
        Self {
            frame: Frame::new("waters", reader, "/waters".into()),
            lines: waters.iter().map(|w| WaterLine::new(w, reader)).collect(),
            form,
            saved,
            deleted,
            taken: None,
            wrong: None,
        }
    }

    /// With what became of a file.
    #[must_use]
    pub fn with(self, taken: Option<u32>, wrong: Option<String>) -> Self {
        Self {
            taken,
            wrong,
            ..self
        }
    }
}
