-- A change of prices may be for several categories, brands, suppliers and kinds: what was one is a list of one.
UPDATE "repricings" SET "content" = jsonb_set("content", '{goods}', (
  SELECT coalesce(jsonb_object_agg(key, CASE
    WHEN key <> 'text' AND jsonb_typeof(value) = 'string' THEN jsonb_build_array(value)
    ELSE value
  END), '{}')
  FROM jsonb_each("content" -> 'goods')
));
