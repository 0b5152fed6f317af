//! The countdown, and the sink tests that it makes.

use yarrowfen_core::base::limits;
use yarrowfen_core::cast::CastRig;
use yarrowfen_core::{Engine, PickRequest};
use yarrowfen_rows::{NewSink, Sink};

use crate::ask::cast::{CastForm, Faults};
use crate::ask::seconds as read_seconds;
use crate::own_record::{record, subject};
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

/// Takes a count from its form: the page to go to, and the sink test that is to be kept.
///
/// # Errors
/// The page with what was wrong and what was typed.
pub fn counted(
    engine: &Engine,
    reader: &Reader,
    form: &[(String, String)],
    sinks: &[Sink],
) -> Result<(String, NewSink), Shown> {
    let field = |name: &str| {
        let found = form.iter().find(|p| p.0 == name);
        found.map_or("", |p| p.1.as_str())
    };
    let (query, typed) = (field("query"), field("seconds"));
    let cast = CastForm::from_query(query, reader.options);
    let seconds = read_seconds(typed, &limits::SINK_SECONDS);
    match (seconds, cast.read_fall(engine)) {
        (Ok(seconds), Ok((request, rig))) => {
            let test = sink_test(&cast, &request, &rig, seconds);
            let test = test.map_err(|_| count(engine, reader, query, sinks, None))?;
            Ok((format!("/count?{}", cast.query_with(&[])), test))
        }
        (seconds, _) => {
            let fault = seconds.err();
            let typed = fault.map(|fault| Typed { text: typed, fault });
            Err(count(engine, reader, query, sinks, typed))
        }
    }
}

fn sink_test(
    form: &CastForm,
    request: &PickRequest,
    rig: &CastRig,
    seconds: f64,
) -> Result<NewSink, Faults> {
    Ok(NewSink {
        subject: subject(request, rig.rig),
        head_g: rig.head_g,
        line_mm: 1000.0 * rig.lure.line.diameter,
        temp_c: rig.temp_c,
        depth_m: request.water.depth_m,
        seconds,
        fall: form.fall(rig)?.code().to_owned(),
        struck: false,
        made_at: None,
    })
}
