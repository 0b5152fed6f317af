//! What a log says.

use time::Date;
use yarrowfen_core::day::{Event, Log, spans};
use yarrowfen_core::explore::ledger::review;

use crate::ask::ledger::LedgerForm;
use crate::reader::Reader;
use crate::reply::{Part, Reply, Shown, status};
use crate::views::ledger::LedgerPage;

/// How many lines of a file were just taken in, by what a query has behind it.
fn taken(query: &str) -> Option<u32> {
    let mut pairs = query.split('&').filter_map(|p| p.split_once('='));
    pairs.find(|p| p.0 == "taken")?.1.parse().ok()
}

/// The review of a log on a day, by what a query string asks; with what is wrong with a file that
/// was to be taken in.
///
/// # Errors
/// When the template fails.
pub fn ledger(
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
    let page = LedgerPage::new(reader, &form, (&asked, &spans), &told).with(faults, taken(query));
    let address = format!("/days/review?{}", page.query);
    let reply = Reply::changing(code, &page, part)?.at_address_if(part, address);
    Ok(reply.in_parts())
}
