import type { ItemFacts } from '../setup/facts';
import type { Scope } from '../setup/scope';
import { groupBy } from './group-by';
import { matchingKey, specificity, partsAsked } from './specificity';

/** Of some things, those that reach an item, the one that applies first in front. */
export type ScopeFinder<T> = (item: ItemFacts) => readonly T[];

/**
 * Finds things by an item's matching facts and remembers what it found for them, so that items
 * alike but for their number cost one look-up. Things of single items are kept apart.
 * @param order whether the ladder of narrowness decides, then the list; or the list alone
 */
export function scopeFinder<T extends { readonly scope: Scope }>(
  things: readonly T[],
  order: 'narrowest' | 'list' = 'narrowest',
): ScopeFinder<T> {
  const places = new Map(things.map((thing, place) => [thing, place]));
  const single = groupBy(things, ({ scope }) => (scope.kind === 'item' ? scope.item : null));
  const others = things.filter(({ scope }) => scope.kind !== 'item');
  const asked = partsAsked(others.map(({ scope }) => scope));
  const found = new Map<string, readonly T[]>();
  const inOrder = (reaching: readonly T[], item: ItemFacts): readonly T[] => {
    const rank = (thing: T): number =>
      order === 'list' ? 0 : (specificity(thing.scope, item) ?? 0);
    const place = (thing: T): number => places.get(thing) ?? 0;
    return reaching.toSorted((a, b) => rank(a) - rank(b) || place(a) - place(b));
  };
  return (item) => {
    const key = matchingKey(item, asked);
    let general = found.get(key);
    if (!general) {
      general = inOrder(
        others.filter(({ scope }) => specificity(scope, item) !== null),
        item,
      );
      found.set(key, general);
    }
    const own = single.get(item.item);
    return own ? inOrder([...own, ...general], item) : general;
  };
}
