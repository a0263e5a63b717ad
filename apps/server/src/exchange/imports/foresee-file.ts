import type { FileForeseen } from '@honest-ledger/contracts';
import { and, asc, eq } from 'drizzle-orm';
import { foreseeItems } from '../../setup/catalogue-prices/foresee-item';
import { readItemContents } from '../../master-data/catalogue/item-contents';
import { saveItems } from '../../master-data/catalogue/save-items';
import type { Actor } from '../../platform/changes/record';
import { snapshot, type Database } from '../../platform/database/database';
import { importRows } from '../../platform/database/schema/index';
import { conflict, Problem } from '../../platform/http/problems';
import type { Services } from '../../setup/versions/services';
import { cell } from './cells';
import { itemOfRow } from './items';
import { findImport } from './queries';

/** So many items are priced before and after in about a second. */
const ITEMS_PRICED = 200;

/**
 * What the facts of a file of items move at once. Its base prices are not among them: they go to a
 * draft, which tells what they move.
 */
export async function foreseeFile(
  database: Database,
  services: Services,
  id: string,
  by: Actor,
): Promise<FileForeseen> {
  const { file, rows: compared } = await snapshot(database, async (queries) => ({
    file: await findImport(queries, id),
    rows: await queries
      .select({ after: importRows.after })
      .from(importRows)
      .where(and(eq(importRows.importId, id), eq(importRows.verdict, 'changed')))
      .orderBy(asc(importRows.row))
      .limit(ITEMS_PRICED),
  }));
  if (file.kind !== 'items') throw new Problem(422, 'This is no file of items.');
  if (file.state !== 'ready')
    throw conflict('This file cannot be imported in its present state.', file);
  const rows = compared.flatMap(({ after }) => (after ? [after] : []));
  const names = new Map(rows.map((cells) => [cell(cells, 'Item'), cell(cells, 'Name')]));
  const numbers = [...names.keys()];
  const moves = await foreseeItems(database, services, numbers, async (transaction) => {
    const stored = await readItemContents(transaction, numbers);
    await saveItems(
      transaction,
      rows.map((cells) => itemOfRow(cells, stored)),
      by,
    );
  });
  return {
    changed: file.counts.changed,
    priced: rows.length,
    items: [...moves]
      .filter(([, found]) => found.length > 0)
      .map(([item, found]) => ({ item, name: names.get(item) ?? item, moves: found })),
  };
}
