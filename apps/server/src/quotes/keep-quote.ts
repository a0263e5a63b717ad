import type { QuoteContent, QuoteEdit } from '@honest-ledger/contracts';
import {
  MODEL_VERSION,
  priceDocument,
  printed,
  type PricedLine,
  type PricingDocument,
} from '@honest-ledger/engine';
import { eq, inArray } from 'drizzle-orm';
import type { Transaction } from '../database/database';
import { customers, items, quoteLines, quotes } from '../database/schema/index';
import { conflict, notFound, Problem } from '../http/problems';
import type { Services } from '../services';
import { settingsInForce, versionInForce } from '../versions/queries';
import { storeFacts } from './facts';
import { documentNow, readQuote } from './queries';

export interface Editor {
  readonly id: number;
}

/** Begins an empty quote for a customer, in the home currency. @returns its number */
export async function beginQuote(
  transaction: Transaction,
  { now }: Services,
  customer: string,
  editor: Editor,
): Promise<number> {
  const { homeCurrency } = await settingsInForce(transaction);
  const [created] = await transaction
    .insert(quotes)
    .values({
      customerId: await customerId(transaction, customer),
      currency: homeCurrency,
      changedBy: editor.id,
      changedAt: now(),
    })
    .returning({ number: quotes.number });
  if (!created) throw new Error('a new quote gave no number');
  return created.number;
}

/** Keeps a quote as somebody wrote it and prices all of it under the version in force. */
export async function keepQuote(
  transaction: Transaction,
  services: Services,
  number: number,
  edit: QuoteEdit,
  editor: Editor,
): Promise<void> {
  const [quote] = await transaction
    .select()
    .from(quotes)
    .where(eq(quotes.number, number))
    .for('update');
  if (!quote) throw notFound(`Quote ${String(number)}`);
  if (quote.revision !== edit.revision) {
    throw conflict(
      'Somebody else has changed this quote meanwhile.',
      await readQuote(transaction, services, number),
    );
  }
  const now = services.now();
  await transaction
    .update(quotes)
    .set({
      customerId: await customerId(transaction, edit.customer),
      title: edit.title,
      revision: quote.revision + 1,
      changedBy: editor.id,
      changedAt: now,
    })
    .where(eq(quotes.number, number));
  await replaceLines(transaction, services, { ...quote, changedAt: now }, edit);
}

async function replaceLines(
  transaction: Transaction,
  { setups }: Services,
  quote: typeof quotes.$inferSelect,
  { customer, lines }: QuoteContent,
): Promise<void> {
  const itemIds = await itemIdsOf(transaction, lines);
  const version = await versionInForce(transaction);
  const { compiled } = await setups.of(transaction, version);
  const pricedAt = quote.changedAt;
  const document = await documentNow(transaction, customer, quote.currency, lines, pricedAt);
  const priced = priceDocument(compiled, document);
  const factsHash = await storeFacts(transaction, document.facts);
  await transaction.delete(quoteLines).where(eq(quoteLines.quoteNumber, quote.number));
  if (lines.length === 0) return;
  const row = (line: PricedLine, position: number): typeof quoteLines.$inferInsert => {
    const { id, item, quantity } = lines[position] ?? missingLine(document, position);
    const form = printed(line);
    return {
      id,
      quoteNumber: quote.number,
      position,
      itemId: itemIds.get(item) ?? missingLine(document, position),
      quantity,
      amount: form.kind === 'priced' ? form.amount : null,
      version,
      modelVersion: MODEL_VERSION,
      pricedAt,
      factsHash,
      priced: form,
    };
  };
  await transaction.insert(quoteLines).values(priced.lines.map(row));
}

function missingLine(document: PricingDocument, position: number): never {
  throw new Error(
    `line ${String(position)} of ${String(document.lines.length)} was lost in pricing`,
  );
}

async function customerId(transaction: Transaction, code: string): Promise<number> {
  const [customer] = await transaction
    .select({ id: customers.id })
    .from(customers)
    .where(eq(customers.code, code));
  if (!customer) throw new Problem(422, `There is no customer ${code}.`);
  return customer.id;
}

async function itemIdsOf(
  transaction: Transaction,
  lines: QuoteContent['lines'],
): Promise<ReadonlyMap<string, number>> {
  const rows = await transaction
    .select({ id: items.id, number: items.number })
    .from(items)
    .where(
      inArray(
        items.number,
        lines.map(({ item }) => item),
      ),
    );
  const ids = new Map(rows.map(({ id, number }) => [number, id]));
  const fields = lines.flatMap(({ item }, index) =>
    ids.has(item)
      ? []
      : [{ path: `lines[${String(index)}].item`, sentence: `There is no item ${item}` }],
  );
  if (fields.length > 0) {
    throw new Problem(422, fields.map(({ sentence }) => `${sentence}.`).join(' '), { fields });
  }
  return ids;
}
