-- What a server holds of an owner's sink tests and log is good as long as these have not been raised. Each change raises
-- them here, whoever makes it, so that no server has to hear of another's.
alter table owners add column sinks_version bigint not null default 0, add column log_version bigint not null default 0;
create function raise_sinks_version() returns trigger language plpgsql as $$
begin
    update owners set sinks_version = sinks_version + 1 where id in (select owner_id from changed);
    return null;
end $$;
create function raise_log_version() returns trigger language plpgsql as $$
begin
    update owners set log_version = log_version + 1 where id in (select owner_id from changed);
    return null;
end $$;
create trigger added after insert on sink_tests referencing new table as changed execute function raise_sinks_version();
create trigger written after update on sink_tests referencing new table as changed execute function raise_sinks_version();
create trigger gone after delete on sink_tests referencing old table as changed execute function raise_sinks_version();
