ALTER TABLE "quotes" RENAME TO "documents";--> statement-breakpoint
ALTER TABLE "quote_lines" RENAME TO "document_lines";--> statement-breakpoint
ALTER TABLE "quote_attributes" RENAME TO "document_attributes";--> statement-breakpoint
ALTER TABLE "document_lines" RENAME COLUMN "quote_number" TO "document_number";--> statement-breakpoint
ALTER TABLE "document_attributes" RENAME COLUMN "quote_number" TO "document_number";--> statement-breakpoint
ALTER SEQUENCE "quotes_number_seq" RENAME TO "documents_number_seq";--> statement-breakpoint
ALTER TABLE "documents" RENAME CONSTRAINT "quotes_pkey" TO "documents_pkey";--> statement-breakpoint
ALTER TABLE "documents" RENAME CONSTRAINT "quotes_changed_by_users_id_fk" TO "documents_changed_by_users_id_fk";--> statement-breakpoint
ALTER TABLE "documents" RENAME CONSTRAINT "quotes_customer_id_customers_id_fk" TO "documents_customer_id_customers_id_fk";--> statement-breakpoint
ALTER TABLE "documents" RENAME CONSTRAINT "quotes_level_id_levels_id_fk" TO "documents_level_id_levels_id_fk";--> statement-breakpoint
ALTER TABLE "documents" RENAME CONSTRAINT "quotes_outlet_id_outlets_id_fk" TO "documents_outlet_id_outlets_id_fk";--> statement-breakpoint
ALTER TABLE "documents" RENAME CONSTRAINT "quotes_shipping" TO "documents_shipping";--> statement-breakpoint
ALTER TABLE "document_lines" RENAME CONSTRAINT "quote_lines_by_hand" TO "document_lines_by_hand";--> statement-breakpoint
ALTER TABLE "document_lines" RENAME CONSTRAINT "quote_lines_duration" TO "document_lines_duration";--> statement-breakpoint
ALTER TABLE "document_lines" RENAME CONSTRAINT "quote_lines_facts_hash_fact_sets_hash_fk" TO "document_lines_facts_hash_fact_sets_hash_fk";--> statement-breakpoint
ALTER TABLE "document_lines" RENAME CONSTRAINT "quote_lines_form_of_supply_cost_kinds_code_fk" TO "document_lines_form_of_supply_cost_kinds_code_fk";--> statement-breakpoint
ALTER TABLE "document_lines" RENAME CONSTRAINT "quote_lines_item_id_items_id_fk" TO "document_lines_item_id_items_id_fk";--> statement-breakpoint
ALTER TABLE "document_lines" RENAME CONSTRAINT "quote_lines_level_id_levels_id_fk" TO "document_lines_level_id_levels_id_fk";--> statement-breakpoint
ALTER TABLE "document_lines" RENAME CONSTRAINT "quote_lines_position" TO "document_lines_position";--> statement-breakpoint
ALTER TABLE "document_lines" RENAME CONSTRAINT "quote_lines_quantity" TO "document_lines_quantity";--> statement-breakpoint
ALTER TABLE "document_lines" RENAME CONSTRAINT "quote_lines_quote_number_id_pk" TO "document_lines_document_number_id_pk";--> statement-breakpoint
ALTER TABLE "document_lines" RENAME CONSTRAINT "quote_lines_quote_number_quotes_number_fk" TO "document_lines_document_number_documents_number_fk";--> statement-breakpoint
ALTER TABLE "document_lines" RENAME CONSTRAINT "quote_lines_version_versions_number_fk" TO "document_lines_version_versions_number_fk";--> statement-breakpoint
ALTER TABLE "document_attributes" RENAME CONSTRAINT "quote_attributes_attribute_id_attributes_id_fk" TO "document_attributes_attribute_id_attributes_id_fk";--> statement-breakpoint
ALTER TABLE "document_attributes" RENAME CONSTRAINT "quote_attributes_quote_number_attribute_id_pk" TO "document_attributes_document_number_attribute_id_pk";--> statement-breakpoint
ALTER TABLE "document_attributes" RENAME CONSTRAINT "quote_attributes_quote_number_quotes_number_fk" TO "document_attributes_document_number_documents_number_fk";--> statement-breakpoint
ALTER INDEX "quotes_changed_at" RENAME TO "documents_changed_at";--> statement-breakpoint
ALTER INDEX "quote_attributes_attribute" RENAME TO "document_attributes_attribute";--> statement-breakpoint
-- what is on record says the same of the same thing; only the thing's kind is called otherwise now
ALTER TABLE "changes" DISABLE TRIGGER USER;--> statement-breakpoint
UPDATE "changes" SET "object_kind" = 'document' WHERE "object_kind" = 'quote';--> statement-breakpoint
ALTER TABLE "changes" ENABLE TRIGGER USER;
