import type { DocumentContent } from '@honest-ledger/contracts';
import type { Day } from '@honest-ledger/engine';
import { and, eq } from 'drizzle-orm';
import { serializable, type Transaction } from '../../platform/database/database';
import { repeats } from '../../platform/database/schema/index';
import { overrideAuthorsOf } from '../documents/hands';
import { makeFrom } from '../documents/make-from';
import { keeping, promisesOf, withPromises } from '../documents/promises';
import { storedDocument, type StoredDocument } from '../documents/queries';
import { localTime } from '../../platform/clock/local-time';
import { zoneAt } from '../../master-data/facts/as-of';
import { Problem } from '../../platform/http/problems';
import type { Services } from '../../setup/versions/services';
import { dayAfter, occasionsFrom } from './occasions';
import { letMake, type RepeatJob } from './set';

/**
 * Makes the order of a day that has come, open and for somebody to confirm, and asks for the next one.
 * Where several days went by, as while nothing ran, one order stands for all of them. What cannot be
 * made says why, and the next one is asked for.
 * @param isLast whether it is not tried again where it fails
 */
export async function makeRepeated(
  services: Services,
  { number, on }: RepeatJob,
  isLast: boolean,
): Promise<void> {
  const { database } = services;
  try {
    await serializable(database, async (transaction) => {
      const due = await dueRepeat(transaction, services, number, on);
      if (!due) return;
      const { repeat, stored, day, zone, passed } = due;
      await makeFrom(transaction, services, stored.document, {
        into: 'order',
        content: contentOf(stored, repeat.prices),
        overrideAuthors: overrideAuthorsOf(stored),
        origin: { repeatsNumber: number, repeatsOn: day },
        by: repeat.setBy,
      });
      const remark =
        passed > 0 ? `The order for ${day} stands for ${String(passed)} before it, too.` : null;
      await goOn(transaction, services, repeat, { after: day, zone, remark });
    });
  } catch (error) {
    if (!(error instanceof Problem) && !isLast) throw error;
    const why = error instanceof Problem ? error.detail : 'The server could not make it.';
    await serializable(database, async (transaction) => {
      const due = await dueRepeat(transaction, services, number, on);
      if (!due) return;
      const { repeat, day, zone } = due;
      await goOn(transaction, services, repeat, {
        after: day,
        zone,
        remark: `No order for ${day}: ${why}`,
      });
    });
    if (!(error instanceof Problem)) throw error; // for the log
  }
}

type Repeat = typeof repeats.$inferSelect;

/** What is to be made now; null where that day has not come, or is not the next one any more. */
async function dueRepeat(
  transaction: Transaction,
  services: Services,
  number: number,
  on: Day,
): Promise<{
  readonly repeat: Repeat;
  readonly stored: StoredDocument;
  /** The last of the days that have come. */
  readonly day: Day;
  /** How many came before it. */
  readonly passed: number;
  readonly zone: string;
} | null> {
  const [repeat] = await transaction
    .select()
    .from(repeats)
    .where(and(eq(repeats.documentNumber, number), eq(repeats.nextOn, on)))
    .for('update');
  if (!repeat) return null;
  const stored = await storedDocument(transaction, number);
  const zone = await zoneAt(transaction, stored.content.outlet);
  const today = localTime(services.now(), zone).day;
  if (on > today) {
    await letMake(transaction, services, { number, on }, zone); // it was begun too soon
    return null;
  }
  let [day, passed] = [on, 0];
  for (;;) {
    const [next] = occasionsFrom(repeat, dayAfter(day), 1);
    if (next === undefined || next > today) return { repeat, stored, day, passed, zone };
    [day, passed] = [next, passed + 1];
  }
}

/** The next day after one is asked for, where there is one. */
async function goOn(
  transaction: Transaction,
  services: Services,
  repeat: Repeat,
  {
    after,
    zone,
    remark,
  }: { readonly after: Day; readonly zone: string; readonly remark: string | null },
): Promise<void> {
  const number = repeat.documentNumber;
  const [nextOn] = occasionsFrom(repeat, dayAfter(after), 1);
  await transaction
    .update(repeats)
    .set({ nextOn: nextOn ?? null, remark, revision: repeat.revision + 1 })
    .where(eq(repeats.documentNumber, number));
  if (nextOn !== undefined) await letMake(transaction, services, { number, on: nextOn }, zone);
}

/** An order as it is made again: at the prices that it has, or at those of its own day. */
function contentOf(stored: StoredDocument, prices: Repeat['prices']): DocumentContent {
  const { rows } = stored;
  const content = { ...stored.content, asOf: null };
  if (prices === 'today') return withPromises(content, null);
  const lines = rows.map(({ id, priced }) => ({ id, promised: priced }));
  return keeping(withPromises(content, null), lines, promisesOf(lines, stored));
}
