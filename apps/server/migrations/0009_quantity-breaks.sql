CREATE TABLE "break_limit_rows" (
	"row_id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "break_limit_rows_row_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"break_id" uuid NOT NULL,
	"from_version" integer NOT NULL,
	"to_version" integer,
	"level_id" uuid,
	"customer_id" integer,
	"segment_id" integer,
	"outlet_id" integer,
	CONSTRAINT "break_limit_rows_versions" CHECK ("break_limit_rows"."to_version" > "break_limit_rows"."from_version"),
	CONSTRAINT "break_limit_rows_one" CHECK (num_nonnulls("break_limit_rows"."level_id", "break_limit_rows"."customer_id", "break_limit_rows"."segment_id", "break_limit_rows"."outlet_id") = 1)
);
--> statement-breakpoint
CREATE TABLE "break_reach_rows" (
	"row_id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "break_reach_rows_row_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"break_id" uuid NOT NULL,
	"from_version" integer NOT NULL,
	"to_version" integer,
	"position" integer NOT NULL,
	"item_id" integer,
	"category_id" integer,
	"brand_id" integer,
	"supplier_id" integer,
	"family_id" integer,
	"item_kind" text,
	CONSTRAINT "break_reach_rows_versions" CHECK ("break_reach_rows"."to_version" > "break_reach_rows"."from_version")
);
--> statement-breakpoint
CREATE TABLE "break_rows" (
	"row_id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "break_rows_row_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"break_id" uuid NOT NULL,
	"from_version" integer NOT NULL,
	"to_version" integer,
	"name" text NOT NULL,
	"words" text NOT NULL,
	"currency" text NOT NULL,
	"only_listed_levels" boolean NOT NULL,
	"only_listed_parties" boolean NOT NULL,
	"only_listed_outlets" boolean NOT NULL,
	"from_day" date,
	"until_day" date,
	"count" text NOT NULL,
	"mode" text NOT NULL,
	"always" boolean NOT NULL,
	"measure" jsonb NOT NULL,
	"basis" jsonb NOT NULL,
	"tiers" jsonb NOT NULL,
	"rounding" jsonb,
	CONSTRAINT "break_rows_versions" CHECK ("break_rows"."to_version" > "break_rows"."from_version"),
	CONSTRAINT "break_rows_days" CHECK ("break_rows"."until_day" >= "break_rows"."from_day")
);
--> statement-breakpoint
CREATE TABLE "breaks" (
	"id" uuid PRIMARY KEY NOT NULL,
	"created_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "draft_edits" DROP CONSTRAINT "draft_edits_kind";--> statement-breakpoint
ALTER TABLE "break_limit_rows" ADD CONSTRAINT "break_limit_rows_break_id_breaks_id_fk" FOREIGN KEY ("break_id") REFERENCES "public"."breaks"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "break_limit_rows" ADD CONSTRAINT "break_limit_rows_from_version_versions_number_fk" FOREIGN KEY ("from_version") REFERENCES "public"."versions"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "break_limit_rows" ADD CONSTRAINT "break_limit_rows_to_version_versions_number_fk" FOREIGN KEY ("to_version") REFERENCES "public"."versions"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "break_limit_rows" ADD CONSTRAINT "break_limit_rows_level_id_levels_id_fk" FOREIGN KEY ("level_id") REFERENCES "public"."levels"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "break_limit_rows" ADD CONSTRAINT "break_limit_rows_customer_id_customers_id_fk" FOREIGN KEY ("customer_id") REFERENCES "public"."customers"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "break_limit_rows" ADD CONSTRAINT "break_limit_rows_segment_id_segments_id_fk" FOREIGN KEY ("segment_id") REFERENCES "public"."segments"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "break_limit_rows" ADD CONSTRAINT "break_limit_rows_outlet_id_outlets_id_fk" FOREIGN KEY ("outlet_id") REFERENCES "public"."outlets"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "break_reach_rows" ADD CONSTRAINT "break_reach_rows_break_id_breaks_id_fk" FOREIGN KEY ("break_id") REFERENCES "public"."breaks"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "break_reach_rows" ADD CONSTRAINT "break_reach_rows_from_version_versions_number_fk" FOREIGN KEY ("from_version") REFERENCES "public"."versions"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "break_reach_rows" ADD CONSTRAINT "break_reach_rows_to_version_versions_number_fk" FOREIGN KEY ("to_version") REFERENCES "public"."versions"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "break_reach_rows" ADD CONSTRAINT "break_reach_rows_item_id_items_id_fk" FOREIGN KEY ("item_id") REFERENCES "public"."items"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "break_reach_rows" ADD CONSTRAINT "break_reach_rows_category_id_categories_id_fk" FOREIGN KEY ("category_id") REFERENCES "public"."categories"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "break_reach_rows" ADD CONSTRAINT "break_reach_rows_brand_id_brands_id_fk" FOREIGN KEY ("brand_id") REFERENCES "public"."brands"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "break_reach_rows" ADD CONSTRAINT "break_reach_rows_supplier_id_suppliers_id_fk" FOREIGN KEY ("supplier_id") REFERENCES "public"."suppliers"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "break_reach_rows" ADD CONSTRAINT "break_reach_rows_family_id_families_id_fk" FOREIGN KEY ("family_id") REFERENCES "public"."families"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "break_rows" ADD CONSTRAINT "break_rows_break_id_breaks_id_fk" FOREIGN KEY ("break_id") REFERENCES "public"."breaks"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "break_rows" ADD CONSTRAINT "break_rows_from_version_versions_number_fk" FOREIGN KEY ("from_version") REFERENCES "public"."versions"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "break_rows" ADD CONSTRAINT "break_rows_to_version_versions_number_fk" FOREIGN KEY ("to_version") REFERENCES "public"."versions"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "break_reach_rows_in_force" ON "break_reach_rows" USING btree ("break_id","position") WHERE "break_reach_rows"."to_version" is null;--> statement-breakpoint
CREATE UNIQUE INDEX "break_rows_in_force" ON "break_rows" USING btree ("break_id") WHERE "break_rows"."to_version" is null;--> statement-breakpoint
CREATE UNIQUE INDEX "break_rows_name" ON "break_rows" USING btree (lower("name")) WHERE "break_rows"."to_version" is null;--> statement-breakpoint
ALTER TABLE "draft_edits" ADD CONSTRAINT "draft_edits_kind" CHECK ("draft_edits"."object_kind" in ('level', 'basePrice', 'sharedPrice', 'agreement', 'costTable', 'break', 'settings'));--> statement-breakpoint
CREATE FUNCTION with_slice_units(line jsonb) RETURNS jsonb LANGUAGE plpgsql IMMUTABLE AS $$
BEGIN
  RETURN CASE WHEN line->>'kind' = 'priced' THEN
    line || jsonb_build_object(
      'slices', (SELECT jsonb_agg(slice || jsonb_build_object('unit', line->'unit') ORDER BY place)
        FROM jsonb_array_elements(line->'slices') WITH ORDINALITY AS all_slices(slice, place)),
      'computed', CASE WHEN line->'computed'->>'kind' = 'priced'
        THEN with_slice_units(line->'computed') ELSE line->'computed' END)
  ELSE line END;
END
$$;--> statement-breakpoint
UPDATE "quote_lines" SET "priced" = with_slice_units("priced");--> statement-breakpoint
DROP FUNCTION with_slice_units(jsonb);
