//! The countdown, and the sink tests that it makes.

use yarrowfen_core::Engine;
use yarrowfen_rows::Sink;

use crate::ask::cast::CastForm;
use crate::own_record::record;
use crate::reader::Reader;
use crate::reply::{Reply, Shown, status};
use crate::views::count::CountPage;

/// A time as typed, with its fault.
#[derive(Debug, Clone)]
pub struct Typed<'t> {
    /// What was typed.
    pub text: &'t str,
    /// What is wrong with it.
    pub fault: String,
}

/// The page; with a time that could not be read, where there is one.
///
/// # Errors
/// When the template fails.
pub fn count(
    engine: &Engine,
    reader: &Reader,
    query: &str,
    sinks: &[Sink],
    typed: Option<Typed<'_>>,
) -> Shown {
    let form = CastForm::from_query(query, reader.options);
    let read = form.read_fall(engine);
    let code = status(read.is_ok() && typed.is_none());
    let outcome = read.map(|(request, rig)| {
        let own = record(engine, &request, rig.rig, sinks);
        (request, rig, own)
    });
    let typed = typed.map(|t| (t.text, t.fault));
    let page = CountPage::new(engine, reader, &form, outcome, typed);
    Ok(Reply::page(code, &page)?.about(&form.pick.query()))
}
