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
ALTER TABLE "documents" ADD COLUMN "repeats_number" integer;--> statement-breakpoint
ALTER TABLE "documents" ADD COLUMN "repeats_on" date;--> statement-breakpoint
ALTER TABLE "repeats" ADD CONSTRAINT "repeats_document_number_documents_number_fk" FOREIGN KEY ("document_number") REFERENCES "public"."documents"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "repeats" ADD CONSTRAINT "repeats_set_by_users_id_fk" FOREIGN KEY ("set_by") REFERENCES "public"."users"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "documents" ADD CONSTRAINT "documents_repeats_number_documents_number_fk" FOREIGN KEY ("repeats_number") REFERENCES "public"."documents"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "documents" ADD CONSTRAINT "documents_repeats" UNIQUE("repeats_number","repeats_on");--> statement-breakpoint
ALTER TABLE "documents" ADD CONSTRAINT "documents_repeats_on" CHECK (num_nulls("documents"."repeats_number", "documents"."repeats_on") in (0, 2));