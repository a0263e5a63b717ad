import type { BoughtBefore, CompiledSetup, CustomerFacts, ItemFacts } from '@honest-ledger/engine';
import { and, eq, sql } from 'drizzle-orm';
import type { Queries } from '../database/database';
import { oneOf } from '../database/patterns';
import { categories, customers, documentLines, documents, items } from '../database/schema/index';

/** On how many posted sales a customer bought anything, these items and their categories; where a rule asks. */
export async function boughtBefore(
  queries: Queries,
  { salesAsked }: Pick<CompiledSetup, 'salesAsked'>,
  { customer }: { readonly customer: CustomerFacts | null },
  goods: readonly ItemFacts[],
): Promise<BoughtBefore | null> {
  if (!salesAsked || !customer) return null;
  const numbers = goods.map(({ item }) => item);
  const codes = [...new Set(goods.flatMap((item) => item.categories.at(-1)?.code ?? []))];
  const own = and(eq(customers.code, customer.code), eq(documents.state, 'posted'));
  const sales = sql<number>`count(distinct ${documents.number})::int`;
  const [all] = await queries
    .select({ sales })
    .from(documents)
    .innerJoin(customers, eq(customers.id, documents.customerId))
    .where(own);
  const byItem = await queries
    .select({ code: items.number, sales })
    .from(documents)
    .innerJoin(customers, eq(customers.id, documents.customerId))
    .innerJoin(documentLines, eq(documentLines.documentNumber, documents.number))
    .innerJoin(items, eq(items.id, documentLines.itemId))
    .where(and(own, oneOf(items.number, numbers)))
    .groupBy(items.number);
  const byCategory = await queries
    .select({ code: categories.code, sales })
    .from(documents)
    .innerJoin(customers, eq(customers.id, documents.customerId))
    .innerJoin(documentLines, eq(documentLines.documentNumber, documents.number))
    .innerJoin(items, eq(items.id, documentLines.itemId))
    .innerJoin(categories, eq(categories.id, items.categoryId))
    .where(and(own, oneOf(categories.code, codes)))
    .groupBy(categories.code);
  return {
    sales: all?.sales ?? 0,
    items: counted(numbers, byItem),
    categories: counted(codes, byCategory),
  };
}

/** Each asked for, in order; what was never sold with 0. */
function counted(
  codes: readonly string[],
  rows: readonly { readonly code: string; readonly sales: number }[],
): BoughtBefore['items'] {
  const found = new Map(rows.map(({ code, sales }) => [code, sales]));
  return [...new Set(codes)].sort().map((code) => ({ code, sales: found.get(code) ?? 0 }));
}
