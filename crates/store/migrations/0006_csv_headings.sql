-- What the headings of an owner's files stand for, said once and remembered.
create table csv_headings (
    owner_id uuid not null references owners (id) on delete cascade,
    kind text not null,
    -- The headings in lower case, a line each, as the file has them.
    headings text not null check (char_length(headings) <= 8000),
    -- Heading to column; null leaves it out.
    columns jsonb not null,
    said_at timestamptz not null default now(),
    primary key (owner_id, kind, headings)
);
