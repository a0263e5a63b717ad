CREATE TABLE "attributes" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "attributes_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"code" text NOT NULL,
	"name" text NOT NULL,
	"of" text NOT NULL,
	"type" text NOT NULL,
	"choices" text[] DEFAULT '{}' NOT NULL,
	CONSTRAINT "attributes_code_unique" UNIQUE("code"),
	CONSTRAINT "attributes_of" CHECK ("attributes"."of" in ('items', 'customers')),
	CONSTRAINT "attributes_type" CHECK ("attributes"."type" in ('text', 'number', 'day', 'yesNo', 'choice')),
	CONSTRAINT "attributes_choices" CHECK (("attributes"."type" = 'choice') = (cardinality("attributes"."choices") > 0))
);
--> statement-breakpoint
CREATE TABLE "customer_attributes" (
	"customer_id" integer NOT NULL,
	"attribute_id" integer NOT NULL,
	"value" text NOT NULL,
	CONSTRAINT "customer_attributes_customer_id_attribute_id_pk" PRIMARY KEY("customer_id","attribute_id")
);
--> statement-breakpoint
CREATE TABLE "item_attributes" (
	"item_id" integer NOT NULL,
	"attribute_id" integer NOT NULL,
	"value" text NOT NULL,
	CONSTRAINT "item_attributes_item_id_attribute_id_pk" PRIMARY KEY("item_id","attribute_id")
);
--> statement-breakpoint
CREATE TABLE "item_cross_references" (
	"item_id" integer NOT NULL,
	"number" text NOT NULL,
	CONSTRAINT "item_cross_references_item_id_number_pk" PRIMARY KEY("item_id","number")
);
--> statement-breakpoint
ALTER TABLE "customer_attributes" ADD CONSTRAINT "customer_attributes_customer_id_customers_id_fk" FOREIGN KEY ("customer_id") REFERENCES "public"."customers"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "customer_attributes" ADD CONSTRAINT "customer_attributes_attribute_id_attributes_id_fk" FOREIGN KEY ("attribute_id") REFERENCES "public"."attributes"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "item_attributes" ADD CONSTRAINT "item_attributes_item_id_items_id_fk" FOREIGN KEY ("item_id") REFERENCES "public"."items"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "item_attributes" ADD CONSTRAINT "item_attributes_attribute_id_attributes_id_fk" FOREIGN KEY ("attribute_id") REFERENCES "public"."attributes"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "item_cross_references" ADD CONSTRAINT "item_cross_references_item_id_items_id_fk" FOREIGN KEY ("item_id") REFERENCES "public"."items"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "customer_attributes_attribute" ON "customer_attributes" USING btree ("attribute_id","value");--> statement-breakpoint
CREATE INDEX "item_attributes_attribute" ON "item_attributes" USING btree ("attribute_id","value");--> statement-breakpoint
CREATE INDEX "item_cross_references_number" ON "item_cross_references" USING btree ("number");