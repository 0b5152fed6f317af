-- What was written down on the water. Ids are made where it happened, so that one that comes twice stands once.
create table log_events (
    owner_id uuid not null references owners (id) on delete cascade,
    id uuid not null,
    -- The day that it belongs to, where the angler was.
    day date not null,
    -- The clock of the device, ms since 1970 in UTC, and what its time of day was ahead of UTC, minutes.
    at_ms bigint not null,
    offset_min smallint not null check (offset_min between -840 and 840),
    device uuid not null,
    seq bigint not null check (seq >= 0),
    kind text not null check (char_length(kind) between 1 and 20),
    what jsonb not null,
    -- For a head gone: whether the box was counted down for it.
    counted boolean not null default false,
    received_at timestamptz not null default now(),
    primary key (owner_id, id)
);
create index log_events_by_day on log_events (owner_id, day, at_ms);
-- What decides whether a head that is gone stands.
create index log_events_of_heads on log_events (owner_id) where kind in ('head_gone', 'undone');
