import { documentToForm, type DocumentFactsForm } from '@honest-ledger/contracts';
import type { PricingDocument } from '@honest-ledger/engine';
import { createHash } from 'node:crypto';
import type { Transaction } from '../../platform/database/database';
import { factSets } from '../../platform/database/schema/index';

/** Stores a document's facts once per distinct content. @returns their hash */
export async function storeFacts(
  transaction: Transaction,
  document: PricingDocument,
): Promise<string> {
  const [hash = ''] = await storeAllFacts(transaction, [documentToForm(document).facts]);
  return hash;
}

/** The same for several documents, in one step. @returns their hashes, in the same order */
export async function storeAllFacts(
  transaction: Transaction,
  contents: readonly DocumentFactsForm[],
): Promise<string[]> {
  const rows = contents.map((content) => ({
    hash: createHash('sha256').update(JSON.stringify(content)).digest('hex'),
    content,
  }));
  const distinct = [...new Map(rows.map((row) => [row.hash, row])).values()];
  await transaction.insert(factSets).values(distinct).onConflictDoNothing();
  return rows.map(({ hash }) => hash);
}
