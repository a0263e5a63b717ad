CREATE TABLE "cost_table_band_rows" (
	"row_id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "cost_table_band_rows_row_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"table_id" uuid NOT NULL,
	"from_version" integer NOT NULL,
	"to_version" integer,
	"kind_id" integer NOT NULL,
	"position" integer NOT NULL,
	"bands" jsonb NOT NULL,
	CONSTRAINT "cost_table_band_rows_versions" CHECK ("cost_table_band_rows"."to_version" > "cost_table_band_rows"."from_version")
);
--> statement-breakpoint
CREATE TABLE "cost_table_outlet_rows" (
	"row_id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "cost_table_outlet_rows_row_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"table_id" uuid NOT NULL,
	"from_version" integer NOT NULL,
	"to_version" integer,
	"outlet_id" integer NOT NULL,
	CONSTRAINT "cost_table_outlet_rows_versions" CHECK ("cost_table_outlet_rows"."to_version" > "cost_table_outlet_rows"."from_version")
);
--> statement-breakpoint
CREATE TABLE "cost_table_reach_rows" (
	"row_id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "cost_table_reach_rows_row_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"table_id" uuid NOT NULL,
	"from_version" integer NOT NULL,
	"to_version" integer,
	"position" integer NOT NULL,
	"item_id" integer,
	"category_id" integer,
	"brand_id" integer,
	"supplier_id" integer,
	"family_id" integer,
	"item_kind" text,
	"piece_charge" numeric,
	CONSTRAINT "cost_table_reach_rows_versions" CHECK ("cost_table_reach_rows"."to_version" > "cost_table_reach_rows"."from_version"),
	CONSTRAINT "cost_table_reach_rows_charge" CHECK ("cost_table_reach_rows"."piece_charge" between -9999999999 and 9999999999)
);
--> statement-breakpoint
CREATE TABLE "cost_table_rows" (
	"row_id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "cost_table_rows_row_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"table_id" uuid NOT NULL,
	"from_version" integer NOT NULL,
	"to_version" integer,
	"name" text NOT NULL,
	"currency" text NOT NULL,
	"only_listed_outlets" boolean NOT NULL,
	"points" jsonb,
	"fees" jsonb,
	"rounding" jsonb,
	CONSTRAINT "cost_table_rows_versions" CHECK ("cost_table_rows"."to_version" > "cost_table_rows"."from_version")
);
--> statement-breakpoint
CREATE TABLE "cost_tables" (
	"id" uuid PRIMARY KEY NOT NULL,
	"created_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "cost_kinds" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "cost_kinds_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"code" text NOT NULL,
	"name" text NOT NULL,
	"form_of_supply" boolean DEFAULT false NOT NULL,
	CONSTRAINT "cost_kinds_code_unique" UNIQUE("code")
);
--> statement-breakpoint
CREATE TABLE "item_costs" (
	"item_id" integer NOT NULL,
	"kind_id" integer NOT NULL,
	"from_day" date NOT NULL,
	"amount" numeric NOT NULL,
	"currency" text NOT NULL,
	"unit" text,
	CONSTRAINT "item_costs_item_id_kind_id_from_day_pk" PRIMARY KEY("item_id","kind_id","from_day"),
	CONSTRAINT "item_costs_amount" CHECK ("item_costs"."amount" between 0 and 9999999999 and scale("item_costs"."amount") <= 6)
);
--> statement-breakpoint
CREATE TABLE "purchase_costs" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "purchase_costs_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"item_id" integer NOT NULL,
	"supplier_id" integer NOT NULL,
	"amount" numeric NOT NULL,
	"currency" text NOT NULL,
	"unit" text DEFAULT '' NOT NULL,
	"min_quantity" numeric DEFAULT '0' NOT NULL,
	"from_day" date,
	"until_day" date,
	CONSTRAINT "purchase_costs_amount" CHECK ("purchase_costs"."amount" between 0 and 9999999999 and scale("purchase_costs"."amount") <= 6),
	CONSTRAINT "purchase_costs_min_quantity" CHECK ("purchase_costs"."min_quantity" between 0 and 9999999999 and scale("purchase_costs"."min_quantity") <= 6),
	CONSTRAINT "purchase_costs_days" CHECK ("purchase_costs"."until_day" >= "purchase_costs"."from_day")
);
--> statement-breakpoint
CREATE TABLE "units_sold" (
	"item_id" integer NOT NULL,
	"day" date NOT NULL,
	"quantity" numeric NOT NULL,
	CONSTRAINT "units_sold_item_id_day_pk" PRIMARY KEY("item_id","day"),
	CONSTRAINT "units_sold_quantity" CHECK ("units_sold"."quantity" between 0 and 9999999999 and scale("units_sold"."quantity") <= 6)
);
--> statement-breakpoint
ALTER TABLE "level_entry_rows" DROP CONSTRAINT "level_entry_rows_basis";--> statement-breakpoint
ALTER TABLE "draft_edits" DROP CONSTRAINT "draft_edits_kind";--> statement-breakpoint
ALTER TABLE "item_suppliers" ADD COLUMN "lead_time_days" smallint;--> statement-breakpoint
ALTER TABLE "quote_lines" ADD COLUMN "form_of_supply" text;--> statement-breakpoint
ALTER TABLE "level_entry_rows" ADD COLUMN "basis_cost_id" integer;--> statement-breakpoint
ALTER TABLE "level_entry_rows" ADD COLUMN "basis_table_id" uuid;--> statement-breakpoint
ALTER TABLE "setting_rows" ADD COLUMN "cost_order" text[] DEFAULT '{last,average,landed,standard,purchase}' NOT NULL;--> statement-breakpoint
ALTER TABLE "setting_rows" ALTER COLUMN "cost_order" DROP DEFAULT;--> statement-breakpoint
UPDATE "draft_edits" SET "content" = jsonb_set("content", '{costOrder}', '["last", "average", "landed", "standard", "purchase"]')
  WHERE "object_kind" = 'settings' AND "content" IS NOT NULL;--> statement-breakpoint
INSERT INTO "cost_kinds" ("code", "name") VALUES
  ('last', 'last'), ('average', 'average'), ('landed', 'landed'), ('standard', 'standard'), ('purchase', 'purchase');--> statement-breakpoint
ALTER TABLE "cost_table_band_rows" ADD CONSTRAINT "cost_table_band_rows_table_id_cost_tables_id_fk" FOREIGN KEY ("table_id") REFERENCES "public"."cost_tables"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "cost_table_band_rows" ADD CONSTRAINT "cost_table_band_rows_from_version_versions_number_fk" FOREIGN KEY ("from_version") REFERENCES "public"."versions"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "cost_table_band_rows" ADD CONSTRAINT "cost_table_band_rows_to_version_versions_number_fk" FOREIGN KEY ("to_version") REFERENCES "public"."versions"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "cost_table_band_rows" ADD CONSTRAINT "cost_table_band_rows_kind_id_cost_kinds_id_fk" FOREIGN KEY ("kind_id") REFERENCES "public"."cost_kinds"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "cost_table_outlet_rows" ADD CONSTRAINT "cost_table_outlet_rows_table_id_cost_tables_id_fk" FOREIGN KEY ("table_id") REFERENCES "public"."cost_tables"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "cost_table_outlet_rows" ADD CONSTRAINT "cost_table_outlet_rows_from_version_versions_number_fk" FOREIGN KEY ("from_version") REFERENCES "public"."versions"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "cost_table_outlet_rows" ADD CONSTRAINT "cost_table_outlet_rows_to_version_versions_number_fk" FOREIGN KEY ("to_version") REFERENCES "public"."versions"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "cost_table_outlet_rows" ADD CONSTRAINT "cost_table_outlet_rows_outlet_id_outlets_id_fk" FOREIGN KEY ("outlet_id") REFERENCES "public"."outlets"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "cost_table_reach_rows" ADD CONSTRAINT "cost_table_reach_rows_table_id_cost_tables_id_fk" FOREIGN KEY ("table_id") REFERENCES "public"."cost_tables"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "cost_table_reach_rows" ADD CONSTRAINT "cost_table_reach_rows_from_version_versions_number_fk" FOREIGN KEY ("from_version") REFERENCES "public"."versions"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "cost_table_reach_rows" ADD CONSTRAINT "cost_table_reach_rows_to_version_versions_number_fk" FOREIGN KEY ("to_version") REFERENCES "public"."versions"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "cost_table_reach_rows" ADD CONSTRAINT "cost_table_reach_rows_item_id_items_id_fk" FOREIGN KEY ("item_id") REFERENCES "public"."items"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "cost_table_reach_rows" ADD CONSTRAINT "cost_table_reach_rows_category_id_categories_id_fk" FOREIGN KEY ("category_id") REFERENCES "public"."categories"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "cost_table_reach_rows" ADD CONSTRAINT "cost_table_reach_rows_brand_id_brands_id_fk" FOREIGN KEY ("brand_id") REFERENCES "public"."brands"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "cost_table_reach_rows" ADD CONSTRAINT "cost_table_reach_rows_supplier_id_suppliers_id_fk" FOREIGN KEY ("supplier_id") REFERENCES "public"."suppliers"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "cost_table_reach_rows" ADD CONSTRAINT "cost_table_reach_rows_family_id_families_id_fk" FOREIGN KEY ("family_id") REFERENCES "public"."families"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "cost_table_rows" ADD CONSTRAINT "cost_table_rows_table_id_cost_tables_id_fk" FOREIGN KEY ("table_id") REFERENCES "public"."cost_tables"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "cost_table_rows" ADD CONSTRAINT "cost_table_rows_from_version_versions_number_fk" FOREIGN KEY ("from_version") REFERENCES "public"."versions"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "cost_table_rows" ADD CONSTRAINT "cost_table_rows_to_version_versions_number_fk" FOREIGN KEY ("to_version") REFERENCES "public"."versions"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "item_costs" ADD CONSTRAINT "item_costs_item_id_items_id_fk" FOREIGN KEY ("item_id") REFERENCES "public"."items"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "item_costs" ADD CONSTRAINT "item_costs_kind_id_cost_kinds_id_fk" FOREIGN KEY ("kind_id") REFERENCES "public"."cost_kinds"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "purchase_costs" ADD CONSTRAINT "purchase_costs_item_supplier" FOREIGN KEY ("item_id","supplier_id") REFERENCES "public"."item_suppliers"("item_id","supplier_id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "units_sold" ADD CONSTRAINT "units_sold_item_id_items_id_fk" FOREIGN KEY ("item_id") REFERENCES "public"."items"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "cost_table_band_rows_in_force" ON "cost_table_band_rows" USING btree ("table_id","kind_id") WHERE "cost_table_band_rows"."to_version" is null;--> statement-breakpoint
CREATE UNIQUE INDEX "cost_table_outlet_rows_in_force" ON "cost_table_outlet_rows" USING btree ("table_id","outlet_id") WHERE "cost_table_outlet_rows"."to_version" is null;--> statement-breakpoint
CREATE UNIQUE INDEX "cost_table_reach_rows_in_force" ON "cost_table_reach_rows" USING btree ("table_id",("piece_charge" is null),"position") WHERE "cost_table_reach_rows"."to_version" is null;--> statement-breakpoint
CREATE UNIQUE INDEX "cost_table_rows_in_force" ON "cost_table_rows" USING btree ("table_id") WHERE "cost_table_rows"."to_version" is null;--> statement-breakpoint
CREATE UNIQUE INDEX "cost_table_rows_name" ON "cost_table_rows" USING btree (lower("name")) WHERE "cost_table_rows"."to_version" is null;--> statement-breakpoint
CREATE INDEX "purchase_costs_item" ON "purchase_costs" USING btree ("item_id");--> statement-breakpoint
CREATE UNIQUE INDEX "purchase_costs_once" ON "purchase_costs" USING btree ("item_id","supplier_id","unit","min_quantity",coalesce("from_day", '-infinity'));--> statement-breakpoint
ALTER TABLE "quote_lines" ADD CONSTRAINT "quote_lines_form_of_supply_cost_kinds_code_fk" FOREIGN KEY ("form_of_supply") REFERENCES "public"."cost_kinds"("code") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "level_entry_rows" ADD CONSTRAINT "level_entry_rows_basis_cost_id_cost_kinds_id_fk" FOREIGN KEY ("basis_cost_id") REFERENCES "public"."cost_kinds"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "level_entry_rows" ADD CONSTRAINT "level_entry_rows_basis_table_id_cost_tables_id_fk" FOREIGN KEY ("basis_table_id") REFERENCES "public"."cost_tables"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "item_suppliers_number" ON "item_suppliers" USING btree ("supplier_id","supplier_number");--> statement-breakpoint
ALTER TABLE "item_suppliers" ADD CONSTRAINT "item_suppliers_lead_time" CHECK ("item_suppliers"."lead_time_days" between 0 and 1000);--> statement-breakpoint
ALTER TABLE "level_entry_rows" ADD CONSTRAINT "level_entry_rows_basis" CHECK (("level_entry_rows"."basis" = 'level') = ("level_entry_rows"."basis_level_id" is not null)
        and ("level_entry_rows"."basis" = 'namedPrice') = ("level_entry_rows"."basis_name" is not null)
        and ("level_entry_rows"."basis" = 'cost') = ("level_entry_rows"."basis_cost_id" is not null)
        and ("level_entry_rows"."basis" = 'costTable' or "level_entry_rows"."basis_table_id" is null)
        and "level_entry_rows"."basis" in
          ('basePrice', 'listPrice', 'namedPrice', 'level', 'cost', 'costTable'));--> statement-breakpoint
ALTER TABLE "draft_edits" ADD CONSTRAINT "draft_edits_kind" CHECK ("draft_edits"."object_kind" in ('level', 'basePrice', 'sharedPrice', 'agreement', 'costTable', 'settings'));--> statement-breakpoint
-- As for the other rows of versions (0001): no overlap, and never changed but closed once.
ALTER TABLE cost_table_rows ADD CONSTRAINT cost_table_rows_no_overlap
  EXCLUDE USING gist (table_id WITH =, int4range(from_version, to_version) WITH &&);--> statement-breakpoint
CREATE TRIGGER cost_table_rows_kept BEFORE UPDATE OR DELETE ON cost_table_rows
  FOR EACH ROW EXECUTE FUNCTION keep_published_row();--> statement-breakpoint
ALTER TABLE cost_table_band_rows ADD CONSTRAINT cost_table_band_rows_no_overlap
  EXCLUDE USING gist (table_id WITH =, kind_id WITH =, int4range(from_version, to_version) WITH &&);--> statement-breakpoint
CREATE TRIGGER cost_table_band_rows_kept BEFORE UPDATE OR DELETE ON cost_table_band_rows
  FOR EACH ROW EXECUTE FUNCTION keep_published_row();--> statement-breakpoint
ALTER TABLE cost_table_reach_rows ADD CONSTRAINT cost_table_reach_rows_no_overlap
  EXCLUDE USING gist (table_id WITH =, ((piece_charge IS NULL)::int) WITH =, position WITH =, int4range(from_version, to_version) WITH &&);--> statement-breakpoint
CREATE TRIGGER cost_table_reach_rows_kept BEFORE UPDATE OR DELETE ON cost_table_reach_rows
  FOR EACH ROW EXECUTE FUNCTION keep_published_row();--> statement-breakpoint
ALTER TABLE cost_table_outlet_rows ADD CONSTRAINT cost_table_outlet_rows_no_overlap
  EXCLUDE USING gist (table_id WITH =, outlet_id WITH =, int4range(from_version, to_version) WITH &&);--> statement-breakpoint
CREATE TRIGGER cost_table_outlet_rows_kept BEFORE UPDATE OR DELETE ON cost_table_outlet_rows
  FOR EACH ROW EXECUTE FUNCTION keep_published_row();
