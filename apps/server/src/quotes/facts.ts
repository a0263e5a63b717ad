import type { DocumentFacts } from '@honest-ledger/engine';
import { createHash } from 'node:crypto';
import { readItemFacts } from '../catalogue/queries';
import { findCustomer } from '../customers/queries';
import type { Queries, Transaction } from '../database/database';
import { factSets } from '../database/schema/index';

/** All that pricing a document can ask, as it is now. Unknown items are left out. */
export async function gatherFacts(
  queries: Queries,
  customerCode: string,
  itemNumbers: readonly string[],
): Promise<DocumentFacts> {
  const { code, name, level } = await findCustomer(queries, customerCode);
  const items = await readItemFacts(queries, [...new Set(itemNumbers)]);
  return {
    customer: { code, name, level: level?.id ?? null },
    items: items.map(({ item, name: itemName, categories, unit, quantityDigits }) => ({
      item,
      name: itemName,
      categories,
      unit,
      quantityDigits,
    })),
  };
}

/** Stores facts once per distinct content. @returns their hash */
export async function storeFacts(transaction: Transaction, facts: DocumentFacts): Promise<string> {
  const hash = createHash('sha256').update(JSON.stringify(facts)).digest('hex');
  await transaction.insert(factSets).values({ hash, content: facts }).onConflictDoNothing();
  return hash;
}
