CREATE TABLE "list_views" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"owner_id" integer NOT NULL,
	"list" text NOT NULL,
	"name" text NOT NULL,
	"shared" boolean DEFAULT false NOT NULL,
	"params" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"columns" jsonb NOT NULL
);
--> statement-breakpoint
ALTER TABLE "list_views" ADD CONSTRAINT "list_views_owner_id_users_id_fk" FOREIGN KEY ("owner_id") REFERENCES "public"."users"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "list_views_once" ON "list_views" USING btree ("owner_id","list","name");