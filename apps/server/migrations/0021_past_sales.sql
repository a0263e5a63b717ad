ALTER TABLE "documents" ADD COLUMN "imported_as" text;--> statement-breakpoint
ALTER TABLE "documents" ADD CONSTRAINT "documents_imported_as" UNIQUE("imported_as");