CREATE TABLE "firm" (
	"id" integer PRIMARY KEY DEFAULT 1 NOT NULL,
	"margin_target" numeric,
	CONSTRAINT "firm_one_row" CHECK ("firm"."id" = 1),
	CONSTRAINT "firm_margin_target" CHECK ("firm"."margin_target" >= 0 and "firm"."margin_target" < 100)
);
