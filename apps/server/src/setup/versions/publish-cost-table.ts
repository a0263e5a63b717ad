import type { CostTableContent } from '@honest-ledger/contracts';
import { eq } from 'drizzle-orm';
import { numbersIn, scopeIds, readGoodsCodes } from '../../master-data/catalogue/goods-codes';
import type { Transaction } from '../../platform/database/database';
import { idsByCode } from '../../platform/database/codes';
import {
  costKinds,
  costTableBandRows,
  costTableOutletRows,
  costTableScopeRows,
  costTableRows,
  outlets,
} from '../../platform/database/schema/index';
import { idOf } from './id-of';
import { replaceRows } from './rows';

/** Writes a cost table into a version; null withdraws it. Only rows that change are touched. */
export async function publishCostTable(
  transaction: Transaction,
  version: number,
  tableId: string,
  content: CostTableContent | null,
): Promise<void> {
  const { scopes = [], pieceCharges = [], costs = [], outlets: places } = content ?? {};
  const all = [...scopes, ...pieceCharges.map(({ scope }) => scope)];
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
    costTableScopeRows,
    eq(costTableScopeRows.tableId, tableId),
    [
      ...scopes.map((scope, position) => ({
        tableId,
        position,
        ...scopeIds(scope, codes),
        pieceCharge: null,
      })),
      ...pieceCharges.map(({ scope, amount }, position) => ({
        tableId,
        position,
        ...scopeIds(scope, codes),
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
