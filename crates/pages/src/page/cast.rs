//! A cast played over a bottom.

use yarrowfen_core::Engine;
use yarrowfen_core::base::codes::Judged;

use crate::ask::cast::{CastForm, Faults};
use crate::ask::mend::led;
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
    let mends = outcome
        .as_ref()
        .map(|(_, run)| mends(engine, &question, run))
        .unwrap_or_default();
    let page = CastPage::new(reader, &form, outcome)
        .with_sounder(sounder)
        .with_mends(mends);
    let address = format!("/cast?{}", page.query);
    let reply = Reply::changing(code, &page, part)?.at_address_if(part, address);
    Ok(reply.in_parts().about(&question))
}

/// Where what goes wrong on a cast is looked at: that it lifts off, hangs, or never comes
/// down.
fn mends(engine: &Engine, question: &str, run: &Run) -> Vec<(&'static str, String)> {
    let f = &run.cast.figures;
    let leads = &engine.tables().mend.leads;
    let seen = [
        (
            !f.lift_offs.is_empty(),
            "Mend the lift-off",
            Judged::Contact,
        ),
        (!f.hangs.is_empty(), "Mend the hanging", Judged::Snag),
        (
            f.landed.is_none() && f.contact <= 0.0,
            "Mend the fall",
            Judged::TimeToBottom,
        ),
    ];
    let shown = seen.into_iter().filter(|s| s.0);
    shown
        .map(|(_, text, need)| (text, led(question, leads[need])))
        .collect()
}

/// The page with the faults of a bottom that could not be read.
///
/// # Errors
/// When the template fails.
pub fn cast_with(reader: &Reader, form: &CastForm, faults: Faults, sounder: bool) -> Shown {
    let page = CastPage::new(reader, form, Err(faults)).with_sounder(sounder);
    Reply::changing(422, &page, Part::Whole)
}
