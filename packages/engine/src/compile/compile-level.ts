import type { ItemNumber } from '../setup/goods';
import type { Level, LevelEntry, TypedPrice } from '../setup/level';
import { groupBy } from './group-by';
import { inPriceOrder } from './price-order';
import { scopeFinder, type ScopeFinder } from './scope-finder';

export interface CompiledLevel {
  readonly level: Level;
  /** What workings say of it. */
  readonly name: Pick<Level, 'id' | 'name' | 'currency'>;
  readonly exceptions: ReadonlySet<ItemNumber>;
  /** Prices typed for an item, in the order in which they are tried. */
  readonly typedPrices: ReadonlyMap<ItemNumber, readonly TypedPrice[]>;
  /** The entries that reach an item, the one that applies first. */
  readonly reaching: ScopeFinder<LevelEntry>;
}

export function compileLevel(level: Level): CompiledLevel {
  return {
    level,
    name: { id: level.id, name: level.name, currency: level.currency },
    exceptions: new Set(level.exceptions),
    typedPrices: inPriceOrder(groupBy(level.typedPrices, ({ item }) => item)),
    reaching: scopeFinder(level.entries, level.order),
  };
}
