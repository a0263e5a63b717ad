import type { PriceChangeContent } from '@honest-ledger/contracts';
import {
  baseUnit,
  exchange,
  firstCost,
  multiply,
  perUnit,
  type CompiledSetup,
  type Decimal,
  type Exact,
  type ItemCost,
  type NoPriceTyped,
  type Rates,
  type Setup,
} from '@honest-ledger/engine';
import { tableLevel } from '../../setup/cost-tables/table-level';
import type { PriceOfItem } from './prices';
import { quantityOf, type PricesAtLevels } from './prices-at-levels';

/** What a price change asks for, with what it is worked out by. */
export interface Asked {
  readonly content: PriceChangeContent;
  readonly compiled: CompiledSetup;
  readonly rates: Rates;
  readonly day: string;
  readonly priced: PricesAtLevels;
}

/** Where prices start from a cost table, with a level that is what it makes. */
export function withTableLevel(setup: Setup, { basis }: PriceChangeContent): Setup {
  if (basis.kind !== 'costTable') return setup;
  const currency = setup.costTables.find(({ id }) => id === basis.table)?.currency;
  const level = tableLevel(TABLE_LEVEL, basis.table, currency ?? setup.homeCurrency);
  return { ...setup, levels: [...setup.levels, level] };
}

/** No level is known by this: all others have a UUID. */
const TABLE_LEVEL = 'cost table';

/** The cost that margins are over: of the kind that prices start from, else in the setup's order. */
export function costOf(
  price: PriceOfItem,
  { content: { basis }, compiled, day }: Asked,
): ItemCost | null {
  const { item, unit } = price;
  const kinds = basis.kind === 'cost' && basis.cost !== null ? [basis.cost] : compiled.costOrder;
  const baseQuantity = multiply(quantityOf(price), unit.factor);
  return firstCost(kinds, item, { baseQuantity, unit, day }) ?? null;
}

/** Why a price that nobody typed has nothing to come from. */
type NoBasis = 'noBasePrice' | 'noListPrice' | 'noLevelPrice' | 'notInTable' | 'noTablePrice';
export type NoPrice = NoPriceTyped | NoBasis;

/**
 * What a price starts from, or why there is nothing.
 *
 * @param before what it is today
 * @param cost of one unit of it, in its currency
 */
export function basisOf(
  { item, unit, currency }: PriceOfItem,
  place: number,
  before: Decimal | null,
  cost: Exact | null,
  { content: { basis }, compiled, priced, rates }: Asked,
): Exact | NoPrice {
  switch (basis.kind) {
    case 'present':
      return before ?? 'noPriceBefore';
    case 'basePrice':
      return priced(null, currency, place) ?? 'noBasePrice';
    case 'level':
      return priced(basis.level, currency, place) ?? 'noLevelPrice';
    case 'listPrice': {
      if (!item.listPrice) return 'noListPrice';
      const { amount, currency: from } = item.listPrice;
      return (
        exchange(perUnit(amount, baseUnit(item), unit), from, currency, rates) ?? 'noListPrice'
      );
    }
    case 'costTable': {
      const tables = compiled.tablesReaching(item).map(({ compiled: { table } }) => table.id);
      const isTakenIn = basis.table === null ? tables.length > 0 : tables.includes(basis.table);
      if (!isTakenIn) return 'notInTable';
      return priced(TABLE_LEVEL, currency, place) ?? 'noTablePrice';
    }
    case 'cost':
      return cost ?? 'noCost';
  }
}
