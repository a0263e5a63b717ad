import { contentOfDocument } from '@honest-ledger/contracts';
import { and, eq, exists, inArray, lt, sql } from 'drizzle-orm';
import { serializable, type Queries } from '../../platform/database/database';
import {
  documentLines,
  documents,
  priceChangeRows,
  priceChanges,
  users,
} from '../../platform/database/schema/index';
import { Problem } from '../../platform/http/problems';
import { saveDocument } from '../../selling/documents/save-document';
import { readDocument } from '../../selling/documents/queries';
import type { Services } from '../../setup/versions/services';
import type { QuotesJob } from '../../setup/drafts/quotes-again';
import { CHANGING } from './queries';

/** The numbers of quotes with goods of which a price is to change, the latest first. */
export async function findQuotesWith(queries: Queries, priceChange: string): Promise<number[]> {
  const rows = await queries
    .select({ number: documents.number })
    .from(documents)
    .where(and(eq(documents.kind, 'quote'), exists(linesChanged(queries, priceChange))))
    .orderBy(sql`${documents.number} desc`);
  return rows.map(({ number }) => number);
}

function linesChanged(queries: Queries, priceChange: string) {
  return queries
    .select({ one: sql`1` })
    .from(documentLines)
    .innerJoin(priceChangeRows, eq(priceChangeRows.itemId, documentLines.itemId))
    .where(
      and(
        eq(documentLines.documentNumber, documents.number),
        eq(priceChangeRows.priceChangeId, priceChange),
        CHANGING,
      ),
    );
}

/**
 * Prices quotes again that were priced before the version, each for itself. One that somebody
 * edits meanwhile is left to them: their own edit prices it.
 */
export async function priceQuotesAgain(
  services: Services,
  { repricing: id, version }: QuotesJob,
): Promise<void> {
  const { database } = services;
  const [found] = await database
    .select({ one: priceChanges, by: users })
    .from(priceChanges)
    .innerJoin(users, eq(users.id, priceChanges.byId))
    .where(eq(priceChanges.id, id));
  if (!found) return;
  const numbers = await findQuotesWith(database, id);
  const older = numbers.length === 0 ? [] : await pricedBefore(database, numbers, version);
  let done = 0;
  for (const number of older) {
    try {
      await serializable(database, async (transaction) => {
        const quote = await readDocument(transaction, services, number);
        const edit = { ...contentOfDocument(quote), revision: quote.revision };
        await saveDocument(transaction, services, number, edit, found.by);
      });
      done += 1;
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
    }
  }
  const remark =
    `Published as version ${String(version)}. ` +
    (done === 1 ? 'One open quote was' : `${String(done)} open quotes were`) +
    ' priced again.';
  await database.update(priceChanges).set({ remark }).where(eq(priceChanges.id, id));
}

async function pricedBefore(
  queries: Queries,
  numbers: readonly number[],
  version: number,
): Promise<number[]> {
  const rows = await queries
    .selectDistinct({ number: documentLines.documentNumber })
    .from(documentLines)
    .where(
      and(inArray(documentLines.documentNumber, [...numbers]), lt(documentLines.version, version)),
    )
    .orderBy(documentLines.documentNumber);
  return rows.map(({ number }) => number);
}
