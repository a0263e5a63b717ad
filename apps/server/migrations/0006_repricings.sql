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
ALTER TABLE "repricing_edits" ADD CONSTRAINT "repricing_edits_repricing_id_repricings_id_fk" FOREIGN KEY ("repricing_id") REFERENCES "public"."repricings"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "repricings" ADD CONSTRAINT "repricings_draft_id_drafts_id_fk" FOREIGN KEY ("draft_id") REFERENCES "public"."drafts"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "repricings" ADD CONSTRAINT "repricings_by_id_users_id_fk" FOREIGN KEY ("by_id") REFERENCES "public"."users"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "repricing_rows_item" ON "repricing_rows" USING btree ("repricing_id","item_id");--> statement-breakpoint
CREATE INDEX "repricings_at" ON "repricings" USING btree ("at");--> statement-breakpoint
CREATE INDEX "repricings_draft" ON "repricings" USING btree ("draft_id");