-- What a form was answered with, by the key that its page gave it: one that is sent again is not done again.
create table once_keys (
    owner_id uuid not null references owners (id) on delete cascade,
    key uuid not null,
    answer uuid not null,
    made_at timestamptz not null default now(),
    primary key (owner_id, key)
);
create index once_keys_at on once_keys (made_at);
