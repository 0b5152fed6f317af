-- Sink tests: a press at the splash, a press at the bottom.
create table sink_tests (
    id uuid primary key,
    owner_id uuid not null references owners (id) on delete cascade,
    -- Bait and head that it was made with, as a key: rig, form, length, thickness, plastic.
    subject text not null check (char_length(subject) between 1 and 120),
    head_g double precision not null check (head_g between 0.1 and 60),
    line_mm double precision not null check (line_mm between 0.01 and 2),
    temp_c double precision not null check (temp_c between 0 and 40),
    depth_m double precision not null check (depth_m between 0.2 and 60),
    seconds double precision not null check (seconds between 0.2 and 600),
    fall text not null,
    struck boolean not null default false,
    made_at timestamptz not null default now()
);
create index sink_tests_by_owner on sink_tests (owner_id, subject, made_at);
