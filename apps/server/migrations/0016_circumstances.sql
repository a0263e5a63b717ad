CREATE TABLE "delivery_methods" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "delivery_methods_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"code" text NOT NULL,
	"name" text NOT NULL,
	CONSTRAINT "delivery_methods_code_unique" UNIQUE("code")
);
--> statement-breakpoint
CREATE TABLE "departments" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "departments_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"code" text NOT NULL,
	"name" text NOT NULL,
	CONSTRAINT "departments_code_unique" UNIQUE("code")
);
--> statement-breakpoint
CREATE TABLE "sales_people" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "sales_people_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"code" text NOT NULL,
	"name" text NOT NULL,
	CONSTRAINT "sales_people_code_unique" UNIQUE("code")
);
--> statement-breakpoint
ALTER TABLE "documents" ADD COLUMN "sales_person" text;--> statement-breakpoint
ALTER TABLE "documents" ADD COLUMN "department" text;--> statement-breakpoint
ALTER TABLE "documents" ADD COLUMN "delivery_method" text;--> statement-breakpoint
ALTER TABLE "documents" ADD COLUMN "delivery_postcode" text;--> statement-breakpoint
ALTER TABLE "documents" ADD CONSTRAINT "documents_sales_person_sales_people_code_fk" FOREIGN KEY ("sales_person") REFERENCES "public"."sales_people"("code") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "documents" ADD CONSTRAINT "documents_department_departments_code_fk" FOREIGN KEY ("department") REFERENCES "public"."departments"("code") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "documents" ADD CONSTRAINT "documents_delivery_method_delivery_methods_code_fk" FOREIGN KEY ("delivery_method") REFERENCES "public"."delivery_methods"("code") ON DELETE no action ON UPDATE no action;