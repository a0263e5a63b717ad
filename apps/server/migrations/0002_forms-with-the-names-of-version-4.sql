-- What is stored as JSON has the names of the setup form's version 4 and the document form's version 3.
-- Only names change: scope for reach, and of a rule trigger, combinable and stopProcessing. Values of
-- attributes stand under codes that a company chose, so nothing in them is renamed.
CREATE FUNCTION pg_temp.renamed(form jsonb) RETURNS jsonb LANGUAGE plpgsql STRICT IMMUTABLE AS $$
DECLARE
  is_rule boolean := jsonb_typeof(form) = 'object' AND form ? 'starts' AND form ? 'effect';
BEGIN
  IF jsonb_typeof(form) = 'array' THEN
    RETURN (
      SELECT coalesce(jsonb_agg(pg_temp.renamed(one) ORDER BY place), '[]')
      FROM jsonb_array_elements(form) WITH ORDINALITY AS listed (one, place)
    );
  END IF;
  IF jsonb_typeof(form) <> 'object' THEN
    RETURN form;
  END IF;
  RETURN (
    SELECT coalesce(jsonb_object_agg(
      CASE
        WHEN key = 'reach' THEN 'scope'
        WHEN key = 'reaches' THEN 'scopes'
        WHEN is_rule AND key = 'starts' THEN 'trigger'
        WHEN is_rule AND key = 'together' THEN 'combinable'
        WHEN is_rule AND key = 'stops' THEN 'stopProcessing'
        ELSE key
      END,
      CASE
        WHEN key = 'attributes' THEN value
        WHEN is_rule AND key = 'starts' AND value ->> 'kind' = 'byItself' THEN '{"kind": "automatic"}'
        WHEN is_rule AND key = 'starts' AND value ->> 'kind' = 'byHand' THEN '{"kind": "manual"}'
        WHEN is_rule AND key = 'effect' AND value ->> 'kind' = 'spread' THEN value || '{"kind": "allocate"}'
        ELSE pg_temp.renamed(value)
      END
    ), '{}')
    FROM jsonb_each(form)
  );
END
$$;
--> statement-breakpoint
ALTER TABLE rule_rows DISABLE TRIGGER USER;
--> statement-breakpoint
ALTER TABLE condition_rows DISABLE TRIGGER USER;
--> statement-breakpoint
ALTER TABLE setting_rows DISABLE TRIGGER USER;
--> statement-breakpoint
ALTER TABLE fact_sets DISABLE TRIGGER USER;
--> statement-breakpoint
ALTER TABLE changes DISABLE TRIGGER USER;
--> statement-breakpoint
UPDATE rule_rows SET content = pg_temp.renamed(content);
--> statement-breakpoint
UPDATE condition_rows SET content = pg_temp.renamed(content) WHERE content::text LIKE '%"reach%';
--> statement-breakpoint
UPDATE setting_rows SET floors = pg_temp.renamed(floors) WHERE floors::text LIKE '%"reach%';
--> statement-breakpoint
UPDATE fact_sets SET content = pg_temp.renamed(content) WHERE content::text LIKE '%"reach%';
--> statement-breakpoint
UPDATE document_lines SET priced = pg_temp.renamed(priced) WHERE priced::text LIKE '%"reach%';
--> statement-breakpoint
UPDATE draft_edits SET content = pg_temp.renamed(content)
  WHERE content::text LIKE '%"reach%' OR content::text LIKE '%"starts"%';
--> statement-breakpoint
UPDATE changes SET before = pg_temp.renamed(before), after = pg_temp.renamed(after)
  WHERE concat(before, after) LIKE '%"reach%' OR concat(before, after) LIKE '%"starts"%';
--> statement-breakpoint
UPDATE mass_edits SET before = pg_temp.renamed(before), after = pg_temp.renamed(after)
  WHERE concat(before, after) LIKE '%"reach%' OR concat(before, after) LIKE '%"starts"%';
--> statement-breakpoint
UPDATE repricing_edits SET before = pg_temp.renamed(before)
  WHERE before::text LIKE '%"reach%' OR before::text LIKE '%"starts"%';
--> statement-breakpoint
ALTER TABLE rule_rows ENABLE TRIGGER USER;
--> statement-breakpoint
ALTER TABLE condition_rows ENABLE TRIGGER USER;
--> statement-breakpoint
ALTER TABLE setting_rows ENABLE TRIGGER USER;
--> statement-breakpoint
ALTER TABLE fact_sets ENABLE TRIGGER USER;
--> statement-breakpoint
ALTER TABLE changes ENABLE TRIGGER USER;
