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
ALTER TABLE "imports" DROP CONSTRAINT "imports_state";--> statement-breakpoint
ALTER TABLE "changes" ADD COLUMN "mass_change_id" uuid;--> statement-breakpoint
ALTER TABLE "documents" ADD COLUMN "mass_change_id" uuid;--> statement-breakpoint
ALTER TABLE "import_rows" ADD COLUMN "taken" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "imports" ADD COLUMN "taken" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "receipt_rows" ADD COLUMN "made_supplier" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "mass_changes" ADD CONSTRAINT "mass_changes_by_id_users_id_fk" FOREIGN KEY ("by_id") REFERENCES "public"."users"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "mass_changes" ADD CONSTRAINT "mass_changes_undone_by_users_id_fk" FOREIGN KEY ("undone_by") REFERENCES "public"."users"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "mass_edits" ADD CONSTRAINT "mass_edits_mass_change_id_mass_changes_id_fk" FOREIGN KEY ("mass_change_id") REFERENCES "public"."mass_changes"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "mass_changes_at" ON "mass_changes" USING btree ("kind","at");--> statement-breakpoint
ALTER TABLE "changes" ADD CONSTRAINT "changes_mass_change_id_mass_changes_id_fk" FOREIGN KEY ("mass_change_id") REFERENCES "public"."mass_changes"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "documents" ADD CONSTRAINT "documents_mass_change_id_mass_changes_id_fk" FOREIGN KEY ("mass_change_id") REFERENCES "public"."mass_changes"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "changes_mass" ON "changes" USING btree ("mass_change_id") WHERE "changes"."mass_change_id" is not null;--> statement-breakpoint
CREATE INDEX "documents_mass" ON "documents" USING btree ("mass_change_id") WHERE "documents"."mass_change_id" is not null;--> statement-breakpoint
ALTER TABLE "imports" ADD CONSTRAINT "imports_state" CHECK ("imports"."state" in ('asking', 'reading', 'ready', 'applying', 'applied', 'cancelled', 'failed', 'undone'));--> statement-breakpoint
UPDATE "imports" SET "taken" = (select count(*) from "import_rows" r where r."import_id" = "imports"."id" and r."verdict" in ('new', 'changed')) WHERE "state" = 'applied';
