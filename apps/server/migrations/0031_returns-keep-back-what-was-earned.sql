ALTER TABLE "return_lines" ADD COLUMN "taken_off" numeric DEFAULT '0' NOT NULL;--> statement-breakpoint
ALTER TABLE "returns" ADD COLUMN "taken_off" numeric DEFAULT '0' NOT NULL;--> statement-breakpoint
ALTER TABLE "returns" ADD COLUMN "taken_off_because" text;--> statement-breakpoint
ALTER TABLE "returns" ADD COLUMN "kept" jsonb;--> statement-breakpoint
ALTER TABLE "returns" ADD CONSTRAINT "returns_taken_off" CHECK ("returns"."taken_off" >= 0 and ("returns"."taken_off" > 0) = ("returns"."taken_off_because" is not null));