-- How a kept answer is written down: readers of later versions know by it what they may find.
-- 1: as models 1 to 3 wrote it.
alter table kept_picks add column schema smallint not null default 1;
