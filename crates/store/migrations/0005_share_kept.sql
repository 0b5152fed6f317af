-- The address under which a kept pick is shown to whoever has it; none while it is not shared.
alter table kept_picks add column share uuid unique;
