import { and, desc, eq } from 'drizzle-orm';
import type { Queries } from '../database/database';
import { changes, users } from '../database/schema/index';
import { conflict, type Problem } from '../http/problems';
import type { RecordedChange } from './record';

/** A thing as the record knows it. */
export type RecordedThing = Pick<RecordedChange, 'kind' | 'key'>;

/**
 * Nothing is saved since somebody was first: who, as the record has it, and what stands there now.
 * @param what it is called in the sentence, as "this customer"
 */
export async function changedByAnother(
  queries: Queries,
  { kind, key }: RecordedThing,
  what: string,
  current: unknown,
): Promise<Problem> {
  const [last] = await queries
    .select({ by: users.name })
    .from(changes)
    .innerJoin(users, eq(users.id, changes.byId))
    .where(and(eq(changes.objectKind, kind), eq(changes.objectKey, key)))
    .orderBy(desc(changes.id))
    .limit(1);
  return notSavedSince(last?.by ?? null, what, current);
}

/** Nothing is saved since somebody was first; null for who is not known. */
export function notSavedSince(by: string | null, what: string, current: unknown): Problem {
  return conflict(`Not saved: ${by ?? 'somebody else'} changed ${what}.`, current);
}
