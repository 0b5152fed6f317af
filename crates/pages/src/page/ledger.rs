//! What a log says.

use time::Date;
use yarrowfen_core::day::{Event, Log, spans};
use yarrowfen_core::explore::ledger::review;

use crate::ask::ledger::LedgerForm;
use crate::reader::Reader;
use crate::reply::{Part, Reply, Shown};
use crate::views::ledger::LedgerPage;

/// The review of a log on a day, by what a query string asks.
///
/// # Errors
/// When the template fails.
pub fn ledger(reader: &Reader, query: &str, events: &[Event], today: Date, part: Part) -> Shown {
    let form = LedgerForm::from_query(query);
    let asked = form.asked(today, reader.options.units);
    let log = Log::of(events);
    let spans = spans(&log);
    let told = review(&spans, &asked);
    let page = LedgerPage::new(reader, &form, (&asked, &spans), &told);
    let address = format!("/days/review?{}", page.query);
    let reply = Reply::changing(200, &page, part)?.at_address_if(part, address);
    Ok(reply.in_parts())
}
