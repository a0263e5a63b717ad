CREATE TABLE "condition_rows" (
	"row_id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "condition_rows_row_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"condition_id" uuid NOT NULL,
	"from_version" integer NOT NULL,
	"to_version" integer,
	"name" text NOT NULL,
	"content" jsonb NOT NULL,
	CONSTRAINT "condition_rows_versions" CHECK ("condition_rows"."to_version" > "condition_rows"."from_version")
);
--> statement-breakpoint
CREATE TABLE "conditions" (
	"id" uuid PRIMARY KEY NOT NULL,
	"created_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "draft_edits" DROP CONSTRAINT "draft_edits_kind";--> statement-breakpoint
ALTER TABLE "condition_rows" ADD CONSTRAINT "condition_rows_condition_id_conditions_id_fk" FOREIGN KEY ("condition_id") REFERENCES "public"."conditions"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "condition_rows" ADD CONSTRAINT "condition_rows_from_version_versions_number_fk" FOREIGN KEY ("from_version") REFERENCES "public"."versions"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "condition_rows" ADD CONSTRAINT "condition_rows_to_version_versions_number_fk" FOREIGN KEY ("to_version") REFERENCES "public"."versions"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "condition_rows_in_force" ON "condition_rows" USING btree ("condition_id") WHERE "condition_rows"."to_version" is null;--> statement-breakpoint
CREATE UNIQUE INDEX "condition_rows_name" ON "condition_rows" USING btree (lower("name")) WHERE "condition_rows"."to_version" is null;--> statement-breakpoint
ALTER TABLE "draft_edits" ADD CONSTRAINT "draft_edits_kind" CHECK ("draft_edits"."object_kind" in ('level', 'basePrice', 'sharedPrice', 'agreement', 'costTable', 'break', 'rule', 'condition', 'settings'));