import type { CostKind } from '../setup/cost';
import type { CostBand, CostTable, PieceCharge } from '../setup/cost-table';
import type { ItemFacts } from '../setup/facts';
import { specificity } from './specificity';
import { scopeFinder, type ScopeFinder } from './scope-finder';

export interface CompiledCostTable {
  readonly table: CostTable;
  /** What workings say of it. */
  readonly name: Pick<CostTable, 'id' | 'name' | 'currency'>;
  readonly kinds: readonly CostKind[];
  readonly bands: ReadonlyMap<CostKind, readonly CostBand[]>;
  /** The first piece charge that takes an item in. */
  pieceCharge(item: ItemFacts): PieceCharge | null;
}

export function compileCostTable(table: CostTable): CompiledCostTable {
  const { id, name, currency, costs, pieceCharges } = table;
  return {
    table,
    name: { id, name, currency },
    kinds: costs.map(({ cost }) => cost),
    bands: new Map(costs.map(({ cost, bands }) => [cost, bands])),
    pieceCharge: (item) =>
      pieceCharges.find(({ scope }) => specificity(scope, item) !== null) ?? null,
  };
}

/** Finds the tables that take an item in, the narrowest first, then the order of the list. */
export function tablesReaching(
  tables: readonly CompiledCostTable[],
): ScopeFinder<{ readonly compiled: CompiledCostTable }> {
  return scopeFinder(
    tables.flatMap((compiled) => compiled.table.scopes.map((scope) => ({ compiled, scope }))),
  );
}
