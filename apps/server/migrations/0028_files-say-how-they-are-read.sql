ALTER TABLE "imports" DROP CONSTRAINT "imports_state";--> statement-breakpoint
ALTER TABLE "imports" ADD COLUMN "format" jsonb;--> statement-breakpoint
ALTER TABLE "imports" ADD CONSTRAINT "imports_state" CHECK ("imports"."state" in ('asking', 'reading', 'ready', 'applying', 'applied', 'cancelled', 'failed'));