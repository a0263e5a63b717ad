CREATE TABLE "changes" (
	"id" bigint PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "changes_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 9223372036854775807 START WITH 1 CACHE 1),
	"at" timestamp with time zone NOT NULL,
	"by_id" integer NOT NULL,
	"object_kind" text NOT NULL,
	"object_key" text NOT NULL,
	"object_name" text NOT NULL,
	"action" text NOT NULL,
	"before" jsonb,
	"after" jsonb
);
--> statement-breakpoint
CREATE TABLE "customers" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "customers_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"code" text NOT NULL,
	"name" text NOT NULL,
	"segment_id" integer,
	"currency" text,
	"outlet_id" integer,
	"level_id" uuid,
	"revision" integer DEFAULT 1 NOT NULL,
	CONSTRAINT "customers_code_unique" UNIQUE("code")
);
--> statement-breakpoint
CREATE TABLE "level_assignments" (
	"id" uuid PRIMARY KEY NOT NULL,
	"customer_id" integer NOT NULL,
	"position" integer NOT NULL,
	"level_id" uuid NOT NULL,
	"item_id" integer,
	"category_id" integer,
	"brand_id" integer,
	"supplier_id" integer,
	"family_id" integer,
	"item_kind" text,
	"from_day" date,
	"until_day" date,
	CONSTRAINT "level_assignments_days" CHECK ("level_assignments"."until_day" >= "level_assignments"."from_day")
);
--> statement-breakpoint
CREATE TABLE "segments" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "segments_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"code" text NOT NULL,
	"name" text NOT NULL,
	"level_id" uuid,
	CONSTRAINT "segments_code_unique" UNIQUE("code")
);
--> statement-breakpoint
CREATE TABLE "brands" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "brands_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"code" text NOT NULL,
	"name" text NOT NULL,
	CONSTRAINT "brands_code_unique" UNIQUE("code")
);
--> statement-breakpoint
CREATE TABLE "categories" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "categories_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"code" text NOT NULL,
	"name" text NOT NULL,
	"parent_id" integer,
	"position" integer NOT NULL,
	CONSTRAINT "categories_code_unique" UNIQUE("code")
);
--> statement-breakpoint
CREATE TABLE "families" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "families_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"code" text NOT NULL,
	"name" text NOT NULL,
	CONSTRAINT "families_code_unique" UNIQUE("code")
);
--> statement-breakpoint
CREATE TABLE "item_named_prices" (
	"item_id" integer NOT NULL,
	"name" text NOT NULL,
	"amount" numeric NOT NULL,
	"currency" text NOT NULL,
	CONSTRAINT "item_named_prices_item_id_name_pk" PRIMARY KEY("item_id","name"),
	CONSTRAINT "item_named_prices_amount" CHECK ("item_named_prices"."amount" between 0 and 9999999999)
);
--> statement-breakpoint
CREATE TABLE "item_suppliers" (
	"item_id" integer NOT NULL,
	"supplier_id" integer NOT NULL,
	"preferred" boolean DEFAULT false NOT NULL,
	"supplier_number" text,
	CONSTRAINT "item_suppliers_item_id_supplier_id_pk" PRIMARY KEY("item_id","supplier_id")
);
--> statement-breakpoint
CREATE TABLE "item_units" (
	"item_id" integer NOT NULL,
	"unit" text NOT NULL,
	"factor" numeric NOT NULL,
	"digits" smallint DEFAULT 0 NOT NULL,
	CONSTRAINT "item_units_item_id_unit_pk" PRIMARY KEY("item_id","unit"),
	CONSTRAINT "item_units_factor" CHECK ("item_units"."factor" > 0 and "item_units"."factor" <= 9999999999),
	CONSTRAINT "item_units_digits" CHECK ("item_units"."digits" between 0 and 6)
);
--> statement-breakpoint
CREATE TABLE "items" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "items_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"number" text NOT NULL,
	"name" text NOT NULL,
	"customer_name" text,
	"gtin" text,
	"kind" text DEFAULT 'stock' NOT NULL,
	"category_id" integer NOT NULL,
	"family_id" integer,
	"brand_id" integer,
	"tax_class_id" integer,
	"unit" text NOT NULL,
	"quantity_digits" smallint DEFAULT 0 NOT NULL,
	"time_unit" text,
	"list_price" numeric,
	"list_currency" text,
	"active" boolean DEFAULT true NOT NULL,
	"replaced_by_id" integer,
	"revision" integer DEFAULT 1 NOT NULL,
	CONSTRAINT "items_number_unique" UNIQUE("number"),
	CONSTRAINT "items_gtin_unique" UNIQUE("gtin"),
	CONSTRAINT "items_quantity_digits" CHECK ("items"."quantity_digits" between 0 and 6),
	CONSTRAINT "items_kind" CHECK ("items"."kind" in ('stock', 'nonStock', 'service', 'fee')),
	CONSTRAINT "items_time_unit" CHECK ("items"."time_unit" in ('hour', 'day', 'week', 'month')),
	CONSTRAINT "items_list_price" CHECK (num_nulls("items"."list_price", "items"."list_currency") in (0, 2)
        and "items"."list_price" between 0 and 9999999999)
);
--> statement-breakpoint
CREATE TABLE "suppliers" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "suppliers_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"code" text NOT NULL,
	"name" text NOT NULL,
	CONSTRAINT "suppliers_code_unique" UNIQUE("code")
);
--> statement-breakpoint
CREATE TABLE "tax_classes" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "tax_classes_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"code" text NOT NULL,
	"name" text NOT NULL,
	CONSTRAINT "tax_classes_code_unique" UNIQUE("code")
);
--> statement-breakpoint
CREATE TABLE "levels" (
	"id" uuid PRIMARY KEY NOT NULL,
	"created_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "exchange_rates" (
	"currency" text NOT NULL,
	"from" timestamp with time zone NOT NULL,
	"rate" numeric NOT NULL,
	"source" text NOT NULL,
	CONSTRAINT "exchange_rates_currency_from_pk" PRIMARY KEY("currency","from"),
	CONSTRAINT "exchange_rates_rate" CHECK ("exchange_rates"."rate" > 0 and "exchange_rates"."rate" <= 9999999999)
);
--> statement-breakpoint
CREATE TABLE "outlet_levels" (
	"outlet_id" integer NOT NULL,
	"level_id" uuid NOT NULL,
	CONSTRAINT "outlet_levels_outlet_id_level_id_pk" PRIMARY KEY("outlet_id","level_id")
);
--> statement-breakpoint
CREATE TABLE "outlets" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "outlets_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"code" text NOT NULL,
	"name" text NOT NULL,
	"time_zone" text NOT NULL,
	"currency" text NOT NULL,
	"level_id" uuid,
	"only_listed_levels" boolean DEFAULT false NOT NULL,
	CONSTRAINT "outlets_code_unique" UNIQUE("code")
);
--> statement-breakpoint
CREATE TABLE "sessions" (
	"id" text PRIMARY KEY NOT NULL,
	"content" jsonb NOT NULL,
	"expires_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "users" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "users_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"email" text NOT NULL,
	"name" text NOT NULL,
	"password_hash" text NOT NULL,
	"role" text DEFAULT 'administrator' NOT NULL,
	CONSTRAINT "users_role" CHECK ("users"."role" in ('administrator', 'pricing', 'approver', 'sales', 'reader'))
);
--> statement-breakpoint
CREATE TABLE "fact_sets" (
	"hash" text PRIMARY KEY NOT NULL,
	"content" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "quote_lines" (
	"id" uuid NOT NULL,
	"quote_number" integer NOT NULL,
	"position" integer NOT NULL,
	"item_id" integer NOT NULL,
	"quantity" numeric NOT NULL,
	"unit" text,
	"duration" numeric,
	"level_id" uuid,
	"price_by_hand" numeric,
	"price_reason" text,
	"amount" numeric,
	"version" integer NOT NULL,
	"model_version" integer NOT NULL,
	"priced_at" timestamp with time zone NOT NULL,
	"facts_hash" text NOT NULL,
	"priced" jsonb NOT NULL,
	CONSTRAINT "quote_lines_quote_number_id_pk" PRIMARY KEY("quote_number","id"),
	CONSTRAINT "quote_lines_position" UNIQUE("quote_number","position"),
	CONSTRAINT "quote_lines_quantity" CHECK ("quote_lines"."quantity" > 0 and "quote_lines"."quantity" <= 9999999999),
	CONSTRAINT "quote_lines_duration" CHECK ("quote_lines"."duration" > 0 and "quote_lines"."duration" <= 9999999999),
	CONSTRAINT "quote_lines_by_hand" CHECK (num_nulls("quote_lines"."price_by_hand", "quote_lines"."price_reason") in (0, 2)
        and "quote_lines"."price_by_hand" between 0 and 9999999999)
);
--> statement-breakpoint
CREATE TABLE "quotes" (
	"number" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "quotes_number_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1001 CACHE 1),
	"customer_id" integer NOT NULL,
	"title" text DEFAULT '' NOT NULL,
	"currency" text NOT NULL,
	"outlet_id" integer,
	"level_id" uuid,
	"revision" integer DEFAULT 1 NOT NULL,
	"changed_by" integer NOT NULL,
	"changed_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "agreement_rows" (
	"row_id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "agreement_rows_row_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"agreement_id" uuid NOT NULL,
	"customer_id" integer,
	"segment_id" integer,
	"item_id" integer NOT NULL,
	"price" numeric NOT NULL,
	"unit" text,
	"from_day" date,
	"until_day" date,
	"min_quantity" numeric NOT NULL,
	"currency" text NOT NULL,
	"open" boolean NOT NULL,
	"from_version" integer NOT NULL,
	"to_version" integer,
	CONSTRAINT "agreement_rows_party" CHECK (num_nonnulls("agreement_rows"."customer_id", "agreement_rows"."segment_id") = 1),
	CONSTRAINT "agreement_rows_price" CHECK ("agreement_rows"."price" between 0 and 9999999999 and scale("agreement_rows"."price") <= 6),
	CONSTRAINT "agreement_rows_min_quantity" CHECK ("agreement_rows"."min_quantity" between 0 and 9999999999),
	CONSTRAINT "agreement_rows_days" CHECK ("agreement_rows"."until_day" >= "agreement_rows"."from_day"),
	CONSTRAINT "agreement_rows_versions" CHECK ("agreement_rows"."to_version" > "agreement_rows"."from_version")
);
--> statement-breakpoint
CREATE TABLE "base_price_rows" (
	"row_id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "base_price_rows_row_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"item_id" integer NOT NULL,
	"unit" text DEFAULT '' NOT NULL,
	"price" numeric,
	"shared_id" uuid,
	"from_version" integer NOT NULL,
	"to_version" integer,
	CONSTRAINT "base_price_rows_price" CHECK ("base_price_rows"."price" between 0 and 9999999999 and scale("base_price_rows"."price") <= 6),
	CONSTRAINT "base_price_rows_one" CHECK (num_nonnulls("base_price_rows"."price", "base_price_rows"."shared_id") = 1),
	CONSTRAINT "base_price_rows_versions" CHECK ("base_price_rows"."to_version" > "base_price_rows"."from_version")
);
--> statement-breakpoint
CREATE TABLE "level_entry_rows" (
	"row_id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "level_entry_rows_row_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"level_id" uuid NOT NULL,
	"entry_id" text NOT NULL,
	"position" integer NOT NULL,
	"item_id" integer,
	"category_id" integer,
	"brand_id" integer,
	"supplier_id" integer,
	"family_id" integer,
	"item_kind" text,
	"basis" text NOT NULL,
	"basis_level_id" uuid,
	"basis_name" text,
	"adjusting" jsonb NOT NULL,
	"closes" boolean NOT NULL,
	"from_version" integer NOT NULL,
	"to_version" integer,
	CONSTRAINT "level_entry_rows_basis" CHECK (("level_entry_rows"."basis" = 'level') = ("level_entry_rows"."basis_level_id" is not null)
        and ("level_entry_rows"."basis" = 'namedPrice') = ("level_entry_rows"."basis_name" is not null)
        and "level_entry_rows"."basis" in ('basePrice', 'listPrice', 'namedPrice', 'level')),
	CONSTRAINT "level_entry_rows_versions" CHECK ("level_entry_rows"."to_version" > "level_entry_rows"."from_version")
);
--> statement-breakpoint
CREATE TABLE "level_exception_rows" (
	"row_id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "level_exception_rows_row_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"level_id" uuid NOT NULL,
	"item_id" integer NOT NULL,
	"from_version" integer NOT NULL,
	"to_version" integer,
	CONSTRAINT "level_exception_rows_versions" CHECK ("level_exception_rows"."to_version" > "level_exception_rows"."from_version")
);
--> statement-breakpoint
CREATE TABLE "level_price_rows" (
	"row_id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "level_price_rows_row_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"level_id" uuid NOT NULL,
	"price_id" text NOT NULL,
	"item_id" integer NOT NULL,
	"price" numeric NOT NULL,
	"unit" text,
	"from_day" date,
	"until_day" date,
	"min_quantity" numeric NOT NULL,
	"closes" boolean NOT NULL,
	"from_version" integer NOT NULL,
	"to_version" integer,
	CONSTRAINT "level_price_rows_price" CHECK ("level_price_rows"."price" between 0 and 9999999999 and scale("level_price_rows"."price") <= 6),
	CONSTRAINT "level_price_rows_min_quantity" CHECK ("level_price_rows"."min_quantity" between 0 and 9999999999),
	CONSTRAINT "level_price_rows_days" CHECK ("level_price_rows"."until_day" >= "level_price_rows"."from_day"),
	CONSTRAINT "level_price_rows_versions" CHECK ("level_price_rows"."to_version" > "level_price_rows"."from_version")
);
--> statement-breakpoint
CREATE TABLE "level_rows" (
	"row_id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "level_rows_row_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"level_id" uuid NOT NULL,
	"name" text NOT NULL,
	"currency" text NOT NULL,
	"from_day" date,
	"until_day" date,
	"entry_order" text NOT NULL,
	"rounding" jsonb,
	"from_version" integer NOT NULL,
	"to_version" integer,
	CONSTRAINT "level_rows_days" CHECK ("level_rows"."until_day" >= "level_rows"."from_day"),
	CONSTRAINT "level_rows_order" CHECK ("level_rows"."entry_order" in ('narrowest', 'list')),
	CONSTRAINT "level_rows_versions" CHECK ("level_rows"."to_version" > "level_rows"."from_version")
);
--> statement-breakpoint
CREATE TABLE "setting_rows" (
	"row_id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "setting_rows_row_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"home_currency" text NOT NULL,
	"rounding_mode" text NOT NULL,
	"unit_price_digits" jsonb NOT NULL,
	"default_level_id" uuid,
	"from_version" integer NOT NULL,
	"to_version" integer,
	CONSTRAINT "setting_rows_mode" CHECK ("setting_rows"."rounding_mode" in ('halfAwayFromZero', 'halfToEven', 'awayFromZero', 'towardsZero')),
	CONSTRAINT "setting_rows_versions" CHECK ("setting_rows"."to_version" > "setting_rows"."from_version")
);
--> statement-breakpoint
CREATE TABLE "shared_price_rows" (
	"row_id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "shared_price_rows_row_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"shared_id" uuid NOT NULL,
	"name" text NOT NULL,
	"price" numeric NOT NULL,
	"from_version" integer NOT NULL,
	"to_version" integer,
	CONSTRAINT "shared_price_rows_price" CHECK ("shared_price_rows"."price" between 0 and 9999999999 and scale("shared_price_rows"."price") <= 6),
	CONSTRAINT "shared_price_rows_versions" CHECK ("shared_price_rows"."to_version" > "shared_price_rows"."from_version")
);
--> statement-breakpoint
CREATE TABLE "draft_edits" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "draft_edits_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"draft_id" uuid NOT NULL,
	"object_kind" text NOT NULL,
	"object_key" text NOT NULL,
	"content" jsonb,
	"revision" integer DEFAULT 1 NOT NULL,
	"edited_by" integer NOT NULL,
	"edited_at" timestamp with time zone NOT NULL,
	CONSTRAINT "draft_edits_object" UNIQUE("draft_id","object_kind","object_key"),
	CONSTRAINT "draft_edits_kind" CHECK ("draft_edits"."object_kind" in ('level', 'basePrice', 'sharedPrice', 'agreement', 'settings'))
);
--> statement-breakpoint
CREATE TABLE "drafts" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"name" text NOT NULL,
	"state" text DEFAULT 'open' NOT NULL,
	"revision" integer DEFAULT 1 NOT NULL,
	"created_by" integer NOT NULL,
	"created_at" timestamp with time zone NOT NULL,
	CONSTRAINT "drafts_state" CHECK ("drafts"."state" in ('open', 'published', 'discarded'))
);
--> statement-breakpoint
CREATE TABLE "versions" (
	"number" integer PRIMARY KEY NOT NULL,
	"draft_id" uuid,
	"note" text NOT NULL,
	"changes" integer NOT NULL,
	"published_by" integer NOT NULL,
	"published_at" timestamp with time zone NOT NULL,
	CONSTRAINT "versions_draftId_unique" UNIQUE("draft_id"),
	CONSTRAINT "versions_number" CHECK ("versions"."number" >= 1)
);
--> statement-breakpoint
ALTER TABLE "changes" ADD CONSTRAINT "changes_by_id_users_id_fk" FOREIGN KEY ("by_id") REFERENCES "public"."users"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "customers" ADD CONSTRAINT "customers_segment_id_segments_id_fk" FOREIGN KEY ("segment_id") REFERENCES "public"."segments"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "customers" ADD CONSTRAINT "customers_outlet_id_outlets_id_fk" FOREIGN KEY ("outlet_id") REFERENCES "public"."outlets"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "customers" ADD CONSTRAINT "customers_level_id_levels_id_fk" FOREIGN KEY ("level_id") REFERENCES "public"."levels"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "level_assignments" ADD CONSTRAINT "level_assignments_customer_id_customers_id_fk" FOREIGN KEY ("customer_id") REFERENCES "public"."customers"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "level_assignments" ADD CONSTRAINT "level_assignments_level_id_levels_id_fk" FOREIGN KEY ("level_id") REFERENCES "public"."levels"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "level_assignments" ADD CONSTRAINT "level_assignments_item_id_items_id_fk" FOREIGN KEY ("item_id") REFERENCES "public"."items"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "level_assignments" ADD CONSTRAINT "level_assignments_category_id_categories_id_fk" FOREIGN KEY ("category_id") REFERENCES "public"."categories"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "level_assignments" ADD CONSTRAINT "level_assignments_brand_id_brands_id_fk" FOREIGN KEY ("brand_id") REFERENCES "public"."brands"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "level_assignments" ADD CONSTRAINT "level_assignments_supplier_id_suppliers_id_fk" FOREIGN KEY ("supplier_id") REFERENCES "public"."suppliers"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "level_assignments" ADD CONSTRAINT "level_assignments_family_id_families_id_fk" FOREIGN KEY ("family_id") REFERENCES "public"."families"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "segments" ADD CONSTRAINT "segments_level_id_levels_id_fk" FOREIGN KEY ("level_id") REFERENCES "public"."levels"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "categories" ADD CONSTRAINT "categories_parent_id_categories_id_fk" FOREIGN KEY ("parent_id") REFERENCES "public"."categories"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "item_named_prices" ADD CONSTRAINT "item_named_prices_item_id_items_id_fk" FOREIGN KEY ("item_id") REFERENCES "public"."items"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "item_suppliers" ADD CONSTRAINT "item_suppliers_item_id_items_id_fk" FOREIGN KEY ("item_id") REFERENCES "public"."items"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "item_suppliers" ADD CONSTRAINT "item_suppliers_supplier_id_suppliers_id_fk" FOREIGN KEY ("supplier_id") REFERENCES "public"."suppliers"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "item_units" ADD CONSTRAINT "item_units_item_id_items_id_fk" FOREIGN KEY ("item_id") REFERENCES "public"."items"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "items" ADD CONSTRAINT "items_category_id_categories_id_fk" FOREIGN KEY ("category_id") REFERENCES "public"."categories"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "items" ADD CONSTRAINT "items_family_id_families_id_fk" FOREIGN KEY ("family_id") REFERENCES "public"."families"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "items" ADD CONSTRAINT "items_brand_id_brands_id_fk" FOREIGN KEY ("brand_id") REFERENCES "public"."brands"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "items" ADD CONSTRAINT "items_tax_class_id_tax_classes_id_fk" FOREIGN KEY ("tax_class_id") REFERENCES "public"."tax_classes"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "items" ADD CONSTRAINT "items_replaced_by_id_items_id_fk" FOREIGN KEY ("replaced_by_id") REFERENCES "public"."items"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "outlet_levels" ADD CONSTRAINT "outlet_levels_outlet_id_outlets_id_fk" FOREIGN KEY ("outlet_id") REFERENCES "public"."outlets"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "outlet_levels" ADD CONSTRAINT "outlet_levels_level_id_levels_id_fk" FOREIGN KEY ("level_id") REFERENCES "public"."levels"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "outlets" ADD CONSTRAINT "outlets_level_id_levels_id_fk" FOREIGN KEY ("level_id") REFERENCES "public"."levels"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "quote_lines" ADD CONSTRAINT "quote_lines_quote_number_quotes_number_fk" FOREIGN KEY ("quote_number") REFERENCES "public"."quotes"("number") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "quote_lines" ADD CONSTRAINT "quote_lines_item_id_items_id_fk" FOREIGN KEY ("item_id") REFERENCES "public"."items"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "quote_lines" ADD CONSTRAINT "quote_lines_level_id_levels_id_fk" FOREIGN KEY ("level_id") REFERENCES "public"."levels"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "quote_lines" ADD CONSTRAINT "quote_lines_version_versions_number_fk" FOREIGN KEY ("version") REFERENCES "public"."versions"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "quote_lines" ADD CONSTRAINT "quote_lines_facts_hash_fact_sets_hash_fk" FOREIGN KEY ("facts_hash") REFERENCES "public"."fact_sets"("hash") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "quotes" ADD CONSTRAINT "quotes_customer_id_customers_id_fk" FOREIGN KEY ("customer_id") REFERENCES "public"."customers"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "quotes" ADD CONSTRAINT "quotes_outlet_id_outlets_id_fk" FOREIGN KEY ("outlet_id") REFERENCES "public"."outlets"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "quotes" ADD CONSTRAINT "quotes_level_id_levels_id_fk" FOREIGN KEY ("level_id") REFERENCES "public"."levels"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "quotes" ADD CONSTRAINT "quotes_changed_by_users_id_fk" FOREIGN KEY ("changed_by") REFERENCES "public"."users"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "agreement_rows" ADD CONSTRAINT "agreement_rows_customer_id_customers_id_fk" FOREIGN KEY ("customer_id") REFERENCES "public"."customers"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "agreement_rows" ADD CONSTRAINT "agreement_rows_segment_id_segments_id_fk" FOREIGN KEY ("segment_id") REFERENCES "public"."segments"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "agreement_rows" ADD CONSTRAINT "agreement_rows_item_id_items_id_fk" FOREIGN KEY ("item_id") REFERENCES "public"."items"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "agreement_rows" ADD CONSTRAINT "agreement_rows_from_version_versions_number_fk" FOREIGN KEY ("from_version") REFERENCES "public"."versions"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "agreement_rows" ADD CONSTRAINT "agreement_rows_to_version_versions_number_fk" FOREIGN KEY ("to_version") REFERENCES "public"."versions"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "base_price_rows" ADD CONSTRAINT "base_price_rows_item_id_items_id_fk" FOREIGN KEY ("item_id") REFERENCES "public"."items"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "base_price_rows" ADD CONSTRAINT "base_price_rows_from_version_versions_number_fk" FOREIGN KEY ("from_version") REFERENCES "public"."versions"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "base_price_rows" ADD CONSTRAINT "base_price_rows_to_version_versions_number_fk" FOREIGN KEY ("to_version") REFERENCES "public"."versions"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "level_entry_rows" ADD CONSTRAINT "level_entry_rows_level_id_levels_id_fk" FOREIGN KEY ("level_id") REFERENCES "public"."levels"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "level_entry_rows" ADD CONSTRAINT "level_entry_rows_item_id_items_id_fk" FOREIGN KEY ("item_id") REFERENCES "public"."items"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "level_entry_rows" ADD CONSTRAINT "level_entry_rows_category_id_categories_id_fk" FOREIGN KEY ("category_id") REFERENCES "public"."categories"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "level_entry_rows" ADD CONSTRAINT "level_entry_rows_brand_id_brands_id_fk" FOREIGN KEY ("brand_id") REFERENCES "public"."brands"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "level_entry_rows" ADD CONSTRAINT "level_entry_rows_supplier_id_suppliers_id_fk" FOREIGN KEY ("supplier_id") REFERENCES "public"."suppliers"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "level_entry_rows" ADD CONSTRAINT "level_entry_rows_family_id_families_id_fk" FOREIGN KEY ("family_id") REFERENCES "public"."families"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "level_entry_rows" ADD CONSTRAINT "level_entry_rows_basis_level_id_levels_id_fk" FOREIGN KEY ("basis_level_id") REFERENCES "public"."levels"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "level_entry_rows" ADD CONSTRAINT "level_entry_rows_from_version_versions_number_fk" FOREIGN KEY ("from_version") REFERENCES "public"."versions"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "level_entry_rows" ADD CONSTRAINT "level_entry_rows_to_version_versions_number_fk" FOREIGN KEY ("to_version") REFERENCES "public"."versions"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "level_exception_rows" ADD CONSTRAINT "level_exception_rows_level_id_levels_id_fk" FOREIGN KEY ("level_id") REFERENCES "public"."levels"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "level_exception_rows" ADD CONSTRAINT "level_exception_rows_item_id_items_id_fk" FOREIGN KEY ("item_id") REFERENCES "public"."items"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "level_exception_rows" ADD CONSTRAINT "level_exception_rows_from_version_versions_number_fk" FOREIGN KEY ("from_version") REFERENCES "public"."versions"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "level_exception_rows" ADD CONSTRAINT "level_exception_rows_to_version_versions_number_fk" FOREIGN KEY ("to_version") REFERENCES "public"."versions"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "level_price_rows" ADD CONSTRAINT "level_price_rows_level_id_levels_id_fk" FOREIGN KEY ("level_id") REFERENCES "public"."levels"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "level_price_rows" ADD CONSTRAINT "level_price_rows_item_id_items_id_fk" FOREIGN KEY ("item_id") REFERENCES "public"."items"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "level_price_rows" ADD CONSTRAINT "level_price_rows_from_version_versions_number_fk" FOREIGN KEY ("from_version") REFERENCES "public"."versions"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "level_price_rows" ADD CONSTRAINT "level_price_rows_to_version_versions_number_fk" FOREIGN KEY ("to_version") REFERENCES "public"."versions"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "level_rows" ADD CONSTRAINT "level_rows_level_id_levels_id_fk" FOREIGN KEY ("level_id") REFERENCES "public"."levels"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "level_rows" ADD CONSTRAINT "level_rows_from_version_versions_number_fk" FOREIGN KEY ("from_version") REFERENCES "public"."versions"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "level_rows" ADD CONSTRAINT "level_rows_to_version_versions_number_fk" FOREIGN KEY ("to_version") REFERENCES "public"."versions"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "setting_rows" ADD CONSTRAINT "setting_rows_default_level_id_levels_id_fk" FOREIGN KEY ("default_level_id") REFERENCES "public"."levels"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "setting_rows" ADD CONSTRAINT "setting_rows_from_version_versions_number_fk" FOREIGN KEY ("from_version") REFERENCES "public"."versions"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "setting_rows" ADD CONSTRAINT "setting_rows_to_version_versions_number_fk" FOREIGN KEY ("to_version") REFERENCES "public"."versions"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "shared_price_rows" ADD CONSTRAINT "shared_price_rows_from_version_versions_number_fk" FOREIGN KEY ("from_version") REFERENCES "public"."versions"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "shared_price_rows" ADD CONSTRAINT "shared_price_rows_to_version_versions_number_fk" FOREIGN KEY ("to_version") REFERENCES "public"."versions"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "draft_edits" ADD CONSTRAINT "draft_edits_draft_id_drafts_id_fk" FOREIGN KEY ("draft_id") REFERENCES "public"."drafts"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "draft_edits" ADD CONSTRAINT "draft_edits_edited_by_users_id_fk" FOREIGN KEY ("edited_by") REFERENCES "public"."users"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "drafts" ADD CONSTRAINT "drafts_created_by_users_id_fk" FOREIGN KEY ("created_by") REFERENCES "public"."users"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "versions" ADD CONSTRAINT "versions_draft_id_drafts_id_fk" FOREIGN KEY ("draft_id") REFERENCES "public"."drafts"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "versions" ADD CONSTRAINT "versions_published_by_users_id_fk" FOREIGN KEY ("published_by") REFERENCES "public"."users"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "changes_object" ON "changes" USING btree ("object_kind","object_key","id");--> statement-breakpoint
CREATE INDEX "changes_by" ON "changes" USING btree ("by_id","id");--> statement-breakpoint
CREATE INDEX "changes_at" ON "changes" USING btree ("at","id");--> statement-breakpoint
CREATE INDEX "customers_level" ON "customers" USING btree ("level_id");--> statement-breakpoint
CREATE INDEX "customers_segment" ON "customers" USING btree ("segment_id");--> statement-breakpoint
CREATE INDEX "level_assignments_customer" ON "level_assignments" USING btree ("customer_id");--> statement-breakpoint
CREATE UNIQUE INDEX "item_suppliers_preferred" ON "item_suppliers" USING btree ("item_id") WHERE "item_suppliers"."preferred";--> statement-breakpoint
CREATE INDEX "item_suppliers_supplier" ON "item_suppliers" USING btree ("supplier_id");--> statement-breakpoint
CREATE INDEX "items_category" ON "items" USING btree ("category_id");--> statement-breakpoint
CREATE INDEX "items_brand" ON "items" USING btree ("brand_id");--> statement-breakpoint
CREATE INDEX "items_family" ON "items" USING btree ("family_id");--> statement-breakpoint
CREATE INDEX "sessions_expires_at" ON "sessions" USING btree ("expires_at");--> statement-breakpoint
CREATE UNIQUE INDEX "users_email" ON "users" USING btree (lower("email"));--> statement-breakpoint
CREATE INDEX "quotes_changed_at" ON "quotes" USING btree ("changed_at");--> statement-breakpoint
CREATE UNIQUE INDEX "agreement_rows_in_force" ON "agreement_rows" USING btree ("agreement_id") WHERE "agreement_rows"."to_version" is null;--> statement-breakpoint
CREATE UNIQUE INDEX "base_price_rows_in_force" ON "base_price_rows" USING btree ("item_id","unit") WHERE "base_price_rows"."to_version" is null;--> statement-breakpoint
CREATE UNIQUE INDEX "level_entry_rows_in_force" ON "level_entry_rows" USING btree ("level_id","entry_id") WHERE "level_entry_rows"."to_version" is null;--> statement-breakpoint
CREATE UNIQUE INDEX "level_exception_rows_in_force" ON "level_exception_rows" USING btree ("level_id","item_id") WHERE "level_exception_rows"."to_version" is null;--> statement-breakpoint
CREATE UNIQUE INDEX "level_price_rows_in_force" ON "level_price_rows" USING btree ("level_id","price_id") WHERE "level_price_rows"."to_version" is null;--> statement-breakpoint
CREATE UNIQUE INDEX "level_rows_in_force" ON "level_rows" USING btree ("level_id") WHERE "level_rows"."to_version" is null;--> statement-breakpoint
CREATE UNIQUE INDEX "level_rows_name" ON "level_rows" USING btree (lower("name")) WHERE "level_rows"."to_version" is null;--> statement-breakpoint
CREATE UNIQUE INDEX "shared_price_rows_in_force" ON "shared_price_rows" USING btree ("shared_id") WHERE "shared_price_rows"."to_version" is null;--> statement-breakpoint
CREATE UNIQUE INDEX "drafts_name" ON "drafts" USING btree (lower("name")) WHERE "drafts"."state" = 'open';