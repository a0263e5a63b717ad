import type { BoughtBefore, CompiledSetup, CustomerFacts, ItemFacts } from '@honest-ledger/engine';
import { and, eq, sql } from 'drizzle-orm';
import type { Queries } from '../../platform/database/database';
import { inList } from '../../platform/database/patterns';
import {
  categories,
  customers,
  documentLines,
  documents,
  items,
} from '../../platform/database/schema/index';

type AskedSetup = Pick<CompiledSetup, 'salesAsked'>;

/** On how many posted sales a customer bought anything, these items and their categories; where a rule asks. */
export async function boughtBefore(
  queries: Queries,
  setup: AskedSetup,
  { customer }: { readonly customer: CustomerFacts | null },
  goods: readonly ItemFacts[],
): Promise<BoughtBefore | null> {
  const codes = customer ? [customer.code] : [];
  return (await salesCounted(queries, setup, codes, goods)).of(customer?.code ?? null, goods);
}

/** What customers have bought so far, which goes up with every sale that is counted besides. */
export interface SalesCounted {
  /** Null where no rule asks, and for nobody known. */
  of(customer: string | null, goods: readonly ItemFacts[]): BoughtBefore | null;
  /** Counts one more sale of some goods. */
  count(customer: string | null, goods: readonly ItemFacts[]): void;
}

/** Counts the posted sales of some customers: all, and those of each of these goods and their categories. */
export async function salesCounted(
  queries: Queries,
  { salesAsked }: AskedSetup,
  buyers: readonly string[],
  goods: readonly ItemFacts[],
): Promise<SalesCounted> {
  if (!salesAsked || buyers.length === 0) return NONE_COUNTED;
  const counts = new Map<string, number>();
  const add = (rows: readonly CountedRow[], what: string): void => {
    for (const { buyer, code, sales } of rows) counts.set(keyOf(buyer, what, code), sales);
  };
  const own = and(inList(customers.code, buyers), eq(documents.state, 'posted'));
  const sales = sql<number>`count(distinct ${documents.number})::int`;
  const all = await queries
    .select({ buyer: customers.code, sales })
    .from(documents)
    .innerJoin(customers, eq(customers.id, documents.customerId))
    .where(own)
    .groupBy(customers.code);
  add(
    all.map((row) => ({ ...row, code: '' })),
    ALL,
  );
  add(
    await queries
      .select({ buyer: customers.code, code: items.number, sales })
      .from(documents)
      .innerJoin(customers, eq(customers.id, documents.customerId))
      .innerJoin(documentLines, eq(documentLines.documentNumber, documents.number))
      .innerJoin(items, eq(items.id, documentLines.itemId))
      .where(and(own, inList(items.number, numbersOf(goods))))
      .groupBy(customers.code, items.number),
    ITEM,
  );
  add(
    await queries
      .select({ buyer: customers.code, code: categories.code, sales })
      .from(documents)
      .innerJoin(customers, eq(customers.id, documents.customerId))
      .innerJoin(documentLines, eq(documentLines.documentNumber, documents.number))
      .innerJoin(items, eq(items.id, documentLines.itemId))
      .innerJoin(categories, eq(categories.id, items.categoryId))
      .where(and(own, inList(categories.code, categoriesOf(goods))))
      .groupBy(customers.code, categories.code),
    CATEGORY,
  );
  const counted = (buyer: string, what: string, codes: readonly string[]): BoughtBefore['items'] =>
    [...new Set(codes)]
      .sort()
      .map((code) => ({ code, sales: counts.get(keyOf(buyer, what, code)) ?? 0 }));
  return {
    of: (buyer, bought) =>
      buyer === null
        ? null
        : {
            sales: counts.get(keyOf(buyer, ALL, '')) ?? 0,
            items: counted(buyer, ITEM, numbersOf(bought)),
            categories: counted(buyer, CATEGORY, categoriesOf(bought)),
          },
    count: (buyer, bought) => {
      if (buyer === null) return;
      const keys = [
        keyOf(buyer, ALL, ''),
        ...[...new Set(numbersOf(bought))].map((code) => keyOf(buyer, ITEM, code)),
        ...categoriesOf(bought).map((code) => keyOf(buyer, CATEGORY, code)),
      ];
      for (const key of keys) counts.set(key, (counts.get(key) ?? 0) + 1);
    },
  };
}

const NONE_COUNTED: SalesCounted = { of: () => null, count: () => undefined };

interface CountedRow {
  readonly buyer: string;
  readonly code: string;
  readonly sales: number;
}

const [ALL, ITEM, CATEGORY] = ['all', 'item', 'category'] as const;
const keyOf = (buyer: string, what: string, code: string): string =>
  JSON.stringify([buyer, what, code]);

const numbersOf = (goods: readonly ItemFacts[]): string[] => goods.map(({ item }) => item);

/** The category of each, not those above it. */
const categoriesOf = (goods: readonly ItemFacts[]): string[] => [
  ...new Set(goods.flatMap((item) => item.categories.at(-1)?.code ?? [])),
];
