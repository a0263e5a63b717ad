import {
  documentToForm,
  lineFromForm,
  setupToForm,
  type DocumentForm,
  type DocumentOutcome,
  type QuoteContent,
  type Page,
  type PageAsked,
  type QuoteLineInput,
  type QuoteQuery,
  type QuoteRow,
  type QuoteView,
} from '@honest-ledger/contracts';
import {
  decimal,
  minorDigits,
  print,
  reachingSetup,
  withDigits,
  ZERO,
  type CompiledSetup,
  type PricingDocument,
} from '@honest-ledger/engine';
import { asc, count, eq, sql } from 'drizzle-orm';
import { valuesOf } from '../attributes/values';
import { pricingDay, readItemsToPrice } from '../costs/items-to-price';
import type { Queries } from '../database/database';
import { countOf, inOrder, onPage } from '../database/pages';
import { everyWordIn, oneOf } from '../database/patterns';
import { customers, items, outlets, quoteLines, quotes, users } from '../database/schema/index';
import { surroundings } from '../facts/surroundings';
import { notFound } from '../http/problems';
import type { Services } from '../services';
import { versionInForce } from '../versions/queries';

/** A page of the quotes. */
export async function findQuotes(queries: Queries, query: QuoteQuery): Promise<Page<QuoteRow>> {
  const rows = await onPage(selectQuotes(queries, query), query);
  const counts = await countsOf(
    queries,
    rows.map(({ quote }) => quote.number),
  );
  return {
    rows: rows.map(({ quote, code, name, by }) => {
      const { lines = 0, priced = 0 } = counts.get(quote.number) ?? {};
      return {
        number: quote.number,
        customer: { code, name },
        title: quote.title,
        lines,
        total: print(withDigits(decimal(quote.total), minorDigits(quote.currency))),
        unpricedLines: lines - priced,
        currency: quote.currency,
        changedAt: quote.changedAt.toISOString(),
        changedBy: by,
      };
    }),
    total: await countOf(queries, selectQuotes(queries, query)),
  };
}

function selectQuotes(queries: Queries, query: Omit<QuoteQuery, keyof PageAsked>) {
  const columns = {
    changedAt: quotes.changedAt,
    number: quotes.number,
    customer: customers.name,
    title: quotes.title,
    currency: quotes.currency,
    by: users.name,
  };
  const said = [sql`${quotes.number}::text`, customers.code, customers.name, quotes.title];
  return queries
    .select({ quote: quotes, code: customers.code, name: customers.name, by: users.name })
    .from(quotes)
    .innerJoin(customers, eq(customers.id, quotes.customerId))
    .innerJoin(users, eq(users.id, quotes.changedBy))
    .where(everyWordIn(query.text, said))
    .orderBy(...inOrder(query, columns, quotes.number))
    .$dynamic();
}

/** How many lines some quotes have. */
async function countsOf(queries: Queries, numbers: readonly number[]) {
  const rows = await queries
    .select({
      number: quoteLines.quoteNumber,
      lines: count(),
      priced: count(quoteLines.amount),
    })
    .from(quoteLines)
    .where(oneOf(quoteLines.quoteNumber, numbers))
    .groupBy(quoteLines.quoteNumber);
  return new Map(rows.map((row) => [row.number, row]));
}

/** A quote as it was last priced, and what it takes to price it anew. */
export async function readQuote(
  queries: Queries,
  services: Services,
  number: number,
): Promise<QuoteView> {
  const { quote, by, content, rows } = await storedQuote(queries, number);
  const inForce = await versionInForce(queries);
  const { setup, compiled } = await services.setups.of(queries, inForce);
  const document = await documentNow(queries, compiled, content, services.now());
  return {
    number,
    revision: quote.revision,
    ...content,
    version: rows[0]?.version ?? inForce,
    versionInForce: inForce,
    priced: rows.map(({ priced }) => priced),
    outcome: quote.outcome ?? nothingPriced(quote),
    unpricedLines: rows.filter(({ amount }) => amount === null).length,
    changedAt: quote.changedAt.toISOString(),
    changedBy: by,
    pricing: {
      setup: setupToForm(reachingSetup(setup, document)),
      document: documentToForm(document),
    },
  };
}

/** A quote as a document to price, with the facts of now. */
export async function documentOfQuote(
  queries: Queries,
  services: Services,
  number: number,
): Promise<DocumentForm> {
  const { content } = await storedQuote(queries, number);
  const { compiled } = await services.setups.of(queries, await versionInForce(queries));
  return documentToForm(await documentNow(queries, compiled, content, services.now()));
}

/** Of a quote that was never kept. */
function nothingPriced({ currency }: typeof quotes.$inferSelect): DocumentOutcome {
  const nothing = print(withDigits(ZERO, minorDigits(currency)));
  return {
    subtotal: nothing,
    shipping: null,
    rules: [],
    notApplied: [],
    codes: [],
    total: nothing,
  };
}

interface StoredQuote {
  readonly quote: typeof quotes.$inferSelect;
  readonly by: string;
  readonly content: QuoteContent;
  readonly rows: readonly (typeof quoteLines.$inferSelect)[];
}

/** A quote as it was kept. */
export async function storedQuote(queries: Queries, number: number): Promise<StoredQuote> {
  const [found] = await queries
    .select({ quote: quotes, customer: customers.code, outlet: outlets.code, by: users.name })
    .from(quotes)
    .leftJoin(outlets, eq(outlets.id, quotes.outletId))
    .innerJoin(customers, eq(customers.id, quotes.customerId))
    .innerJoin(users, eq(users.id, quotes.changedBy))
    .where(eq(quotes.number, number));
  if (!found) throw notFound(`Quote ${String(number)}`);
  const { quote, customer, outlet, by } = found;
  const rows = await queries
    .select({ line: quoteLines, item: items.number })
    .from(quoteLines)
    .innerJoin(items, eq(items.id, quoteLines.itemId))
    .where(eq(quoteLines.quoteNumber, number))
    .orderBy(asc(quoteLines.position));
  const content: QuoteContent = {
    customer,
    title: quote.title,
    outlet,
    currency: quote.currency,
    codes: quote.codes,
    shipping: quote.shipping,
    byHand: quote.byHand,
    attributes: (await valuesOf(queries, 'documents', [number])).get(number) ?? {},
    level: quote.levelId,
    lines: rows.map(({ line, item }) => toLine(line, item)),
  };
  return { quote, by, content, rows: rows.map(({ line }) => line) };
}

/** What a document says of itself; its customer may be one nobody knows. */
export interface WrittenDocument extends Omit<QuoteContent, 'customer' | 'title'> {
  readonly customer: string | null;
}

/** The document as it would be priced at an instant, with the facts of now. */
export async function documentNow(
  queries: Queries,
  setup: CompiledSetup,
  written: WrittenDocument,
  now: Date,
): Promise<PricingDocument> {
  const { currency, codes, shipping, byHand, attributes, level, lines } = written;
  const around = await surroundings(queries, written, now);
  const found = await readItemsToPrice(
    queries,
    pricingDay(around.local.day, setup),
    lines.map(({ item }) => item),
  );
  const items = found.map(({ id: _, ...item }) => item);
  return {
    pricedAt: now.toISOString(),
    currency,
    codes,
    shipping: shipping === null ? null : decimal(shipping),
    byHand,
    attributes,
    level,
    facts: { ...around, items },
    lines: lines.map(lineFromForm),
  };
}

function toLine(line: typeof quoteLines.$inferSelect, item: string): QuoteLineInput {
  const { id, quantity, unit, duration, formOfSupply, levelId: level } = line;
  const { priceByHand, priceReason } = line;
  return {
    id,
    item,
    quantity,
    unit,
    duration,
    formOfSupply,
    level,
    priceByHand:
      priceByHand === null || priceReason === null
        ? null
        : { price: priceByHand, reason: priceReason },
  };
}
