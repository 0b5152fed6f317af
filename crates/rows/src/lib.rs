//! What is kept, as plain rows: the store fills them, the pages show them.
//! Nothing here knows a database or a page.

mod happened;
mod kept;
mod own;
mod owners;

pub use happened::{AccountEvent, Happened};
pub use kept::{
    KEPT_SCHEMA, Kept, KeptAsks, KeptFault, KeptPicks, KeptSort, KeptText, TextFault, read_answer,
};
pub use own::{
    Change, Import, ImportState, MendTry, NewMendTry, NewSink, Owned, PlannedDay, Sink, Water,
};
pub use owners::{Account, DEMO_OWNER, Holdings, OwnerId, Versions};
