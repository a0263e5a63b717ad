import type { CompiledSetup } from '../compile/compile-setup';
import { minorDigits } from '../number/currency';
import {
  compare,
  fromInteger,
  make,
  multiply,
  subtract,
  sum,
  withDigits,
  ZERO,
  type Decimal,
} from '../number/decimal';
import { divide, multiplyExact } from '../number/exact';
import { roundToDigits } from '../number/rounding';
import type { PricingDocument } from '../setup/document';
import { priceDocument } from '../pricing/price-document';
import type { PricedDocument } from '../result/priced';

/** What the goods of a sale that are kept would have cost without those that come back. */
export interface KeptGoods {
  /** What would have been paid for them alone. */
  readonly would: Decimal;
  /** What is left of what was paid for them, once the others are given back at their own prices. */
  readonly left: Decimal;
  /** What the goods that come back had earned: the difference. */
  readonly earned: Decimal;
}

/**
 * Whether goods that come back of a sale earned something for those that are kept: a free or a cheaper
 * unit, a tier, a discount of the document. Both what was sold and what is kept are priced by the sale's
 * own version and facts, without promises, so that nothing is compared but the quantities. Null where
 * nothing is kept, where something kept has no price, or where the difference is no more than rounding
 * (a minor unit for each line).
 * @param setup the version that the sale was priced with
 * @param sale as it was priced
 * @param kept what is kept of each line in its unit, by the ids of lines
 * @param paid what is left of what was paid for these
 */
export function keptGoods(
  setup: CompiledSetup,
  sale: PricingDocument,
  kept: ReadonlyMap<string, Decimal>,
  paid: Decimal,
): KeptGoods | null {
  const lines = sale.lines.map((line) => ({ ...line, kept: null }));
  const isKept = ({ id }: { readonly id: string }): boolean =>
    compare(kept.get(id) ?? ZERO, ZERO) > 0;
  const less = lines
    .filter(isKept)
    .map((line) => ({ ...line, quantity: kept.get(line.id) ?? line.quantity }));
  const digits = minorDigits(sale.currency);
  const under = (some: typeof lines): PricedDocument =>
    priceDocument(setup, { ...sale, lines: some }, { workings: false });
  const alone = netsOf(under(less));
  const all = netsOf(under(lines));
  if (!alone || !all) return null;
  const shares = lines.map(({ id, quantity }) => {
    const share = multiplyExact(all.get(id) ?? ZERO, divide(kept.get(id) ?? ZERO, quantity));
    return roundToDigits(share, digits, setup.roundingMode);
  });
  const earned = withDigits(subtract(sum([...alone.values()]), sum(shares)), digits);
  if (compare(earned, multiply(fromInteger(less.length), make(1, digits))) <= 0) return null;
  return { would: withDigits(sum([paid, earned]), digits), left: withDigits(paid, digits), earned };
}

/** What each line is sold for; null where one has no price. */
function netsOf({ lines }: PricedDocument): ReadonlyMap<string, Decimal> | null {
  const nets = new Map<string, Decimal>();
  for (const line of lines) {
    if (line.kind === 'unpriced') return null;
    nets.set(line.id, line.net);
  }
  return nets;
}
