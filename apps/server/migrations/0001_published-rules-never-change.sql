-- Breaks, saved conditions and rules came later than the guards of what is published: they have them, too.
ALTER TABLE break_rows ADD CONSTRAINT break_rows_no_overlap
  EXCLUDE USING gist (break_id WITH =, int4range(from_version, to_version) WITH &&);
--> statement-breakpoint
ALTER TABLE break_reach_rows ADD CONSTRAINT break_reach_rows_no_overlap
  EXCLUDE USING gist (break_id WITH =, position WITH =, int4range(from_version, to_version) WITH &&);
--> statement-breakpoint
ALTER TABLE condition_rows ADD CONSTRAINT condition_rows_no_overlap
  EXCLUDE USING gist (condition_id WITH =, int4range(from_version, to_version) WITH &&);
--> statement-breakpoint
ALTER TABLE rule_rows ADD CONSTRAINT rule_rows_no_overlap
  EXCLUDE USING gist (rule_id WITH =, int4range(from_version, to_version) WITH &&);
--> statement-breakpoint
CREATE TRIGGER break_rows_kept BEFORE UPDATE OR DELETE ON break_rows
  FOR EACH ROW EXECUTE FUNCTION keep_published_row();
--> statement-breakpoint
CREATE TRIGGER break_reach_rows_kept BEFORE UPDATE OR DELETE ON break_reach_rows
  FOR EACH ROW EXECUTE FUNCTION keep_published_row();
--> statement-breakpoint
CREATE TRIGGER break_limit_rows_kept BEFORE UPDATE OR DELETE ON break_limit_rows
  FOR EACH ROW EXECUTE FUNCTION keep_published_row();
--> statement-breakpoint
CREATE TRIGGER condition_rows_kept BEFORE UPDATE OR DELETE ON condition_rows
  FOR EACH ROW EXECUTE FUNCTION keep_published_row();
--> statement-breakpoint
CREATE TRIGGER rule_rows_kept BEFORE UPDATE OR DELETE ON rule_rows
  FOR EACH ROW EXECUTE FUNCTION keep_published_row();
