CREATE TABLE "customers" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "customers_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"code" text NOT NULL,
	"name" text NOT NULL,
	"segment" text NOT NULL,
	"level_id" uuid,
	"revision" integer DEFAULT 1 NOT NULL,
	CONSTRAINT "customers_code_unique" UNIQUE("code")
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
CREATE TABLE "items" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "items_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"number" text NOT NULL,
	"name" text NOT NULL,
	"category_id" integer NOT NULL,
	"unit" text NOT NULL,
	"quantity_digits" smallint DEFAULT 0 NOT NULL,
	CONSTRAINT "items_number_unique" UNIQUE("number"),
	CONSTRAINT "items_quantity_digits" CHECK ("items"."quantity_digits" between 0 and 6)
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
	"password_hash" text NOT NULL
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
	"amount" numeric,
	"version" integer NOT NULL,
	"model_version" integer NOT NULL,
	"priced_at" timestamp with time zone NOT NULL,
	"facts_hash" text NOT NULL,
	"priced" jsonb NOT NULL,
	CONSTRAINT "quote_lines_quote_number_id_pk" PRIMARY KEY("quote_number","id"),
	CONSTRAINT "quote_lines_position" UNIQUE("quote_number","position"),
	CONSTRAINT "quote_lines_quantity" CHECK ("quote_lines"."quantity" > 0 and "quote_lines"."quantity" <= 9999999999)
);
--> statement-breakpoint
CREATE TABLE "quotes" (
	"number" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "quotes_number_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1001 CACHE 1),
	"customer_id" integer NOT NULL,
	"title" text DEFAULT '' NOT NULL,
	"currency" text NOT NULL,
	"revision" integer DEFAULT 1 NOT NULL,
	"changed_by" integer NOT NULL,
	"changed_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "base_price_rows" (
	"row_id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "base_price_rows_row_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"item_id" integer NOT NULL,
	"price" numeric NOT NULL,
	"from_version" integer NOT NULL,
	"to_version" integer,
	CONSTRAINT "base_price_rows_price" CHECK ("base_price_rows"."price" between 0 and 9999999999 and scale("base_price_rows"."price") <= 6),
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
	"percent" numeric NOT NULL,
	"from_version" integer NOT NULL,
	"to_version" integer,
	CONSTRAINT "level_entry_rows_reach" CHECK (num_nonnulls("level_entry_rows"."item_id", "level_entry_rows"."category_id") <= 1),
	CONSTRAINT "level_entry_rows_percent" CHECK ("level_entry_rows"."percent" between -100 and 10000 and scale("level_entry_rows"."percent") <= 4),
	CONSTRAINT "level_entry_rows_versions" CHECK ("level_entry_rows"."to_version" > "level_entry_rows"."from_version")
);
--> statement-breakpoint
CREATE TABLE "level_rows" (
	"row_id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "level_rows_row_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"level_id" uuid NOT NULL,
	"name" text NOT NULL,
	"rounding_currency" text,
	"rounding_increment" numeric,
	"rounding_direction" text,
	"least_price" numeric,
	"from_version" integer NOT NULL,
	"to_version" integer,
	CONSTRAINT "level_rows_rounding" CHECK (num_nulls("level_rows"."rounding_currency", "level_rows"."rounding_increment", "level_rows"."rounding_direction") in (0, 3)
        and ("level_rows"."least_price" is null or "level_rows"."rounding_increment" is not null)
        and "level_rows"."rounding_increment" > 0 and "level_rows"."rounding_increment" <= 9999999999
        and "level_rows"."least_price" between 0 and 9999999999
        and "level_rows"."rounding_direction" in ('nearest', 'up', 'down')),
	CONSTRAINT "level_rows_versions" CHECK ("level_rows"."to_version" > "level_rows"."from_version")
);
--> statement-breakpoint
CREATE TABLE "levels" (
	"id" uuid PRIMARY KEY NOT NULL,
	"created_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "setting_rows" (
	"row_id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "setting_rows_row_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"home_currency" text NOT NULL,
	"rounding_mode" text NOT NULL,
	"unit_price_digits" jsonb NOT NULL,
	"from_version" integer NOT NULL,
	"to_version" integer,
	CONSTRAINT "setting_rows_mode" CHECK ("setting_rows"."rounding_mode" in ('halfAwayFromZero', 'halfToEven', 'awayFromZero', 'towardsZero')),
	CONSTRAINT "setting_rows_versions" CHECK ("setting_rows"."to_version" > "setting_rows"."from_version")
);
--> statement-breakpoint
CREATE TABLE "draft_edits" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "draft_edits_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"draft_id" uuid NOT NULL,
	"object_kind" text NOT NULL,
	"object_id" uuid NOT NULL,
	"content" jsonb NOT NULL,
	"revision" integer DEFAULT 1 NOT NULL,
	"edited_by" integer NOT NULL,
	"edited_at" timestamp with time zone NOT NULL,
	CONSTRAINT "draft_edits_object" UNIQUE("draft_id","object_kind","object_id"),
	CONSTRAINT "draft_edits_kind" CHECK ("draft_edits"."object_kind" in ('level'))
);
--> statement-breakpoint
CREATE TABLE "drafts" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"name" text NOT NULL,
	"state" text DEFAULT 'open' NOT NULL,
	"revision" integer DEFAULT 1 NOT NULL,
	"created_by" integer NOT NULL,
	"created_at" timestamp with time zone NOT NULL,
	CONSTRAINT "drafts_state" CHECK ("drafts"."state" in ('open', 'published'))
);
--> statement-breakpoint
CREATE TABLE "versions" (
	"number" integer PRIMARY KEY NOT NULL,
	"draft_id" uuid,
	"note" text NOT NULL,
	"published_by" integer NOT NULL,
	"published_at" timestamp with time zone NOT NULL,
	CONSTRAINT "versions_draftId_unique" UNIQUE("draft_id"),
	CONSTRAINT "versions_number" CHECK ("versions"."number" >= 1)
);
--> statement-breakpoint
ALTER TABLE "customers" ADD CONSTRAINT "customers_level_id_levels_id_fk" FOREIGN KEY ("level_id") REFERENCES "public"."levels"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "categories" ADD CONSTRAINT "categories_parent_id_categories_id_fk" FOREIGN KEY ("parent_id") REFERENCES "public"."categories"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "items" ADD CONSTRAINT "items_category_id_categories_id_fk" FOREIGN KEY ("category_id") REFERENCES "public"."categories"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "quote_lines" ADD CONSTRAINT "quote_lines_quote_number_quotes_number_fk" FOREIGN KEY ("quote_number") REFERENCES "public"."quotes"("number") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "quote_lines" ADD CONSTRAINT "quote_lines_item_id_items_id_fk" FOREIGN KEY ("item_id") REFERENCES "public"."items"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "quote_lines" ADD CONSTRAINT "quote_lines_version_versions_number_fk" FOREIGN KEY ("version") REFERENCES "public"."versions"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "quote_lines" ADD CONSTRAINT "quote_lines_facts_hash_fact_sets_hash_fk" FOREIGN KEY ("facts_hash") REFERENCES "public"."fact_sets"("hash") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "quotes" ADD CONSTRAINT "quotes_customer_id_customers_id_fk" FOREIGN KEY ("customer_id") REFERENCES "public"."customers"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "quotes" ADD CONSTRAINT "quotes_changed_by_users_id_fk" FOREIGN KEY ("changed_by") REFERENCES "public"."users"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "base_price_rows" ADD CONSTRAINT "base_price_rows_item_id_items_id_fk" FOREIGN KEY ("item_id") REFERENCES "public"."items"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "base_price_rows" ADD CONSTRAINT "base_price_rows_from_version_versions_number_fk" FOREIGN KEY ("from_version") REFERENCES "public"."versions"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "base_price_rows" ADD CONSTRAINT "base_price_rows_to_version_versions_number_fk" FOREIGN KEY ("to_version") REFERENCES "public"."versions"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "level_entry_rows" ADD CONSTRAINT "level_entry_rows_level_id_levels_id_fk" FOREIGN KEY ("level_id") REFERENCES "public"."levels"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "level_entry_rows" ADD CONSTRAINT "level_entry_rows_item_id_items_id_fk" FOREIGN KEY ("item_id") REFERENCES "public"."items"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "level_entry_rows" ADD CONSTRAINT "level_entry_rows_category_id_categories_id_fk" FOREIGN KEY ("category_id") REFERENCES "public"."categories"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "level_entry_rows" ADD CONSTRAINT "level_entry_rows_from_version_versions_number_fk" FOREIGN KEY ("from_version") REFERENCES "public"."versions"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "level_entry_rows" ADD CONSTRAINT "level_entry_rows_to_version_versions_number_fk" FOREIGN KEY ("to_version") REFERENCES "public"."versions"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "level_rows" ADD CONSTRAINT "level_rows_level_id_levels_id_fk" FOREIGN KEY ("level_id") REFERENCES "public"."levels"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "level_rows" ADD CONSTRAINT "level_rows_from_version_versions_number_fk" FOREIGN KEY ("from_version") REFERENCES "public"."versions"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "level_rows" ADD CONSTRAINT "level_rows_to_version_versions_number_fk" FOREIGN KEY ("to_version") REFERENCES "public"."versions"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "setting_rows" ADD CONSTRAINT "setting_rows_from_version_versions_number_fk" FOREIGN KEY ("from_version") REFERENCES "public"."versions"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "setting_rows" ADD CONSTRAINT "setting_rows_to_version_versions_number_fk" FOREIGN KEY ("to_version") REFERENCES "public"."versions"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "draft_edits" ADD CONSTRAINT "draft_edits_draft_id_drafts_id_fk" FOREIGN KEY ("draft_id") REFERENCES "public"."drafts"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "draft_edits" ADD CONSTRAINT "draft_edits_edited_by_users_id_fk" FOREIGN KEY ("edited_by") REFERENCES "public"."users"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "drafts" ADD CONSTRAINT "drafts_created_by_users_id_fk" FOREIGN KEY ("created_by") REFERENCES "public"."users"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "versions" ADD CONSTRAINT "versions_draft_id_drafts_id_fk" FOREIGN KEY ("draft_id") REFERENCES "public"."drafts"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "versions" ADD CONSTRAINT "versions_published_by_users_id_fk" FOREIGN KEY ("published_by") REFERENCES "public"."users"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "customers_level" ON "customers" USING btree ("level_id");--> statement-breakpoint
CREATE INDEX "items_category" ON "items" USING btree ("category_id");--> statement-breakpoint
CREATE INDEX "sessions_expires_at" ON "sessions" USING btree ("expires_at");--> statement-breakpoint
CREATE UNIQUE INDEX "users_email" ON "users" USING btree (lower("email"));--> statement-breakpoint
CREATE INDEX "quotes_changed_at" ON "quotes" USING btree ("changed_at");--> statement-breakpoint
CREATE UNIQUE INDEX "base_price_rows_in_force" ON "base_price_rows" USING btree ("item_id") WHERE "base_price_rows"."to_version" is null;--> statement-breakpoint
CREATE UNIQUE INDEX "level_entry_rows_in_force" ON "level_entry_rows" USING btree ("level_id","entry_id") WHERE "level_entry_rows"."to_version" is null;--> statement-breakpoint
CREATE UNIQUE INDEX "level_rows_in_force" ON "level_rows" USING btree ("level_id") WHERE "level_rows"."to_version" is null;--> statement-breakpoint
CREATE UNIQUE INDEX "level_rows_name" ON "level_rows" USING btree (lower("name")) WHERE "level_rows"."to_version" is null;--> statement-breakpoint
CREATE UNIQUE INDEX "drafts_one_open" ON "drafts" USING btree ("state") WHERE "drafts"."state" = 'open';