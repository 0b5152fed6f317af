-- What is swept by the clock is found by it.
create index kept_picks_deleted on kept_picks (deleted_at) where deleted_at is not null;
create index waters_deleted on waters (deleted_at) where deleted_at is not null;
create index planned_days_deleted on planned_days (deleted_at) where deleted_at is not null;
create index box_changes_at on box_changes (at);
create index imports_made_at on imports (made_at);
create index sign_ins_expire on sign_ins (expires_at);
create index attempts_last_at on attempts (last_at);
create index owners_of_browsers on owners (made_at) where kind = 'browser';
