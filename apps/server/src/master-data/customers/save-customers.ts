import { batches } from '../../platform/database/batches';
import type { CustomerContent } from '@honest-ledger/contracts';
import { sql } from 'drizzle-orm';
import { isDeepStrictEqual } from 'node:util';
import { numbersIn, scopeIds, readGoodsCodes } from '../catalogue/goods-codes';
import { saveValues } from '../attributes/values';
import { recordAll, type Actor } from '../../platform/changes/record';
import { idsByCode } from '../../platform/database/codes';
import type { Transaction } from '../../platform/database/database';
import { inList } from '../../platform/database/patterns';
import {
  customers,
  levelAssignments,
  outlets,
  segments,
} from '../../platform/database/schema/index';
import { readCustomers } from './queries';

export interface SavedCustomer {
  readonly code: string;
  readonly content: CustomerContent;
}

/**
 * Keeps customers that are there, and makes those that are not. They count from this moment on.
 * What they name must be there: `customerProblems` says.
 */
export async function saveCustomers(
  transaction: Transaction,
  all: readonly SavedCustomer[],
  actor: Actor,
): Promise<void> {
  for (const some of batches(all)) await saveSome(transaction, some, actor);
}

async function saveSome(
  transaction: Transaction,
  some: readonly SavedCustomer[],
  actor: Actor,
): Promise<void> {
  const codes = some.map(({ code }) => code);
  const before = await readCustomers(transaction, codes);
  const idOf = async (
    table: typeof segments | typeof outlets,
  ): Promise<(code: string | null) => number | null> => {
    const ids = await idsByCode(transaction, table);
    return (code) => (code === null ? null : (ids.get(code) ?? null));
  };
  const [segmentId, outletId] = [await idOf(segments), await idOf(outlets)];
  const rows = await transaction
    .insert(customers)
    .values(
      some.map(({ code, content }) => ({
        code,
        name: content.name,
        segmentId: segmentId(content.segment),
        currency: content.currency,
        outletId: outletId(content.outlet),
        levelId: content.level,
      })),
    )
    .onConflictDoUpdate({
      target: customers.code,
      set: {
        name: sql`excluded.name`,
        segmentId: sql`excluded.segment_id`,
        currency: sql`excluded.currency`,
        outletId: sql`excluded.outlet_id`,
        levelId: sql`excluded.level_id`,
        revision: sql`${customers.revision} + 1`,
      },
    })
    .returning({ id: customers.id, code: customers.code });
  const ids = new Map(rows.map(({ id, code }) => [code, id]));
  await writeAssignments(
    transaction,
    some.map((one) => ({
      ...one,
      id: ids.get(one.code) ?? 0,
      before: before.get(one.code)?.assignments ?? [],
    })),
  );
  await saveValues(
    transaction,
    'customers',
    some.map(({ code, content }) => ({
      id: ids.get(code) ?? 0,
      before: before.get(code)?.attributes ?? {},
      after: content.attributes,
    })),
  );
  const after = await readCustomers(transaction, codes);
  await recordAll(
    transaction,
    actor,
    some.map(({ code, content }) => ({
      kind: 'customer',
      key: code,
      name: content.name,
      action: before.has(code) ? ('changed' as const) : ('made' as const),
      before: before.get(code) ?? null,
      after: after.get(code) ?? null,
    })),
  );
}

async function writeAssignments(
  transaction: Transaction,
  saved: readonly (SavedCustomer & {
    readonly id: number;
    readonly before: CustomerContent['assignments'];
  })[],
): Promise<void> {
  const changed = saved.filter(
    ({ content, before }) => !isDeepStrictEqual(content.assignments, before),
  );
  if (changed.length === 0) return;
  const assignments = changed.flatMap(({ id, content }) =>
    content.assignments.map((one, position) => ({ ...one, position, customerId: id })),
  );
  await transaction.delete(levelAssignments).where(
    inList(
      levelAssignments.customerId,
      changed.map(({ id }) => id),
    ),
  );
  if (assignments.length === 0) return;
  const codes = await readGoodsCodes(transaction, {
    numbers: numbersIn(assignments.map(({ scope }) => scope)),
  });
  await transaction.insert(levelAssignments).values(
    assignments.map(({ id, customerId, position, level, scope, window }) => ({
      id,
      customerId,
      position,
      levelId: level,
      ...scopeIds(scope, codes),
      fromDay: window.from,
      untilDay: window.until,
    })),
  );
}
