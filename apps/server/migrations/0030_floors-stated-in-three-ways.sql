-- A floor says what it is the least of: before, all were margins.
ALTER TABLE "setting_rows" DISABLE TRIGGER USER;--> statement-breakpoint
UPDATE "setting_rows" SET "floors" = (
  SELECT coalesce(jsonb_agg((floor - 'margin') || jsonb_build_object('least', jsonb_build_object('kind', 'margin', 'percent', floor->'margin')) ORDER BY place), '[]')
  FROM jsonb_array_elements("floors") WITH ORDINALITY AS one(floor, place)
) WHERE "floors" <> '[]';--> statement-breakpoint
ALTER TABLE "setting_rows" ENABLE TRIGGER USER;--> statement-breakpoint
UPDATE "draft_edits" SET "content" = jsonb_set("content", '{floors}', (
  SELECT coalesce(jsonb_agg((floor - 'margin') || jsonb_build_object('least', jsonb_build_object('kind', 'margin', 'percent', floor->'margin')) ORDER BY place), '[]')
  FROM jsonb_array_elements("content"->'floors') WITH ORDINALITY AS one(floor, place)
)) WHERE "object_kind" = 'settings' AND jsonb_typeof("content"->'floors') = 'array';--> statement-breakpoint
UPDATE "documents" SET "guards" = (
  SELECT jsonb_agg(CASE WHEN guard->>'kind' = 'floor' THEN (guard - 'percent') || jsonb_build_object('least', jsonb_build_object('kind', 'margin', 'percent', guard->'percent'), 'untested', NULL) ELSE guard END ORDER BY place)
  FROM jsonb_array_elements("guards") WITH ORDINALITY AS one(guard, place)
) WHERE "guards" @> '[{"kind": "floor"}]';--> statement-breakpoint
UPDATE "approvals" SET "guards" = (
  SELECT jsonb_agg(CASE WHEN guard->>'kind' = 'floor' THEN (guard - 'percent') || jsonb_build_object('least', jsonb_build_object('kind', 'margin', 'percent', guard->'percent'), 'untested', NULL) ELSE guard END ORDER BY place)
  FROM jsonb_array_elements("guards") WITH ORDINALITY AS one(guard, place)
) WHERE "guards" @> '[{"kind": "floor"}]';--> statement-breakpoint
UPDATE "document_lines" SET "priced" = jsonb_set("priced", '{floor}', (("priced"->'floor') - 'percent') || jsonb_build_object('least', jsonb_build_object('kind', 'margin', 'percent', "priced"#>'{floor,percent}'), 'untested', NULL))
WHERE jsonb_typeof("priced"->'floor') = 'object';--> statement-breakpoint
UPDATE "document_lines" SET "priced" = jsonb_set("priced", '{computed,floor}', (("priced"#>'{computed,floor}') - 'percent') || jsonb_build_object('least', jsonb_build_object('kind', 'margin', 'percent', "priced"#>'{computed,floor,percent}'), 'untested', NULL))
WHERE jsonb_typeof("priced"#>'{computed,floor}') = 'object';
