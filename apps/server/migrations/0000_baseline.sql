CREATE TABLE "approvals" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "approvals_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"document_number" integer NOT NULL,
	"state" text DEFAULT 'asked' NOT NULL,
	"guards" jsonb NOT NULL,
	"asked_by" integer NOT NULL,
	"asked_at" timestamp with time zone NOT NULL,
	"note" text NOT NULL,
	"decided_by" integer,
	"decided_at" timestamp with time zone,
	"word" text DEFAULT '' NOT NULL,
	CONSTRAINT "approvals_state" CHECK ("approvals"."state" in ('asked', 'approved', 'refused', 'overtaken')),
	CONSTRAINT "approvals_decided" CHECK (("approvals"."state" in ('approved', 'refused')) = ("approvals"."decided_by" is not null)
        and ("approvals"."decided_by" is null) = ("approvals"."decided_at" is null))
);
--> statement-breakpoint
CREATE TABLE "hand_limits" (
	"role" text PRIMARY KEY NOT NULL,
	"most_off" numeric,
	CONSTRAINT "hand_limits_most_off" CHECK ("hand_limits"."most_off" between 0 and 100)
);
--> statement-breakpoint
CREATE TABLE "attributes" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "attributes_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"code" text NOT NULL,
	"name" text NOT NULL,
	"of" text NOT NULL,
	"type" text NOT NULL,
	"choices" text[] DEFAULT '{}' NOT NULL,
	CONSTRAINT "attributes_code_unique" UNIQUE("code"),
	CONSTRAINT "attributes_of" CHECK ("attributes"."of" in ('items', 'customers', 'documents')),
	CONSTRAINT "attributes_type" CHECK ("attributes"."type" in ('text', 'number', 'day', 'yesNo', 'choice')),
	CONSTRAINT "attributes_choices" CHECK (("attributes"."type" = 'choice') = (cardinality("attributes"."choices") > 0))
);
--> statement-breakpoint
CREATE TABLE "customer_attributes" (
	"customer_id" integer NOT NULL,
	"attribute_id" integer NOT NULL,
	"value" text NOT NULL,
	CONSTRAINT "customer_attributes_customer_id_attribute_id_pk" PRIMARY KEY("customer_id","attribute_id")
);
--> statement-breakpoint
CREATE TABLE "document_attributes" (
	"document_number" integer NOT NULL,
	"attribute_id" integer NOT NULL,
	"value" text NOT NULL,
	CONSTRAINT "document_attributes_document_number_attribute_id_pk" PRIMARY KEY("document_number","attribute_id")
);
--> statement-breakpoint
CREATE TABLE "item_attributes" (
	"item_id" integer NOT NULL,
	"attribute_id" integer NOT NULL,
	"value" text NOT NULL,
	CONSTRAINT "item_attributes_item_id_attribute_id_pk" PRIMARY KEY("item_id","attribute_id")
);
--> statement-breakpoint
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
	"set_up" jsonb,
	CONSTRAINT "break_rows_versions" CHECK ("break_rows"."to_version" > "break_rows"."from_version"),
	CONSTRAINT "break_rows_days" CHECK ("break_rows"."until_day" >= "break_rows"."from_day")
);
--> statement-breakpoint
CREATE TABLE "breaks" (
	"id" uuid PRIMARY KEY NOT NULL,
	"created_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "changes" (
	"id" bigint PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "changes_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 9223372036854775807 START WITH 1 CACHE 1),
	"at" timestamp with time zone NOT NULL,
	"by_id" integer NOT NULL,
	"object_kind" text NOT NULL,
	"object_key" text NOT NULL,
	"object_name" text NOT NULL,
	"action" text NOT NULL,
	"before" jsonb,
	"after" jsonb,
	"mass_change_id" uuid
);
--> statement-breakpoint
CREATE TABLE "mass_changes" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"kind" text NOT NULL,
	"name" text NOT NULL,
	"by_id" integer NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"undone_by" integer,
	"undone_at" timestamp with time zone,
	CONSTRAINT "mass_changes_undone" CHECK (("mass_changes"."undone_by" is null) = ("mass_changes"."undone_at" is null))
);
--> statement-breakpoint
CREATE TABLE "mass_edits" (
	"mass_change_id" uuid NOT NULL,
	"object_kind" text NOT NULL,
	"object_key" text NOT NULL,
	"before" jsonb,
	"after" jsonb,
	CONSTRAINT "mass_edits_mass_change_id_object_kind_object_key_pk" PRIMARY KEY("mass_change_id","object_kind","object_key")
);
--> statement-breakpoint
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
CREATE TABLE "document_lines" (
	"id" uuid NOT NULL,
	"document_number" integer NOT NULL,
	"position" integer NOT NULL,
	"item_id" integer NOT NULL,
	"quantity" numeric NOT NULL,
	"unit" text,
	"duration" numeric,
	"form_of_supply" text,
	"level_id" uuid,
	"price_by_hand" numeric,
	"price_reason" text,
	"discount" jsonb,
	"hand_by" integer,
	"hand_for" jsonb,
	"kept" jsonb,
	"note" text DEFAULT '' NOT NULL,
	"amount" numeric,
	"version" integer NOT NULL,
	"model_version" integer NOT NULL,
	"priced_at" timestamp with time zone NOT NULL,
	"facts_hash" text NOT NULL,
	"priced" jsonb NOT NULL,
	"net" numeric GENERATED ALWAYS AS ((priced->>'net')::numeric) STORED,
	"unit_prices" jsonb GENERATED ALWAYS AS (jsonb_path_query_array(priced, '$.slices[*].unitPrice')) STORED,
	"set_up" numeric GENERATED ALWAYS AS ((priced->'setUp'->>'amount')::numeric) STORED,
	CONSTRAINT "document_lines_document_number_id_pk" PRIMARY KEY("document_number","id"),
	CONSTRAINT "document_lines_position" UNIQUE("document_number","position"),
	CONSTRAINT "document_lines_quantity" CHECK ("document_lines"."quantity" > 0 and "document_lines"."quantity" <= 9999999999),
	CONSTRAINT "document_lines_duration" CHECK ("document_lines"."duration" > 0 and "document_lines"."duration" <= 9999999999),
	CONSTRAINT "document_lines_by_hand" CHECK (num_nulls("document_lines"."price_by_hand", "document_lines"."price_reason") in (0, 2)
        and "document_lines"."price_by_hand" between 0 and 9999999999)
);
--> statement-breakpoint
CREATE TABLE "documents" (
	"number" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "documents_number_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1001 CACHE 1),
	"kind" text DEFAULT 'quote' NOT NULL,
	"state" text DEFAULT 'open' NOT NULL,
	"from_number" integer,
	"repeats_number" integer,
	"repeats_on" date,
	"customer_id" integer,
	"title" text DEFAULT '' NOT NULL,
	"imported_as" text,
	"mass_change_id" uuid,
	"currency" text NOT NULL,
	"outlet_id" integer,
	"as_of" timestamp,
	"valid_until" date,
	"codes" text[] DEFAULT '{}' NOT NULL,
	"shipping" numeric,
	"by_hand" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"discount" jsonb,
	"discount_by" integer,
	"discount_for" jsonb,
	"guards" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"sales_person" text,
	"department" text,
	"delivery_method" text,
	"delivery_postcode" text,
	"level_id" uuid,
	"total" numeric DEFAULT '0' NOT NULL,
	"outcome" jsonb,
	"revision" integer DEFAULT 1 NOT NULL,
	"changed_by" integer NOT NULL,
	"changed_at" timestamp with time zone NOT NULL,
	"settled_at" timestamp with time zone,
	CONSTRAINT "documents_imported_as" UNIQUE("imported_as"),
	CONSTRAINT "documents_repeats" UNIQUE("repeats_number","repeats_on"),
	CONSTRAINT "documents_repeats_on" CHECK (num_nulls("documents"."repeats_number", "documents"."repeats_on") in (0, 2)),
	CONSTRAINT "documents_state" CHECK (("documents"."kind", "documents"."state") in (('quote', 'open'), ('order', 'open'),
        ('order', 'confirmed'), ('order', 'cancelled'), ('sale', 'open'), ('sale', 'posted'))),
	CONSTRAINT "documents_settled" CHECK (("documents"."state" = 'open') = ("documents"."settled_at" is null)),
	CONSTRAINT "documents_as_of" CHECK ("documents"."as_of" = date_trunc('minute', "documents"."as_of")),
	CONSTRAINT "documents_shipping" CHECK ("documents"."shipping" between 0 and 9999999999)
);
--> statement-breakpoint
CREATE TABLE "fact_sets" (
	"hash" text PRIMARY KEY NOT NULL,
	"content" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "rule_uses" (
	"rule_id" uuid NOT NULL,
	"document_number" integer NOT NULL,
	"customer_id" integer,
	"used_at" timestamp with time zone NOT NULL,
	CONSTRAINT "rule_uses_rule_id_document_number_pk" PRIMARY KEY("rule_id","document_number")
);
--> statement-breakpoint
CREATE TABLE "set_ups_paid" (
	"customer_id" integer NOT NULL,
	"item_id" integer NOT NULL,
	"document_number" integer NOT NULL,
	CONSTRAINT "set_ups_paid_customer_id_item_id_pk" PRIMARY KEY("customer_id","item_id")
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
CREATE TABLE "item_cross_references" (
	"item_id" integer NOT NULL,
	"number" text NOT NULL,
	CONSTRAINT "item_cross_references_item_id_number_pk" PRIMARY KEY("item_id","number")
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
	"lead_time_days" smallint,
	CONSTRAINT "item_suppliers_item_id_supplier_id_pk" PRIMARY KEY("item_id","supplier_id"),
	CONSTRAINT "item_suppliers_lead_time" CHECK ("item_suppliers"."lead_time_days" between 0 and 1000)
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
	"category" text DEFAULT 'Z' NOT NULL,
	"rate" numeric DEFAULT '0' NOT NULL,
	CONSTRAINT "tax_classes_code_unique" UNIQUE("code"),
	CONSTRAINT "tax_classes_category" CHECK ("tax_classes"."category" in ('S', 'Z', 'E', 'AE', 'K', 'G', 'O')),
	CONSTRAINT "tax_classes_rate" CHECK ("tax_classes"."rate" between 0 and 100 and ("tax_classes"."category" = 'S') = ("tax_classes"."rate" > 0))
);
--> statement-breakpoint
CREATE TABLE "import_rows" (
	"import_id" uuid NOT NULL,
	"row" integer NOT NULL,
	"cells" jsonb NOT NULL,
	"key" text,
	"verdict" text,
	"before" jsonb,
	"after" jsonb,
	"problems" jsonb,
	"taken" boolean DEFAULT false NOT NULL,
	CONSTRAINT "import_rows_import_id_row_pk" PRIMARY KEY("import_id","row")
);
--> statement-breakpoint
CREATE TABLE "imports" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"kind" text NOT NULL,
	"level_id" uuid,
	"draft_id" uuid,
	"file_name" text NOT NULL,
	"columns" text[] NOT NULL,
	"state" text DEFAULT 'reading' NOT NULL,
	"format" jsonb,
	"remark" text,
	"rows" integer NOT NULL,
	"compared" integer DEFAULT 0 NOT NULL,
	"taken" integer DEFAULT 0 NOT NULL,
	"by_id" integer NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "imports_state" CHECK ("imports"."state" in ('asking', 'reading', 'ready', 'applying', 'applied', 'cancelled', 'failed', 'undone'))
);
--> statement-breakpoint
CREATE TABLE "levels" (
	"id" uuid PRIMARY KEY NOT NULL,
	"created_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "outbox" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "outbox_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"document_number" integer NOT NULL,
	"to_address" text NOT NULL,
	"subject" text NOT NULL,
	"text" text NOT NULL,
	"message" "bytea" NOT NULL,
	"sent_by" integer NOT NULL,
	"sent_at" timestamp with time zone NOT NULL
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
	"charges_tax" boolean DEFAULT false NOT NULL,
	"others_tax_class" text,
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
	"active" boolean DEFAULT true NOT NULL,
	CONSTRAINT "users_role" CHECK ("users"."role" in ('administrator', 'pricing', 'approver', 'sales', 'reader'))
);
--> statement-breakpoint
CREATE TABLE "purchase_order_lines" (
	"order_number" integer NOT NULL,
	"position" integer NOT NULL,
	"item_id" integer NOT NULL,
	"quantity" numeric NOT NULL,
	"unit" text,
	"picked" jsonb,
	CONSTRAINT "purchase_order_lines_order_number_position_pk" PRIMARY KEY("order_number","position"),
	CONSTRAINT "purchase_order_lines_quantity" CHECK ("purchase_order_lines"."quantity" > 0 and "purchase_order_lines"."quantity" <= 9999999999)
);
--> statement-breakpoint
CREATE TABLE "purchase_orders" (
	"number" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "purchase_orders_number_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 5001 CACHE 1),
	"supplier_id" integer NOT NULL,
	"day" date NOT NULL,
	"note" text DEFAULT '' NOT NULL,
	"state" text DEFAULT 'open' NOT NULL,
	"revision" integer DEFAULT 1 NOT NULL,
	"changed_by" integer NOT NULL,
	"changed_at" timestamp with time zone NOT NULL,
	CONSTRAINT "purchase_orders_state" CHECK ("purchase_orders"."state" in ('open', 'placed'))
);
--> statement-breakpoint
CREATE TABLE "cost_file_mappings" (
	"supplier_id" integer PRIMARY KEY NOT NULL,
	"columns" text[] NOT NULL,
	"mapping" jsonb NOT NULL
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
	"made_supplier" boolean DEFAULT false NOT NULL,
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
	"overtaken_by" uuid,
	CONSTRAINT "price_proposals_state" CHECK ("price_proposals"."state" in ('waiting', 'accepted', 'refused', 'overtaken'))
);
--> statement-breakpoint
CREATE TABLE "repeats" (
	"document_number" integer PRIMARY KEY NOT NULL,
	"every" integer NOT NULL,
	"unit" text NOT NULL,
	"starts_on" date NOT NULL,
	"until" date,
	"prices" text NOT NULL,
	"next_on" date,
	"remark" text,
	"revision" integer NOT NULL,
	"set_by" integer NOT NULL,
	CONSTRAINT "repeats_every" CHECK ("repeats"."every" between 1 and 366),
	CONSTRAINT "repeats_until" CHECK ("repeats"."until" >= "repeats"."starts_on")
);
--> statement-breakpoint
CREATE TABLE "repricing_edits" (
	"repricing_id" uuid NOT NULL,
	"object_kind" text NOT NULL,
	"object_key" text NOT NULL,
	"was_held" boolean NOT NULL,
	"before" jsonb,
	"revision" integer NOT NULL,
	CONSTRAINT "repricing_edits_repricing_id_object_kind_object_key_pk" PRIMARY KEY("repricing_id","object_kind","object_key")
);
--> statement-breakpoint
CREATE TABLE "repricing_rows" (
	"repricing_id" uuid NOT NULL,
	"row" integer NOT NULL,
	"item_id" integer NOT NULL,
	"level_id" uuid,
	"unit" text NOT NULL,
	"in_base_unit" boolean NOT NULL,
	"typed_price_id" text,
	"min_quantity" numeric NOT NULL,
	"from_day" date,
	"until_day" date,
	"currency" text NOT NULL,
	"cost" numeric,
	"cost_kind" text,
	"before" numeric,
	"after" numeric,
	"change" numeric,
	"move" numeric,
	"markup_before" numeric,
	"margin_before" numeric,
	"markup" numeric,
	"margin" numeric,
	"typed" jsonb,
	"decided" boolean,
	"left_out" boolean NOT NULL,
	"fixed" boolean NOT NULL,
	"remark" text,
	"below_cost" boolean NOT NULL,
	"below_margin" boolean NOT NULL,
	CONSTRAINT "repricing_rows_repricing_id_row_pk" PRIMARY KEY("repricing_id","row")
);
--> statement-breakpoint
CREATE TABLE "repricings" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"content" jsonb NOT NULL,
	"state" text DEFAULT 'open' NOT NULL,
	"revision" integer DEFAULT 1 NOT NULL,
	"remark" text,
	"draft_id" uuid,
	"by_id" integer NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "repricings_state" CHECK ("repricings"."state" in ('open', 'applied', 'undone'))
);
--> statement-breakpoint
CREATE TABLE "return_lines" (
	"return_number" integer NOT NULL,
	"sale_number" integer NOT NULL,
	"line_id" uuid NOT NULL,
	"quantity" numeric NOT NULL,
	"amount" numeric NOT NULL,
	"taken_off" numeric DEFAULT '0' NOT NULL,
	CONSTRAINT "return_lines_return_number_line_id_pk" PRIMARY KEY("return_number","line_id"),
	CONSTRAINT "return_lines_quantity" CHECK ("return_lines"."quantity" > 0 and "return_lines"."amount" >= 0)
);
--> statement-breakpoint
CREATE TABLE "returns" (
	"number" integer PRIMARY KEY NOT NULL,
	"sale_number" integer NOT NULL,
	"goods_back" boolean NOT NULL,
	"reason" text NOT NULL,
	"amount" numeric NOT NULL,
	"tax" jsonb,
	"amount_with_tax" numeric NOT NULL,
	"taken_off" numeric DEFAULT '0' NOT NULL,
	"taken_off_because" text,
	"kept" jsonb,
	"posted_by" integer NOT NULL,
	"posted_at" timestamp with time zone NOT NULL,
	CONSTRAINT "returns_taken_off" CHECK ("returns"."taken_off" >= 0 and ("returns"."taken_off" > 0) = ("returns"."taken_off_because" is not null))
);
--> statement-breakpoint
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
CREATE TABLE "sales_again" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"asked" jsonb NOT NULL,
	"by" text NOT NULL,
	"draft_revision" integer,
	"state" text DEFAULT 'running' NOT NULL,
	"problem" text,
	"started_by" integer NOT NULL,
	"started_at" timestamp with time zone NOT NULL,
	CONSTRAINT "sales_again_problem" CHECK (("sales_again"."state" = 'failed') = ("sales_again"."problem" is not null))
);
--> statement-breakpoint
CREATE TABLE "sales_again_lines" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "sales_again_lines_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"run_id" uuid NOT NULL,
	"place" integer NOT NULL,
	"sale" integer NOT NULL,
	"item" text NOT NULL,
	"name" text NOT NULL,
	"quantity" numeric NOT NULL,
	"unit" text NOT NULL,
	"was" numeric NOT NULL,
	"now" numeric,
	"fault" boolean NOT NULL,
	"causes" text[] NOT NULL
);
--> statement-breakpoint
CREATE TABLE "sales_again_parts" (
	"run_id" uuid NOT NULL,
	"place" integer NOT NULL,
	"sales" integer[] NOT NULL,
	"done" boolean DEFAULT false NOT NULL,
	"lines" integer DEFAULT 0 NOT NULL,
	"older" integer DEFAULT 0 NOT NULL,
	"typed" integer DEFAULT 0 NOT NULL,
	"sums" jsonb DEFAULT '[]'::jsonb NOT NULL,
	CONSTRAINT "sales_again_parts_run_id_place_pk" PRIMARY KEY("run_id","place")
);
--> statement-breakpoint
CREATE TABLE "delivery_methods" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "delivery_methods_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"code" text NOT NULL,
	"name" text NOT NULL,
	CONSTRAINT "delivery_methods_code_unique" UNIQUE("code")
);
--> statement-breakpoint
CREATE TABLE "departments" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "departments_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"code" text NOT NULL,
	"name" text NOT NULL,
	CONSTRAINT "departments_code_unique" UNIQUE("code")
);
--> statement-breakpoint
CREATE TABLE "sales_people" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "sales_people_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"code" text NOT NULL,
	"name" text NOT NULL,
	CONSTRAINT "sales_people_code_unique" UNIQUE("code")
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
	"basis_cost_id" integer,
	"basis_table_id" uuid,
	"adjusting" jsonb NOT NULL,
	"rounding" jsonb,
	"closes" boolean NOT NULL,
	"from_version" integer NOT NULL,
	"to_version" integer,
	CONSTRAINT "level_entry_rows_basis" CHECK (("level_entry_rows"."basis" = 'level') = ("level_entry_rows"."basis_level_id" is not null)
        and ("level_entry_rows"."basis" = 'namedPrice') = ("level_entry_rows"."basis_name" is not null)
        and ("level_entry_rows"."basis" = 'cost') = ("level_entry_rows"."basis_cost_id" is not null)
        and ("level_entry_rows"."basis" = 'costTable' or "level_entry_rows"."basis_table_id" is null)
        and "level_entry_rows"."basis" in
          ('basePrice', 'listPrice', 'namedPrice', 'level', 'cost', 'costTable')),
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
	"cost_order" text[] NOT NULL,
	"rule_choice" text DEFAULT 'first' NOT NULL,
	"floors" jsonb DEFAULT '[]'::jsonb NOT NULL,
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
	CONSTRAINT "draft_edits_kind" CHECK ("draft_edits"."object_kind" in ('level', 'basePrice', 'sharedPrice', 'agreement', 'costTable', 'break', 'rule', 'condition', 'settings'))
);
--> statement-breakpoint
CREATE TABLE "drafts" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"name" text NOT NULL,
	"state" text DEFAULT 'open' NOT NULL,
	"revision" integer DEFAULT 1 NOT NULL,
	"created_by" integer NOT NULL,
	"created_at" timestamp with time zone NOT NULL,
	"publish_at" timestamp with time zone,
	"publish_by_id" integer,
	"publish_note" text,
	"remark" text,
	"discarded_at" timestamp with time zone,
	"discarded_by_id" integer,
	CONSTRAINT "drafts_state" CHECK ("drafts"."state" in ('open', 'waiting', 'published', 'discarded')),
	CONSTRAINT "drafts_waiting" CHECK ("drafts"."state" <> 'waiting'
        or num_nonnulls("drafts"."publish_at", "drafts"."publish_by_id", "drafts"."publish_note") = 3)
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
CREATE TABLE "workers" (
	"id" text PRIMARY KEY NOT NULL,
	"seen_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "approvals" ADD CONSTRAINT "approvals_document_number_documents_number_fk" FOREIGN KEY ("document_number") REFERENCES "public"."documents"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "approvals" ADD CONSTRAINT "approvals_asked_by_users_id_fk" FOREIGN KEY ("asked_by") REFERENCES "public"."users"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "approvals" ADD CONSTRAINT "approvals_decided_by_users_id_fk" FOREIGN KEY ("decided_by") REFERENCES "public"."users"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "customer_attributes" ADD CONSTRAINT "customer_attributes_customer_id_customers_id_fk" FOREIGN KEY ("customer_id") REFERENCES "public"."customers"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "customer_attributes" ADD CONSTRAINT "customer_attributes_attribute_id_attributes_id_fk" FOREIGN KEY ("attribute_id") REFERENCES "public"."attributes"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "document_attributes" ADD CONSTRAINT "document_attributes_document_number_documents_number_fk" FOREIGN KEY ("document_number") REFERENCES "public"."documents"("number") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "document_attributes" ADD CONSTRAINT "document_attributes_attribute_id_attributes_id_fk" FOREIGN KEY ("attribute_id") REFERENCES "public"."attributes"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "item_attributes" ADD CONSTRAINT "item_attributes_item_id_items_id_fk" FOREIGN KEY ("item_id") REFERENCES "public"."items"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "item_attributes" ADD CONSTRAINT "item_attributes_attribute_id_attributes_id_fk" FOREIGN KEY ("attribute_id") REFERENCES "public"."attributes"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
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
ALTER TABLE "changes" ADD CONSTRAINT "changes_by_id_users_id_fk" FOREIGN KEY ("by_id") REFERENCES "public"."users"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "changes" ADD CONSTRAINT "changes_mass_change_id_mass_changes_id_fk" FOREIGN KEY ("mass_change_id") REFERENCES "public"."mass_changes"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "mass_changes" ADD CONSTRAINT "mass_changes_by_id_users_id_fk" FOREIGN KEY ("by_id") REFERENCES "public"."users"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "mass_changes" ADD CONSTRAINT "mass_changes_undone_by_users_id_fk" FOREIGN KEY ("undone_by") REFERENCES "public"."users"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "mass_edits" ADD CONSTRAINT "mass_edits_mass_change_id_mass_changes_id_fk" FOREIGN KEY ("mass_change_id") REFERENCES "public"."mass_changes"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "condition_rows" ADD CONSTRAINT "condition_rows_condition_id_conditions_id_fk" FOREIGN KEY ("condition_id") REFERENCES "public"."conditions"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "condition_rows" ADD CONSTRAINT "condition_rows_from_version_versions_number_fk" FOREIGN KEY ("from_version") REFERENCES "public"."versions"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "condition_rows" ADD CONSTRAINT "condition_rows_to_version_versions_number_fk" FOREIGN KEY ("to_version") REFERENCES "public"."versions"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
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
ALTER TABLE "document_lines" ADD CONSTRAINT "document_lines_document_number_documents_number_fk" FOREIGN KEY ("document_number") REFERENCES "public"."documents"("number") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "document_lines" ADD CONSTRAINT "document_lines_item_id_items_id_fk" FOREIGN KEY ("item_id") REFERENCES "public"."items"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "document_lines" ADD CONSTRAINT "document_lines_form_of_supply_cost_kinds_code_fk" FOREIGN KEY ("form_of_supply") REFERENCES "public"."cost_kinds"("code") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "document_lines" ADD CONSTRAINT "document_lines_level_id_levels_id_fk" FOREIGN KEY ("level_id") REFERENCES "public"."levels"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "document_lines" ADD CONSTRAINT "document_lines_hand_by_users_id_fk" FOREIGN KEY ("hand_by") REFERENCES "public"."users"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "document_lines" ADD CONSTRAINT "document_lines_version_versions_number_fk" FOREIGN KEY ("version") REFERENCES "public"."versions"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "document_lines" ADD CONSTRAINT "document_lines_facts_hash_fact_sets_hash_fk" FOREIGN KEY ("facts_hash") REFERENCES "public"."fact_sets"("hash") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "documents" ADD CONSTRAINT "documents_from_number_documents_number_fk" FOREIGN KEY ("from_number") REFERENCES "public"."documents"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "documents" ADD CONSTRAINT "documents_repeats_number_documents_number_fk" FOREIGN KEY ("repeats_number") REFERENCES "public"."documents"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "documents" ADD CONSTRAINT "documents_customer_id_customers_id_fk" FOREIGN KEY ("customer_id") REFERENCES "public"."customers"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "documents" ADD CONSTRAINT "documents_mass_change_id_mass_changes_id_fk" FOREIGN KEY ("mass_change_id") REFERENCES "public"."mass_changes"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "documents" ADD CONSTRAINT "documents_outlet_id_outlets_id_fk" FOREIGN KEY ("outlet_id") REFERENCES "public"."outlets"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "documents" ADD CONSTRAINT "documents_discount_by_users_id_fk" FOREIGN KEY ("discount_by") REFERENCES "public"."users"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "documents" ADD CONSTRAINT "documents_sales_person_sales_people_code_fk" FOREIGN KEY ("sales_person") REFERENCES "public"."sales_people"("code") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "documents" ADD CONSTRAINT "documents_department_departments_code_fk" FOREIGN KEY ("department") REFERENCES "public"."departments"("code") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "documents" ADD CONSTRAINT "documents_delivery_method_delivery_methods_code_fk" FOREIGN KEY ("delivery_method") REFERENCES "public"."delivery_methods"("code") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "documents" ADD CONSTRAINT "documents_level_id_levels_id_fk" FOREIGN KEY ("level_id") REFERENCES "public"."levels"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "documents" ADD CONSTRAINT "documents_changed_by_users_id_fk" FOREIGN KEY ("changed_by") REFERENCES "public"."users"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "rule_uses" ADD CONSTRAINT "rule_uses_rule_id_rules_id_fk" FOREIGN KEY ("rule_id") REFERENCES "public"."rules"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "rule_uses" ADD CONSTRAINT "rule_uses_document_number_documents_number_fk" FOREIGN KEY ("document_number") REFERENCES "public"."documents"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "rule_uses" ADD CONSTRAINT "rule_uses_customer_id_customers_id_fk" FOREIGN KEY ("customer_id") REFERENCES "public"."customers"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "set_ups_paid" ADD CONSTRAINT "set_ups_paid_customer_id_customers_id_fk" FOREIGN KEY ("customer_id") REFERENCES "public"."customers"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "set_ups_paid" ADD CONSTRAINT "set_ups_paid_item_id_items_id_fk" FOREIGN KEY ("item_id") REFERENCES "public"."items"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "set_ups_paid" ADD CONSTRAINT "set_ups_paid_document_number_documents_number_fk" FOREIGN KEY ("document_number") REFERENCES "public"."documents"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "categories" ADD CONSTRAINT "categories_parent_id_categories_id_fk" FOREIGN KEY ("parent_id") REFERENCES "public"."categories"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "item_cross_references" ADD CONSTRAINT "item_cross_references_item_id_items_id_fk" FOREIGN KEY ("item_id") REFERENCES "public"."items"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "item_named_prices" ADD CONSTRAINT "item_named_prices_item_id_items_id_fk" FOREIGN KEY ("item_id") REFERENCES "public"."items"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "item_suppliers" ADD CONSTRAINT "item_suppliers_item_id_items_id_fk" FOREIGN KEY ("item_id") REFERENCES "public"."items"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "item_suppliers" ADD CONSTRAINT "item_suppliers_supplier_id_suppliers_id_fk" FOREIGN KEY ("supplier_id") REFERENCES "public"."suppliers"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "item_units" ADD CONSTRAINT "item_units_item_id_items_id_fk" FOREIGN KEY ("item_id") REFERENCES "public"."items"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "items" ADD CONSTRAINT "items_category_id_categories_id_fk" FOREIGN KEY ("category_id") REFERENCES "public"."categories"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "items" ADD CONSTRAINT "items_family_id_families_id_fk" FOREIGN KEY ("family_id") REFERENCES "public"."families"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "items" ADD CONSTRAINT "items_brand_id_brands_id_fk" FOREIGN KEY ("brand_id") REFERENCES "public"."brands"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "items" ADD CONSTRAINT "items_tax_class_id_tax_classes_id_fk" FOREIGN KEY ("tax_class_id") REFERENCES "public"."tax_classes"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "items" ADD CONSTRAINT "items_replaced_by_id_items_id_fk" FOREIGN KEY ("replaced_by_id") REFERENCES "public"."items"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "import_rows" ADD CONSTRAINT "import_rows_import_id_imports_id_fk" FOREIGN KEY ("import_id") REFERENCES "public"."imports"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "imports" ADD CONSTRAINT "imports_by_id_users_id_fk" FOREIGN KEY ("by_id") REFERENCES "public"."users"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "outbox" ADD CONSTRAINT "outbox_document_number_documents_number_fk" FOREIGN KEY ("document_number") REFERENCES "public"."documents"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "outbox" ADD CONSTRAINT "outbox_sent_by_users_id_fk" FOREIGN KEY ("sent_by") REFERENCES "public"."users"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "outlet_levels" ADD CONSTRAINT "outlet_levels_outlet_id_outlets_id_fk" FOREIGN KEY ("outlet_id") REFERENCES "public"."outlets"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "outlet_levels" ADD CONSTRAINT "outlet_levels_level_id_levels_id_fk" FOREIGN KEY ("level_id") REFERENCES "public"."levels"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "outlets" ADD CONSTRAINT "outlets_level_id_levels_id_fk" FOREIGN KEY ("level_id") REFERENCES "public"."levels"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "outlets" ADD CONSTRAINT "outlets_others_tax_class_tax_classes_code_fk" FOREIGN KEY ("others_tax_class") REFERENCES "public"."tax_classes"("code") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "purchase_order_lines" ADD CONSTRAINT "purchase_order_lines_order_number_purchase_orders_number_fk" FOREIGN KEY ("order_number") REFERENCES "public"."purchase_orders"("number") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "purchase_order_lines" ADD CONSTRAINT "purchase_order_lines_item_id_items_id_fk" FOREIGN KEY ("item_id") REFERENCES "public"."items"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "purchase_orders" ADD CONSTRAINT "purchase_orders_supplier_id_suppliers_id_fk" FOREIGN KEY ("supplier_id") REFERENCES "public"."suppliers"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "purchase_orders" ADD CONSTRAINT "purchase_orders_changed_by_users_id_fk" FOREIGN KEY ("changed_by") REFERENCES "public"."users"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "cost_file_mappings" ADD CONSTRAINT "cost_file_mappings_supplier_id_suppliers_id_fk" FOREIGN KEY ("supplier_id") REFERENCES "public"."suppliers"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "receipt_chunks" ADD CONSTRAINT "receipt_chunks_receipt_id_receipts_id_fk" FOREIGN KEY ("receipt_id") REFERENCES "public"."receipts"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "receipts" ADD CONSTRAINT "receipts_supplier_id_suppliers_id_fk" FOREIGN KEY ("supplier_id") REFERENCES "public"."suppliers"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "receipts" ADD CONSTRAINT "receipts_version_versions_number_fk" FOREIGN KEY ("version") REFERENCES "public"."versions"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "receipts" ADD CONSTRAINT "receipts_by_id_users_id_fk" FOREIGN KEY ("by_id") REFERENCES "public"."users"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "follow_rules" ADD CONSTRAINT "follow_rules_item_id_items_id_fk" FOREIGN KEY ("item_id") REFERENCES "public"."items"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "follow_rules" ADD CONSTRAINT "follow_rules_category_id_categories_id_fk" FOREIGN KEY ("category_id") REFERENCES "public"."categories"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "follow_rules" ADD CONSTRAINT "follow_rules_brand_id_brands_id_fk" FOREIGN KEY ("brand_id") REFERENCES "public"."brands"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "follow_rules" ADD CONSTRAINT "follow_rules_supplier_id_suppliers_id_fk" FOREIGN KEY ("supplier_id") REFERENCES "public"."suppliers"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "follow_rules" ADD CONSTRAINT "follow_rules_family_id_families_id_fk" FOREIGN KEY ("family_id") REFERENCES "public"."families"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "price_proposals" ADD CONSTRAINT "price_proposals_receipt_id_receipts_id_fk" FOREIGN KEY ("receipt_id") REFERENCES "public"."receipts"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "price_proposals" ADD CONSTRAINT "price_proposals_item_id_items_id_fk" FOREIGN KEY ("item_id") REFERENCES "public"."items"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "price_proposals" ADD CONSTRAINT "price_proposals_decided_by_id_users_id_fk" FOREIGN KEY ("decided_by_id") REFERENCES "public"."users"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "price_proposals" ADD CONSTRAINT "price_proposals_overtaken_by_receipts_id_fk" FOREIGN KEY ("overtaken_by") REFERENCES "public"."receipts"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "repeats" ADD CONSTRAINT "repeats_document_number_documents_number_fk" FOREIGN KEY ("document_number") REFERENCES "public"."documents"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "repeats" ADD CONSTRAINT "repeats_set_by_users_id_fk" FOREIGN KEY ("set_by") REFERENCES "public"."users"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "repricing_edits" ADD CONSTRAINT "repricing_edits_repricing_id_repricings_id_fk" FOREIGN KEY ("repricing_id") REFERENCES "public"."repricings"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "repricings" ADD CONSTRAINT "repricings_draft_id_drafts_id_fk" FOREIGN KEY ("draft_id") REFERENCES "public"."drafts"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "repricings" ADD CONSTRAINT "repricings_by_id_users_id_fk" FOREIGN KEY ("by_id") REFERENCES "public"."users"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "return_lines" ADD CONSTRAINT "return_lines_return_number_returns_number_fk" FOREIGN KEY ("return_number") REFERENCES "public"."returns"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "return_lines" ADD CONSTRAINT "return_lines_line" FOREIGN KEY ("sale_number","line_id") REFERENCES "public"."document_lines"("document_number","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "returns" ADD CONSTRAINT "returns_sale_number_documents_number_fk" FOREIGN KEY ("sale_number") REFERENCES "public"."documents"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "returns" ADD CONSTRAINT "returns_posted_by_users_id_fk" FOREIGN KEY ("posted_by") REFERENCES "public"."users"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "rule_rows" ADD CONSTRAINT "rule_rows_rule_id_rules_id_fk" FOREIGN KEY ("rule_id") REFERENCES "public"."rules"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "rule_rows" ADD CONSTRAINT "rule_rows_from_version_versions_number_fk" FOREIGN KEY ("from_version") REFERENCES "public"."versions"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "rule_rows" ADD CONSTRAINT "rule_rows_to_version_versions_number_fk" FOREIGN KEY ("to_version") REFERENCES "public"."versions"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sales_again" ADD CONSTRAINT "sales_again_started_by_users_id_fk" FOREIGN KEY ("started_by") REFERENCES "public"."users"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sales_again_lines" ADD CONSTRAINT "sales_again_lines_run_id_sales_again_id_fk" FOREIGN KEY ("run_id") REFERENCES "public"."sales_again"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sales_again_lines" ADD CONSTRAINT "sales_again_lines_sale_documents_number_fk" FOREIGN KEY ("sale") REFERENCES "public"."documents"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sales_again_parts" ADD CONSTRAINT "sales_again_parts_run_id_sales_again_id_fk" FOREIGN KEY ("run_id") REFERENCES "public"."sales_again"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
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
ALTER TABLE "level_entry_rows" ADD CONSTRAINT "level_entry_rows_basis_cost_id_cost_kinds_id_fk" FOREIGN KEY ("basis_cost_id") REFERENCES "public"."cost_kinds"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "level_entry_rows" ADD CONSTRAINT "level_entry_rows_basis_table_id_cost_tables_id_fk" FOREIGN KEY ("basis_table_id") REFERENCES "public"."cost_tables"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
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
ALTER TABLE "drafts" ADD CONSTRAINT "drafts_publish_by_id_users_id_fk" FOREIGN KEY ("publish_by_id") REFERENCES "public"."users"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "drafts" ADD CONSTRAINT "drafts_discarded_by_id_users_id_fk" FOREIGN KEY ("discarded_by_id") REFERENCES "public"."users"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "versions" ADD CONSTRAINT "versions_draft_id_drafts_id_fk" FOREIGN KEY ("draft_id") REFERENCES "public"."drafts"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "versions" ADD CONSTRAINT "versions_published_by_users_id_fk" FOREIGN KEY ("published_by") REFERENCES "public"."users"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "approvals_document" ON "approvals" USING btree ("document_number");--> statement-breakpoint
CREATE INDEX "approvals_state" ON "approvals" USING btree ("state","asked_at");--> statement-breakpoint
CREATE UNIQUE INDEX "approvals_asked" ON "approvals" USING btree ("document_number") WHERE "approvals"."state" = 'asked';--> statement-breakpoint
CREATE INDEX "customer_attributes_attribute" ON "customer_attributes" USING btree ("attribute_id","value");--> statement-breakpoint
CREATE INDEX "document_attributes_attribute" ON "document_attributes" USING btree ("attribute_id","value");--> statement-breakpoint
CREATE INDEX "item_attributes_attribute" ON "item_attributes" USING btree ("attribute_id","value");--> statement-breakpoint
CREATE UNIQUE INDEX "break_reach_rows_in_force" ON "break_reach_rows" USING btree ("break_id","position") WHERE "break_reach_rows"."to_version" is null;--> statement-breakpoint
CREATE UNIQUE INDEX "break_rows_in_force" ON "break_rows" USING btree ("break_id") WHERE "break_rows"."to_version" is null;--> statement-breakpoint
CREATE UNIQUE INDEX "break_rows_name" ON "break_rows" USING btree (lower("name")) WHERE "break_rows"."to_version" is null;--> statement-breakpoint
CREATE INDEX "changes_mass" ON "changes" USING btree ("mass_change_id") WHERE "changes"."mass_change_id" is not null;--> statement-breakpoint
CREATE INDEX "changes_object" ON "changes" USING btree ("object_kind","object_key","id");--> statement-breakpoint
CREATE INDEX "changes_by" ON "changes" USING btree ("by_id","id");--> statement-breakpoint
CREATE INDEX "changes_at" ON "changes" USING btree ("at","id");--> statement-breakpoint
CREATE INDEX "mass_changes_at" ON "mass_changes" USING btree ("kind","at");--> statement-breakpoint
CREATE UNIQUE INDEX "condition_rows_in_force" ON "condition_rows" USING btree ("condition_id") WHERE "condition_rows"."to_version" is null;--> statement-breakpoint
CREATE UNIQUE INDEX "condition_rows_name" ON "condition_rows" USING btree (lower("name")) WHERE "condition_rows"."to_version" is null;--> statement-breakpoint
CREATE UNIQUE INDEX "cost_table_band_rows_in_force" ON "cost_table_band_rows" USING btree ("table_id","kind_id") WHERE "cost_table_band_rows"."to_version" is null;--> statement-breakpoint
CREATE UNIQUE INDEX "cost_table_outlet_rows_in_force" ON "cost_table_outlet_rows" USING btree ("table_id","outlet_id") WHERE "cost_table_outlet_rows"."to_version" is null;--> statement-breakpoint
CREATE UNIQUE INDEX "cost_table_reach_rows_in_force" ON "cost_table_reach_rows" USING btree ("table_id",("piece_charge" is null),"position") WHERE "cost_table_reach_rows"."to_version" is null;--> statement-breakpoint
CREATE UNIQUE INDEX "cost_table_rows_in_force" ON "cost_table_rows" USING btree ("table_id") WHERE "cost_table_rows"."to_version" is null;--> statement-breakpoint
CREATE UNIQUE INDEX "cost_table_rows_name" ON "cost_table_rows" USING btree (lower("name")) WHERE "cost_table_rows"."to_version" is null;--> statement-breakpoint
CREATE INDEX "purchase_costs_item" ON "purchase_costs" USING btree ("item_id");--> statement-breakpoint
CREATE UNIQUE INDEX "purchase_costs_once" ON "purchase_costs" USING btree ("item_id","supplier_id","unit","min_quantity",coalesce("from_day", '-infinity'));--> statement-breakpoint
CREATE INDEX "customers_level" ON "customers" USING btree ("level_id");--> statement-breakpoint
CREATE INDEX "customers_segment" ON "customers" USING btree ("segment_id");--> statement-breakpoint
CREATE INDEX "level_assignments_customer" ON "level_assignments" USING btree ("customer_id");--> statement-breakpoint
CREATE INDEX "document_lines_item" ON "document_lines" USING btree ("item_id");--> statement-breakpoint
CREATE INDEX "documents_kind" ON "documents" USING btree ("kind","changed_at");--> statement-breakpoint
CREATE INDEX "documents_from" ON "documents" USING btree ("from_number");--> statement-breakpoint
CREATE INDEX "documents_customer" ON "documents" USING btree ("customer_id");--> statement-breakpoint
CREATE INDEX "documents_changed_at" ON "documents" USING btree ("changed_at");--> statement-breakpoint
CREATE INDEX "documents_mass" ON "documents" USING btree ("mass_change_id") WHERE "documents"."mass_change_id" is not null;--> statement-breakpoint
CREATE INDEX "rule_uses_document" ON "rule_uses" USING btree ("document_number");--> statement-breakpoint
CREATE INDEX "set_ups_paid_document" ON "set_ups_paid" USING btree ("document_number");--> statement-breakpoint
CREATE INDEX "set_ups_paid_item" ON "set_ups_paid" USING btree ("item_id");--> statement-breakpoint
CREATE INDEX "item_cross_references_number" ON "item_cross_references" USING btree ("number");--> statement-breakpoint
CREATE UNIQUE INDEX "item_suppliers_preferred" ON "item_suppliers" USING btree ("item_id") WHERE "item_suppliers"."preferred";--> statement-breakpoint
CREATE INDEX "item_suppliers_supplier" ON "item_suppliers" USING btree ("supplier_id");--> statement-breakpoint
CREATE INDEX "item_suppliers_number" ON "item_suppliers" USING btree ("supplier_id","supplier_number");--> statement-breakpoint
CREATE INDEX "items_category" ON "items" USING btree ("category_id");--> statement-breakpoint
CREATE INDEX "items_brand" ON "items" USING btree ("brand_id");--> statement-breakpoint
CREATE INDEX "items_family" ON "items" USING btree ("family_id");--> statement-breakpoint
CREATE INDEX "items_replaced_by" ON "items" USING btree ("replaced_by_id") WHERE "items"."replaced_by_id" is not null;--> statement-breakpoint
CREATE INDEX "import_rows_key" ON "import_rows" USING btree ("import_id","key");--> statement-breakpoint
CREATE INDEX "import_rows_verdict" ON "import_rows" USING btree ("import_id","verdict","row");--> statement-breakpoint
CREATE INDEX "imports_at" ON "imports" USING btree ("at");--> statement-breakpoint
CREATE INDEX "outbox_document" ON "outbox" USING btree ("document_number","id" desc);--> statement-breakpoint
CREATE INDEX "sessions_expires_at" ON "sessions" USING btree ("expires_at");--> statement-breakpoint
CREATE UNIQUE INDEX "users_email" ON "users" USING btree (lower("email"));--> statement-breakpoint
CREATE INDEX "purchase_order_lines_item" ON "purchase_order_lines" USING btree ("item_id");--> statement-breakpoint
CREATE INDEX "purchase_orders_changed_at" ON "purchase_orders" USING btree ("changed_at");--> statement-breakpoint
CREATE INDEX "receipts_at" ON "receipts" USING btree ("at");--> statement-breakpoint
CREATE INDEX "price_proposals_receipt" ON "price_proposals" USING btree ("receipt_id");--> statement-breakpoint
CREATE INDEX "price_proposals_item" ON "price_proposals" USING btree ("item_id");--> statement-breakpoint
CREATE INDEX "price_proposals_waiting" ON "price_proposals" USING btree ("move") WHERE "price_proposals"."state" = 'waiting';--> statement-breakpoint
CREATE INDEX "repricing_rows_item" ON "repricing_rows" USING btree ("repricing_id","item_id");--> statement-breakpoint
CREATE INDEX "repricings_at" ON "repricings" USING btree ("at");--> statement-breakpoint
CREATE INDEX "repricings_draft" ON "repricings" USING btree ("draft_id");--> statement-breakpoint
CREATE INDEX "returns_sale" ON "returns" USING btree ("sale_number");--> statement-breakpoint
CREATE UNIQUE INDEX "rule_rows_in_force" ON "rule_rows" USING btree ("rule_id") WHERE "rule_rows"."to_version" is null;--> statement-breakpoint
CREATE UNIQUE INDEX "rule_rows_name" ON "rule_rows" USING btree (lower("name")) WHERE "rule_rows"."to_version" is null;--> statement-breakpoint
CREATE INDEX "sales_again_started_at" ON "sales_again" USING btree ("started_at");--> statement-breakpoint
CREATE INDEX "sales_again_lines_run" ON "sales_again_lines" USING btree ("run_id","place");--> statement-breakpoint
CREATE INDEX "sales_again_lines_sale" ON "sales_again_lines" USING btree ("sale");--> statement-breakpoint
CREATE INDEX "agreement_rows_item" ON "agreement_rows" USING btree ("item_id");--> statement-breakpoint
CREATE INDEX "agreement_rows_customer" ON "agreement_rows" USING btree ("customer_id");--> statement-breakpoint
CREATE UNIQUE INDEX "agreement_rows_in_force" ON "agreement_rows" USING btree ("agreement_id") WHERE "agreement_rows"."to_version" is null;--> statement-breakpoint
CREATE UNIQUE INDEX "base_price_rows_in_force" ON "base_price_rows" USING btree ("item_id","unit") WHERE "base_price_rows"."to_version" is null;--> statement-breakpoint
CREATE UNIQUE INDEX "level_entry_rows_in_force" ON "level_entry_rows" USING btree ("level_id","entry_id") WHERE "level_entry_rows"."to_version" is null;--> statement-breakpoint
CREATE UNIQUE INDEX "level_exception_rows_in_force" ON "level_exception_rows" USING btree ("level_id","item_id") WHERE "level_exception_rows"."to_version" is null;--> statement-breakpoint
CREATE INDEX "level_price_rows_item" ON "level_price_rows" USING btree ("item_id");--> statement-breakpoint
CREATE UNIQUE INDEX "level_price_rows_in_force" ON "level_price_rows" USING btree ("level_id","price_id") WHERE "level_price_rows"."to_version" is null;--> statement-breakpoint
CREATE UNIQUE INDEX "level_rows_in_force" ON "level_rows" USING btree ("level_id") WHERE "level_rows"."to_version" is null;--> statement-breakpoint
CREATE UNIQUE INDEX "level_rows_name" ON "level_rows" USING btree (lower("name")) WHERE "level_rows"."to_version" is null;--> statement-breakpoint
CREATE UNIQUE INDEX "shared_price_rows_in_force" ON "shared_price_rows" USING btree ("shared_id") WHERE "shared_price_rows"."to_version" is null;--> statement-breakpoint
CREATE UNIQUE INDEX "drafts_name" ON "drafts" USING btree (lower("name")) WHERE "drafts"."state" in ('open', 'waiting');
--> statement-breakpoint
-- What drizzle-kit cannot say: the rows of one object never overlap in their versions, and what is
-- published is never changed. Publishing may only close a row, once, by giving it its to_version.
CREATE EXTENSION IF NOT EXISTS btree_gist;
--> statement-breakpoint
ALTER TABLE agreement_rows ADD CONSTRAINT agreement_rows_no_overlap
  EXCLUDE USING gist (agreement_id WITH =, int4range(from_version, to_version) WITH &&);
--> statement-breakpoint
ALTER TABLE base_price_rows ADD CONSTRAINT base_price_rows_no_overlap
  EXCLUDE USING gist (item_id WITH =, unit WITH =, int4range(from_version, to_version) WITH &&);
--> statement-breakpoint
ALTER TABLE cost_table_band_rows ADD CONSTRAINT cost_table_band_rows_no_overlap
  EXCLUDE USING gist (table_id WITH =, kind_id WITH =, int4range(from_version, to_version) WITH &&);
--> statement-breakpoint
ALTER TABLE cost_table_outlet_rows ADD CONSTRAINT cost_table_outlet_rows_no_overlap
  EXCLUDE USING gist (table_id WITH =, outlet_id WITH =, int4range(from_version, to_version) WITH &&);
--> statement-breakpoint
ALTER TABLE cost_table_reach_rows ADD CONSTRAINT cost_table_reach_rows_no_overlap
  EXCLUDE USING gist (table_id WITH =, (((piece_charge IS NULL))::integer) WITH =, "position" WITH =, int4range(from_version, to_version) WITH &&);
--> statement-breakpoint
ALTER TABLE cost_table_rows ADD CONSTRAINT cost_table_rows_no_overlap
  EXCLUDE USING gist (table_id WITH =, int4range(from_version, to_version) WITH &&);
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
ALTER TABLE level_rows ADD CONSTRAINT level_rows_no_overlap
  EXCLUDE USING gist (level_id WITH =, int4range(from_version, to_version) WITH &&);
--> statement-breakpoint
ALTER TABLE setting_rows ADD CONSTRAINT setting_rows_no_overlap
  EXCLUDE USING gist (int4range(from_version, to_version) WITH &&);
--> statement-breakpoint
ALTER TABLE shared_price_rows ADD CONSTRAINT shared_price_rows_no_overlap
  EXCLUDE USING gist (shared_id WITH =, int4range(from_version, to_version) WITH &&);
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
CREATE FUNCTION keep_published() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  RAISE EXCEPTION 'a row of % is never changed', TG_TABLE_NAME
    USING ERRCODE = 'integrity_constraint_violation';
END $$;
--> statement-breakpoint
CREATE TRIGGER agreement_rows_kept BEFORE UPDATE OR DELETE ON agreement_rows
  FOR EACH ROW EXECUTE FUNCTION keep_published_row();
--> statement-breakpoint
CREATE TRIGGER base_price_rows_kept BEFORE UPDATE OR DELETE ON base_price_rows
  FOR EACH ROW EXECUTE FUNCTION keep_published_row();
--> statement-breakpoint
CREATE TRIGGER changes_kept BEFORE UPDATE OR DELETE ON changes
  FOR EACH ROW EXECUTE FUNCTION keep_published();
--> statement-breakpoint
CREATE TRIGGER cost_table_band_rows_kept BEFORE UPDATE OR DELETE ON cost_table_band_rows
  FOR EACH ROW EXECUTE FUNCTION keep_published_row();
--> statement-breakpoint
CREATE TRIGGER cost_table_outlet_rows_kept BEFORE UPDATE OR DELETE ON cost_table_outlet_rows
  FOR EACH ROW EXECUTE FUNCTION keep_published_row();
--> statement-breakpoint
CREATE TRIGGER cost_table_reach_rows_kept BEFORE UPDATE OR DELETE ON cost_table_reach_rows
  FOR EACH ROW EXECUTE FUNCTION keep_published_row();
--> statement-breakpoint
CREATE TRIGGER cost_table_rows_kept BEFORE UPDATE OR DELETE ON cost_table_rows
  FOR EACH ROW EXECUTE FUNCTION keep_published_row();
--> statement-breakpoint
CREATE TRIGGER fact_sets_kept BEFORE UPDATE OR DELETE ON fact_sets
  FOR EACH ROW EXECUTE FUNCTION keep_published();
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
CREATE TRIGGER level_rows_kept BEFORE UPDATE OR DELETE ON level_rows
  FOR EACH ROW EXECUTE FUNCTION keep_published_row();
--> statement-breakpoint
CREATE TRIGGER setting_rows_kept BEFORE UPDATE OR DELETE ON setting_rows
  FOR EACH ROW EXECUTE FUNCTION keep_published_row();
--> statement-breakpoint
CREATE TRIGGER shared_price_rows_kept BEFORE UPDATE OR DELETE ON shared_price_rows
  FOR EACH ROW EXECUTE FUNCTION keep_published_row();
--> statement-breakpoint
CREATE TRIGGER versions_kept BEFORE UPDATE OR DELETE ON versions
  FOR EACH ROW EXECUTE FUNCTION keep_published();
--> statement-breakpoint
-- What is told of prices is most of what is written: lz4 takes a third less time for it, and less to read it.
ALTER TABLE document_lines ALTER COLUMN priced SET COMPRESSION lz4;
--> statement-breakpoint
ALTER TABLE documents ALTER COLUMN outcome SET COMPRESSION lz4;
--> statement-breakpoint
ALTER TABLE fact_sets ALTER COLUMN content SET COMPRESSION lz4;
--> statement-breakpoint
-- What every setup begins with: the kinds of cost that it knows, one rule for prices that follow costs
-- (they wait), and how much the sales role may take off by hand, in percent.
INSERT INTO "cost_kinds" ("code", "name") VALUES
  ('last', 'last'), ('average', 'average'), ('landed', 'landed'), ('standard', 'standard'), ('purchase', 'purchase');
--> statement-breakpoint
INSERT INTO "follow_rules" ("id", "position", "follows", "keeping")
VALUES ('00000000-0000-4000-8000-000000000001', 0, 'waits', '{"kind": "markup"}');
--> statement-breakpoint
INSERT INTO "hand_limits" ("role", "most_off") VALUES
  ('administrator', NULL), ('pricing', NULL), ('approver', NULL), ('sales', 5);
