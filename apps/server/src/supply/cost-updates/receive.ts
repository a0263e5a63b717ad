import type { Bill, CostFileMapping, LeaveOut } from '@honest-ledger/contracts';
import { and, eq, sql } from 'drizzle-orm';
import type { Readable } from 'node:stream';
import type { Actor } from '../../platform/changes/record';
import type { Transaction } from '../../platform/database/database';
import {
  costFileMappings,
  costUpdateRows,
  costUpdates,
  suppliers,
} from '../../platform/database/schema/index';
import { localTime } from '../../platform/clock/local-time';
import { conflict, notFound, Problem } from '../../platform/http/problems';
import { addJob } from '../../platform/jobs/add-job';
import { settingsInForce } from '../../master-data/in-force/queries';
import { inList } from '../../platform/database/patterns';
import { suggestedMapping } from './mapping';
import { findCostUpdate } from './queries';
import { readRows } from './read-rows';
import { storeChunks } from './store';

/** The job that compares a cost update, and the one that takes it in. */
export const COMPARE_COST_UPDATE_JOB = 'compare-receipt';
export const TAKE_IN_JOB = 'take-receipt-in';

/** Named as in jobs that wait since before it was called a cost update. */
export interface CostUpdateJob {
  readonly receipt: string;
}

/** How many rows of a file are shown beside its mapping. */
const SAMPLE_ROWS = 5;

/** Takes a price file as it comes, with a mapping to look at. Nothing of it counts yet. */
export async function receivePriceFile(
  transaction: Transaction,
  code: string,
  file: { readonly name: string; readonly content: Readable },
  actor: Actor,
): Promise<string> {
  const supplierId = await supplierIdOf(transaction, code);
  const { names, rows, found } = await readRows(file.content);
  const [remembered] = await transaction
    .select()
    .from(costFileMappings)
    .where(eq(costFileMappings.supplierId, supplierId));
  const { homeCurrency } = await settingsInForce(transaction);
  const beginning = { currency: homeCurrency, from: localTime(actor.now, 'UTC').day };
  const [made] = await transaction
    .insert(costUpdates)
    .values({
      supplierId,
      fileName: file.name.slice(0, 200),
      state: 'mapping',
      columns: names.map((name) => name.slice(0, 80)),
      sample: rows.slice(0, SAMPLE_ROWS).map(({ cells }) => cells),
      mapping: suggestedMapping(names, rows, remembered ?? null, { ...beginning, ...found }),
      rows: rows.length,
      byId: actor.id,
      at: actor.now,
    })
    .returning({ id: costUpdates.id });
  if (!made) throw new Error('a new cost update gave no id');
  await storeChunks(transaction, made.id, rows);
  return made.id;
}

/** Takes a bill as it was typed: a file of four columns that needs no mapping. */
export async function receiveBill(
  transaction: Transaction,
  { supplier, reference, from, countsAs, lines }: Bill,
  actor: Actor,
): Promise<string> {
  const supplierId = await supplierIdOf(transaction, supplier);
  const rows = lines.map(({ item, cost, currency, unit }, index) => ({
    row: index + 1,
    cells: [item, cost, currency, unit ?? ''],
  }));
  const none = { gtin: null, minQuantity: null, from: null, until: null, number: null };
  const mapping: CostFileMapping = {
    columns: { ...none, item: 0, cost: 1, currency: 2, unit: 3 },
    decimalMark: '.',
    days: 'dayMonthYear',
    currency: lines[0]?.currency ?? '',
    from,
    countsAs,
  };
  const [made] = await transaction
    .insert(costUpdates)
    .values({
      supplierId,
      fileName: reference === '' ? 'A bill' : `Bill ${reference}`,
      state: 'comparing',
      columns: ['Item', 'Cost', 'Currency', 'Unit'],
      sample: rows.slice(0, SAMPLE_ROWS).map(({ cells }) => cells),
      mapping,
      rows: lines.length,
      byId: actor.id,
      at: actor.now,
    })
    .returning({ id: costUpdates.id });
  if (!made) throw new Error('a new cost update gave no id');
  await storeChunks(transaction, made.id, rows);
  await addJob(transaction, COMPARE_COST_UPDATE_JOB, { receipt: made.id } satisfies CostUpdateJob);
  return made.id;
}

/** Says what the columns are; the supplier's next file is read alike. Then the rows are compared. */
export async function mapCostUpdate(
  transaction: Transaction,
  id: string,
  mapping: CostFileMapping,
): Promise<void> {
  const [costUpdate] = await transaction
    .select()
    .from(costUpdates)
    .where(eq(costUpdates.id, id))
    .for('update');
  if (!costUpdate) throw notFound('This cost update');
  if (!['mapping', 'ready', 'failed'].includes(costUpdate.state)) {
    throw conflict('This cannot be read another way any more.', null);
  }
  const columns = costUpdate.columns.length;
  if (Object.values(mapping.columns).some((place) => place !== null && place >= columns)) {
    throw new Problem(422, `The file has ${String(columns)} columns.`);
  }
  await transaction
    .update(costUpdates)
    .set({ mapping, state: 'comparing', remark: null })
    .where(eq(costUpdates.id, id));
  const remembered = { columns: costUpdate.columns, mapping };
  await transaction
    .insert(costFileMappings)
    .values({ supplierId: costUpdate.supplierId, ...remembered })
    .onConflictDoUpdate({ target: costFileMappings.supplierId, set: remembered });
  await addJob(transaction, COMPARE_COST_UPDATE_JOB, { receipt: id } satisfies CostUpdateJob);
}

/** Leaves rows out of what is taken in, or takes them back; none once it was. */
export async function leaveRowsOut(
  transaction: Transaction,
  id: string,
  { rows, leftOut }: LeaveOut,
): Promise<void> {
  const costUpdate = await findCostUpdate(transaction, id);
  if (costUpdate.state !== 'ready')
    throw conflict('This has been imported since you opened it.', costUpdate);
  await transaction
    .update(costUpdateRows)
    .set({ leftOut })
    .where(and(eq(costUpdateRows.costUpdateId, id), inList(costUpdateRows.row, rows)));
}

/** Lets a cost update be that nobody has taken in. */
export async function cancelCostUpdate(transaction: Transaction, id: string): Promise<void> {
  const cancelled = await transaction
    .update(costUpdates)
    .set({ state: 'cancelled' })
    .where(
      sql`${costUpdates.id} = ${id} and ${costUpdates.state} in ('mapping', 'comparing', 'ready', 'failed')`,
    )
    .returning({ id: costUpdates.id });
  if (cancelled.length === 0) throw conflict('It is too late to cancel this.', null);
}

async function supplierIdOf(transaction: Transaction, code: string): Promise<number> {
  const [row] = await transaction
    .select({ id: suppliers.id })
    .from(suppliers)
    .where(eq(suppliers.code, code));
  if (!row) throw new Problem(422, `There is no supplier ${code}.`);
  return row.id;
}
