ALTER TABLE "document_lines" ADD COLUMN "hand_for" jsonb;--> statement-breakpoint
ALTER TABLE "documents" ADD COLUMN "discount_for" jsonb;