-- What was tried against a complaint, and whether it helped.
create table mend_tries (
    id uuid primary key,
    owner_id uuid not null references owners (id) on delete cascade,
    symptom text not null check (char_length(symptom) between 1 and 40),
    -- Cause and remedy of each change, `cause:remedy`, with a comma between.
    tried text not null check (char_length(tried) between 3 and 400),
    -- The same in words.
    said text not null check (char_length(said) between 1 and 600),
    -- The complaint as a query string, so that it can be asked again.
    query text not null check (char_length(query) <= 4000),
    helped boolean,
    made_at timestamptz not null default now(),
    -- Keeps the order of rows written at once.
    place bigint generated always as identity
);
create index mend_tries_by_owner on mend_tries (owner_id, made_at desc, place desc);
