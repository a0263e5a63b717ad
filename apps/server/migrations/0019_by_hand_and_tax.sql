CREATE TABLE "approvals" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "approvals_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"document_number" integer NOT NULL,
	"state" text DEFAULT 'asked' NOT NULL,
	"guards" jsonb NOT NULL,
	"asked_by" integer NOT NULL,
	"asked_at" timestamp with time zone NOT NULL,
	"note" text NOT NULL,
	"decided_by" integer,
	"decided_at" timestamp with time zone,
	"word" text DEFAULT '' NOT NULL,
	CONSTRAINT "approvals_state" CHECK ("approvals"."state" in ('asked', 'approved', 'refused', 'overtaken')),
	CONSTRAINT "approvals_decided" CHECK (("approvals"."state" in ('approved', 'refused')) = ("approvals"."decided_by" is not null)
        and ("approvals"."decided_by" is null) = ("approvals"."decided_at" is null))
);
--> statement-breakpoint
CREATE TABLE "hand_limits" (
	"role" text PRIMARY KEY NOT NULL,
	"most_off" numeric,
	CONSTRAINT "hand_limits_most_off" CHECK ("hand_limits"."most_off" between 0 and 100)
);
--> statement-breakpoint
ALTER TABLE "tax_classes" ADD COLUMN "category" text DEFAULT 'Z' NOT NULL;--> statement-breakpoint
ALTER TABLE "tax_classes" ADD COLUMN "rate" numeric DEFAULT '0' NOT NULL;--> statement-breakpoint
ALTER TABLE "outlets" ADD COLUMN "charges_tax" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "outlets" ADD COLUMN "others_tax_class" text;--> statement-breakpoint
ALTER TABLE "document_lines" ADD COLUMN "discount" jsonb;--> statement-breakpoint
ALTER TABLE "document_lines" ADD COLUMN "hand_by" integer;--> statement-breakpoint
ALTER TABLE "documents" ADD COLUMN "discount" jsonb;--> statement-breakpoint
ALTER TABLE "documents" ADD COLUMN "discount_by" integer;--> statement-breakpoint
ALTER TABLE "documents" ADD COLUMN "guards" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "setting_rows" ADD COLUMN "floors" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "approvals" ADD CONSTRAINT "approvals_document_number_documents_number_fk" FOREIGN KEY ("document_number") REFERENCES "public"."documents"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "approvals" ADD CONSTRAINT "approvals_asked_by_users_id_fk" FOREIGN KEY ("asked_by") REFERENCES "public"."users"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "approvals" ADD CONSTRAINT "approvals_decided_by_users_id_fk" FOREIGN KEY ("decided_by") REFERENCES "public"."users"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "approvals_document" ON "approvals" USING btree ("document_number");--> statement-breakpoint
CREATE INDEX "approvals_state" ON "approvals" USING btree ("state","asked_at");--> statement-breakpoint
CREATE UNIQUE INDEX "approvals_asked" ON "approvals" USING btree ("document_number") WHERE "approvals"."state" = 'asked';--> statement-breakpoint
ALTER TABLE "outlets" ADD CONSTRAINT "outlets_others_tax_class_tax_classes_code_fk" FOREIGN KEY ("others_tax_class") REFERENCES "public"."tax_classes"("code") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "document_lines" ADD CONSTRAINT "document_lines_hand_by_users_id_fk" FOREIGN KEY ("hand_by") REFERENCES "public"."users"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "documents" ADD CONSTRAINT "documents_discount_by_users_id_fk" FOREIGN KEY ("discount_by") REFERENCES "public"."users"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "tax_classes" ADD CONSTRAINT "tax_classes_category" CHECK ("tax_classes"."category" in ('S', 'Z', 'E', 'AE', 'K', 'G', 'O'));--> statement-breakpoint
ALTER TABLE "tax_classes" ADD CONSTRAINT "tax_classes_rate" CHECK ("tax_classes"."rate" between 0 and 100 and ("tax_classes"."category" = 'S') = ("tax_classes"."rate" > 0));--> statement-breakpoint
INSERT INTO "hand_limits" ("role", "most_off") VALUES ('administrator', NULL), ('pricing', NULL), ('approver', NULL), ('sales', 5);--> statement-breakpoint
UPDATE "draft_edits" SET "content" = "content" || '{"floors": []}' WHERE "object_kind" = 'settings' AND jsonb_typeof("content") = 'object';--> statement-breakpoint
UPDATE "documents" SET "outcome" = "outcome" || jsonb_build_object('discount', NULL, 'tax', NULL, 'totalWithTax', "outcome"->'total') WHERE "outcome" IS NOT NULL;--> statement-breakpoint
UPDATE "document_lines" SET "priced" = "priced" || '{"discount": null, "floor": null, "discountShare": null}' WHERE "priced"->>'kind' = 'priced';--> statement-breakpoint
UPDATE "document_lines" SET "priced" = jsonb_set("priced", '{computed}', "priced"->'computed' || '{"discount": null, "floor": null, "discountShare": null}') WHERE "priced"#>>'{computed,kind}' = 'priced';
