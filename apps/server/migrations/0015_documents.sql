CREATE TABLE "rule_uses" (
	"rule_id" uuid NOT NULL,
	"document_number" integer NOT NULL,
	"customer_id" integer,
	"used_at" timestamp with time zone NOT NULL,
	CONSTRAINT "rule_uses_rule_id_document_number_pk" PRIMARY KEY("rule_id","document_number")
);--> statement-breakpoint
ALTER TABLE "documents" ALTER COLUMN "customer_id" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "document_lines" ADD COLUMN "kept" jsonb;--> statement-breakpoint
ALTER TABLE "documents" ADD COLUMN "kind" text DEFAULT 'quote' NOT NULL;--> statement-breakpoint
ALTER TABLE "documents" ADD COLUMN "state" text DEFAULT 'open' NOT NULL;--> statement-breakpoint
ALTER TABLE "documents" ADD COLUMN "from_number" integer;--> statement-breakpoint
ALTER TABLE "documents" ADD COLUMN "valid_until" date;--> statement-breakpoint
ALTER TABLE "documents" ADD COLUMN "settled_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "rule_uses" ADD CONSTRAINT "rule_uses_rule_id_rules_id_fk" FOREIGN KEY ("rule_id") REFERENCES "public"."rules"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "rule_uses" ADD CONSTRAINT "rule_uses_document_number_documents_number_fk" FOREIGN KEY ("document_number") REFERENCES "public"."documents"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "rule_uses" ADD CONSTRAINT "rule_uses_customer_id_customers_id_fk" FOREIGN KEY ("customer_id") REFERENCES "public"."customers"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "rule_uses_document" ON "rule_uses" USING btree ("document_number");--> statement-breakpoint
ALTER TABLE "documents" ADD CONSTRAINT "documents_from_number_documents_number_fk" FOREIGN KEY ("from_number") REFERENCES "public"."documents"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "document_lines_item" ON "document_lines" USING btree ("item_id");--> statement-breakpoint
CREATE INDEX "documents_kind" ON "documents" USING btree ("kind","changed_at");--> statement-breakpoint
CREATE INDEX "documents_from" ON "documents" USING btree ("from_number");--> statement-breakpoint
CREATE INDEX "documents_customer" ON "documents" USING btree ("customer_id");--> statement-breakpoint
ALTER TABLE "documents" ADD CONSTRAINT "documents_state" CHECK (("documents"."kind", "documents"."state") in (('quote', 'open'), ('order', 'open'),
        ('order', 'confirmed'), ('order', 'cancelled'), ('sale', 'open'), ('sale', 'posted')));--> statement-breakpoint
ALTER TABLE "documents" ADD CONSTRAINT "documents_settled" CHECK (("documents"."state" = 'open') = ("documents"."settled_at" is null));--> statement-breakpoint
UPDATE "rule_rows" SET "content" = "content" || '{"limits": {"inAll": null, "perCustomer": null}}';--> statement-breakpoint
UPDATE "draft_edits" SET "content" = "content" || '{"limits": {"inAll": null, "perCustomer": null}}' WHERE "object_kind" = 'rule' AND jsonb_typeof("content") = 'object';--> statement-breakpoint
UPDATE "document_lines" SET "priced" = "priced" || '{"kept": null}' WHERE "priced"->>'kind' = 'priced';
