//! Whose rows are meant.

use uuid::Uuid;

/// The owner of the examples that every reader sees.
pub const DEMO_OWNER: OwnerId = OwnerId(Uuid::from_u128(0x7961_7272_6f77_4665_8e00_0000_0000_0001));

/// Whose rows are meant.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct OwnerId(pub Uuid);

/// Who may own a box.
#[derive(Debug, Clone)]
pub struct Account {
    /// Whose rows are meant.
    pub owner: OwnerId,
    /// The name, as typed at sign-up.
    pub name: String,
    /// The invented angler of the demo.
    pub demo: bool,
    /// Raised with each change of the box.
    pub box_version: i64,
    /// Raised with each change of what is written down.
    pub written: Versions,
}

/// Versions of what an owner has written down: what was read of it under one is still so while it
/// is the same.
#[derive(Debug, Clone, Copy, Default, PartialEq, Eq)]
pub struct Versions {
    /// Of the sink tests.
    pub sinks: i64,
    /// Of the log.
    pub log: i64,
}

/// How much an owner has of what a browser may keep without an account.
#[derive(Debug, Clone, Copy, Default, PartialEq, Eq)]
pub struct Holdings {
    /// Kept picks.
    pub picks: i64,
    /// Planned days.
    pub days: i64,
    /// Lines of the log.
    pub lines: i64,
}
