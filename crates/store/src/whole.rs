//! Everything of an owner: taken out, and taken in again.

use time::OffsetDateTime;
use uuid::Uuid;
use yarrowfen_core::day::Event;

use crate::days::insert as insert_day;
use crate::kept::{insert as insert_kept, within_quota};
use crate::logs::take as take_log;
use crate::mends::insert as insert_mend;
use crate::sinks::insert as insert_sink;
use crate::tackle::{add, hold};
use crate::waters::insert as insert_water;
use crate::{
    Change, Kept, MendTry, NewDay, NewKept, NewMendTry, NewSink, NewWater, Owned, OwnerId,
    PlannedDay, Sink, State, Store, StoreError, Water,
};

/// All that an owner has here.
#[derive(Debug, Clone)]
pub struct Whole {
    /// The box, in the order in which it came in.
    pub items: Vec<Owned>,
    /// The waters, by name.
    pub waters: Vec<Water>,
    /// The kept picks, oldest first.
    pub kept: Vec<Kept>,
    /// Kept picks that are there and could not be read.
    pub unreadable: usize,
    /// The sink tests, oldest first.
    pub sinks: Vec<Sink>,
    /// What was tried against complaints, oldest first.
    pub mends: Vec<MendTry>,
    /// The log, in its order.
    pub log: Vec<Event>,
    /// The planned days, the first first.
    pub days: Vec<PlannedDay>,
}

/// What is taken in beside what is there.
#[derive(Debug, Default)]
pub struct Brought<'b> {
    /// Things of the box.
    pub items: &'b [State],
    /// Waters.
    pub waters: Vec<NewWater<'b>>,
    /// Kept picks, each with when it was kept.
    pub kept: Vec<(OffsetDateTime, NewKept<'b>)>,
    /// Sink tests.
    pub sinks: &'b [NewSink],
    /// What was tried against complaints.
    pub mends: &'b [NewMendTry],
    /// The log.
    pub log: &'b [Event],
    /// Planned days.
    pub days: Vec<NewDay<'b>>,
}

impl Store {
    /// All that an owner has.
    ///
    /// # Errors
    /// When the database does not answer.
    pub async fn whole_of(&self, owner: OwnerId) -> Result<Whole, StoreError> {
        let mut kept = self.kept_picks(owner).await?;
        kept.picks.reverse();
        let mut mends = self.mend_tries(owner).await?;
        mends.reverse();
        let mut days = self.days(owner, None).await?;
        days.reverse();
        Ok(Whole {
            items: self.box_of(owner).await?,
            waters: self.waters(owner).await?,
            kept: kept.picks,
            unreadable: kept.unreadable,
            sinks: self.sinks(owner).await?,
            mends,
            log: self.events(owner).await?,
            days,
        })
    }

    /// Takes in what was taken out elsewhere, beside what is there. All or none.
    ///
    /// # Errors
    /// When it is more than an owner may have, or the database refuses.
    pub async fn take_in(
        &self,
        owner: OwnerId,
        brought: &Brought<'_>,
    ) -> Result<Change, StoreError> {
        let change = Change(Uuid::new_v4());
        let mut tx = self.pool.begin().await?;
        hold(&mut tx, owner).await?;
        add(&mut tx, owner, change, brought.items).await?;
        for water in &brought.waters {
            insert_water(&mut tx, owner, water).await?;
        }
        for (at, new) in &brought.kept {
            insert_kept(&mut tx, Uuid::new_v4(), owner, Some(*at), new).await?;
        }
        for sink in brought.sinks {
            insert_sink(&mut tx, owner, sink).await?;
        }
        for new in brought.mends {
            insert_mend(&mut tx, owner, new).await?;
        }
        for day in &brought.days {
            insert_day(&mut tx, owner, day).await?;
        }
        take_log(&mut tx, owner, brought.log).await?;
        within_quota(&mut tx, owner).await?;
        tx.commit().await?;
        Ok(change)
    }
}
