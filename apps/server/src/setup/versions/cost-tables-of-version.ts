import { costTableFromForm, type CostTableContent } from '@honest-ledger/contracts';
import { serialized, type CostTable } from '@honest-ledger/engine';
import { and, asc, eq } from 'drizzle-orm';
import { readGoodsCodes, scopeOf } from '../../master-data/catalogue/goods-codes';
import type { Queries } from '../../platform/database/database';
import {
  costKinds,
  costTableBandRows,
  costTableOutletRows,
  costTableScopeRows,
  costTableRows,
  outlets,
} from '../../platform/database/schema/index';
import { countsIn } from './queries';

/** The cost tables as a version has them, by name. */
export async function readCostTablesOfVersion(
  queries: Queries,
  version: number,
): Promise<CostTable[]> {
  const heads = await queries.select().from(costTableRows).where(countsIn(costTableRows, version));
  if (heads.length === 0) return [];
  const bands = await queries
    .select({ row: costTableBandRows, cost: costKinds.code })
    .from(costTableBandRows)
    .innerJoin(costKinds, eq(costKinds.id, costTableBandRows.kindId))
    .where(countsIn(costTableBandRows, version))
    .orderBy(asc(costTableBandRows.position));
  const scopes = await queries
    .select()
    .from(costTableScopeRows)
    .where(countsIn(costTableScopeRows, version))
    .orderBy(asc(costTableScopeRows.position));
  const places = await queries
    .select({ tableId: costTableOutletRows.tableId, outlet: outlets.code })
    .from(costTableOutletRows)
    .innerJoin(outlets, eq(outlets.id, costTableOutletRows.outletId))
    .where(and(countsIn(costTableOutletRows, version)))
    .orderBy(asc(outlets.code));
  const ids = scopes.flatMap(({ itemId }) => (itemId === null ? [] : [itemId]));
  const codes = await readGoodsCodes(queries, { ids });
  const tables = heads.map((head): CostTable => {
    const own = scopes.filter(({ tableId }) => tableId === head.tableId);
    return costTableFromForm({
      id: head.tableId,
      name: head.name,
      currency: head.currency,
      scopes: own.filter((row) => row.pieceCharge === null).map((row) => scopeOf(row, codes)),
      outlets: head.onlyListedOutlets
        ? places.filter(({ tableId }) => tableId === head.tableId).map(({ outlet }) => outlet)
        : null,
      costs: bands
        .filter(({ row }) => row.tableId === head.tableId)
        .map(({ row, cost }) => ({ cost, bands: row.bands })),
      points: head.points,
      fees: head.fees,
      pieceCharges: own.flatMap((row) =>
        row.pieceCharge === null ? [] : [{ scope: scopeOf(row, codes), amount: row.pieceCharge }],
      ),
      rounding: head.rounding,
    });
  });
  return tables.sort(byName);
}

/** The order of the list, which decides where two tables or breaks take an item in alike. */
export function byName(a: Named, b: Named): number {
  return a.name === b.name ? 0 : a.name < b.name ? -1 : 1;
}

interface Named {
  readonly name: string;
}

/** What an administrator edits of a cost table. */
export function contentOfTable({ id: _, ...content }: CostTable): CostTableContent {
  return serialized(content);
}
