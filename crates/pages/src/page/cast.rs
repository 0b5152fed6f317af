//! A cast played over a bottom.

use yarrowfen_core::Engine;

use crate::ask::cast::{CastForm, Faults};
use crate::draw::run::Run;
use crate::reader::Reader;
use crate::reply::{Part, Reply, Shown, status};
use crate::views::cast::CastPage;

/// The page, or the part that changes. Some tenths of a second of computing.
/// `sounder` says whether an echo sounder is connected.
///
/// # Errors
/// When the template fails.
pub fn cast(engine: &Engine, reader: &Reader, query: &str, sounder: bool, part: Part) -> Shown {
    let mut form = CastForm::from_query(query, reader.options);
    form.pick = form.pick.with_views(&reader.views);
    let outcome = form.read(engine).map(|asked| {
        let run = Run::of(engine, &form, &asked);
        (asked, run)
    });
    let code = status(outcome.is_ok());
    if let Ok((asked, _)) = &outcome {
        form.pick = form.pick.with_assumed(&asked.request);
    }
    let question = form.pick.query();
    let page = CastPage::new(reader, &form, outcome).with_sounder(sounder);
    let reply = match part {
        Part::Whole => Reply::page(code, &page)?,
        Part::Changed => {
            let address = format!("/cast?{}", page.query);
            Reply::page(code, &page.as_cast())?.at_address(address)
        }
    };
    Ok(reply.in_parts().about(&question))
}

/// The page with the faults of a bottom that could not be read.
///
/// # Errors
/// When the template fails.
pub fn cast_with(reader: &Reader, form: &CastForm, faults: Faults, sounder: bool) -> Shown {
    let page = CastPage::new(reader, form, Err(faults)).with_sounder(sounder);
    Reply::page(422, &page)
}
