-- What a kept pick is found by, and the weight that it is sorted by; one that cannot be read has none.
create function kept_words(k kept_picks) returns text language sql stable as $$
    select lower(concat_ws(' ', k.name, k.place, k.remark, k.answer->>'rig', k.answer->'head'->>'shape',
        k.answer->'weight'->>'label', k.request->>'species', k.request->>'season', k.request->'water'->>'bottom',
        k.request->'water'->>'cover', k.request->'bait'->>'form'))
$$;
create function kept_grams(k kept_picks) returns double precision language sql stable as $$
    select case when jsonb_typeof(k.answer->'weight'->'g') = 'number' then (k.answer->'weight'->>'g')::double precision end
$$;
