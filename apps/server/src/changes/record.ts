import type { Transaction } from '../database/database';
import { changes } from '../database/schema/index';

/** Who does something, and when. */
export interface Actor {
  readonly id: number;
  readonly now: Date;
}

export interface RecordedChange {
  readonly kind: string;
  readonly key: string;
  readonly name: string;
  readonly action: 'made' | 'changed' | 'removed' | 'published' | 'discarded';
  readonly before: unknown;
  readonly after: unknown;
}

/** Puts changes on record, in the transaction that makes them. */
export async function record(
  transaction: Transaction,
  { id, now }: Actor,
  ...made: readonly RecordedChange[]
): Promise<void> {
  if (made.length === 0) return;
  const rows = made.map(({ kind, key, name, action, before, after }) => ({
    at: now,
    byId: id,
    objectKind: kind,
    objectKey: key,
    objectName: name,
    action,
    before,
    after,
  }));
  const ROWS_AT_ONCE = 5000;
  for (let from = 0; from < rows.length; from += ROWS_AT_ONCE) {
    await transaction.insert(changes).values(rows.slice(from, from + ROWS_AT_ONCE));
  }
}
