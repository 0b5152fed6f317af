//! What a log says.

use time::Date;
use yarrowfen_core::Engine;
use yarrowfen_core::day::{Event, Log, spans};
use yarrowfen_core::explore::ledger::review;

use super::number_of;
use crate::ask::ledger::LedgerForm;
use crate::falling_share::falling_share;
use crate::reader::Reader;
use crate::reply::{Part, Reply, Shown, status};
use crate::views::ledger::LedgerPage;

/// What became of the lines of a file that was just taken in, by what a query has behind it.
fn taken(query: &str) -> Option<String> {
    let number = |key: &str| -> Option<u32> {
        let mut pairs = query.split('&').filter_map(|p| p.split_once('='));
        pairs.find(|p| p.0 == key)?.1.parse().ok()
    };
    let (new, known) = (number("taken")?, number("known").unwrap_or(0));
    let changed = number("changed").unwrap_or(0);
    let mut told = number_of(new, "new line was taken in.", "new lines were taken in.");
    if known > 0 {
        let here = number_of(known, "was here already.", "were here already.");
        told.push_str(&format!(" {here}"));
    }
    if changed > 0 {
        let other = number_of(changed, "of those says", "of those say");
        told.push_str(&format!(
            " {other} something else in the file. What is here stands: on Today you can take a \
             line back and write it again."
        ));
    }
    Some(told)
}

/// The review of a log on a day, by what a query string asks; with what is wrong with a file that
/// was to be taken in.
///
/// # Errors
/// When the template fails.
pub fn ledger(
    engine: &Engine,
    reader: &Reader,
    query: &str,
    (events, today): (&[Event], Date),
    faults: Vec<String>,
    part: Part,
) -> Shown {
    let form = LedgerForm::from_query(query);
    let asked = form.asked(today, reader.options.units);
    let log = Log::of(events);
    let spans = spans(&log);
    let told = review(&spans, &asked);
    let code = status(faults.is_empty());
    let early = falling_share(engine, &spans, reader.options);
    let page = LedgerPage::new(reader, &form, (&asked, &spans), (&told, early));
    let page = page.with(faults, taken(query));
    let address = format!("/days/review?{}", page.query);
    let reply = Reply::changing(code, &page, part)?.at_address_if(part, address);
    Ok(reply.in_parts())
}
