import {
  contentOfQuote,
  may,
  type QuoteContent,
  type QuoteEdit,
  type Role,
} from '@honest-ledger/contracts';
import {
  MODEL_VERSION,
  priceDocument,
  printed,
  type PricedLine,
  type PricingDocument,
} from '@honest-ledger/engine';
import { eq, inArray } from 'drizzle-orm';
import { isDeepStrictEqual } from 'node:util';
import { attributesOf, keepValues, valueProblems } from '../attributes/values';
import { record } from '../changes/record';
import type { Transaction } from '../database/database';
import { customers, items, outlets, quoteLines, quotes } from '../database/schema/index';
import { ratesAt } from '../facts/surroundings';
import { conflict, notFound, Problem, refused } from '../http/problems';
import type { Services } from '../services';
import { settingsInForce, versionInForce } from '../versions/queries';
import { storeFacts } from './facts';
import { documentNow, readQuote } from './queries';

export interface Editor {
  readonly id: number;
  readonly role: Role;
}

/** Begins an empty quote for a customer, at its outlet and in its currency. @returns its number */
export async function beginQuote(
  transaction: Transaction,
  { now }: Services,
  code: string,
  editor: Editor,
): Promise<number> {
  const { homeCurrency } = await settingsInForce(transaction);
  const customer = await customerOf(transaction, code);
  const outlet = await outletOf(transaction, customer.outletId);
  const [created] = await transaction
    .insert(quotes)
    .values({
      customerId: customer.id,
      outletId: customer.outletId,
      currency: customer.currency ?? outlet?.currency ?? homeCurrency,
      changedBy: editor.id,
      changedAt: now(),
    })
    .returning({ number: quotes.number });
  if (!created) throw new Error('a new quote gave no number');
  await record(
    transaction,
    { id: editor.id, now: now() },
    {
      kind: 'quote',
      key: String(created.number),
      name: `Quote ${String(created.number)}`,
      action: 'made',
      before: null,
      after: { customer: code },
    },
  );
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
  const before = contentOfQuote(await readQuote(transaction, services, number));
  const { revision: _, ...content } = edit;
  checkOverrides(before, content, editor.role);
  await checkByHand(transaction, services, before, content);
  const now = services.now();
  const customer = await customerOf(transaction, content.customer);
  await checkCurrency(transaction, content.currency, now);
  await checkAttributes(transaction, content);
  const [changed] = await transaction
    .update(quotes)
    .set({
      customerId: customer.id,
      title: content.title,
      outletId: await outletIdOf(transaction, content.outlet),
      currency: content.currency,
      codes: [...content.codes],
      shipping: content.shipping,
      byHand: content.byHand,
      levelId: content.level,
      revision: quote.revision + 1,
      changedBy: editor.id,
      changedAt: now,
    })
    .where(eq(quotes.number, number))
    .returning();
  if (!changed) throw new Error('a quote was lost while it was kept');
  const { attributes } = content;
  const values = { id: number, before: before.attributes, after: attributes };
  await keepValues(transaction, 'documents', [values]);
  await replaceLines(transaction, services, changed, content);
  await record(
    transaction,
    { id: editor.id, now },
    {
      kind: 'quote',
      key: String(number),
      name: `Quote ${String(number)}`,
      action: 'changed',
      before,
      after: content,
    },
  );
}

async function replaceLines(
  transaction: Transaction,
  { setups }: Services,
  quote: typeof quotes.$inferSelect,
  content: QuoteContent,
): Promise<void> {
  const { lines } = content;
  const itemIds = await itemIdsOf(transaction, lines);
  const version = await versionInForce(transaction);
  const { compiled } = await setups.of(transaction, version);
  const pricedAt = quote.changedAt;
  const document = await documentNow(transaction, compiled, content, pricedAt);
  const priced = priceDocument(compiled, document);
  const { subtotal, shipping, rules, notApplied, codes, total } = priced;
  const outcome = printed({ subtotal, shipping, rules, notApplied, codes, total });
  await transaction
    .update(quotes)
    .set({ outcome, total: outcome.total })
    .where(eq(quotes.number, quote.number));
  const factsHash = await storeFacts(transaction, document);
  await transaction.delete(quoteLines).where(eq(quoteLines.quoteNumber, quote.number));
  if (lines.length === 0) return;
  const row = (line: PricedLine, position: number): typeof quoteLines.$inferInsert => {
    const { id, item, quantity, unit, duration, formOfSupply, level, priceByHand } =
      lines[position] ?? missingLine(document, position);
    const form = printed(line);
    return {
      id,
      quoteNumber: quote.number,
      position,
      itemId: itemIds.get(item) ?? missingLine(document, position),
      quantity,
      unit,
      duration,
      formOfSupply,
      levelId: level,
      priceByHand: priceByHand?.price ?? null,
      priceReason: priceByHand?.reason ?? null,
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

/** What was typed by hand or chosen by somebody who may stays; anything new needs the right to. */
function checkOverrides(before: QuoteContent, after: QuoteContent, role: Role): void {
  if (!may(role, 'chooseRules') && !isDeepStrictEqual(before.byHand, after.byHand)) {
    throw new Problem(403, 'Your role may not put rules on or take them off.');
  }
  if (may(role, 'overridePrices')) return;
  const overrides = (line: QuoteContent['lines'][number] | undefined): unknown[] => [
    line?.level ?? null,
    line?.priceByHand ?? null,
  ];
  const old = new Map(before.lines.map((line) => [line.id, line]));
  const same =
    before.level === after.level &&
    after.lines.every((line) => isDeepStrictEqual(overrides(old.get(line.id)), overrides(line)));
  if (!same) {
    throw new Problem(403, 'Your role may not choose a level or type a price by hand.');
  }
}

/** A rule that is put on or taken off is one that there is, on a line that there is. */
async function checkByHand(
  transaction: Transaction,
  { setups }: Services,
  before: QuoteContent,
  { byHand, lines }: QuoteContent,
): Promise<void> {
  if (byHand.length === 0) return;
  const { setup } = await setups.of(transaction, await versionInForce(transaction));
  const rules = new Set([
    ...setup.rules.map(({ id }) => id),
    ...before.byHand.map(({ rule }) => rule),
  ]);
  const ids = new Set<string | null>([null, ...lines.map(({ id }) => id)]);
  const problems = byHand.flatMap(({ rule, line }, index) => {
    const at = `byHand[${String(index)}]`;
    return [
      ...(rules.has(rule) ? [] : [{ path: `${at}.rule`, sentence: 'There is no such rule' }]),
      ...(ids.has(line) ? [] : [{ path: `${at}.line`, sentence: 'There is no such line' }]),
    ];
  });
  if (problems.length > 0) throw refused(problems);
}

async function checkAttributes(
  transaction: Transaction,
  { attributes }: QuoteContent,
): Promise<void> {
  const known = await attributesOf(transaction, 'documents');
  const problems = valueProblems(known, attributes);
  if (problems.length > 0) throw refused(problems);
}

async function checkCurrency(transaction: Transaction, currency: string, now: Date): Promise<void> {
  const { homeCurrency } = await settingsInForce(transaction);
  if (currency === homeCurrency) return;
  const rates = await ratesAt(transaction, now);
  if (!rates.some((one) => one.currency === currency)) {
    const sentence = `There is no rate from ${homeCurrency} to ${currency}`;
    throw new Problem(422, `${sentence}.`, { fields: [{ path: 'currency', sentence }] });
  }
}

function missingLine(document: PricingDocument, position: number): never {
  throw new Error(
    `line ${String(position)} of ${String(document.lines.length)} was lost in pricing`,
  );
}

async function customerOf(
  transaction: Transaction,
  code: string,
): Promise<typeof customers.$inferSelect> {
  const [customer] = await transaction.select().from(customers).where(eq(customers.code, code));
  if (!customer) throw new Problem(422, `There is no customer ${code}.`);
  return customer;
}

async function outletOf(
  transaction: Transaction,
  id: number | null,
): Promise<typeof outlets.$inferSelect | undefined> {
  if (id === null) return undefined;
  const [outlet] = await transaction.select().from(outlets).where(eq(outlets.id, id));
  return outlet;
}

async function outletIdOf(transaction: Transaction, code: string | null): Promise<number | null> {
  if (code === null) return null;
  const [outlet] = await transaction.select().from(outlets).where(eq(outlets.code, code));
  if (!outlet) throw new Problem(422, `There is no outlet ${code}.`);
  return outlet.id;
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
