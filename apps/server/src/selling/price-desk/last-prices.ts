import {
  LAST_PRICES,
  type LastPrice,
  type LastPrices,
  type LastPricesQuery,
  type PricedLineForm,
} from '@honest-ledger/contracts';
import { paidForLine, rulesOn } from '@honest-ledger/engine';
import { and, desc, eq, ne, type SQL } from 'drizzle-orm';
import type { Queries } from '../../platform/database/database';
import { customers, documentLines, documents, items } from '../../platform/database/schema/index';

/** What a customer paid last for an item, and others of its segment, on posted sales. */
export async function lastPrices(
  queries: Queries,
  { item, customer }: LastPricesQuery,
): Promise<LastPrices> {
  const [who] =
    customer === undefined
      ? []
      : await queries
          .select({ id: customers.id, segmentId: customers.segmentId })
          .from(customers)
          .where(eq(customers.code, customer));
  const of = (whose: SQL | undefined): Promise<LastPrice[]> => paid(queries, item, whose);
  if (!who) return { customer: [], segment: await of(undefined) };
  const others = and(
    ne(documents.customerId, who.id),
    who.segmentId === null ? undefined : eq(customers.segmentId, who.segmentId),
  );
  return { customer: await of(eq(documents.customerId, who.id)), segment: await of(others) };
}

async function paid(queries: Queries, item: string, whose: SQL | undefined): Promise<LastPrice[]> {
  const rows = await queries
    .select({
      kind: documents.kind,
      number: documents.number,
      at: documents.settledAt,
      customer: customers.name,
      currency: documents.currency,
      line: documentLines,
    })
    .from(documentLines)
    .innerJoin(items, eq(items.id, documentLines.itemId))
    .innerJoin(documents, eq(documents.number, documentLines.documentNumber))
    .leftJoin(customers, eq(customers.id, documents.customerId))
    .where(and(eq(items.number, item), eq(documents.state, 'posted'), whose))
    .orderBy(desc(documents.settledAt), desc(documents.number), documentLines.position)
    .limit(LAST_PRICES);
  return rows.flatMap(({ kind, number, at, customer, currency, line: { priced } }) => {
    if (priced.kind === 'unpriced' || !at) return [];
    const { quantity, unit, net } = priced;
    const paidFor = paidForLine(priced);
    if (!paidFor) return [];
    return {
      document: { kind, number },
      at: at.toISOString(),
      customer,
      quantity,
      unit,
      ...paidFor,
      net,
      currency,
      special: isSpecial(priced),
    };
  });
}

/** Typed by hand, agreed, promised, taken off by hand or under a rule: not what anybody would pay. */
function isSpecial(line: Extract<PricedLineForm, { kind: 'priced' }>): boolean {
  const { closedBy, discount, discountShare } = line;
  const own = closedBy === 'priceByHand' || closedBy === 'kept' || closedBy === 'agreement';
  return own || discount !== null || discountShare !== null || rulesOn(line).length > 0;
}
