import type { PricedDocument } from '@honest-ledger/engine';
import { and, asc, eq, notInArray } from 'drizzle-orm';
import type { Queries, Transaction } from '../../platform/database/database';
import { inList } from '../../platform/database/patterns';
import {
  customers,
  items,
  setUpsPaid,
  type DocumentRecord,
} from '../../platform/database/schema/index';
import { ownNumbers, type OwnUses } from './rule-uses';

/** Of some items, those whose set-up charge a customer has paid on another document than this one. */
export async function setUpPaidOf(
  queries: Queries,
  customer: string | null,
  numbers: readonly string[],
  own: OwnUses | null,
): Promise<string[]> {
  if (customer === null) return [];
  const mine = ownNumbers(own);
  const rows = await queries
    .select({ item: items.number })
    .from(setUpsPaid)
    .innerJoin(customers, eq(customers.id, setUpsPaid.customerId))
    .innerJoin(items, eq(items.id, setUpsPaid.itemId))
    .where(
      and(
        eq(customers.code, customer),
        inList(items.number, numbers),
        mine.length > 0 ? notInArray(setUpsPaid.documentNumber, mine) : undefined,
      ),
    )
    .orderBy(asc(items.number));
  return rows.map(({ item }) => item);
}

/** Of several customers, the items whose set-up charge each has paid, in their order. */
export async function setUpsPaidBy(
  queries: Queries,
  buyers: readonly string[],
): Promise<ReadonlyMap<string, readonly string[]>> {
  const rows = await queries
    .select({ customer: customers.code, item: items.number })
    .from(setUpsPaid)
    .innerJoin(customers, eq(customers.id, setUpsPaid.customerId))
    .innerJoin(items, eq(items.id, setUpsPaid.itemId))
    .where(inList(customers.code, buyers))
    .orderBy(asc(items.number));
  const paid = new Map<string, string[]>();
  for (const { customer, item } of rows) {
    const known = paid.get(customer);
    if (known) known.push(item);
    else paid.set(customer, [item]);
  }
  return paid;
}

/** Writes down the set-up charges that a document asks for. What the order before it did stays its own. */
export async function saveSetUpsPaid(
  transaction: Transaction,
  { lines }: PricedDocument,
  { number, customerId }: DocumentRecord,
): Promise<void> {
  if (customerId === null) return;
  const charged = lines.flatMap((line) =>
    line.kind === 'priced' && line.setUp && !line.setUp.paid ? [line.item] : [],
  );
  if (charged.length === 0) return;
  const found = await transaction
    .select({ itemId: items.id })
    .from(items)
    .where(inList(items.number, charged));
  await transaction
    .insert(setUpsPaid)
    .values(found.map(({ itemId }) => ({ customerId, itemId, documentNumber: number })))
    .onConflictDoNothing();
}

/** Gives back what was paid with a document. */
export async function giveBackSetUps(transaction: Transaction, number: number): Promise<void> {
  await transaction.delete(setUpsPaid).where(eq(setUpsPaid.documentNumber, number));
}
