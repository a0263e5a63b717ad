import type { StayingThing } from '@honest-ledger/contracts';
import { sql } from 'drizzle-orm';
import { recordAll, type Actor } from '../../platform/changes/record';
import type { Transaction } from '../../platform/database/database';
import { inList } from '../../platform/database/patterns';
import { namedElsewhere, textsInForms } from '../../platform/database/references';
import { items } from '../../platform/database/schema/index';
import { readItemContents, type StoredItem } from './item-contents';

/** What names an item, by the table that does. */
const NAMED_BY: Readonly<Record<string, string>> = {
  document_lines: 'it stands on a quote, an order or a sale',
  purchase_order_lines: 'it stands on a purchase order',
  price_proposals: 'a proposed price names it',
  base_price_rows: 'a price of it was published',
  set_ups_paid: 'its set-up charge was paid',
  item_costs: 'it has a cost',
  purchase_costs: 'a supplier has a cost for it',
};
const BY_ITEM = 'another item is replaced by it';
const BY_SETUP = 'the setup, a draft or a change of prices names it';

/**
 * Removes items that nothing names, with their units, suppliers and attributes.
 * @param withCosts whether costs go along; else an item that has some stays
 * @returns those that stay, and why
 */
export async function removeItems(
  transaction: Transaction,
  numbers: readonly string[],
  actor: Actor,
  { withCosts }: { readonly withCosts: boolean },
): Promise<StayingThing[]> {
  const stored = [...(await readItemContents(transaction, numbers)).values()];
  const why = await namedBy(transaction, stored, withCosts);
  const staying = stored.filter(({ number }) => why.has(number));
  const gone = stored.filter(({ number }) => !why.has(number));
  await transaction.delete(items).where(
    inList(
      items.id,
      gone.map(({ id }) => id),
    ),
  );
  await recordAll(
    transaction,
    actor,
    gone.map(({ number, content }) => ({
      kind: 'item',
      key: number,
      name: content.name,
      action: 'removed' as const,
      before: content,
      after: null,
    })),
  );
  return staying.map(({ number }) => ({ what: 'item', key: number, why: why.get(number) ?? '' }));
}

async function namedBy(
  transaction: Transaction,
  stored: readonly StoredItem[],
  withCosts: boolean,
): Promise<ReadonlyMap<string, string>> {
  const ids = stored.map(({ id }) => id);
  const tables = await namedElsewhere(transaction, 'items', ids);
  const texts = await textsInForms(transaction);
  const costed = withCosts ? new Map<number, string>() : await withCostsOf(transaction, ids);
  const why = new Map<string, string>();
  for (const { id, number } of stored) {
    // what is replaced is looked at below: it may go along
    const naming = [...(tables.get(id) ?? [])].filter((name) => name !== 'items');
    const by = naming.find((name) => name in NAMED_BY) ?? naming[0] ?? costed.get(id);
    if (by !== undefined) why.set(number, NAMED_BY[by] ?? BY_SETUP);
    else if (texts.has(number)) why.set(number, BY_SETUP);
  }
  return withReplacing(transaction, stored, why);
}

/** An item that replaces one that stays, stays as well; and so on. */
async function withReplacing(
  transaction: Transaction,
  stored: readonly StoredItem[],
  why: ReadonlyMap<string, string>,
): Promise<ReadonlyMap<string, string>> {
  const ids = stored.map(({ id }) => id);
  const { rows } = await transaction.execute<{ replaced: string; by: string }>(sql`
    select o.number as replaced, n.number as by
    from items o join items n on n.id = o.replaced_by_id
    where n.id = any(${sql.param(ids)}::int[])`);
  const all = new Map(why);
  const going = new Set(stored.map(({ number }) => number));
  for (let found = true; found;) {
    found = false;
    for (const { replaced, by } of rows) {
      if (all.has(by) || (going.has(replaced) && !all.has(replaced))) continue;
      all.set(by, BY_ITEM);
      found = true;
    }
  }
  return all;
}

async function withCostsOf(
  transaction: Transaction,
  ids: readonly number[],
): Promise<Map<number, string>> {
  const { rows } = await transaction.execute<{ id: number; by: string }>(sql`
    select item_id as id, 'purchase_costs' as by from purchase_costs
    where item_id = any(${sql.param([...ids])}::int[])
    union select item_id, 'item_costs' from item_costs
    where item_id = any(${sql.param([...ids])}::int[])`);
  return new Map(rows.map(({ id, by }) => [id, by]));
}
