ALTER TABLE "level_entry_rows" ADD COLUMN "rounding" jsonb;--> statement-breakpoint
UPDATE "draft_edits" SET "content" = jsonb_set("content", '{entries}', (
  SELECT coalesce(jsonb_agg('{"rounding": null}' || entry ORDER BY place), '[]')
  FROM jsonb_array_elements("content"->'entries') WITH ORDINALITY AS one(entry, place)
)) WHERE "object_kind" = 'level' AND jsonb_typeof("content"->'entries') = 'array';
