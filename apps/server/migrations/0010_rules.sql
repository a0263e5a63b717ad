CREATE TABLE "rule_rows" (
	"row_id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "rule_rows_row_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"rule_id" uuid NOT NULL,
	"from_version" integer NOT NULL,
	"to_version" integer,
	"name" text NOT NULL,
	"content" jsonb NOT NULL,
	CONSTRAINT "rule_rows_versions" CHECK ("rule_rows"."to_version" > "rule_rows"."from_version")
);
--> statement-breakpoint
CREATE TABLE "rules" (
	"id" uuid PRIMARY KEY NOT NULL,
	"created_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "draft_edits" DROP CONSTRAINT "draft_edits_kind";--> statement-breakpoint
ALTER TABLE "quotes" ADD COLUMN "codes" text[] DEFAULT '{}' NOT NULL;--> statement-breakpoint
ALTER TABLE "setting_rows" ADD COLUMN "rule_choice" text DEFAULT 'first' NOT NULL;--> statement-breakpoint
ALTER TABLE "rule_rows" ADD CONSTRAINT "rule_rows_rule_id_rules_id_fk" FOREIGN KEY ("rule_id") REFERENCES "public"."rules"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "rule_rows" ADD CONSTRAINT "rule_rows_from_version_versions_number_fk" FOREIGN KEY ("from_version") REFERENCES "public"."versions"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "rule_rows" ADD CONSTRAINT "rule_rows_to_version_versions_number_fk" FOREIGN KEY ("to_version") REFERENCES "public"."versions"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "rule_rows_in_force" ON "rule_rows" USING btree ("rule_id") WHERE "rule_rows"."to_version" is null;--> statement-breakpoint
CREATE UNIQUE INDEX "rule_rows_name" ON "rule_rows" USING btree (lower("name")) WHERE "rule_rows"."to_version" is null;--> statement-breakpoint
ALTER TABLE "draft_edits" ADD CONSTRAINT "draft_edits_kind" CHECK ("draft_edits"."object_kind" in ('level', 'basePrice', 'sharedPrice', 'agreement', 'costTable', 'break', 'rule', 'settings'));--> statement-breakpoint
UPDATE "quote_lines" SET "priced" = "priced" || '{"flats": []}'::jsonb ||
  CASE WHEN "priced"->'computed'->>'kind' = 'priced'
    THEN jsonb_build_object('computed', "priced"->'computed' || '{"flats": []}'::jsonb)
    ELSE '{}'::jsonb END
  WHERE "priced"->>'kind' = 'priced';
