//! Waters: places that the sentence starts from.

use uuid::Uuid;
use yarrowfen_rows::Water;

use crate::reader::Reader;
use crate::reply::{Reply, Shown, status};
use crate::views::waters::{WaterForm, WatersPage};

/// What the list shows.
#[derive(Debug, Default)]
pub struct WatersList<'w> {
    /// The waters, by name.
    pub waters: &'w [Water],
    /// One that was just saved.
    pub saved: Option<Uuid>,
    /// Id and name of one that was just deleted.
    pub deleted: Option<(String, String)>,
    /// One that is to be corrected.
    pub edit: Option<Uuid>,
    /// The question that a new one is made from.
    pub from: Option<String>,
    /// A form that could not be read.
    pub form: Option<WaterForm>,
    /// How many waypoints of a file were just taken in.
    pub taken: Option<u32>,
    /// What is wrong with a file.
    pub wrong: Option<String>,
}

/// The list.
///
/// # Errors
/// When the template fails.
pub fn waters(reader: &Reader, list: WatersList<'_>) -> Shown {
    let by_id = |id: Uuid| list.waters.iter().find(|w| w.id == id);
    let saved = list.saved.and_then(by_id).map(|w| w.name.clone());
    let fresh = list.from.as_deref().map(WaterForm::fresh);
    let edited = list.edit.and_then(by_id).map(WaterForm::of).or(fresh);
    let code = status(list.form.is_none() && list.wrong.is_none());
    let form = list.form.or(edited);
    Reply::page(
        code,
        &WatersPage::new(reader, list.waters, form, saved, list.deleted)
            .with(list.taken, list.wrong),
    )
}
