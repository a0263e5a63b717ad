import type { RepeatEdit } from '@honest-ledger/contracts';
import type { Day } from '@honest-ledger/engine';
import { documentTitle } from '@honest-ledger/wording';
import { eq } from 'drizzle-orm';
import type { Transaction } from '../../platform/database/database';
import { documents, repeats } from '../../platform/database/schema/index';
import { recordOf, type Editor } from '../documents/save-document';
import { localTime } from '../../platform/clock/local-time';
import { conflict, notFound, Problem, refused } from '../../platform/http/problems';
import { addJob } from '../../platform/jobs/add-job';
import type { Services } from '../../setup/versions/services';
import { beginningOf, dayAfter, occasionsFrom } from './occasions';
import { madeOf, readRepeat, zoneOf } from './queries';
import { changedByAnother } from '../../platform/changes/changed-by-another';

/** The job that makes the next order when its day begins. */
export const REPEAT_JOB = 'repeat-order';
export interface RepeatJob {
  readonly number: number;
  /** A day that is not the next one any more has another job. */
  readonly on: Day;
}

/** Lets a confirmed order be made again and again, or otherwise than before. */
export async function setRepeat(
  transaction: Transaction,
  services: Services,
  number: number,
  { revision, ...terms }: RepeatEdit,
  editor: Editor,
): Promise<void> {
  const { document, before } = await lockRepeat(transaction, number, revision);
  if (document.kind !== 'order' || document.state !== 'confirmed') {
    throw new Problem(
      422,
      `${documentTitle(document)} does not repeat: only confirmed orders do, at the prices they have then.`,
    );
  }
  if (terms.until !== null && terms.until < terms.startsOn) {
    throw refused([{ path: 'until', sentence: 'The last day is before the first' }]);
  }
  if (terms.prices === 'kept' && document.guards.length > 0) {
    // a kept price stands outside every guard: one approval would count for ever
    const sentence =
      'Its prices were approved for this order alone. It can follow those of each day';
    throw refused([{ path: 'prices', sentence }]);
  }
  const zone = await zoneOf(transaction, document.outletId);
  const today = localTime(services.now(), zone).day;
  const [last] = await madeOf(transaction, number);
  const from = last && last.on >= today ? dayAfter(last.on) : today;
  const [nextOn] = occasionsFrom(terms, from, 1);
  if (nextOn === undefined) {
    throw refused([{ path: 'until', sentence: 'No order is left to be made until then' }]);
  }
  const set = { ...terms, nextOn, remark: null, revision: revision + 1, setBy: editor.id };
  await transaction
    .insert(repeats)
    .values({ documentNumber: number, ...set })
    .onConflictDoUpdate({ target: repeats.documentNumber, set });
  await letMake(transaction, services, { number, on: nextOn }, zone);
  const by = { by: editor.id, now: services.now(), action: 'repeats' } as const;
  await recordOf(transaction, document, by, [before && termsOf(before), terms]);
}

/** Ends a repetition: what was made so far stays. */
export async function endRepeat(
  transaction: Transaction,
  { now }: Services,
  number: number,
  revision: number,
  editor: Editor,
): Promise<void> {
  const { document, before } = await lockRepeat(transaction, number, revision);
  if (!before) throw conflict(`${documentTitle(document)} does not repeat.`, null);
  await transaction.delete(repeats).where(eq(repeats.documentNumber, number));
  const by = { by: editor.id, now: now(), action: 'repeats no more' } as const;
  await recordOf(transaction, document, by, [termsOf(before), null]);
}

/** Asks for the order of a day, to be made when that begins. */
export function letMake(
  transaction: Transaction,
  { now }: Services,
  job: RepeatJob,
  zone: string,
): Promise<void> {
  const wait = beginningOf(job.on, zone).getTime() - now().getTime();
  return addJob(transaction, REPEAT_JOB, job, wait);
}

/** A document nobody else changes until the transaction ends, repeating as somebody saw it. */
async function lockRepeat(transaction: Transaction, number: number, revision: number) {
  const [document] = await transaction
    .select()
    .from(documents)
    .where(eq(documents.number, number))
    .for('update');
  if (!document) throw notFound(`Document ${String(number)}`);
  const [before] = await transaction
    .select()
    .from(repeats)
    .where(eq(repeats.documentNumber, number));
  if ((before?.revision ?? 0) !== revision) {
    throw await changedByAnother(
      transaction,
      { kind: 'document', key: String(number) },
      'how it repeats',
      await readRepeat(transaction, number),
    );
  }
  return { document, before: before ?? null };
}

function termsOf({ every, unit, startsOn, until, prices }: typeof repeats.$inferSelect) {
  return { every, unit, startsOn, until, prices };
}
