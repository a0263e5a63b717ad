import type { LineWithPrice } from './priced';
import type { Serialized } from '../number/serialized';

/** The base price that a line starts from; null where it starts from another price, or in another currency. */
export function basePriceOf(line: Serialized<LineWithPrice>, currency: string): string | null {
  const start = line.slices[0]?.steps[0];
  return start?.source.kind === 'basePrice' && start.currency === currency ? start.after : null;
}

/** What made a line's price, in a word or two: an agreement, or the level's name; else nothing. */
export function madeBy({ closedBy, level }: Serialized<LineWithPrice>): string {
  return closedBy === 'agreement' ? 'agreement' : (level?.level.name ?? '');
}
