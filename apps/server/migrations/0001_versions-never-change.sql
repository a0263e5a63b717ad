-- What drizzle-kit cannot say: the rows of one object never overlap in their versions, and what is
-- published is never changed. Publishing may only close a row, once, by giving it its to_version.
CREATE EXTENSION IF NOT EXISTS btree_gist;
--> statement-breakpoint
ALTER TABLE setting_rows ADD CONSTRAINT setting_rows_no_overlap
  EXCLUDE USING gist (int4range(from_version, to_version) WITH &&);
--> statement-breakpoint
ALTER TABLE shared_price_rows ADD CONSTRAINT shared_price_rows_no_overlap
  EXCLUDE USING gist (shared_id WITH =, int4range(from_version, to_version) WITH &&);
--> statement-breakpoint
ALTER TABLE base_price_rows ADD CONSTRAINT base_price_rows_no_overlap
  EXCLUDE USING gist (item_id WITH =, unit WITH =, int4range(from_version, to_version) WITH &&);
--> statement-breakpoint
ALTER TABLE agreement_rows ADD CONSTRAINT agreement_rows_no_overlap
  EXCLUDE USING gist (agreement_id WITH =, int4range(from_version, to_version) WITH &&);
--> statement-breakpoint
ALTER TABLE level_rows ADD CONSTRAINT level_rows_no_overlap
  EXCLUDE USING gist (level_id WITH =, int4range(from_version, to_version) WITH &&);
--> statement-breakpoint
ALTER TABLE level_entry_rows ADD CONSTRAINT level_entry_rows_no_overlap
  EXCLUDE USING gist (level_id WITH =, entry_id WITH =, int4range(from_version, to_version) WITH &&);
--> statement-breakpoint
ALTER TABLE level_exception_rows ADD CONSTRAINT level_exception_rows_no_overlap
  EXCLUDE USING gist (level_id WITH =, item_id WITH =, int4range(from_version, to_version) WITH &&);
--> statement-breakpoint
ALTER TABLE level_price_rows ADD CONSTRAINT level_price_rows_no_overlap
  EXCLUDE USING gist (level_id WITH =, price_id WITH =, int4range(from_version, to_version) WITH &&);
--> statement-breakpoint
CREATE FUNCTION keep_published_row() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF TG_OP = 'UPDATE' AND OLD.to_version IS NULL AND NEW.to_version IS NOT NULL
     AND to_jsonb(NEW) - 'to_version' = to_jsonb(OLD) - 'to_version' THEN
    RETURN NEW;
  END IF;
  RAISE EXCEPTION 'a published row of % is never changed, only closed once', TG_TABLE_NAME
    USING ERRCODE = 'integrity_constraint_violation';
END $$;
--> statement-breakpoint
CREATE TRIGGER setting_rows_kept BEFORE UPDATE OR DELETE ON setting_rows
  FOR EACH ROW EXECUTE FUNCTION keep_published_row();
--> statement-breakpoint
CREATE TRIGGER shared_price_rows_kept BEFORE UPDATE OR DELETE ON shared_price_rows
  FOR EACH ROW EXECUTE FUNCTION keep_published_row();
--> statement-breakpoint
CREATE TRIGGER base_price_rows_kept BEFORE UPDATE OR DELETE ON base_price_rows
  FOR EACH ROW EXECUTE FUNCTION keep_published_row();
--> statement-breakpoint
CREATE TRIGGER agreement_rows_kept BEFORE UPDATE OR DELETE ON agreement_rows
  FOR EACH ROW EXECUTE FUNCTION keep_published_row();
--> statement-breakpoint
CREATE TRIGGER level_rows_kept BEFORE UPDATE OR DELETE ON level_rows
  FOR EACH ROW EXECUTE FUNCTION keep_published_row();
--> statement-breakpoint
CREATE TRIGGER level_entry_rows_kept BEFORE UPDATE OR DELETE ON level_entry_rows
  FOR EACH ROW EXECUTE FUNCTION keep_published_row();
--> statement-breakpoint
CREATE TRIGGER level_exception_rows_kept BEFORE UPDATE OR DELETE ON level_exception_rows
  FOR EACH ROW EXECUTE FUNCTION keep_published_row();
--> statement-breakpoint
CREATE TRIGGER level_price_rows_kept BEFORE UPDATE OR DELETE ON level_price_rows
  FOR EACH ROW EXECUTE FUNCTION keep_published_row();
--> statement-breakpoint
CREATE FUNCTION keep_published() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  RAISE EXCEPTION 'a row of % is never changed', TG_TABLE_NAME
    USING ERRCODE = 'integrity_constraint_violation';
END $$;
--> statement-breakpoint
CREATE TRIGGER versions_kept BEFORE UPDATE OR DELETE ON versions
  FOR EACH ROW EXECUTE FUNCTION keep_published();
--> statement-breakpoint
CREATE TRIGGER fact_sets_kept BEFORE UPDATE OR DELETE ON fact_sets
  FOR EACH ROW EXECUTE FUNCTION keep_published();
--> statement-breakpoint
CREATE TRIGGER changes_kept BEFORE UPDATE OR DELETE ON changes
  FOR EACH ROW EXECUTE FUNCTION keep_published();
