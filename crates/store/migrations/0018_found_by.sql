-- What a kept pick is found and sorted by stands beside it: to look through two thousand no answer is opened.
drop function kept_words(kept_picks);
drop function kept_grams(kept_picks);
alter table kept_picks add column words text not null generated always as (
    lower(name || ' ' || place || ' ' || remark || ' ' || coalesce(answer->>'rig', '') || ' ' || coalesce(answer->'head'->>'shape', '')
        || ' ' || coalesce(answer->'weight'->>'label', '') || ' ' || coalesce(request->>'species', '')
        || ' ' || coalesce(request->>'season', '') || ' ' || coalesce(request->'water'->>'bottom', '')
        || ' ' || coalesce(request->'water'->>'cover', '') || ' ' || coalesce(request->'bait'->>'form', ''))) stored;
alter table kept_picks add column grams double precision generated always as (
    case when jsonb_typeof(answer->'weight'->'g') = 'number' then (answer->'weight'->>'g')::double precision end) stored;
