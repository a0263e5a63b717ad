import type { CostTableContent } from '@honest-ledger/contracts';
import { eq } from 'drizzle-orm';
import { numbersIn, reachIds, readGoodsCodes } from '../../master-data/catalogue/goods-codes';
import type { Transaction } from '../../platform/database/database';
import { inList } from '../../platform/database/patterns';
import {
  costKinds,
  costTableBandRows,
  costTableOutletRows,
  costTableReachRows,
  costTableRows,
  costTables,
  customers,
  outlets,
  segments,
} from '../../platform/database/schema/index';
import { Problem } from '../../platform/http/problems';
import { replaceRows } from './rows';

/** Gives cost tables their identity, before anything refers to them. */
export async function identifyCostTables(
  transaction: Transaction,
  ids: readonly string[],
  now: Date,
): Promise<void> {
  if (ids.length === 0) return;
  await transaction
    .insert(costTables)
    .values(ids.map((id) => ({ id, createdAt: now })))
    .onConflictDoNothing();
}

/** Writes a cost table into a version; null withdraws it. Only rows that change are touched. */
export async function publishCostTable(
  transaction: Transaction,
  version: number,
  tableId: string,
  content: CostTableContent | null,
): Promise<void> {
  const { reaches = [], pieceCharges = [], costs = [], outlets: places } = content ?? {};
  const all = [...reaches, ...pieceCharges.map(({ reach }) => reach)];
  const codes = await readGoodsCodes(transaction, { numbers: numbersIn(all) });
  const kinds = await idsByCode(transaction, costKinds);
  const known = await idsByCode(transaction, outlets);
  await replaceRows(
    transaction,
    costTableRows,
    eq(costTableRows.tableId, tableId),
    content ? [headColumns(tableId, content)] : [],
    version,
  );
  await replaceRows(
    transaction,
    costTableBandRows,
    eq(costTableBandRows.tableId, tableId),
    costs.map(({ cost, bands }, position) => ({
      tableId,
      kindId: idOf(kinds, cost, 'kind of cost'),
      position,
      bands,
    })),
    version,
  );
  await replaceRows(
    transaction,
    costTableReachRows,
    eq(costTableReachRows.tableId, tableId),
    [
      ...reaches.map((reach, position) => ({
        tableId,
        position,
        ...reachIds(reach, codes),
        pieceCharge: null,
      })),
      ...pieceCharges.map(({ reach, amount }, position) => ({
        tableId,
        position,
        ...reachIds(reach, codes),
        pieceCharge: amount,
      })),
    ],
    version,
  );
  await replaceRows(
    transaction,
    costTableOutletRows,
    eq(costTableOutletRows.tableId, tableId),
    (places ?? []).map((code) => ({ tableId, outletId: idOf(known, code, 'outlet') })),
    version,
  );
}

function headColumns(
  tableId: string,
  { name, currency, outlets: places, points, fees, rounding }: CostTableContent,
): Omit<typeof costTableRows.$inferInsert, 'fromVersion'> {
  return { tableId, name, currency, onlyListedOutlets: places !== null, points, fees, rounding };
}

/** The ids of the entries of a list, or of those with some codes. */
export async function idsByCode(
  transaction: Transaction,
  table: typeof costKinds | typeof outlets | typeof segments | typeof customers,
  codes?: readonly string[],
): Promise<ReadonlyMap<string, number>> {
  const rows = await transaction
    .select({ id: table.id, code: table.code })
    .from(table)
    .where(codes && inList(table.code, codes));
  return new Map(rows.map(({ id, code }) => [code, id]));
}

export function idOf(ids: ReadonlyMap<string, number>, code: string, what: string): number {
  const id = ids.get(code);
  if (id === undefined) throw new Problem(422, `There is no ${what} ${code}.`);
  return id;
}
