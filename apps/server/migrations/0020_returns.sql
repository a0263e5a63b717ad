CREATE TABLE "return_lines" (
	"return_number" integer NOT NULL,
	"sale_number" integer NOT NULL,
	"line_id" uuid NOT NULL,
	"quantity" numeric NOT NULL,
	"amount" numeric NOT NULL,
	CONSTRAINT "return_lines_return_number_line_id_pk" PRIMARY KEY("return_number","line_id"),
	CONSTRAINT "return_lines_quantity" CHECK ("return_lines"."quantity" > 0 and "return_lines"."amount" >= 0)
);
--> statement-breakpoint
CREATE TABLE "returns" (
	"number" integer PRIMARY KEY NOT NULL,
	"sale_number" integer NOT NULL,
	"goods_back" boolean NOT NULL,
	"reason" text NOT NULL,
	"amount" numeric NOT NULL,
	"tax" jsonb,
	"amount_with_tax" numeric NOT NULL,
	"posted_by" integer NOT NULL,
	"posted_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "return_lines" ADD CONSTRAINT "return_lines_return_number_returns_number_fk" FOREIGN KEY ("return_number") REFERENCES "public"."returns"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "return_lines" ADD CONSTRAINT "return_lines_line" FOREIGN KEY ("sale_number","line_id") REFERENCES "public"."document_lines"("document_number","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "returns" ADD CONSTRAINT "returns_sale_number_documents_number_fk" FOREIGN KEY ("sale_number") REFERENCES "public"."documents"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "returns" ADD CONSTRAINT "returns_posted_by_users_id_fk" FOREIGN KEY ("posted_by") REFERENCES "public"."users"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "returns_sale" ON "returns" USING btree ("sale_number");