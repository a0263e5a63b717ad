import type { CustomerRow, LevelChoice } from '@honest-ledger/contracts';
import { and, asc, eq, isNull } from 'drizzle-orm';
import type { Queries, Transaction } from '../database/database';
import { customers, levelRows } from '../database/schema/index';
import { conflict, notFound, Problem } from '../http/problems';

/** All customers by code, with the level each has. */
export async function findCustomers(queries: Queries, code?: string): Promise<CustomerRow[]> {
  const rows = await queries
    .select({ customer: customers, level: levelRows.name })
    .from(customers)
    .leftJoin(levelRows, and(eq(levelRows.levelId, customers.levelId), isNull(levelRows.toVersion)))
    .where(code === undefined ? undefined : eq(customers.code, code))
    .orderBy(asc(customers.code));
  return rows.map(({ customer: { code: number, name, segment, levelId, revision }, level }) => ({
    code: number,
    name,
    segment,
    level: levelId === null ? null : { id: levelId, name: level ?? 'a level not in force' },
    revision,
  }));
}

export async function findCustomer(queries: Queries, code: string): Promise<CustomerRow> {
  const [customer] = await findCustomers(queries, code);
  if (!customer) throw notFound(`Customer ${code}`);
  return customer;
}

/** Gives a customer its default level; it counts from the moment it is saved. */
export async function chooseLevel(
  transaction: Transaction,
  code: string,
  { level, revision }: LevelChoice,
): Promise<CustomerRow> {
  const customer = await findCustomer(transaction, code);
  if (customer.revision !== revision) {
    throw conflict('Somebody else has changed this customer meanwhile.', customer);
  }
  if (level !== null) await checkInForce(transaction, level);
  await transaction
    .update(customers)
    .set({ levelId: level, revision: revision + 1 })
    .where(eq(customers.code, code));
  return findCustomer(transaction, code);
}

/** A level that only a draft has would price nothing. */
export async function checkInForce(queries: Queries, level: string): Promise<void> {
  const found = await queries
    .select({ id: levelRows.levelId })
    .from(levelRows)
    .where(and(eq(levelRows.levelId, level), isNull(levelRows.toVersion)));
  if (found.length === 0) {
    throw new Problem(422, 'This level is not published yet. Publish the draft first.');
  }
}
