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
	"sums" jsonb DEFAULT '[]'::jsonb NOT NULL,
	CONSTRAINT "sales_again_parts_run_id_place_pk" PRIMARY KEY("run_id","place")
);
--> statement-breakpoint
ALTER TABLE "sales_again" ADD CONSTRAINT "sales_again_started_by_users_id_fk" FOREIGN KEY ("started_by") REFERENCES "public"."users"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sales_again_lines" ADD CONSTRAINT "sales_again_lines_run_id_sales_again_id_fk" FOREIGN KEY ("run_id") REFERENCES "public"."sales_again"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sales_again_lines" ADD CONSTRAINT "sales_again_lines_sale_documents_number_fk" FOREIGN KEY ("sale") REFERENCES "public"."documents"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sales_again_parts" ADD CONSTRAINT "sales_again_parts_run_id_sales_again_id_fk" FOREIGN KEY ("run_id") REFERENCES "public"."sales_again"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "sales_again_started_at" ON "sales_again" USING btree ("started_at");--> statement-breakpoint
CREATE INDEX "sales_again_lines_run" ON "sales_again_lines" USING btree ("run_id","place");