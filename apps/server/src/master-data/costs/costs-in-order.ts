import { PURCHASE } from '@honest-ledger/engine';
import { sql, type SQL } from 'drizzle-orm';

/** What a search of costs goes by. */
export interface CostsAsked {
  readonly day: string;
  readonly now: Date;
  readonly homeCurrency: string;
  /** Kinds of cost, the first with one above zero counts. */
  readonly costOrder: readonly string[];
}

/**
 * Of each item the cost that margins are over, as PostgreSQL can compare it: rows of `item_id`,
 * `amount` in its own currency, and `per`, by which a price of one base unit in the home currency is
 * multiplied to stand beside it (the units the cost is for, times the rate). Nothing is divided, so
 * every comparison is exact. The rules are those of the engine's `firstCost` for one base unit; a
 * specification holds the two together.
 */
export function costsInOrder({ day, now, homeCurrency, costOrder }: CostsAsked): SQL {
  const order = sql.param([...costOrder]);
  return sql`(
    with
      rates as (
        select distinct on (currency) currency, rate from exchange_rates
        where "from" <= ${now.toISOString()}::timestamptz order by currency, "from" desc
      ),
      stored as (
        select distinct on (c.item_id, c.kind_id)
          c.item_id, k.code as kind, c.amount, c.currency, c.unit
        from item_costs c join cost_kinds k on k.id = c.kind_id
        where c.from_day <= ${day}::date and k.code <> ${PURCHASE}
        order by c.item_id, c.kind_id, c.from_day desc
      ),
      asked as (
        select distinct on (p.item_id)
          p.item_id, ${PURCHASE}::text as kind, p.amount, p.currency, null::text as unit
        from purchase_costs p
        join items i on i.id = p.item_id
        join item_suppliers s on s.item_id = p.item_id and s.supplier_id = p.supplier_id
        where s.preferred and p.unit in ('', i.unit) and p.amount > 0 and p.min_quantity <= 1
          and (p.from_day is null or p.from_day <= ${day}::date)
          and (p.until_day is null or p.until_day >= ${day}::date)
        order by p.item_id, p.min_quantity desc,
          (p.from_day is not null or p.until_day is not null) desc, p.from_day desc nulls last, p.id
      ),
      known as (
        select one.*, coalesce(u.factor, 1) as factor
        from (select * from stored union all select * from asked) one
        join items i on i.id = one.item_id
        left join item_units u on u.item_id = one.item_id and u.unit = one.unit
        where one.amount > 0
          and (one.unit is null or one.unit = i.unit or u.unit is not null)
          and one.kind = any(${order}::text[])
      ),
      first as (
        select distinct on (item_id) * from known
        order by item_id, array_position(${order}::text[], kind)
      )
    select first.item_id, first.amount,
      first.factor * case when first.currency = ${homeCurrency} then 1 else rates.rate end as per
    from first left join rates on rates.currency = first.currency
  )`;
}
