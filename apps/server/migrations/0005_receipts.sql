CREATE TABLE "cost_file_mappings" (
	"supplier_id" integer PRIMARY KEY NOT NULL,
	"columns" text[] NOT NULL,
	"mapping" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "follow_rules" (
	"id" uuid PRIMARY KEY NOT NULL,
	"position" integer NOT NULL,
	"item_id" integer,
	"category_id" integer,
	"brand_id" integer,
	"supplier_id" integer,
	"family_id" integer,
	"item_kind" text,
	"follows" text NOT NULL,
	"cap" numeric,
	"keeping" jsonb NOT NULL,
	"rounding" jsonb,
	CONSTRAINT "follow_rules_follows" CHECK ("follow_rules"."follows" in ('moves', 'waits', 'stays')),
	CONSTRAINT "follow_rules_cap" CHECK ("follow_rules"."cap" between 0 and 10000)
);
--> statement-breakpoint
CREATE TABLE "price_proposals" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "price_proposals_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"receipt_id" uuid NOT NULL,
	"item_id" integer NOT NULL,
	"old_unit_cost" numeric,
	"new_unit_cost" numeric NOT NULL,
	"price_before" numeric NOT NULL,
	"price_after" numeric NOT NULL,
	"move" numeric NOT NULL,
	"why" text,
	"state" text DEFAULT 'waiting' NOT NULL,
	"decided_by_id" integer,
	"decided_at" timestamp with time zone,
	"decided_price" numeric,
	CONSTRAINT "price_proposals_state" CHECK ("price_proposals"."state" in ('waiting', 'accepted', 'refused', 'overtaken'))
);
--> statement-breakpoint
CREATE TABLE "receipt_chunks" (
	"receipt_id" uuid NOT NULL,
	"place" integer NOT NULL,
	"rows" text NOT NULL,
	CONSTRAINT "receipt_chunks_receipt_id_place_pk" PRIMARY KEY("receipt_id","place")
);
--> statement-breakpoint
CREATE TABLE "receipt_rows" (
	"receipt_id" uuid NOT NULL,
	"row" integer NOT NULL,
	"verdict" text NOT NULL,
	"problem" text,
	"said" text NOT NULL,
	"item_id" integer,
	"cost" numeric,
	"currency" text,
	"unit" text,
	"min_quantity" numeric DEFAULT '0' NOT NULL,
	"from_day" date,
	"until_day" date,
	"old_cost" numeric,
	"old_currency" text,
	"left_out" boolean DEFAULT false NOT NULL,
	"follows" text,
	"why" text,
	"price_before" numeric,
	"price_after" numeric,
	"move" numeric,
	"old_unit_cost" numeric,
	"new_unit_cost" numeric,
	"is_cost" boolean DEFAULT false NOT NULL,
	"had_purchase" jsonb,
	"had_cost" jsonb,
	CONSTRAINT "receipt_rows_receipt_id_row_pk" PRIMARY KEY("receipt_id","row")
);
--> statement-breakpoint
CREATE TABLE "receipts" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"supplier_id" integer NOT NULL,
	"file_name" text NOT NULL,
	"state" text NOT NULL,
	"remark" text,
	"columns" text[] NOT NULL,
	"sample" jsonb NOT NULL,
	"mapping" jsonb NOT NULL,
	"rows" integer NOT NULL,
	"revision" integer DEFAULT 0 NOT NULL,
	"digest" text,
	"version" integer,
	"by_id" integer NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "receipts_state" CHECK ("receipts"."state" in ('mapping', 'comparing', 'ready', 'applying', 'applied', 'cancelled',
        'undone', 'failed'))
);
--> statement-breakpoint
ALTER TABLE "cost_file_mappings" ADD CONSTRAINT "cost_file_mappings_supplier_id_suppliers_id_fk" FOREIGN KEY ("supplier_id") REFERENCES "public"."suppliers"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "follow_rules" ADD CONSTRAINT "follow_rules_item_id_items_id_fk" FOREIGN KEY ("item_id") REFERENCES "public"."items"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "follow_rules" ADD CONSTRAINT "follow_rules_category_id_categories_id_fk" FOREIGN KEY ("category_id") REFERENCES "public"."categories"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "follow_rules" ADD CONSTRAINT "follow_rules_brand_id_brands_id_fk" FOREIGN KEY ("brand_id") REFERENCES "public"."brands"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "follow_rules" ADD CONSTRAINT "follow_rules_supplier_id_suppliers_id_fk" FOREIGN KEY ("supplier_id") REFERENCES "public"."suppliers"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "follow_rules" ADD CONSTRAINT "follow_rules_family_id_families_id_fk" FOREIGN KEY ("family_id") REFERENCES "public"."families"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "price_proposals" ADD CONSTRAINT "price_proposals_receipt_id_receipts_id_fk" FOREIGN KEY ("receipt_id") REFERENCES "public"."receipts"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "price_proposals" ADD CONSTRAINT "price_proposals_item_id_items_id_fk" FOREIGN KEY ("item_id") REFERENCES "public"."items"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "price_proposals" ADD CONSTRAINT "price_proposals_decided_by_id_users_id_fk" FOREIGN KEY ("decided_by_id") REFERENCES "public"."users"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "receipt_chunks" ADD CONSTRAINT "receipt_chunks_receipt_id_receipts_id_fk" FOREIGN KEY ("receipt_id") REFERENCES "public"."receipts"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "receipts" ADD CONSTRAINT "receipts_supplier_id_suppliers_id_fk" FOREIGN KEY ("supplier_id") REFERENCES "public"."suppliers"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "receipts" ADD CONSTRAINT "receipts_version_versions_number_fk" FOREIGN KEY ("version") REFERENCES "public"."versions"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "receipts" ADD CONSTRAINT "receipts_by_id_users_id_fk" FOREIGN KEY ("by_id") REFERENCES "public"."users"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "price_proposals_receipt" ON "price_proposals" USING btree ("receipt_id");--> statement-breakpoint
CREATE INDEX "price_proposals_waiting" ON "price_proposals" USING btree ("move") WHERE "price_proposals"."state" = 'waiting';--> statement-breakpoint
CREATE INDEX "receipts_at" ON "receipts" USING btree ("at");--> statement-breakpoint
-- As long as nobody says otherwise, a price whose cost changes waits, and keeps its markup.
INSERT INTO "follow_rules" ("id", "position", "follows", "keeping")
  VALUES ('00000000-0000-4000-8000-000000000001', 0, 'waits', '{"kind": "markup"}');
