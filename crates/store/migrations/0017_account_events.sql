-- What happened to an account, for its owner to see: when, what, and from which network. The newest 200, for 90 days.
create table account_events (
    owner_id uuid not null references accounts (owner_id) on delete cascade,
    at timestamptz not null default clock_timestamp(),
    what text not null check (char_length(what) between 1 and 30),
    network text not null check (char_length(network) <= 60)
);
create index account_events_by_owner on account_events (owner_id, at desc);
create index account_events_at on account_events (at);
