import { and, inArray, sql } from 'drizzle-orm';
import type { Actor } from '../../platform/changes/record';
import type { Transaction } from '../../platform/database/database';
import { drafts } from '../../platform/database/schema/index';
import { Problem } from '../../platform/http/problems';

/** Opens a draft under a name that no other open one has. @returns its id */
export async function openDraft(
  transaction: Transaction,
  name: string,
  { id, now }: Actor,
): Promise<string> {
  if (await isTaken(transaction, name)) {
    const sentence = `There is a draft ${name} already`;
    throw new Problem(422, `${sentence}.`, { fields: [{ path: 'name', sentence }] });
  }
  const [created] = await transaction
    .insert(drafts)
    .values({ name, createdBy: id, createdAt: now })
    .returning({ id: drafts.id });
  if (!created) throw new Error('a new draft gave no id');
  return created.id;
}

/** True where a draft that is open, or waits, has this name. */
export async function isTaken(transaction: Transaction, name: string): Promise<boolean> {
  const taken = await transaction
    .select({ id: drafts.id })
    .from(drafts)
    .where(
      and(inArray(drafts.state, ['open', 'waiting']), sql`lower(${drafts.name}) = lower(${name})`),
    );
  return taken.length > 0;
}
