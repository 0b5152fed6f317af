//! What owners wrote down on the water.

use std::collections::{HashMap, HashSet};

use futures_util::{Stream, TryStreamExt};
use serde_json::Value;
use sqlx::{PgConnection, PgExecutor};
use time::Date;
use uuid::Uuid;
use yarrowfen_core::day::{Event, EventId, Log, Standing, What, WrittenAt};

use crate::kept::{lock, owner_row};
use crate::{Change, NewMendTry, OwnerId, Store, StoreError, mends, tackle};

/// Most events of an account: 300 lines on each of 60 days a year, for eleven years.
pub const MOST_EVENTS: i64 = 200_000;
/// Most events of a browser without an account, and of a visitor of the demo.
pub const MOST_ANONYMOUS_EVENTS: i64 = 20_000;

/// How many events are written in one statement.
pub(crate) const AT_ONCE: usize = 2000;

/// An event as it is stored: its JSON is read with the rest, on a thread of the caller's.
#[derive(Debug)]
struct Row {
    id: Uuid,
    day: Date,
    at_ms: i64,
    offset_min: i16,
    device: Uuid,
    seq: i64,
    what: String,
    /// Whether the box was counted down for it, where it is a head gone.
    counted: bool,
}

impl Row {
    /// None, with a word in the log, for what this version cannot read.
    fn read(self) -> Option<Event> {
        let what = serde_json::from_str(&self.what);
        if let Err(e) = &what {
            tracing::error!(id = %self.id, error = %e, "an event cannot be read by this version");
        }
        Some(Event {
            id: EventId(self.id.as_u128()),
            written: WrittenAt {
                at: self.at_ms,
                day: self.day,
                offset: self.offset_min,
                device: EventId(self.device.as_u128()),
                seq: u32::try_from(self.seq).unwrap_or(u32::MAX),
            },
            what: what.ok()?,
        })
    }
}

fn uuid(id: EventId) -> Uuid {
    Uuid::from_u128(id.0)
}

/// What kind of thing happened: its name alone, or the name that what is told of it stands
/// under.
fn kind_of(what: &Value) -> &str {
    let named = what.as_object().and_then(|o| o.keys().next());
    what.as_str()
        .or(named.map(String::as_str))
        .unwrap_or_default()
}

/// Events of an owner that are not read yet.
#[derive(Debug)]
pub struct EventRows(Vec<Row>);

impl EventRows {
    /// Reads each event that this version can read. 100,000 of them take some 0.1 s.
    #[must_use]
    pub fn read(self) -> Vec<Event> {
        self.0.into_iter().filter_map(Row::read).collect()
    }

    /// The number of events.
    #[must_use]
    pub fn count(&self) -> usize {
        self.0.len()
    }
}

/// Checks that an owner, whose rows are locked, has no more lines than the quota; else the
/// transaction is to be given up.
async fn within_quota(connection: &mut PgConnection, owner: OwnerId) -> Result<(), StoreError> {
    let row = sqlx::query!(
        r#"select (select count(*) from log_events where owner_id = $1) as "have!",
                  exists (select from accounts where owner_id = $1 and not demo) as "account!""#,
        owner.0
    )
    .fetch_one(connection)
    .await?;
    let most = if row.account {
        MOST_EVENTS
    } else {
        MOST_ANONYMOUS_EVENTS
    };
    if row.have > most {
        return Err(StoreError::Full(most));
    }
    Ok(())
}

/// Writes events of an owner who is held, of a file where one is named; those that are there
/// already stay as they are, and so do those of a browser that the account which took it over
/// has. Gives the ids of the new ones.
pub(crate) async fn insert(
    connection: &mut PgConnection,
    owner: OwnerId,
    file: Option<Change>,
    events: &[Event],
) -> Result<Vec<Uuid>, StoreError> {
    let all = |of: fn(&Event) -> Uuid| events.iter().map(of).collect::<Vec<_>>();
    let (ids, devices) = (all(|e| uuid(e.id)), all(|e| uuid(e.written.device)));
    let days: Vec<Date> = events.iter().map(|e| e.written.day).collect();
    let times: Vec<i64> = events.iter().map(|e| e.written.at).collect();
    let offsets: Vec<i16> = events.iter().map(|e| e.written.offset).collect();
    let seqs: Vec<i64> = events.iter().map(|e| i64::from(e.written.seq)).collect();
    let mut whats = Vec::with_capacity(events.len());
    let mut kinds = Vec::with_capacity(events.len());
    for event in events {
        let what = serde_json::to_value(&event.what).map_err(StoreError::Unreadable)?;
        kinds.push(kind_of(&what).to_owned());
        whats.push(what);
    }
    // Asked first, so that each query looks at one part of the log.
    let account = sqlx::query_scalar!(
        "select account from joined_browsers where browser = $1",
        owner.0
    )
    .fetch_optional(&mut *connection)
    .await?;
    let new = sqlx::query_scalar!(
        "insert into log_events (owner_id, id, day, at_ms, offset_min, device, seq, kind, what, change_id)
         select $1, u.*, $10 from unnest($2::uuid[], $3::date[], $4::bigint[], $5::smallint[], $6::uuid[],
                                    $7::bigint[], $8::text[], $9::jsonb[])
                                as u (id, day, at_ms, offset_min, device, seq, kind, what)
         where not exists (select from log_events have where have.owner_id = $11 and have.id = u.id)
         on conflict (owner_id, id) do nothing returning id",
        owner.0,
        &ids,
        &days,
        &times,
        &offsets,
        &devices,
        &seqs,
        &kinds,
        &whats,
        file.map(|f| f.0),
        account
    )
    .fetch_all(connection)
    .await?;
    Ok(new)
}

/// What decides which heads are gone, each with whether the box was counted down for it.
async fn of_heads(
    connection: &mut PgConnection,
    owner: OwnerId,
) -> Result<(Vec<Event>, HashMap<EventId, bool>), StoreError> {
    let rows = sqlx::query_as!(
        Row,
        r#"select id, day, at_ms, offset_min, device, seq, what::text as "what!", counted
           from log_events where owner_id = $1 and kind in ('head_gone', 'undone')"#,
        owner.0
    )
    .fetch_all(&mut *connection)
    .await?;
    let counted = rows
        .iter()
        .map(|r| (EventId(r.id.as_u128()), r.counted))
        .collect();
    let events = rows.into_iter().filter_map(Row::read).collect();
    Ok((events, counted))
}

/// Brings the box to what the heads that are gone leave of it. It does not matter in
/// which order a head's loss and its undoing came.
async fn count_heads(connection: &mut PgConnection, owner: OwnerId) -> Result<(), StoreError> {
    let (events, counted) = of_heads(&mut *connection, owner).await?;
    for standing in Log::of(&events).all() {
        let What::HeadGone { thing: Some(thing) } = standing.event.what else {
            continue;
        };
        let was = counted.get(&standing.event.id) == Some(&true);
        if was == standing.stands {
            continue;
        }
        let by = if standing.stands { -1 } else { 1 };
        if tackle::count_by(connection, owner, uuid(thing), by).await? {
            mark(
                connection,
                owner,
                &[uuid(standing.event.id)],
                standing.stands,
            )
            .await?;
        }
    }
    Ok(())
}

/// Says of heads whether the box was counted down for them.
async fn mark(
    connection: &mut PgConnection,
    owner: OwnerId,
    ids: &[Uuid],
    counted: bool,
) -> Result<(), StoreError> {
    sqlx::query!(
        "update log_events set counted = $3 where owner_id = $1 and id = any($2)",
        owner.0,
        ids,
        counted
    )
    .execute(connection)
    .await?;
    Ok(())
}

/// Takes a log in that was lived elsewhere. Gives how many lines were new.
async fn take(
    connection: &mut PgConnection,
    owner: OwnerId,
    events: &[Event],
) -> Result<LogTaken, StoreError> {
    let mut new = HashSet::new();
    let mut changed = 0;
    for some in events.chunks(AT_ONCE) {
        let fresh: HashSet<Uuid> = insert(&mut *connection, owner, None, some)
            .await?
            .into_iter()
            .collect();
        let known = some.iter().filter(|e| !fresh.contains(&uuid(e.id)));
        changed += differing(&mut *connection, owner, known).await?;
        new.extend(fresh);
    }
    lived_elsewhere(connection, owner, &new).await?;
    Ok(LogTaken {
        new: new.len(),
        known: events.len() - new.len(),
        changed,
    })
}

/// Counts the lines that say something else than what is there under their ids.
async fn differing(
    connection: &mut PgConnection,
    owner: OwnerId,
    known: impl Iterator<Item = &Event>,
) -> Result<usize, StoreError> {
    let known: HashMap<Uuid, &Event> = known.map(|e| (uuid(e.id), e)).collect();
    if known.is_empty() {
        return Ok(0);
    }
    let ids: Vec<Uuid> = known.keys().copied().collect();
    let rows = sqlx::query_as!(
        Row,
        r#"select id, day, at_ms, offset_min, device, seq, what::text as "what!", counted
           from log_events where owner_id = $1 and id = any($2)"#,
        owner.0,
        &ids
    )
    .fetch_all(connection)
    .await?;
    let there = rows.into_iter().filter_map(Row::read);
    let differs = |e: &Event| known.get(&uuid(e.id)).is_some_and(|told| **told != *e);
    Ok(there.filter(differs).count())
}

/// Says of lines just written that what stands of their heads was counted where they were lived;
/// none may be too many.
pub(crate) async fn lived_elsewhere(
    connection: &mut PgConnection,
    owner: OwnerId,
    new: &HashSet<Uuid>,
) -> Result<(), StoreError> {
    within_quota(&mut *connection, owner).await?;
    let (all, _) = of_heads(&mut *connection, owner).await?;
    let gone =
        |s: &&Standing<'_>| s.stands && matches!(s.event.what, What::HeadGone { thing: Some(_) });
    let log = Log::of(&all);
    let heads = log.all().iter().filter(gone).map(|s| uuid(s.event.id));
    let heads: Vec<Uuid> = heads.filter(|id| new.contains(id)).collect();
    mark(connection, owner, &heads, true).await
}

/// Every event of an owner, in the order in which they were written.
pub(crate) fn rows<'e>(
    at: impl PgExecutor<'e> + 'e,
    owner: OwnerId,
) -> impl Stream<Item = Result<Event, StoreError>> + Send + 'e {
    let rows = sqlx::query_as!(
        Row,
        r#"select id, day, at_ms, offset_min, device, seq, what::text as "what!", counted
           from log_events where owner_id = $1 order by at_ms, device, seq, id"#,
        owner.0
    );
    rows.fetch(at)
        .err_into()
        .try_filter_map(async |row: Row| Ok(row.read()))
}

/// What became of the lines of a log that was taken in.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct LogTaken {
    /// Lines that were not there.
    pub new: usize,
    /// Lines whose ids were there.
    pub known: usize,
    /// Those of them that say something else than what is there, which was left.
    pub changed: usize,
}

impl Store {
    /// Takes events in, in any order and as often as they come: each stands once. The box
    /// follows the heads that are gone, and what was tried against a complaint is written
    /// down with it. All or none; gives how many were new.
    ///
    /// # Errors
    /// [`StoreError::Full`] when there are too many.
    pub async fn save_events(&self, owner: OwnerId, events: &[Event]) -> Result<usize, StoreError> {
        let mut tx = self.pool.begin().await?;
        owner_row(&mut tx, owner).await?;
        lock(&mut tx, owner).await?;
        let new = insert(&mut tx, owner, None, events).await?;
        within_quota(&mut tx, owner).await?;
        let fresh = |e: &&Event| new.contains(&uuid(e.id));
        let mut heads = false;
        for event in events.iter().filter(fresh) {
            match &event.what {
                What::HeadGone { thing: Some(_) } | What::Undone { .. } => heads = true,
                What::Tried(tried) => {
                    let new = NewMendTry::of(tried, event.written.local());
                    match mends::insert_as(&mut tx, owner, (uuid(event.id), None), &new).await {
                        // The line stands in the log even where no more tries are counted.
                        Err(StoreError::Full(most)) => {
                            tracing::warn!(most, "what was tried is in the log alone");
                        }
                        other => other?,
                    }
                }
                _ => {}
            }
        }
        if heads {
            count_heads(&mut tx, owner).await?;
        }
        tx.commit().await?;
        Ok(new.len())
    }

    /// Takes a log in that was taken out elsewhere, beside what is there. All or none; the box
    /// is left as it is, since it was counted when it was lived. A line whose id is there stays as
    /// it is there.
    ///
    /// # Errors
    /// [`StoreError::Full`] when there are too many.
    pub async fn take_log(&self, owner: OwnerId, events: &[Event]) -> Result<LogTaken, StoreError> {
        let mut tx = self.pool.begin().await?;
        owner_row(&mut tx, owner).await?;
        lock(&mut tx, owner).await?;
        let new = take(&mut tx, owner, events).await?;
        tx.commit().await?;
        Ok(new)
    }

    /// Events of an owner from a day on, in no order.
    ///
    /// # Errors
    /// When the database does not answer.
    pub async fn events_from(&self, owner: OwnerId, from: Date) -> Result<EventRows, StoreError> {
        let rows = sqlx::query_as!(
            Row,
            r#"select id, day, at_ms, offset_min, device, seq, what::text as "what!", counted
               from log_events where owner_id = $1 and day >= $2"#,
            owner.0,
            from
        )
        .fetch_all(&self.pool)
        .await?;
        Ok(EventRows(rows))
    }

    /// Every event of an owner, in the order in which they were written.
    ///
    /// # Errors
    /// When the database does not answer.
    pub async fn events(&self, owner: OwnerId) -> Result<EventRows, StoreError> {
        let rows = sqlx::query_as!(
            Row,
            r#"select id, day, at_ms, offset_min, device, seq, what::text as "what!", counted
               from log_events where owner_id = $1 order by at_ms, device, seq, id"#,
            owner.0
        )
        .fetch_all(&self.pool)
        .await?;
        Ok(EventRows(rows))
    }

    /// Writes a whole log anew, for the demo. The box is left as it is.
    ///
    /// # Errors
    /// When the database refuses.
    pub async fn replace_log(&self, owner: OwnerId, events: &[Event]) -> Result<(), StoreError> {
        let mut tx = self.pool.begin().await?;
        lock(&mut tx, owner).await?;
        sqlx::query!("delete from log_events where owner_id = $1", owner.0)
            .execute(&mut *tx)
            .await?;
        take(&mut tx, owner, events).await?;
        tx.commit().await?;
        Ok(())
    }
}
