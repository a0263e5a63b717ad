CREATE INDEX "set_ups_paid_item" ON "set_ups_paid" USING btree ("item_id");--> statement-breakpoint
CREATE INDEX "items_replaced_by" ON "items" USING btree ("replaced_by_id") WHERE "items"."replaced_by_id" is not null;--> statement-breakpoint
CREATE INDEX "purchase_order_lines_item" ON "purchase_order_lines" USING btree ("item_id");--> statement-breakpoint
CREATE INDEX "price_proposals_item" ON "price_proposals" USING btree ("item_id");--> statement-breakpoint
CREATE INDEX "sales_again_lines_sale" ON "sales_again_lines" USING btree ("sale");--> statement-breakpoint
CREATE INDEX "agreement_rows_item" ON "agreement_rows" USING btree ("item_id");--> statement-breakpoint
CREATE INDEX "agreement_rows_customer" ON "agreement_rows" USING btree ("customer_id");--> statement-breakpoint
CREATE INDEX "level_price_rows_item" ON "level_price_rows" USING btree ("item_id");