CREATE TABLE "set_ups_paid" (
	"customer_id" integer NOT NULL,
	"item_id" integer NOT NULL,
	"document_number" integer NOT NULL,
	CONSTRAINT "set_ups_paid_customer_id_item_id_pk" PRIMARY KEY("customer_id","item_id")
);
--> statement-breakpoint
ALTER TABLE "break_rows" ADD COLUMN "set_up" jsonb;--> statement-breakpoint
ALTER TABLE "set_ups_paid" ADD CONSTRAINT "set_ups_paid_customer_id_customers_id_fk" FOREIGN KEY ("customer_id") REFERENCES "public"."customers"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "set_ups_paid" ADD CONSTRAINT "set_ups_paid_item_id_items_id_fk" FOREIGN KEY ("item_id") REFERENCES "public"."items"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "set_ups_paid" ADD CONSTRAINT "set_ups_paid_document_number_documents_number_fk" FOREIGN KEY ("document_number") REFERENCES "public"."documents"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "set_ups_paid_document" ON "set_ups_paid" USING btree ("document_number");--> statement-breakpoint
UPDATE "draft_edits" SET "content" = "content" || '{"setUp": null}' WHERE "object_kind" = 'break' AND jsonb_typeof("content") = 'object';--> statement-breakpoint
UPDATE "document_lines" SET "kept" = "kept" || '{"setUp": null}' WHERE jsonb_typeof("kept") = 'object';--> statement-breakpoint
UPDATE "document_lines" SET "priced" = "priced" || '{"setUp": null}' WHERE "priced"->>'kind' = 'priced';
