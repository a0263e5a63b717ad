import type { AnyObjectChange } from '@honest-ledger/contracts';
import type { Transaction } from '../../platform/database/database';
import {
  breaks,
  conditions,
  costTables,
  levels,
  rules,
} from '../../platform/database/schema/index';

/** Where objects of these kinds have their identity; what they say lies in the rows of their versions. */
const IDENTITIES = [
  ['level', levels],
  ['costTable', costTables],
  ['break', breaks],
  ['condition', conditions],
  ['rule', rules],
] as const;

/** Gives objects their identity, before anything refers to them. */
export async function identifyObjects(
  transaction: Transaction,
  changes: readonly AnyObjectChange[],
  createdAt: Date,
): Promise<void> {
  for (const [kind, identities] of IDENTITIES) {
    const ids = changes.filter((change) => change.kind === kind).map(({ key }) => key);
    if (ids.length === 0) continue;
    await transaction
      .insert(identities)
      .values(ids.map((id) => ({ id, createdAt })))
      .onConflictDoNothing();
  }
}
