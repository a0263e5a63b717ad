import type { Day } from '@honest-ledger/engine';
import { sql } from 'drizzle-orm';
import type { Transaction } from '../../platform/database/database';

/**
 * Counts the units of sales on the day on which they were posted, in base units, in the transaction that
 * posts them: cost tables ask how many were sold in so many days before another day.
 */
export async function countUnitsSold(
  transaction: Transaction,
  sales: readonly number[],
  day: Day,
): Promise<void> {
  await transaction.execute(sql`
    insert into units_sold (item_id, day, quantity)
    select line.item_id, ${day}::date, sum(line.quantity * coalesce(unit.factor, 1))
    from document_lines line
    left join item_units unit on unit.item_id = line.item_id and unit.unit = line.unit
    where line.document_number = any(${sql.param([...sales])}::int[])
    group by line.item_id
    order by line.item_id
    on conflict (item_id, day) do update set quantity = units_sold.quantity + excluded.quantity`);
}

/** Goods that came back of a sale were not sold: they are taken off the day on which they were. */
export async function countUnitsBack(transaction: Transaction, posted: number): Promise<void> {
  await transaction.execute(sql`
    update units_sold sold
    set quantity = greatest(sold.quantity - back.quantity, 0)
    from (
      select line.item_id, (${POSTED_ON}) as day,
        sum(given.quantity * coalesce(unit.factor, 1)) as quantity
      from return_lines given
      join document_lines line
        on line.document_number = given.sale_number and line.id = given.line_id
      join documents sale on sale.number = given.sale_number
      left join outlets outlet on outlet.id = sale.outlet_id
      left join item_units unit on unit.item_id = line.item_id and unit.unit = line.unit
      where given.return_number = ${posted}
      group by 1, 2
    ) back
    where sold.item_id = back.item_id and sold.day = back.day`);
}

/** What sales that are about to be removed had counted is not counted any more. */
export async function countUnitsRemoved(
  transaction: Transaction,
  sales: readonly number[],
): Promise<void> {
  await transaction.execute(sql`
    update units_sold sold
    set quantity = greatest(sold.quantity - gone.quantity, 0)
    from (
      select line.item_id, (${POSTED_ON}) as day,
        sum(line.quantity * coalesce(unit.factor, 1)) as quantity
      from document_lines line
      join documents sale on sale.number = line.document_number
      left join outlets outlet on outlet.id = sale.outlet_id
      left join item_units unit on unit.item_id = line.item_id and unit.unit = line.unit
      where line.document_number = any(${sql.param([...sales])}::int[])
      group by 1, 2
    ) gone
    where sold.item_id = gone.item_id and sold.day = gone.day`);
}

/** The day on which a sale was posted, by the clock of its outlet. */
const POSTED_ON = sql`(sale.settled_at at time zone coalesce(outlet.time_zone, 'UTC'))::date`;
