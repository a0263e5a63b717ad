import { ROLES, type HandLimit, type HandLimitEdit, type Role } from '@honest-ledger/contracts';
import { eq } from 'drizzle-orm';
import { record, type Actor } from '../../platform/changes/record';
import type { Queries, Transaction } from '../../platform/database/database';
import { handLimits } from '../../platform/database/schema/index';
import { changedByAnother } from '../../platform/changes/changed-by-another';

/** The discount limit of each role. */
export async function readHandLimits(queries: Queries): Promise<HandLimit[]> {
  const rows = await queries.select().from(handLimits);
  const known = new Map(rows.map(({ role, mostOff }) => [role, mostOff]));
  return ROLES.map((role) => ({ role, mostOff: known.get(role) ?? null }));
}

/** Keeps another limit; it counts for documents from the next time they are priced. */
export async function saveHandLimit(
  transaction: Transaction,
  role: Role,
  { seen, content }: HandLimitEdit,
  by: Actor,
): Promise<void> {
  const [row] = await transaction
    .select()
    .from(handLimits)
    .where(eq(handLimits.role, role))
    .for('update');
  const before = { mostOff: row?.mostOff ?? null };
  if (before.mostOff !== seen.mostOff) {
    const thing = { kind: 'limit by hand', key: role };
    throw await changedByAnother(transaction, thing, 'this limit', before);
  }
  await transaction
    .insert(handLimits)
    .values({ role, ...content })
    .onConflictDoUpdate({ target: handLimits.role, set: content });
  await record(transaction, by, {
    kind: 'limit by hand',
    key: role,
    name: `By hand: ${role}`,
    action: 'changed',
    before,
    after: content,
  });
}
