//! Everything of an owner: taken out part by part, and taken in again the same way, so that an
//! account of any size passes through little memory.

use std::collections::HashSet;

use futures_util::{Stream, StreamExt};
use sqlx::{PgConnection, Postgres, Transaction};
use time::OffsetDateTime;
use uuid::Uuid;
use yarrowfen_core::day::Event;

use crate::happened::note;
use crate::tackle::{add, hold};
use crate::{
    Change, Happened, Kept, MendTry, NewDay, NewKept, NewMendTry, NewSink, NewWater, Once, Owned,
    OwnerId, PlannedDay, Sink, State, Store, StoreError, Water, days, kept, logs, mends, once,
    sinks, tackle, waters,
};

/// Kept picks of a part: an answer is some 15 kB.
const PICKS: usize = 50;
/// Rows of a part of anything else.
pub(crate) const ROWS: usize = 1000;

/// Some of what an owner has, of one kind.
#[derive(Debug)]
pub enum Part {
    /// Of the box, in the order in which it came in.
    Items(Vec<Owned>),
    /// Waters, by name.
    Waters(Vec<Water>),
    /// Kept picks, oldest first.
    Kept(Vec<Kept>),
    /// Sink tests, oldest first.
    Sinks(Vec<Sink>),
    /// What was tried against complaints, oldest first.
    Mends(Vec<MendTry>),
    /// The log, in its order.
    Log(Vec<Event>),
    /// Planned days, the first first.
    Days(Vec<PlannedDay>),
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

/// Gives rows on, so many at a time.
pub(crate) async fn by<R, E: From<StoreError>>(
    rows: impl Stream<Item = Result<R, StoreError>> + Send,
    most: usize,
    give: &mut impl AsyncFnMut(Vec<R>) -> Result<(), E>,
) -> Result<(), E> {
    let mut parts = std::pin::pin!(rows.chunks(most));
    while let Some(part) = parts.next().await {
        give(part.into_iter().collect::<Result<_, _>>()?).await?;
    }
    Ok(())
}

impl Store {
    /// Gives all that an owner has, as it is at one moment, a part at a time.
    ///
    /// # Errors
    /// When the database does not answer, and those of `give`.
    pub async fn walk<E: From<StoreError>>(
        &self,
        owner: OwnerId,
        mut give: impl AsyncFnMut(Part) -> Result<(), E>,
    ) -> Result<(), E> {
        let begin = "begin isolation level repeatable read read only";
        let begun = self.pool.begin_with(begin).await;
        let mut tx = begun.map_err(StoreError::from)?;
        // Statements end when their last row is taken, which is when it is written down.
        sqlx::query!("set local statement_timeout = '180s'")
            .execute(&mut *tx)
            .await
            .map_err(StoreError::from)?;
        let at: &mut PgConnection = &mut tx;
        let items = tackle::rows(&mut *at, owner);
        by(items, ROWS, &mut async |p| give(Part::Items(p)).await).await?;
        give(Part::Waters(waters::all(&mut *at, owner).await?)).await?;
        let picks = kept::oldest_first(&mut *at, owner);
        by(picks, PICKS, &mut async |p| give(Part::Kept(p)).await).await?;
        give(Part::Sinks(sinks::all(&mut *at, owner).await?)).await?;
        let mut tries = mends::all(&mut *at, owner).await?;
        tries.reverse();
        give(Part::Mends(tries)).await?;
        let log = logs::rows(&mut *at, owner);
        by(log, ROWS, &mut async |p| give(Part::Log(p)).await).await?;
        let mut planned = days::all(&mut *at, owner, None).await?;
        planned.reverse();
        give(Part::Days(planned)).await
    }

    /// Begins to take in what was taken out elsewhere, beside what is there; where the form that
    /// it comes with was done before, gives the change that it was instead.
    ///
    /// # Errors
    /// When the database does not answer.
    pub async fn taking(
        &self,
        owner: OwnerId,
        once: Option<Once>,
    ) -> Result<Result<Taking, Change>, StoreError> {
        let mut tx = self.pool.begin().await?;
        hold(&mut tx, owner).await?;
        if let Some(before) = once::before(&mut tx, owner, once).await? {
            return Ok(Err(Change(before)));
        }
        let change = Change(Uuid::new_v4());
        once::note(&mut tx, owner, once, change.0).await?;
        Ok(Ok(Taking {
            tx,
            owner,
            change,
            lines: HashSet::new(),
        }))
    }
}

/// A file that is being taken in: nothing of it is there before it is finished, and nothing where
/// it is dropped.
#[derive(Debug)]
pub struct Taking {
    tx: Transaction<'static, Postgres>,
    owner: OwnerId,
    change: Change,
    /// Lines of the log that were new.
    lines: HashSet<Uuid>,
}

impl Taking {
    /// Takes some of the file in.
    ///
    /// # Errors
    /// When it is more than an owner may have, or the database refuses.
    pub async fn take(&mut self, brought: &Brought<'_>) -> Result<(), StoreError> {
        let (tx, owner, file) = (&mut self.tx, self.owner, Some(self.change));
        if !brought.items.is_empty() {
            add(tx, owner, self.change, brought.items).await?;
        }
        for water in &brought.waters {
            waters::insert(tx, owner, file, water).await?;
        }
        for (at, new) in &brought.kept {
            kept::insert(tx, Uuid::now_v7(), owner, (Some(*at), file), new).await?;
        }
        if !brought.kept.is_empty() {
            kept::within_quota(tx, owner).await?;
        }
        for sink in brought.sinks {
            sinks::insert(tx, owner, file, sink).await?;
        }
        for new in brought.mends {
            mends::insert(tx, owner, file, new).await?;
        }
        for day in &brought.days {
            days::insert(tx, owner, file, day).await?;
        }
        for some in brought.log.chunks(logs::AT_ONCE) {
            self.lines
                .extend(logs::insert(tx, owner, file, some).await?);
        }
        Ok(())
    }

    /// All of the file is there now, and that it came from a network is written down; gives the
    /// change that it is, by which it can be undone.
    ///
    /// # Errors
    /// When it is more than an owner may have, or the database refuses.
    pub async fn finish(mut self, network: &str) -> Result<Change, StoreError> {
        logs::lived_elsewhere(&mut self.tx, self.owner, &self.lines).await?;
        note(&mut *self.tx, self.owner, Happened::TakenIn, network).await?;
        self.tx.commit().await?;
        Ok(self.change)
    }
}
