-- The tables that grow with each angler lie in sixteen parts by their owner: an index stays small, a part is cleaned
-- by itself, and a part could move to another machine. Whatever is asked of an owner's rows touches one part.
create procedure in_parts(name text, cols text) language plpgsql as $$
begin
    for n in 0..15 loop
        execute format('create table %I partition of %I for values with (modulus 16, remainder %s)', name || '_p' || n, name || '_new', n);
    end loop;
    execute format('insert into %1$I (%2$s) overriding system value select %2$s from %3$I', name || '_new', cols, name);
    execute format('drop table %I', name);
    execute format('alter table %I rename to %I', name || '_new', name);
end $$;

drop function kept_words(kept_picks);
drop function kept_grams(kept_picks);
create table kept_picks_new (like kept_picks including defaults including constraints,
    primary key (owner_id, id), foreign key (owner_id) references owners (id) on delete cascade) partition by hash (owner_id);
call in_parts('kept_picks', 'id, owner_id, name, remark, place, request, answer, units, ladder, model, kept_at, deleted_at, schema, share, change_id');
alter index kept_picks_new_pkey rename to kept_picks_pkey;
create index kept_picks_by_owner on kept_picks (owner_id, kept_at desc, id);
create index kept_picks_deleted on kept_picks (deleted_at) where deleted_at is not null;
create index kept_picks_shared on kept_picks (share) where share is not null;
create function kept_words(k kept_picks) returns text language sql stable as $$
    select lower(concat_ws(' ', k.name, k.place, k.remark, k.answer->>'rig', k.answer->'head'->>'shape',
        k.answer->'weight'->>'label', k.request->>'species', k.request->>'season', k.request->'water'->>'bottom',
        k.request->'water'->>'cover', k.request->'bait'->>'form'))
$$;
create function kept_grams(k kept_picks) returns double precision language sql stable as $$
    select case when jsonb_typeof(k.answer->'weight'->'g') = 'number' then (k.answer->'weight'->>'g')::double precision end
$$;

create table box_items_new (like box_items including defaults including constraints including identity,
    primary key (owner_id, id), foreign key (owner_id) references owners (id) on delete cascade) partition by hash (owner_id);
call in_parts('box_items', 'id, owner_id, kind, texts, archived, added_at, place, change_id');
alter index box_items_new_pkey rename to box_items_pkey;
create index box_items_by_owner on box_items (owner_id, added_at, place);
select setval(pg_get_serial_sequence('box_items', 'place'), coalesce((select max(place) from box_items), 0) + 1, false);

create table box_changes_new (like box_changes including defaults including constraints,
    primary key (owner_id, change_id, item_id), foreign key (owner_id) references owners (id) on delete cascade) partition by hash (owner_id);
call in_parts('box_changes', 'change_id, owner_id, item_id, kind, texts, archived, added_at, at');
alter index box_changes_new_pkey rename to box_changes_pkey;
create index box_changes_by_owner on box_changes (owner_id, item_id, at);
create index box_changes_at on box_changes (at);

create table log_events_new (like log_events including defaults including constraints,
    primary key (owner_id, id), foreign key (owner_id) references owners (id) on delete cascade) partition by hash (owner_id);
call in_parts('log_events', 'owner_id, id, day, at_ms, offset_min, device, seq, kind, what, counted, received_at, change_id');
alter index log_events_new_pkey rename to log_events_pkey;
create index log_events_by_day on log_events (owner_id, day, at_ms);
create index log_events_of_heads on log_events (owner_id) where kind in ('head_gone', 'undone');
create trigger added after insert on log_events referencing new table as changed execute function raise_log_version();
create trigger written after update on log_events referencing new table as changed execute function raise_log_version();
create trigger gone after delete on log_events referencing old table as changed execute function raise_log_version();
drop procedure in_parts;
