-- Owners: before accounts exist, a browser. The examples belong to an owner of kind 'demo'.
create table owners (
    id uuid primary key,
    kind text not null check (kind in ('browser', 'demo')),
    made_at timestamptz not null default now()
);

-- A kept answer: the question, the answer as it was given, and the model that gave it.
create table kept_picks (
    id uuid primary key,
    owner_id uuid not null references owners (id) on delete cascade,
    name text not null check (char_length(name) between 1 and 80),
    remark text not null default '' check (char_length(remark) <= 1000),
    place text not null default '' check (char_length(place) <= 80),
    request jsonb not null,
    answer jsonb not null,
    units text not null,
    ladder text not null,
    model text not null,
    kept_at timestamptz not null default now(),
    deleted_at timestamptz
);

create index kept_picks_by_owner on kept_picks (owner_id, kept_at desc, id);
