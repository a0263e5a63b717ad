ALTER TABLE "quotes" ADD COLUMN "shipping" numeric;--> statement-breakpoint
ALTER TABLE "quotes" ADD COLUMN "total" numeric DEFAULT '0' NOT NULL;--> statement-breakpoint
ALTER TABLE "quotes" ADD COLUMN "outcome" jsonb;--> statement-breakpoint
ALTER TABLE "quotes" ADD CONSTRAINT "quotes_shipping" CHECK ("quotes"."shipping" between 0 and 9999999999);--> statement-breakpoint
UPDATE "quotes" SET "total" = "sums"."total", "outcome" = jsonb_build_object(
    'subtotal', "sums"."total"::text, 'shipping', null, 'rules', '[]'::jsonb,
    'notApplied', '[]'::jsonb, 'codes', '[]'::jsonb, 'total', "sums"."total"::text)
  FROM (SELECT "quote_number", sum("amount") AS "total" FROM "quote_lines" GROUP BY "quote_number") AS "sums"
  WHERE "sums"."quote_number" = "quotes"."number" AND "sums"."total" IS NOT NULL;
--> statement-breakpoint
UPDATE "quote_lines" SET "priced" = "priced" ||
    jsonb_build_object('shares', '[]'::jsonb, 'net', "priced"->'amount') ||
  CASE WHEN "priced"->'computed'->>'kind' = 'priced'
    THEN jsonb_build_object('computed', "priced"->'computed' ||
      jsonb_build_object('shares', '[]'::jsonb, 'net', "priced"->'computed'->'amount'))
    ELSE '{}'::jsonb END
  WHERE "priced"->>'kind' = 'priced';
