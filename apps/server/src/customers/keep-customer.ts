import type { CustomerContent, CustomerEdit, CustomerView } from '@honest-ledger/contracts';
import { eq } from 'drizzle-orm';
import { missingGoods, numbersIn, reachIds, readGoodsCodes } from '../catalogue/goods-codes';
import { record, type Actor } from '../changes/record';
import type { Transaction } from '../database/database';
import { customers, levelAssignments, outlets, segments } from '../database/schema/index';
import { conflict, Problem } from '../http/problems';
import { checkInForce, findCustomer } from './queries';

/** Keeps a customer as somebody edited it. A fact: it counts from this moment on. */
export async function keepCustomer(
  transaction: Transaction,
  code: string,
  { revision, ...content }: CustomerEdit,
  actor: Actor,
): Promise<CustomerView> {
  const before = await findCustomer(transaction, code);
  if (before.revision !== revision) {
    throw conflict('Somebody else has changed this customer meanwhile.', before);
  }
  await checkLevels(transaction, content, before);
  const [row] = await transaction
    .update(customers)
    .set({
      name: content.name,
      segmentId: await idOf(transaction, segments, content.segment, 'segment'),
      currency: content.currency,
      outletId: await idOf(transaction, outlets, content.outlet, 'outlet'),
      levelId: content.level,
      revision: revision + 1,
    })
    .where(eq(customers.code, code))
    .returning({ id: customers.id });
  await replaceAssignments(transaction, row?.id ?? 0, content.assignments);
  const after = await findCustomer(transaction, code);
  await record(transaction, actor, {
    kind: 'customer',
    key: code,
    name: after.name,
    action: 'changed',
    before,
    after,
  });
  return after;
}

async function replaceAssignments(
  transaction: Transaction,
  customerId: number,
  assignments: CustomerContent['assignments'],
): Promise<void> {
  await transaction.delete(levelAssignments).where(eq(levelAssignments.customerId, customerId));
  if (assignments.length === 0) return;
  const reaches = assignments.map(({ reach }) => reach);
  const codes = await readGoodsCodes(transaction, { numbers: numbersIn(reaches) });
  const fields = assignments.flatMap(({ reach }, index) => {
    const sentence = missingGoods(reach, codes);
    return sentence === null ? [] : [{ path: `assignments[${String(index)}].reach`, sentence }];
  });
  if (fields.length > 0) {
    throw new Problem(422, fields.map(({ sentence }) => `${sentence}.`).join(' '), { fields });
  }
  await transaction.insert(levelAssignments).values(
    assignments.map(({ id, level, reach, window }, position) => ({
      id,
      customerId,
      position,
      levelId: level,
      ...reachIds(reach, codes),
      fromDay: window.from,
      untilDay: window.until,
    })),
  );
}

/** A level given anew must be in force; one that the customer has already may stay. */
async function checkLevels(
  transaction: Transaction,
  { level, assignments }: CustomerContent,
  before: CustomerView,
): Promise<void> {
  const had = new Set([before.level?.id, ...before.assignments.map((one) => one.level)]);
  const given = [level, ...assignments.map((one) => one.level)];
  for (const id of new Set(given)) {
    if (id !== null && !had.has(id)) await checkInForce(transaction, id);
  }
}

async function idOf(
  transaction: Transaction,
  table: typeof segments | typeof outlets,
  code: string | null,
  what: string,
): Promise<number | null> {
  if (code === null) return null;
  const [row] = await transaction.select({ id: table.id }).from(table).where(eq(table.code, code));
  if (!row) throw new Problem(422, `There is no ${what} ${code}.`);
  return row.id;
}
