import { savedConditionFromForm, type SavedConditionContent } from '@honest-ledger/contracts';
import { serialized, type SavedCondition } from '@honest-ledger/engine';
import { eq } from 'drizzle-orm';
import type { Queries, Transaction } from '../../platform/database/database';
import { conditionRows } from '../../platform/database/schema/index';
import { byName } from './cost-tables-of-version';
import { countsIn } from './queries';
import { replaceRows } from './rows';

/** The saved conditions as a version has them, by name. */
export async function readConditionsOfVersion(
  queries: Queries,
  version: number,
): Promise<SavedCondition[]> {
  const rows = await queries.select().from(conditionRows).where(countsIn(conditionRows, version));
  return rows
    .map(({ conditionId: id, name, content: when }) => savedConditionFromForm({ id, name, when }))
    .sort(byName);
}

/** What an administrator edits of a saved condition. */
export function contentOfCondition({ id: _, ...content }: SavedCondition): SavedConditionContent {
  return serialized(content);
}

/** Writes a saved condition into a version; null withdraws it. */
export async function publishCondition(
  transaction: Transaction,
  version: number,
  conditionId: string,
  form: SavedConditionContent | null,
): Promise<void> {
  const wanted = form ? [{ conditionId, name: form.name, content: form.when }] : [];
  const own = eq(conditionRows.conditionId, conditionId);
  await replaceRows(transaction, conditionRows, own, wanted, version);
}
