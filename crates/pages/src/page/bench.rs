//! The bench: bait and hook at true size.

use uuid::Uuid;
use yarrowfen_core::Engine;

use crate::ask::bench::BenchForm;
use crate::held::HeldBox;
use crate::reader::Reader;
use crate::reply::{Part, Reply, Shown, status};
use crate::views::bench::{BenchPage, PrintPage, ScreenPage};

/// The page, or the part that changes. `own_bait` or `own_hook` lays a thing of
/// the box on it; one that is not there gives nothing.
///
/// # Errors
/// When the template fails.
pub fn bench(
    engine: &Engine,
    reader: &Reader,
    query: &str,
    held: Option<&HeldBox>,
    part: Part,
) -> Option<Shown> {
    let pairs: Vec<(String, String)> = serde_urlencoded::from_str(query).unwrap_or_default();
    let form = BenchForm::from_query(query, reader.options.units);
    let mine = pairs
        .iter()
        .find(|p| p.0 == "own_bait" || p.0 == "own_hook");
    if let Some((_, id)) = mine {
        let id = Uuid::parse_str(id).ok()?;
        let owned = held?.items.iter().find(|o| o.id == id)?;
        let to = format!("/bench?{}", form.query_of(&owned.item));
        return Some(Ok(Reply::see_other(&to)));
    }
    let things = held.map(HeldBox::at_hand).unwrap_or_default();
    let page = BenchPage::new(engine, reader, &form, &things);
    let code = status(page.view.is_some());
    let address = format!("/bench?{}", page.query);
    let reply = Reply::changing(code, &page, part);
    Some(reply.map(|r| r.at_address_if(part, address).in_parts()))
}

/// The sheet to print; a question with faults goes back to where they are shown.
///
/// # Errors
/// When the template fails.
pub fn bench_print(engine: &Engine, reader: &Reader, query: &str) -> Shown {
    let form = BenchForm::from_query(query, reader.options.units);
    match form.read(engine) {
        Ok(asked) => Reply::page(200, &PrintPage::new(engine, reader, &form, &asked)),
        Err(_) => Ok(Reply::see_other(&format!(
            "/bench?{}",
            form.query_with(&[])
        ))),
    }
}

/// Measuring the screen.
///
/// # Errors
/// When the template fails.
pub fn bench_screen(reader: &Reader, query: &str) -> Shown {
    let form = BenchForm::from_query(query, reader.options.units);
    Reply::page(200, &ScreenPage::new(reader, &form.query_with(&[])))
}
