-- Accounts: an owner with a name and a password. What a browser kept before moves to it.
alter table owners drop constraint owners_kind_check;
alter table owners add constraint owners_kind_check check (kind in ('browser', 'demo', 'account'));
-- Raised with every change of the box, so that a box read before is known to be still good.
alter table owners add column box_version bigint not null default 0;

create table accounts (
    owner_id uuid primary key references owners (id) on delete cascade,
    name text not null check (char_length(name) between 1 and 40),
    -- The name as compared: two names that look alike in case are one.
    name_key text not null unique,
    password_hash text not null,
    password_at timestamptz not null default now(),
    -- The invented angler of the demo, whom nobody renames or deletes.
    demo boolean not null default false
);

-- A sign-in of one browser. Only the hash of its token is kept.
create table sign_ins (
    token_hash bytea primary key,
    owner_id uuid not null references accounts (owner_id) on delete cascade,
    made_at timestamptz not null default now(),
    expires_at timestamptz not null
);
create index sign_ins_by_owner on sign_ins (owner_id);

-- Attempts to sign in or up, by what they are counted for.
create table attempts (
    subject text primary key,
    failures int not null,
    last_at timestamptz not null
);

-- What an angler owns. `texts` holds the fields of its list by their keys, as core reads and writes them.
create table box_items (
    id uuid primary key,
    owner_id uuid not null references owners (id) on delete cascade,
    kind text not null check (kind in ('head', 'hook', 'bait', 'line', 'rod')),
    texts jsonb not null,
    archived boolean not null default false,
    added_at timestamptz not null default now(),
    -- Keeps the order of rows added at once.
    place bigint generated always as identity,
    -- The change that wrote this row last.
    change_id uuid not null
);
create index box_items_by_owner on box_items (owner_id, added_at, place);

-- How each row was before a change, for undoing it: texts are null where it was not there.
create table box_changes (
    change_id uuid not null,
    owner_id uuid not null references owners (id) on delete cascade,
    item_id uuid not null,
    kind text not null,
    texts jsonb,
    archived boolean not null default false,
    added_at timestamptz,
    at timestamptz not null default clock_timestamp(),
    primary key (change_id, item_id)
);
create index box_changes_by_owner on box_changes (owner_id, item_id, at);

-- A file that waits for its owner's word.
create table imports (
    id uuid primary key,
    owner_id uuid not null references owners (id) on delete cascade,
    kind text not null,
    bytes bytea not null,
    -- Set in the transaction that took its rows in: by it they can be taken back.
    change_id uuid,
    taken int not null default 0,
    made_at timestamptz not null default now()
);
create index imports_by_owner on imports (owner_id);

-- Places with their usual conditions: the words of the sentence as a query string.
create table waters (
    id uuid primary key,
    owner_id uuid not null references owners (id) on delete cascade,
    name text not null check (char_length(name) between 1 and 80),
    remark text not null default '' check (char_length(remark) <= 1000),
    asked jsonb not null,
    made_at timestamptz not null default now(),
    deleted_at timestamptz
);
create index waters_by_owner on waters (owner_id, name);
