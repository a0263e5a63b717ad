import type {
  CodeAndName,
  CustomerFilter,
  CustomerGroups,
  CustomerListQuery,
  CustomerQuery,
  CustomerRow,
  CustomerView,
  ListOrder,
  Page,
} from '@honest-ledger/contracts';
import { and, asc, eq, inArray, isNull, type SQL } from 'drizzle-orm';
import { attributesOf, valuesOf } from '../attributes/values';
import type { Queries } from '../../platform/database/database';
import { countOf, inOrder, onPage } from '../../platform/database/pages';
import { everyWordIn, inList } from '../../platform/database/patterns';
import {
  customers,
  deliveryMethods,
  departments,
  levelRows,
  outletLevels,
  outlets,
  salesPeople,
  segments,
} from '../../platform/database/schema/index';
import { knownCurrencies } from '../currencies/known';
import { notFound } from '../../platform/http/problems';
import { unitNames } from '../catalogue/unit-names';
import { settingsInForce } from '../in-force/queries';
import { assignmentsByCustomer, assignmentsOf } from './customer-facts';

/** A page of the customers, with the level each has. */
export async function findCustomers(
  queries: Queries,
  query: CustomerQuery,
): Promise<Page<CustomerRow>> {
  const where = matching(query);
  const rows = await onPage(selectCustomers(queries, where, query), query);
  return {
    rows: rows.map(toRow),
    total: await countOf(queries, selectCustomers(queries, where)),
  };
}

/** All customers that a filter lets through, in the order asked for. */
export async function findAllCustomers(
  queries: Queries,
  query: CustomerListQuery,
): Promise<Omit<CustomerView, 'assignments'>[]> {
  const rows = await selectCustomers(queries, matching(query), query);
  const ids = rows.map(({ customer }) => customer.id);
  const attributes = await valuesOf(queries, 'customers', ids);
  return rows.map((row) => ({
    ...toRow(row),
    attributes: attributes.get(row.customer.id) ?? {},
  }));
}

export async function findCustomer(queries: Queries, code: string): Promise<CustomerView> {
  const [found] = await selectCustomers(queries, eq(customers.code, code));
  if (!found) throw notFound(`Customer ${code}`);
  const { id } = found.customer;
  return {
    ...toRow(found),
    assignments: await assignmentsOf(queries, id),
    attributes: (await valuesOf(queries, 'customers', [id])).get(id) ?? {},
  };
}

/** Segments, outlets and currencies to choose from. */
export async function findGroups(queries: Queries): Promise<CustomerGroups> {
  const { homeCurrency } = await settingsInForce(queries);
  const allowed = await queries.select().from(outletLevels).orderBy(asc(outletLevels.levelId));
  const rows = await queries.select().from(outlets).orderBy(asc(outlets.name));
  return {
    segments: await queries
      .select({ code: segments.code, name: segments.name, level: segments.levelId })
      .from(segments)
      .orderBy(asc(segments.name)),
    outlets: rows.map(({ id, code, name, timeZone, currency, levelId, onlyListedLevels }) => ({
      code,
      name,
      timeZone,
      currency,
      level: levelId,
      levelsAllowed: onlyListedLevels
        ? allowed.filter(({ outletId }) => outletId === id).map((row) => row.levelId)
        : null,
    })),
    homeCurrency,
    currencies: await knownCurrencies(queries, homeCurrency),
    attributes: await attributesOf(queries, 'customers'),
    documentAttributes: await attributesOf(queries, 'documents'),
    salesPeople: await codesAndNames(queries, salesPeople),
    departments: await codesAndNames(queries, departments),
    deliveryMethods: await codesAndNames(queries, deliveryMethods),
    units: await unitNames(queries),
  };
}

function codesAndNames(
  queries: Queries,
  table: typeof salesPeople | typeof departments | typeof deliveryMethods,
): Promise<CodeAndName[]> {
  return queries
    .select({ code: table.code, name: table.name })
    .from(table)
    .orderBy(asc(table.name), asc(table.code));
}

export async function hasCustomer(queries: Queries, code: string): Promise<boolean> {
  const rows = await queries
    .select({ id: customers.id })
    .from(customers)
    .where(eq(customers.code, code));
  return rows.length > 0;
}

/** Some customers as their pages show them, by code. */
export async function readCustomers(
  queries: Queries,
  codes: readonly string[],
): Promise<ReadonlyMap<string, CustomerView>> {
  const rows = await selectCustomers(queries, inList(customers.code, codes));
  const ids = rows.map(({ customer }) => customer.id);
  const assignments = await assignmentsByCustomer(queries, ids);
  const attributes = await valuesOf(queries, 'customers', ids);
  return new Map(
    rows.map((row) => [
      row.customer.code,
      {
        ...toRow(row),
        assignments: assignments.get(row.customer.id) ?? [],
        attributes: attributes.get(row.customer.id) ?? {},
      },
    ]),
  );
}

interface CustomerRecord {
  readonly customer: typeof customers.$inferSelect;
  readonly segment: typeof segments.$inferSelect | null;
  readonly outlet: typeof outlets.$inferSelect | null;
  readonly level: string | null;
}

const BY_CODE: ListOrder<'code'> = { sort: 'code', descending: false };

function selectCustomers(
  queries: Queries,
  where: SQL | undefined,
  order: ListOrder<CustomerListQuery['sort']> = BY_CODE,
) {
  const columns = {
    code: customers.code,
    name: customers.name,
    segment: segments.name,
    level: levelRows.name,
    outlet: outlets.name,
    currency: customers.currency,
  };
  return queries
    .select({ customer: customers, segment: segments, outlet: outlets, level: levelRows.name })
    .from(customers)
    .leftJoin(segments, eq(segments.id, customers.segmentId))
    .leftJoin(outlets, eq(outlets.id, customers.outletId))
    .leftJoin(levelRows, and(eq(levelRows.levelId, customers.levelId), isNull(levelRows.toVersion)))
    .where(where)
    .orderBy(...inOrder(order, columns, customers.code))
    .$dynamic();
}

function matching({ text, segment, level, outlet, currency }: CustomerFilter): SQL | undefined {
  return and(
    everyWordIn(text, [
      customers.code,
      customers.name,
      segments.name,
      levelRows.name,
      outlets.name,
    ]),
    segment && inList(segments.code, segment),
    level && inArray(customers.levelId, [...level]),
    outlet && inList(outlets.code, outlet),
    currency && inList(customers.currency, currency),
  );
}

function toRow({ customer, segment, outlet, level }: CustomerRecord): CustomerRow {
  const { code, name, currency, levelId, revision } = customer;
  return {
    code,
    name,
    segment: segment && { code: segment.code, name: segment.name },
    currency,
    outlet: outlet && { code: outlet.code, name: outlet.name },
    level: levelId === null ? null : { id: levelId, name: level ?? 'a level not in force' },
    revision,
  };
}
