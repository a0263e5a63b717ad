import { decimal, fromInteger, type Decimal } from '../number/decimal';
import { addExact, printExact, type Exact } from '../number/exact';
import { marginOf } from '../number/markup';
import type { PricedLine } from './priced';
import type { Serialized } from '../number/serialized';

export interface MarginOfLines {
  /** (amounts - costs) / amounts, in percent, as printed; null without an amount. */
  readonly margin: string | null;
  /** Priced lines whose cost nobody knows: they are not in it. */
  readonly withoutCost: number;
}

/**
 * The margin of several printed lines together, to be shown. Costs that do not end are taken with
 * the 10 decimals they are printed with; null where no line has a cost.
 */
export function marginOfLines(lines: readonly Serialized<PricedLine>[]): MarginOfLines | null {
  const priced = lines.filter((line) => line.kind === 'priced');
  let [amount, cost]: [Exact, Exact] = [fromInteger(0), fromInteger(0)];
  let counted = 0;
  for (const line of priced) {
    if (!line.cost) continue;
    amount = addExact(amount, decimal(line.net));
    cost = addExact(cost, readPrinted(line.cost.amount));
    counted += 1;
  }
  if (counted === 0) return null;
  const margin = marginOf(amount, cost);
  return { margin: margin && printExact(margin), withoutCost: priced.length - counted };
}

/** What was printed, as far as it was: what does not end has 10 decimals. */
export function readPrinted(text: string): Decimal {
  return decimal(text.replace(/\.\.\.$/, ''));
}
