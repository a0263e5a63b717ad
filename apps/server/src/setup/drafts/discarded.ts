import type { DiscardedDraft } from '@honest-ledger/contracts';
import { and, count, desc, eq, gt, inArray, lte, sql } from 'drizzle-orm';
import { record, type Actor } from '../../platform/changes/record';
import type { Queries, Transaction } from '../../platform/database/database';
import { draftEdits, drafts, users } from '../../platform/database/schema/index';
import { conflict, notFound, Problem } from '../../platform/http/problems';
import { isTaken } from './open-draft';

/** For so long a discarded draft can be brought back, in days. */
const KEPT_DAYS = 30;

/** How many objects a refusal names. */
const MAX_NAMED = 5;

/** Discards an open draft. Its edits hold nothing from then on, and stay for a while. */
export async function discardDraft(
  transaction: Transaction,
  id: string,
  actor: Actor,
): Promise<void> {
  const [draft] = await transaction
    .update(drafts)
    .set({ state: 'discarded', discardedAt: actor.now, discardedById: actor.id })
    .where(and(eq(drafts.id, id), eq(drafts.state, 'open')))
    .returning();
  if (!draft) throw notFound('This draft');
  const edits = await transaction.select().from(draftEdits).where(eq(draftEdits.draftId, id));
  await record(transaction, actor, {
    kind: 'draft',
    key: id,
    name: draft.name,
    action: 'discarded',
    before: edits.map(({ objectKind, objectKey, content }) => ({ objectKind, objectKey, content })),
    after: null,
  });
  await forgetLongGone(transaction, actor.now);
}

/** The drafts that can be brought back, the last one discarded first. */
export async function discardedDrafts(queries: Queries, now: Date): Promise<DiscardedDraft[]> {
  const rows = await queries
    .select({ draft: drafts, by: users.name, edits: count(draftEdits.id) })
    .from(drafts)
    .innerJoin(users, eq(users.id, drafts.discardedById))
    .innerJoin(draftEdits, eq(draftEdits.draftId, drafts.id))
    .where(and(eq(drafts.state, 'discarded'), gt(drafts.discardedAt, longGone(now))))
    .groupBy(drafts.id, users.id)
    .orderBy(desc(drafts.discardedAt), drafts.id);
  return rows.map(({ draft, by, edits }) => {
    const at = draft.discardedAt ?? now;
    return {
      id: draft.id,
      name: draft.name,
      edits,
      discardedBy: by,
      discardedAt: at.toISOString(),
      until: daysLater(at, KEPT_DAYS).toISOString(),
    };
  });
}

/**
 * Opens a discarded draft again, with its edits as they were.
 * @throws {Problem} where it is too old, or another draft edits one of its objects by now
 */
export async function bringBack(transaction: Transaction, id: string, actor: Actor): Promise<void> {
  const [draft] = await transaction.select().from(drafts).where(eq(drafts.id, id)).for('update');
  if (draft?.state !== 'discarded') throw notFound('This draft');
  if (!draft.discardedAt || draft.discardedAt <= longGone(actor.now)) {
    throw new Problem(422, `A discarded draft can be brought back for ${String(KEPT_DAYS)} days.`);
  }
  const held = await heldElsewhere(transaction, id);
  if (held.length > 0) {
    const named = held.slice(0, MAX_NAMED).map(({ key, draftName }) => `${key} (${draftName})`);
    const more = held.length > MAX_NAMED ? ` and ${String(held.length - MAX_NAMED)} more` : '';
    throw conflict(
      `Other drafts edit the same by now: ${named.join(', ')}${more}. Publish or discard those first.`,
      null,
    );
  }
  const name = await freeName(transaction, draft.name);
  await transaction
    .update(drafts)
    .set({
      state: 'open',
      name,
      discardedAt: null,
      discardedById: null,
      revision: sql`revision + 1`,
    })
    .where(eq(drafts.id, id));
  await record(transaction, actor, {
    kind: 'draft',
    key: id,
    name,
    action: 'made',
    before: null,
    after: { broughtBack: draft.name },
  });
}

/** What a draft holds that another one, open or waiting, holds, too. */
async function heldElsewhere(
  transaction: Transaction,
  id: string,
): Promise<{ key: string; draftName: string }[]> {
  const own = transaction
    .select({ kind: draftEdits.objectKind, key: draftEdits.objectKey })
    .from(draftEdits)
    .where(eq(draftEdits.draftId, id));
  return transaction
    .select({ key: draftEdits.objectKey, draftName: drafts.name })
    .from(draftEdits)
    .innerJoin(drafts, eq(drafts.id, draftEdits.draftId))
    .where(
      and(
        inArray(drafts.state, ['open', 'waiting']),
        sql`(${draftEdits.objectKind}, ${draftEdits.objectKey}) in ${own}`,
      ),
    )
    .orderBy(draftEdits.objectKey);
}

/** The name it had, or with a number where another draft has that by now. */
async function freeName(transaction: Transaction, name: string): Promise<string> {
  for (let number = 1; ; number += 1) {
    const tried = number === 1 ? name : `${name} (${String(number)})`;
    if (!(await isTaken(transaction, tried))) return tried;
  }
}

/** What cannot be brought back any more leaves its edits; that it was discarded stays on record. */
async function forgetLongGone(transaction: Transaction, now: Date): Promise<void> {
  const gone = transaction
    .select({ id: drafts.id })
    .from(drafts)
    .where(and(eq(drafts.state, 'discarded'), lte(drafts.discardedAt, longGone(now))));
  await transaction.delete(draftEdits).where(inArray(draftEdits.draftId, gone));
}

const longGone = (now: Date): Date => daysLater(now, -KEPT_DAYS);

function daysLater(at: Date, days: number): Date {
  return new Date(at.getTime() + days * 24 * 60 * 60 * 1000);
}
