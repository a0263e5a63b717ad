ALTER TABLE "drafts" ADD COLUMN "discarded_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "drafts" ADD COLUMN "discarded_by_id" integer;--> statement-breakpoint
ALTER TABLE "drafts" ADD CONSTRAINT "drafts_discarded_by_id_users_id_fk" FOREIGN KEY ("discarded_by_id") REFERENCES "public"."users"("id") ON DELETE no action ON UPDATE no action;