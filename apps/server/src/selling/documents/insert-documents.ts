import { batches } from '../../platform/database/batches';
import { documentToForm, type DocumentLineInput } from '@honest-ledger/contracts';
import type { PricedDocument, PricingDocument } from '@honest-ledger/engine';
import type { Transaction } from '../../platform/database/database';
import { documentLines, documents } from '../../platform/database/schema/index';
import { storeAllFacts } from './facts';
import { NO_OVERRIDE_AUTHORS } from './hands';
import { outcomeOf } from './queries';
import { lineRows } from './write-document';

/** A line has more than twenty columns. */
const LINES_AT_ONCE = 1000;

/** Creates a document without lines. */
export async function insertDocument(
  transaction: Transaction,
  values: typeof documents.$inferInsert,
): Promise<{ readonly number: number; readonly revision: number }> {
  const [created] = await transaction
    .insert(documents)
    .values(values)
    .returning({ number: documents.number, revision: documents.revision });
  if (!created) throw new Error('a new document gave no number');
  return created;
}

/** A sale that was priced elsewhere than in an open document. */
export interface PostedSale {
  /** What another system calls it, once among those of one call; null for a single one of our own. */
  readonly importedAs: string | null;
  readonly massChangeId: string | null;
  readonly at: Date;
  readonly by: number;
  readonly customerId: number | null;
  readonly outletId: number | null;
  readonly lines: readonly DocumentLineInput[];
  readonly document: PricingDocument;
  readonly priced: PricedDocument;
}

/** Writes sales with their lines, posted at once. @returns their numbers */
export async function insertPostedSales(
  transaction: Transaction,
  sales: readonly PostedSale[],
  itemIds: ReadonlyMap<string, number>,
): Promise<number[]> {
  const forms = sales.map(({ document }) => documentToForm(document).facts);
  const hashes = await storeAllFacts(transaction, forms);
  const rows = await transaction
    .insert(documents)
    .values(sales.map(documentRow))
    .returning({ number: documents.number, name: documents.importedAs });
  const numbers = new Map(rows.map(({ number, name }) => [name, number]));
  const lines = sales.flatMap(({ importedAs, at, lines: own, priced }, place) =>
    lineRows(own, priced, {
      number: numbers.get(importedAs) ?? 0,
      itemIds,
      pricedAt: at,
      factsHash: hashes[place] ?? '',
      overrideAuthors: NO_OVERRIDE_AUTHORS,
    }),
  );
  for (const some of batches(lines, LINES_AT_ONCE)) {
    await transaction.insert(documentLines).values(some);
  }
  return rows.map(({ number }) => number);
}

function documentRow({
  importedAs,
  massChangeId,
  at,
  by,
  customerId,
  outletId,
  document: { currency, byHand },
  priced,
}: PostedSale): typeof documents.$inferInsert {
  const outcome = outcomeOf(priced);
  return {
    kind: 'sale',
    state: 'posted',
    importedAs,
    massChangeId,
    customerId,
    outletId,
    currency,
    byHand,
    outcome,
    total: outcome.total,
    changedBy: by,
    changedAt: at,
    settledAt: at,
  };
}
