import type { Publish } from '@honest-ledger/contracts';
import { and, eq } from 'drizzle-orm';
import { record, type Actor } from '../../platform/changes/record';
import { serializable, type Transaction } from '../../platform/database/database';
import { drafts } from '../../platform/database/schema/index';
import { conflict, Problem } from '../../platform/http/problems';
import { addJob } from '../../platform/jobs/add-job';
import type { Services } from '../versions/services';
import { waitForPublishing } from '../versions/publish';
import { draftAsSeen, publishEdits } from './publish-draft';
import { heldEdits } from './queries';

/** The job that publishes a draft when its moment comes. */
export const PUBLISH_JOB = 'publish-draft';
export interface PublishJob {
  readonly draft: string;
  /** The moment it was asked for, ISO 8601: a draft that waits for another one has another job. */
  readonly at: string;
}

/** Lets a draft, as the user looked at it, wait to be published at a moment to come. */
export async function letWait(
  transaction: Transaction,
  id: string,
  { revision, note }: Publish,
  at: Date,
  actor: Actor,
): Promise<void> {
  if (at <= actor.now) throw new Problem(422, 'This moment has passed. Choose one to come.');
  const draft = await draftAsSeen(transaction, id, revision);
  if ((await heldEdits(transaction, { draft: id })).length === 0) {
    throw new Problem(422, 'The draft changes nothing.');
  }
  await transaction
    .update(drafts)
    .set({
      state: 'waiting',
      publishAt: at,
      publishById: actor.id,
      publishNote: note,
      remark: null,
      revision: revision + 1,
    })
    .where(eq(drafts.id, id));
  const job = { draft: id, at: at.toISOString() } satisfies PublishJob;
  await addJob(transaction, PUBLISH_JOB, job, at.getTime() - actor.now.getTime());
  const waits = { until: at.toISOString(), note };
  await recordWaiting(transaction, actor, draft, null, waits);
}

/** Takes a draft back from waiting, so that it can be edited again. */
export async function takeBack(transaction: Transaction, id: string, actor: Actor): Promise<void> {
  const [draft] = await transaction.select().from(drafts).where(eq(drafts.id, id)).for('update');
  if (draft?.state !== 'waiting') throw conflict('This draft is not scheduled any more.', null);
  await transaction
    .update(drafts)
    .set({ ...NOT_WAITING, revision: draft.revision + 1 })
    .where(eq(drafts.id, id));
  const waited = { until: draft.publishAt?.toISOString(), note: draft.publishNote };
  await recordWaiting(transaction, actor, draft, waited, null);
}

const NOT_WAITING = {
  state: 'open',
  publishAt: null,
  publishById: null,
  publishNote: null,
} as const;

/**
 * Publishes a draft whose moment has come, onto what is in force by now. One that was taken back
 * or given a later moment meanwhile is left alone. One that cannot be published is opened again
 * and says why.
 */
export async function publishWaiting(
  services: Services,
  { draft: id, at }: PublishJob,
): Promise<void> {
  const { database, now } = services;
  try {
    await serializable(
      database,
      async (transaction) => {
        await waitForPublishing(transaction);
        const [draft] = await transaction
          .select()
          .from(drafts)
          .where(and(eq(drafts.id, id), eq(drafts.state, 'waiting')));
        if (draft?.publishAt?.toISOString() !== at || draft.publishById === null) return;
        const actor = { id: draft.publishById, now: now() };
        await publishEdits(transaction, services, draft, draft.publishNote ?? '', actor);
      },
      'drafts',
    );
  } catch (error) {
    if (!(error instanceof Problem)) throw error;
    await database
      .update(drafts)
      .set({ ...NOT_WAITING, remark: error.detail })
      .where(and(eq(drafts.id, id), eq(drafts.state, 'waiting')));
  }
}

async function recordWaiting(
  transaction: Transaction,
  actor: Actor,
  { id, name }: typeof drafts.$inferSelect,
  before: unknown,
  after: unknown,
): Promise<void> {
  await record(transaction, actor, {
    kind: 'draft',
    key: id,
    name,
    action: 'changed',
    before,
    after,
  });
}
