CREATE TABLE "import_rows" (
	"import_id" uuid NOT NULL,
	"row" integer NOT NULL,
	"cells" jsonb NOT NULL,
	"key" text,
	"verdict" text,
	"before" jsonb,
	"after" jsonb,
	"problems" jsonb,
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
	"remark" text,
	"rows" integer NOT NULL,
	"compared" integer DEFAULT 0 NOT NULL,
	"by_id" integer NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "imports_state" CHECK ("imports"."state" in ('reading', 'ready', 'applying', 'applied', 'cancelled', 'failed'))
);
--> statement-breakpoint
CREATE TABLE "workers" (
	"id" text PRIMARY KEY NOT NULL,
	"seen_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "drafts" DROP CONSTRAINT "drafts_state";--> statement-breakpoint
DROP INDEX "drafts_name";--> statement-breakpoint
ALTER TABLE "users" ADD COLUMN "active" boolean DEFAULT true NOT NULL;--> statement-breakpoint
ALTER TABLE "drafts" ADD COLUMN "publish_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "drafts" ADD COLUMN "publish_by_id" integer;--> statement-breakpoint
ALTER TABLE "drafts" ADD COLUMN "publish_note" text;--> statement-breakpoint
ALTER TABLE "drafts" ADD COLUMN "remark" text;--> statement-breakpoint
ALTER TABLE "import_rows" ADD CONSTRAINT "import_rows_import_id_imports_id_fk" FOREIGN KEY ("import_id") REFERENCES "public"."imports"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "imports" ADD CONSTRAINT "imports_by_id_users_id_fk" FOREIGN KEY ("by_id") REFERENCES "public"."users"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "import_rows_key" ON "import_rows" USING btree ("import_id","key");--> statement-breakpoint
CREATE INDEX "import_rows_verdict" ON "import_rows" USING btree ("import_id","verdict","row");--> statement-breakpoint
CREATE INDEX "imports_at" ON "imports" USING btree ("at");--> statement-breakpoint
ALTER TABLE "drafts" ADD CONSTRAINT "drafts_publish_by_id_users_id_fk" FOREIGN KEY ("publish_by_id") REFERENCES "public"."users"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "drafts_name" ON "drafts" USING btree (lower("name")) WHERE "drafts"."state" in ('open', 'waiting');--> statement-breakpoint
ALTER TABLE "drafts" ADD CONSTRAINT "drafts_waiting" CHECK ("drafts"."state" <> 'waiting'
        or num_nonnulls("drafts"."publish_at", "drafts"."publish_by_id", "drafts"."publish_note") = 3);--> statement-breakpoint
ALTER TABLE "drafts" ADD CONSTRAINT "drafts_state" CHECK ("drafts"."state" in ('open', 'waiting', 'published', 'discarded'));