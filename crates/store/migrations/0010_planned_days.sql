-- Where a water is on the earth, where that was said: for the hours of light and for other people's maps.
alter table waters add lat double precision check (lat between -90 and 90),
    add lon double precision check (lon between -180 and 180),
    add check ((lat is null) = (lon is null));
-- Days that are planned. The query brings the page back; planned is what the plan said when it was kept, which the day
-- on the water reads.
create table planned_days (
    id uuid primary key,
    owner_id uuid not null references owners (id) on delete cascade,
    day date not null,
    name text not null check (char_length(name) between 1 and 200),
    query text not null check (char_length(query) between 1 and 16000),
    planned jsonb not null,
    made_at timestamptz not null default now(),
    deleted_at timestamptz
);
create index planned_days_of_owner on planned_days (owner_id, day);
