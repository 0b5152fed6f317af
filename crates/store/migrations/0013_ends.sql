-- When an owner goes by himself, with all he has: a visitor's copy of the demo's angler.
alter table owners add column ends_at timestamptz;
create index owners_that_end on owners (ends_at) where ends_at is not null;
