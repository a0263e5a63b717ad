import { documentToForm, type DocumentFactsForm } from '@honest-ledger/contracts';
import type { PricingDocument } from '@honest-ledger/engine';
import { createHash } from 'node:crypto';
import type { Transaction } from '../database/database';
import { factSets } from '../database/schema/index';

/** Stores a document's facts once per distinct content. @returns their hash */
export async function storeFacts(
  transaction: Transaction,
  document: PricingDocument,
): Promise<string> {
  const content: DocumentFactsForm = documentToForm(document).facts;
  const hash = createHash('sha256').update(JSON.stringify(content)).digest('hex');
  await transaction.insert(factSets).values({ hash, content }).onConflictDoNothing();
  return hash;
}
