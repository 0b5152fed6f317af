//! Measures taken from a photograph.

use yarrowfen_core::base::UnitSystem;
use yarrowfen_core::own_box::{Faults, Item, Texts};

use crate::ask::photo::{PhotoForm, SOUGHT};
use crate::held::HeldBox;
use crate::reader::Reader;
use crate::reply::{Part, Reply, Shown, status};
use crate::views::photo::{PhotoFramePage, PhotoPage};

/// The page, or what was measured.
///
/// # Errors
/// When the template fails.
pub fn photo(reader: &Reader, query: &str, held: Option<&HeldBox>, part: Part) -> Shown {
    let page = PhotoPage::new(reader, PhotoForm::from_query(query), held);
    let code = status(!matches!(page.measured, Some(Err(_))));
    let reply = match part {
        Part::Whole => Reply::page(code, &page),
        Part::Changed => Reply::page(code, &page.as_measured()),
    };
    reply.map(Reply::in_parts)
}

/// The frame to print.
///
/// # Errors
/// When the template fails.
pub fn photo_frame(reader: &Reader) -> Shown {
    Reply::page(200, &PhotoFramePage::new(reader))
}

/// A thing of the box with a measure put on it, or its texts with what is wrong with
/// them; none where such a thing has no such measure.
#[must_use]
pub fn with_measure(
    item: &Item,
    of: &str,
    text: &str,
) -> Option<Result<Item, (Texts<'static>, Faults)>> {
    let kind = item.thing.kind();
    let sought = SOUGHT
        .iter()
        .find(|s| s.code == of && s.lists.contains(&kind))?;
    Some(item.with(sought.key, text.to_owned(), UnitSystem::Metric))
}
