import {
  discountFromForm,
  documentToForm,
  lineFromForm,
  setupToForm,
  type DocumentForm,
  type DocumentOutcome,
  type DocumentContent,
  type DocumentLineForm,
  type DocumentLineInput,
  type DocumentView,
  type WallClock,
} from '@honest-ledger/contracts';
import {
  cheaperQuantities,
  decimal,
  minorDigits,
  print,
  reachingSetup,
  withDigits,
  ZERO,
  serialized,
  type CompiledSetup,
  type DocumentName,
  type PricedDocument,
  type PricingDocument,
  type DocumentKind,
} from '@honest-ledger/engine';
import { and, asc, eq, ne } from 'drizzle-orm';
import { alias } from 'drizzle-orm/pg-core';
import { valuesOf } from '../../master-data/attributes/values';
import { lastApproval, unapproved } from '../guards/approvals';
import { pricingDay, readItemsToPrice } from '../../master-data/costs/items-to-price';
import type { Queries } from '../../platform/database/database';
import {
  customers,
  items,
  outlets,
  documentLines,
  documents,
  users,
  type DocumentRecord,
} from '../../platform/database/schema/index';
import { momentOf } from '../../master-data/facts/as-of';
import { loadDocumentFacts } from '../../master-data/facts/document-facts';
import { taxFacts } from '../../master-data/facts/tax';
import { notFound } from '../../platform/http/problems';
import type { Services } from '../../setup/versions/services';
import { versionInForce } from '../../master-data/in-force/queries';
import { boughtBefore } from './bought-before';
import { usesOf, type OwnUses } from './rule-uses';
import { setUpPaidOf } from './set-ups-paid';

/** A document as it was last priced, and what it takes to price it anew. */
export async function readDocument(
  queries: Queries,
  services: Services,
  number: number,
): Promise<DocumentView> {
  const { document, by, from, content, rows } = await storedDocument(queries, number);
  const inForce = await versionInForce(queries);
  const { setup, compiled } = await services.setups.of(queries, inForce);
  const at = await momentOf(queries, content, services.now());
  const now = await documentAt(
    queries,
    compiled,
    { ...content, kind: document.kind },
    at,
    document,
  );
  return {
    kind: document.kind,
    number,
    state: document.state,
    from,
    became: await madeFrom(queries, number),
    settledAt: document.settledAt?.toISOString() ?? null,
    revision: document.revision,
    ...content,
    version: rows[0]?.version ?? inForce,
    versionInForce: inForce,
    priced: rows.map(({ priced }) => priced),
    guards: document.guards,
    held: document.state === 'open' && (await unapproved(queries, document)).length > 0,
    approval: await lastApproval(queries, number),
    outcome: document.outcome ?? nothingPriced(document),
    unpricedLines: rows.filter(({ amount }) => amount === null).length,
    cheaper:
      document.state === 'open'
        ? serialized(
            cheaperQuantities(
              compiled,
              now,
              rows.map(({ priced }) => priced),
            ),
          )
        : [],
    changedAt: document.changedAt.toISOString(),
    changedBy: by,
    pricing: {
      setup: setupToForm(reachingSetup(setup, now)),
      document: documentToForm(now),
    },
  };
}

/** What was made from a document, but for what is cancelled. */
export async function madeFrom(queries: Queries, number: number): Promise<DocumentName[]> {
  return queries
    .select({ kind: documents.kind, number: documents.number })
    .from(documents)
    .where(and(eq(documents.fromNumber, number), ne(documents.state, 'cancelled')))
    .orderBy(asc(documents.number));
}

/** A document as one to price, with the facts of now. */
export async function documentToPrice(
  queries: Queries,
  services: Services,
  number: number,
): Promise<{ readonly name: DocumentName; readonly form: DocumentForm }> {
  const { document, content } = await storedDocument(queries, number);
  const { compiled } = await services.setups.of(queries, await versionInForce(queries));
  const at = await momentOf(queries, content, services.now());
  const now = await documentAt(
    queries,
    compiled,
    { ...content, kind: document.kind },
    at,
    document,
  );
  return { name: document, form: documentToForm(now) };
}

/** Of a document that was never kept. */
export function nothingPriced({ currency }: Pick<DocumentRecord, 'currency'>): DocumentOutcome {
  const nothing = print(withDigits(ZERO, minorDigits(currency)));
  return {
    subtotal: nothing,
    shipping: null,
    rules: [],
    discount: null,
    notApplied: [],
    codes: [],
    total: nothing,
    tax: null,
    totalWithTax: nothing,
  };
}

/** What was priced besides the lines. */
export function outcomeOf(priced: PricedDocument): DocumentOutcome {
  const { subtotal, shipping, rules, discount, notApplied, codes, total } = priced;
  const { tax, totalWithTax } = priced;
  return serialized({
    subtotal,
    shipping,
    rules,
    discount,
    notApplied,
    codes,
    total,
    tax,
    totalWithTax,
  });
}

export interface StoredDocument {
  readonly document: DocumentRecord;
  readonly by: string;
  readonly from: DocumentName | null;
  readonly content: DocumentContent;
  readonly rows: readonly (typeof documentLines.$inferSelect)[];
}

/** A document as it was kept. */
export async function storedDocument(queries: Queries, number: number): Promise<StoredDocument> {
  const source = alias(documents, 'source');
  const [found] = await queries
    .select({
      document: documents,
      customer: customers.code,
      outlet: outlets.code,
      by: users.name,
      from: { kind: source.kind, number: source.number },
    })
    .from(documents)
    .leftJoin(outlets, eq(outlets.id, documents.outletId))
    .leftJoin(customers, eq(customers.id, documents.customerId))
    .leftJoin(source, eq(source.number, documents.fromNumber))
    .innerJoin(users, eq(users.id, documents.changedBy))
    .where(eq(documents.number, number));
  if (!found) throw notFound(`Document ${String(number)}`);
  const { document, customer, outlet, by, from } = found;
  const rows = await queries
    .select({ line: documentLines, item: items.number })
    .from(documentLines)
    .innerJoin(items, eq(items.id, documentLines.itemId))
    .where(eq(documentLines.documentNumber, number))
    .orderBy(asc(documentLines.position));
  const { title, currency, asOf, validUntil, codes, shipping, byHand, discount, levelId } =
    document;
  const { salesPerson, department, deliveryMethod, deliveryPostcode } = document;
  const content: DocumentContent = {
    customer,
    title,
    outlet,
    currency,
    asOf: asOf === null ? null : wallClockOf(asOf),
    validUntil,
    codes,
    shipping,
    byHand,
    discount,
    attributes: (await valuesOf(queries, 'documents', [number])).get(number) ?? {},
    salesContext: { salesPerson, department, deliveryMethod, deliveryPostcode },
    level: levelId,
    lines: rows.map(({ line, item }) => toLine(line, item)),
  };
  return { document, by, from, content, rows: rows.map(({ line }) => line) };
}

/** What a document says of itself; its customer may be one nobody knows. */
export interface WrittenDocument extends Omit<
  DocumentContent,
  'title' | 'asOf' | 'validUntil' | 'lines'
> {
  readonly lines: readonly DocumentLineForm[];
  /** What it is written as, or is to become; null where it is a question. */
  readonly kind: DocumentKind | null;
}

/** A date and time as the database writes it ("2026-11-24 14:32:00"). */
function wallClockOf(text: string): WallClock {
  return text.replace(' ', 'T').slice(0, '2026-11-24T14:32'.length);
}

/**
 * The document as it would be priced at an instant, with the facts of now.
 * @param own whose own uses of rules do not count; null where it is no document yet
 */
export async function documentAt(
  queries: Queries,
  setup: CompiledSetup,
  written: WrittenDocument,
  at: Date,
  own: OwnUses | null = null,
): Promise<PricingDocument> {
  const { currency, codes, shipping, byHand, discount, attributes, kind, salesContext } = written;
  const { level, lines } = written;
  const around = await loadDocumentFacts(queries, written, at);
  const found = await readItemsToPrice(
    queries,
    pricingDay(around.local.day, setup),
    lines.map(({ item }) => item),
  );
  const items = found.map(({ id: _, ...item }) => item);
  const numbers = items.map(({ item }) => item);
  const ruleUses = await usesOf(queries, setup.limitedRules, written.customer, own);
  return {
    pricedAt: at.toISOString(),
    currency,
    codes,
    shipping: shipping === null ? null : decimal(shipping),
    byHand,
    discount: discountFromForm(discount),
    attributes,
    kind,
    salesContext,
    level,
    facts: {
      ...around,
      items,
      ruleUses,
      bought: await boughtBefore(queries, setup, around, items),
      setUpPaid: await setUpPaidOf(queries, written.customer, numbers, own),
      tax: await taxFacts(queries, written.outlet, numbers),
    },
    lines: lines.map(lineFromForm),
  };
}

/** What somebody wrote of a line, on its row. */
export type LineAsWritten = Pick<
  typeof documentLines.$inferSelect,
  | 'id'
  | 'quantity'
  | 'unit'
  | 'duration'
  | 'formOfSupply'
  | 'levelId'
  | 'priceByHand'
  | 'priceReason'
  | 'discount'
  | 'kept'
  | 'note'
>;

/** A line as somebody wrote it, from its row. */
export function toLine(line: LineAsWritten, item: string): DocumentLineInput {
  const { id, quantity, unit, duration, formOfSupply, levelId: level } = line;
  const { priceByHand, priceReason, discount, kept, note } = line;
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
    discount,
    kept,
    note,
  };
}
