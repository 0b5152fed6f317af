//! A day on the water as it was written down: what an event is, in which order events
//! stand wherever they came from, how things stand after them, and how long was fished
//! with what.
//!
//! Every event has an id that was made where it happened. A log is a set of events: it
//! comes to the same whichever came first, and however often one came.

mod check;
mod event;
mod hourly;
mod order;
mod planned;
mod spans;
mod state;

pub use check::{
    MOST_NOTE, MOST_OFFSET, MOST_PLACE, MOST_REST_MIN, MOST_ROD, USUAL_REST_MIN, checked,
};
pub use event::iso::{read as read_day, show as show_day};
pub use event::{
    Bite, Event, EventId, FishTold, IdFault, Rest, Stop, Tied, Tried, What, WrittenAt,
};
pub use hourly::{
    DAY_MIN, Hourly, LAST_MIN, MOST_POINTS, read_table_of_hours, read_time, show_time,
};
pub use order::{Log, Standing};
pub use planned::{MOST_STEPS, Planned, PlannedStep};
pub use spans::{Seen, Span, spans};
pub use state::{DayState, Resting, RodState, day_at};
