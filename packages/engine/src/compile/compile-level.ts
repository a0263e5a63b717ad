import type { ItemFacts } from '../setup/facts';
import type { ItemNumber } from '../setup/goods';
import type { Level, LevelEntry, TypedPrice } from '../setup/level';
import { groupBy } from './group-by';
import { matchingKey, narrowness, partsAsked } from './narrowness';
import { inPriceOrder } from './price-order';

export interface CompiledLevel {
  readonly level: Level;
  /** What workings say of it. */
  readonly name: Pick<Level, 'id' | 'name' | 'currency'>;
  readonly exceptions: ReadonlySet<ItemNumber>;
  /** Prices typed for an item, in the order in which they are tried. */
  readonly typedPrices: ReadonlyMap<ItemNumber, readonly TypedPrice[]>;
  /** The entries that reach an item, the one that applies first. */
  reaching(item: ItemFacts): readonly LevelEntry[];
}

export function compileLevel(level: Level): CompiledLevel {
  return {
    level,
    name: { id: level.id, name: level.name, currency: level.currency },
    exceptions: new Set(level.exceptions),
    typedPrices: inPriceOrder(groupBy(level.typedPrices, ({ item }) => item)),
    reaching: entryFinder(level),
  };
}

/**
 * Finds entries by an item's matching facts and remembers what it found for them, so that items
 * alike but for their number cost one look-up. Entries of single items are kept apart.
 */
function entryFinder({ entries, order }: Level): (item: ItemFacts) => readonly LevelEntry[] {
  const places = new Map(entries.map((entry, place) => [entry, place]));
  const single = groupBy(entries, ({ reach }) => (reach.kind === 'item' ? reach.item : null));
  const others = entries.filter(({ reach }) => reach.kind !== 'item');
  const asked = partsAsked(others.map(({ reach }) => reach));
  const found = new Map<string, readonly LevelEntry[]>();
  const inOrder = (reaching: readonly LevelEntry[], item: ItemFacts): readonly LevelEntry[] => {
    const rank = (entry: LevelEntry): number =>
      order === 'list' ? 0 : (narrowness(entry.reach, item) ?? 0);
    const place = (entry: LevelEntry): number => places.get(entry) ?? 0;
    return reaching.toSorted((a, b) => rank(a) - rank(b) || place(a) - place(b));
  };
  return (item) => {
    const key = matchingKey(item, asked);
    let general = found.get(key);
    if (!general) {
      general = inOrder(
        others.filter(({ reach }) => narrowness(reach, item) !== null),
        item,
      );
      found.set(key, general);
    }
    const own = single.get(item.item);
    return own ? inOrder([...own, ...general], item) : general;
  };
}
