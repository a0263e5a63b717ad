CREATE TABLE "quote_attributes" (
	"quote_number" integer NOT NULL,
	"attribute_id" integer NOT NULL,
	"value" text NOT NULL,
	CONSTRAINT "quote_attributes_quote_number_attribute_id_pk" PRIMARY KEY("quote_number","attribute_id")
);
--> statement-breakpoint
ALTER TABLE "attributes" DROP CONSTRAINT "attributes_of";--> statement-breakpoint
ALTER TABLE "quotes" ADD COLUMN "by_hand" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "quote_attributes" ADD CONSTRAINT "quote_attributes_quote_number_quotes_number_fk" FOREIGN KEY ("quote_number") REFERENCES "public"."quotes"("number") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "quote_attributes" ADD CONSTRAINT "quote_attributes_attribute_id_attributes_id_fk" FOREIGN KEY ("attribute_id") REFERENCES "public"."attributes"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "quote_attributes_attribute" ON "quote_attributes" USING btree ("attribute_id","value");--> statement-breakpoint
ALTER TABLE "attributes" ADD CONSTRAINT "attributes_of" CHECK ("attributes"."of" in ('items', 'customers', 'documents'));