-- What came with a file of an account, so that the whole file can be taken back. What was corrected since stays.
alter table kept_picks add column change_id uuid;
alter table waters add column change_id uuid, add column touched boolean not null default false;
alter table sink_tests add column change_id uuid;
alter table mend_tries add column change_id uuid, add column touched boolean not null default false;
alter table log_events add column change_id uuid;
alter table planned_days add column change_id uuid;
