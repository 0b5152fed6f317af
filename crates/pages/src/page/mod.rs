//! One function a page: from engine, reader, query and what is held to a reply.

mod account;
mod bench;
mod cast;
mod count;
mod gaps;
mod kept;
mod ledger;
mod mend;
mod photo;
mod pick;
mod plan;
mod tackle;
mod today;
mod waters;
mod words;

pub use account::{Again, account, error, mine};
pub use bench::{bench, bench_print, bench_screen};
pub use cast::{cast, cast_with};
pub use count::{Typed, count, counted};
pub use gaps::{Kept, gaps};
pub use kept::{KeptList, compare, keep_again, kept, kept_one, kept_shared};
pub use ledger::ledger;
pub use mend::{MendHeld, mend, mend_tapped};
pub use photo::{photo, photo_frame, with_measure};
pub use pick::{Held, answered, at_water, card, how, pick};
pub use plan::{
    DayDecided, DayHeld, DayShown, DaysTakenIn, day_decided, day_form, day_page, day_print,
};
pub use tackle::{
    box_again, box_list, box_row, import_choose, import_headings, import_preview, import_progress,
};
pub use today::{Tapped, TodayHeld, tapped, today, today_from};
pub use waters::{WatersList, waters};
pub use words::words;

/// A number with the words that follow it: those of one thing, or those of several.
fn number_of(n: u32, one: &str, several: &str) -> String {
    format!("{n} {}", if n == 1 { one } else { several })
}
