import {
  documentToForm,
  setupToForm,
  type QuoteLineInput,
  type QuoteRow,
  type QuoteView,
} from '@honest-ledger/contracts';
import {
  decimal,
  minorDigits,
  print,
  reachingSetup,
  sum,
  withDigits,
  type PricingDocument,
} from '@honest-ledger/engine';
import { asc, count, desc, eq, sql } from 'drizzle-orm';
import type { Queries } from '../database/database';
import { customers, items, quoteLines, quotes, users } from '../database/schema/index';
import { notFound } from '../http/problems';
import type { Services } from '../services';
import { versionInForce } from '../versions/queries';
import { gatherFacts } from './facts';

/** All quotes, the one changed last first. */
export async function findQuotes(queries: Queries): Promise<QuoteRow[]> {
  const rows = await queries
    .select({
      quote: quotes,
      code: customers.code,
      name: customers.name,
      by: users.name,
      lines: count(quoteLines.id),
      priced: count(quoteLines.amount),
      // numeric all the way: PostgreSQL adds exactly and hands the sum over as text
      total: sql<string>`coalesce(sum(${quoteLines.amount}), 0)::text`,
    })
    .from(quotes)
    .innerJoin(customers, eq(customers.id, quotes.customerId))
    .innerJoin(users, eq(users.id, quotes.changedBy))
    .leftJoin(quoteLines, eq(quoteLines.quoteNumber, quotes.number))
    .groupBy(quotes.number, customers.id, users.id)
    .orderBy(desc(quotes.changedAt), desc(quotes.number));
  return rows.map(({ quote, code, name, by, lines, priced, total }) => ({
    number: quote.number,
    customer: { code, name },
    title: quote.title,
    lines,
    total: print(withDigits(decimal(total), minorDigits(quote.currency))),
    unpricedLines: lines - priced,
    currency: quote.currency,
    changedAt: quote.changedAt.toISOString(),
    changedBy: by,
  }));
}

/** A quote as it was last priced, and what it takes to price it anew. */
export async function readQuote(
  queries: Queries,
  services: Services,
  number: number,
): Promise<QuoteView> {
  const [found] = await queries
    .select({ quote: quotes, customer: customers.code, by: users.name })
    .from(quotes)
    .innerJoin(customers, eq(customers.id, quotes.customerId))
    .innerJoin(users, eq(users.id, quotes.changedBy))
    .where(eq(quotes.number, number));
  if (!found) throw notFound(`Quote ${String(number)}`);
  const { quote, customer, by } = found;
  const rows = await queries
    .select({ line: quoteLines, item: items.number })
    .from(quoteLines)
    .innerJoin(items, eq(items.id, quoteLines.itemId))
    .where(eq(quoteLines.quoteNumber, number))
    .orderBy(asc(quoteLines.position));
  const lines = rows.map(({ line, item }) => ({ id: line.id, item, quantity: line.quantity }));
  const amounts = rows.flatMap(({ line }) => (line.amount === null ? [] : [decimal(line.amount)]));
  const inForce = await versionInForce(queries);
  const { setup } = await services.setups.of(queries, inForce);
  const document = await documentNow(queries, customer, quote.currency, lines, services.now());
  return {
    number,
    revision: quote.revision,
    customer,
    title: quote.title,
    lines,
    version: rows[0]?.line.version ?? inForce,
    versionInForce: inForce,
    priced: rows.map(({ line }) => line.priced),
    total: print(withDigits(sum(amounts), minorDigits(quote.currency))),
    unpricedLines: rows.length - amounts.length,
    changedAt: quote.changedAt.toISOString(),
    changedBy: by,
    pricing: {
      setup: setupToForm(reachingSetup(setup, document)),
      document: documentToForm(document),
    },
  };
}

/** The document as it would be priced at an instant, with the facts of now. */
export async function documentNow(
  queries: Queries,
  customer: string,
  currency: string,
  lines: readonly QuoteLineInput[],
  now: Date,
): Promise<PricingDocument> {
  const facts = await gatherFacts(
    queries,
    customer,
    lines.map(({ item }) => item),
  );
  return {
    pricedAt: now.toISOString(),
    currency,
    facts,
    lines: lines.map(({ id, item, quantity }) => ({ id, item, quantity: decimal(quantity) })),
  };
}
