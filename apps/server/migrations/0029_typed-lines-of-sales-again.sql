ALTER TABLE "sales_again_parts" ADD COLUMN "typed" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
-- Units were counted by nothing but the demo before: what was posted until now is counted once.
insert into units_sold (item_id, day, quantity)
select line.item_id,
  (sale.settled_at at time zone coalesce(outlet.time_zone, 'UTC'))::date,
  greatest(sum((line.quantity - coalesce(back.quantity, 0)) * coalesce(unit.factor, 1)), 0)
from documents sale
join document_lines line on line.document_number = sale.number
left join outlets outlet on outlet.id = sale.outlet_id
left join item_units unit on unit.item_id = line.item_id and unit.unit = line.unit
left join (
  select given.line_id, sum(given.quantity) as quantity
  from return_lines given
  join returns posted on posted.number = given.return_number
  where posted.goods_back
  group by given.line_id
) back on back.line_id = line.id
where sale.state = 'posted' and not exists (select from units_sold)
group by 1, 2;
