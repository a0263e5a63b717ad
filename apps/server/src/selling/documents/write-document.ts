import type { DocumentContent, DocumentState } from '@honest-ledger/contracts';
import {
  MODEL_VERSION,
  priceDocument,
  serialized,
  type PricedDocument,
} from '@honest-ledger/engine';
import { eq, inArray } from 'drizzle-orm';
import { saveValues } from '../../master-data/attributes/values';
import type { Transaction } from '../../platform/database/database';
import {
  customers,
  documentLines,
  documents,
  items,
  outlets,
  type DocumentRecord,
} from '../../platform/database/schema/index';
import { momentOf } from '../../master-data/facts/as-of';
import { Problem } from '../../platform/http/problems';
import type { Services } from '../../setup/versions/services';
import { overtake } from '../guards/held';
import { versionInForce } from '../../master-data/in-force/queries';
import { storeFacts } from './facts';
import { brokenGuards } from './guards';
import { ownersNow, type OverrideAuthors } from './hands';
import { documentAt, outcomeOf } from './queries';

/** A document as it was written and priced. */
export interface WrittenAndPriced {
  readonly priced: PricedDocument;
  readonly row: DocumentRecord;
}

/** A document as it was before somebody wrote it anew. */
export interface Before {
  readonly number: number;
  readonly revision: number;
  readonly attributes: DocumentContent['attributes'];
}

/**
 * Writes a document as somebody wants it, in the state it is in from then on, with all of it priced
 * under the version in force, as of the moment that it says.
 */
export async function writeDocument(
  transaction: Transaction,
  services: Services,
  before: Before,
  content: DocumentContent,
  by: {
    readonly id: number;
    readonly state: DocumentState;
    readonly overrideAuthors: OverrideAuthors;
  },
): Promise<WrittenAndPriced> {
  const now = services.now();
  const [changed] = await transaction
    .update(documents)
    .set({
      customerId: await customerIdOf(transaction, content.customer),
      title: content.title,
      outletId: await outletIdOf(transaction, content.outlet),
      currency: content.currency,
      asOf: content.asOf,
      validUntil: content.validUntil,
      codes: [...content.codes],
      shipping: content.shipping,
      byHand: content.byHand,
      discount: content.discount,
      ...content.salesContext,
      levelId: content.level,
      revision: before.revision + 1,
      state: by.state,
      settledAt: by.state === 'open' ? null : now,
      changedBy: by.id,
      changedAt: now,
    })
    .where(eq(documents.number, before.number))
    .returning();
  if (!changed) throw new Error('a document was lost while it was kept');
  const { attributes } = content;
  const values = { id: before.number, before: before.attributes, after: attributes };
  await saveValues(transaction, 'documents', [values]);
  return replaceLines(transaction, services, changed, content, by);
}

async function replaceLines(
  transaction: Transaction,
  { setups }: Services,
  written: DocumentRecord,
  content: DocumentContent,
  by: { readonly id: number; readonly overrideAuthors: OverrideAuthors },
): Promise<WrittenAndPriced> {
  const { lines } = content;
  const itemIds = await itemIdsOf(transaction, lines);
  const version = await versionInForce(transaction);
  const { compiled } = await setups.of(transaction, version);
  const pricedAt = await momentOf(transaction, content, written.changedAt);
  const document = await documentAt(
    transaction,
    compiled,
    { ...content, kind: written.kind },
    pricedAt,
    written,
  );
  const priced = priceDocument(compiled, document);
  const outcome = outcomeOf(priced);
  const overrideAuthors = await ownersNow(transaction, by.overrideAuthors, by.id, {
    content,
    priced,
  });
  const guards = await brokenGuards(transaction, content, priced, overrideAuthors);
  const { discount } = overrideAuthors;
  await transaction
    .update(documents)
    .set({
      outcome,
      total: outcome.total,
      guards,
      discountBy: discount?.owner ?? null,
      discountFor: discount?.typedFor ?? null,
    })
    .where(eq(documents.number, written.number));
  const row = { ...written, guards };
  await overtake(transaction, row);
  const factsHash = await storeFacts(transaction, document);
  await transaction.delete(documentLines).where(eq(documentLines.documentNumber, written.number));
  if (lines.length === 0) return { priced, row };
  const { number } = written;
  await transaction
    .insert(documentLines)
    .values(lineRows(lines, priced, { number, itemIds, pricedAt, factsHash, overrideAuthors }));
  return { priced, row };
}

/** The rows of a document's lines: each with its price and all that it was made from. */
export function lineRows(
  lines: DocumentContent['lines'],
  { version, lines: priced }: PricedDocument,
  of: {
    readonly number: number;
    readonly itemIds: ReadonlyMap<string, number>;
    readonly pricedAt: Date;
    readonly factsHash: string;
    readonly overrideAuthors: OverrideAuthors;
  },
): (typeof documentLines.$inferInsert)[] {
  return priced.map((line, position) => {
    const written = lines[position];
    const itemId = of.itemIds.get(line.item);
    if (!written || itemId === undefined) {
      throw new Error(`line ${String(position)} of ${String(lines.length)} was lost in pricing`);
    }
    const { id, quantity, unit, duration, formOfSupply, level } = written;
    const { priceByHand, discount, kept, note } = written;
    const hand = of.overrideAuthors.lines.get(id);
    const form = serialized(line);
    return {
      id,
      documentNumber: of.number,
      position,
      itemId,
      quantity,
      unit,
      duration,
      formOfSupply,
      levelId: level,
      priceByHand: priceByHand?.price ?? null,
      priceReason: priceByHand?.reason ?? null,
      discount,
      handBy: hand?.owner ?? null,
      handFor: hand?.typedFor ?? null,
      kept,
      note,
      amount: form.kind === 'priced' ? form.amount : null,
      version,
      modelVersion: MODEL_VERSION,
      pricedAt: of.pricedAt,
      factsHash: of.factsHash,
      priced: form,
    };
  });
}

async function customerIdOf(transaction: Transaction, code: string | null): Promise<number | null> {
  return code === null ? null : (await customerOf(transaction, code)).id;
}

export async function customerOf(
  transaction: Transaction,
  code: string,
): Promise<typeof customers.$inferSelect> {
  const [customer] = await transaction.select().from(customers).where(eq(customers.code, code));
  if (!customer) throw new Problem(422, `There is no customer ${code}.`);
  return customer;
}

async function outletIdOf(transaction: Transaction, code: string | null): Promise<number | null> {
  if (code === null) return null;
  const [outlet] = await transaction.select().from(outlets).where(eq(outlets.code, code));
  if (!outlet) throw new Problem(422, `There is no outlet ${code}.`);
  return outlet.id;
}

async function itemIdsOf(
  transaction: Transaction,
  lines: DocumentContent['lines'],
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
