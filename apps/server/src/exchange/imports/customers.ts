import {
  CUSTOMER_SHEET,
  customerContentOf,
  readAttributes,
  writeAttributes,
  type CellProblem,
  type Cells,
  type CustomerContent,
  type CustomerView,
} from '@honest-ledger/contracts';
import { isNull } from 'drizzle-orm';
import { customerProblems } from '../../master-data/customers/check-customers';
import { levelsOf } from '../../master-data/customers/levels-of-customer';
import { saveCustomers } from '../../master-data/customers/save-customers';
import { readCustomers } from '../../master-data/customers/queries';
import type { Queries } from '../../platform/database/database';
import { levelRows } from '../../platform/database/schema/index';
import { byKey, cell, inColumns, orNull } from './cells';
import type { ImportedKind } from './kind';
import type { ComparedRow } from './verdicts';

/** Customers: facts, which count at once. */
export const customerKind: ImportedKind = {
  compare: async (queries) => {
    const levels = await levelIds(queries);
    return {
      present: async (rows) => {
        const stored = await readCustomers(queries, codesOf(rows));
        return byKey(CUSTOMER_SHEET, [...stored.values()].map(customerCells));
      },
      problems: (rows) => problemsOf(queries, levels, rows),
    };
  },
  apply: async (transaction, _, rows, { actor }) => {
    const levels = await levelIds(transaction);
    const stored = await readCustomers(transaction, codesOf(rows.map(({ after }) => after)));
    const saved = rows.map(({ after }) => {
      const code = cell(after, 'Customer');
      return { code, content: fromCells(after, stored.get(code), levels) };
    });
    await saveCustomers(transaction, saved, actor);
  },
};

const codesOf = (rows: readonly Cells[]): string[] => rows.map((cells) => cell(cells, 'Customer'));

/** A customer as a row of a file. */
export function customerCells(customer: Omit<CustomerView, 'assignments'>): Cells {
  const { code, name, segment, currency, outlet, level, attributes } = customer;
  return {
    Customer: code,
    Name: name,
    Segment: segment?.code ?? '',
    Currency: currency ?? '',
    Outlet: outlet?.code ?? '',
    Level: level?.name ?? '',
    Attributes: writeAttributes(attributes),
  };
}

/** The levels in force by their names, in small letters. */
async function levelIds(queries: Queries): Promise<ReadonlyMap<string, string>> {
  const rows = await queries
    .select({ id: levelRows.levelId, name: levelRows.name })
    .from(levelRows)
    .where(isNull(levelRows.toVersion));
  return new Map(rows.map(({ id, name }) => [name.toLowerCase(), id]));
}

function fromCells(
  cells: Cells,
  before: CustomerView | undefined,
  levels: ReadonlyMap<string, string>,
): CustomerContent {
  const level = orNull(cells, 'Level');
  const saved = level !== null && level === before?.level?.name ? before.level.id : null;
  return {
    name: cell(cells, 'Name'),
    segment: orNull(cells, 'Segment'),
    currency: orNull(cells, 'Currency'),
    outlet: orNull(cells, 'Outlet'),
    level: saved ?? (level === null ? null : (levels.get(level.toLowerCase()) ?? null)),
    assignments: before?.assignments ?? [],
    attributes: readAttributes(cell(cells, 'Attributes')) ?? {},
  };
}

const COLUMNS = {
  segment: 'Segment',
  outlet: 'Outlet',
  currency: 'Currency',
  level: 'Level',
  attributes: 'Attributes',
};

async function problemsOf(
  queries: Queries,
  levels: ReadonlyMap<string, string>,
  rows: readonly ComparedRow[],
): Promise<CellProblem[][]> {
  const stored = await readCustomers(queries, codesOf(rows.map(({ after }) => after)));
  const contents = rows.map(({ after }) => {
    const before = stored.get(cell(after, 'Customer'));
    const had = before ? levelsOf(customerContentOf(before)) : new Set<string>();
    return { content: fromCells(after, before, levels), had };
  });
  const deeper = await customerProblems(queries, contents);
  return rows.map(({ after }, index) => {
    const level = orNull(after, 'Level');
    return [
      ...inColumns(deeper[index] ?? [], COLUMNS),
      ...(level !== null && contents[index]?.content.level === null
        ? [{ column: 'Level', sentence: `No published level is called ${level}` }]
        : []),
    ];
  });
}
