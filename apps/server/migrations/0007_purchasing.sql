CREATE TABLE "purchase_order_lines" (
	"order_number" integer NOT NULL,
	"position" integer NOT NULL,
	"item_id" integer NOT NULL,
	"quantity" numeric NOT NULL,
	"unit" text,
	"picked" jsonb,
	CONSTRAINT "purchase_order_lines_order_number_position_pk" PRIMARY KEY("order_number","position"),
	CONSTRAINT "purchase_order_lines_quantity" CHECK ("purchase_order_lines"."quantity" > 0 and "purchase_order_lines"."quantity" <= 9999999999)
);
--> statement-breakpoint
CREATE TABLE "purchase_orders" (
	"number" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "purchase_orders_number_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 5001 CACHE 1),
	"supplier_id" integer NOT NULL,
	"day" date NOT NULL,
	"note" text DEFAULT '' NOT NULL,
	"state" text DEFAULT 'open' NOT NULL,
	"revision" integer DEFAULT 1 NOT NULL,
	"changed_by" integer NOT NULL,
	"changed_at" timestamp with time zone NOT NULL,
	CONSTRAINT "purchase_orders_state" CHECK ("purchase_orders"."state" in ('open', 'placed'))
);
--> statement-breakpoint
ALTER TABLE "purchase_order_lines" ADD CONSTRAINT "purchase_order_lines_order_number_purchase_orders_number_fk" FOREIGN KEY ("order_number") REFERENCES "public"."purchase_orders"("number") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "purchase_order_lines" ADD CONSTRAINT "purchase_order_lines_item_id_items_id_fk" FOREIGN KEY ("item_id") REFERENCES "public"."items"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "purchase_orders" ADD CONSTRAINT "purchase_orders_supplier_id_suppliers_id_fk" FOREIGN KEY ("supplier_id") REFERENCES "public"."suppliers"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "purchase_orders" ADD CONSTRAINT "purchase_orders_changed_by_users_id_fk" FOREIGN KEY ("changed_by") REFERENCES "public"."users"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "purchase_orders_changed_at" ON "purchase_orders" USING btree ("changed_at");