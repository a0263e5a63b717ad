import { add, subtract, sum, withDigits, ZERO, type Decimal } from '../number/decimal';
import { divide, multiplyExact } from '../number/exact';
import { roundToDigits, type RoundingMode } from '../number/rounding';
import { shareOut } from '../number/share-out';
import type { TaxFacts } from '../setup/facts';
import type { ItemNumber } from '../setup/goods';
import { taxAt, taxClasses } from '../pricing/tax/tax';
import type { PricedTaxClass } from '../result/priced';

/** A line of a posted sale of which something is given back. */
export interface LineToRefund {
  readonly item: ItemNumber;
  /** What was sold, and what it was sold for without tax. */
  readonly sold: { readonly quantity: Decimal; readonly net: Decimal };
  /** What was given back of it before. */
  readonly before: { readonly quantity: Decimal; readonly amount: Decimal };
  /** What is given back now, in the line's unit; zero for a line that is there for its tax class alone. */
  readonly quantity: Decimal;
}

/** What is given back, in the sale's currency; all amounts are above zero. */
export interface Refund {
  /** Of each line, in their order; without what is kept back. */
  readonly amounts: readonly Decimal[];
  /** What is kept back of each. */
  readonly takenOff: readonly Decimal[];
  readonly amount: Decimal;
  /** Null where the sale charged no tax. */
  readonly tax: { readonly classes: readonly PricedTaxClass[]; readonly amount: Decimal } | null;
  readonly amountWithTax: Decimal;
}

/** Digits and mode that amounts are rounded by. */
interface Ends {
  readonly digits: number;
  readonly mode: RoundingMode;
}

/**
 * What goods that come back are worth, at the sale's own prices: of each line the rounded share of all
 * that came back so far, less what was given back before, so that whoever brings everything back, in
 * whatever parts, gets all of it and not a cent more. Tax goes the same way, class by class.
 * @param takenOff what is kept back of it, shared over the lines by what they are worth; it is given
 * back with what comes back of them later. At most what they are worth.
 */
export function refund(
  lines: readonly LineToRefund[],
  tax: TaxFacts | null,
  { digits, mode }: Ends,
  takenOff: Decimal = ZERO,
): Refund {
  const worth = lines.map(({ sold, before, quantity }) => {
    const part = divide(add(before.quantity, quantity), sold.quantity);
    const share = roundToDigits(multiplyExact(sold.net, part), digits, mode);
    return withDigits(subtract(share, before.amount), digits);
  });
  const keptBack = shareOut(takenOff, worth, digits);
  const amounts = worth.map((one, place) =>
    withDigits(subtract(one, keptBack[place] ?? ZERO), digits),
  );
  const amount = withDigits(sum(amounts), digits);
  if (!tax) return { amounts, takenOff: keptBack, amount, tax: null, amountWithTax: amount };
  const given = lines.map(({ item, before }, place) => ({
    item,
    before: before.amount,
    now: amounts[place] ?? ZERO,
  }));
  const classes = taxClasses(tax, given).map(({ category, rate, of }): PricedTaxClass => {
    const before = sum(of.map((one) => one.before));
    const taxable = sum(of.map((one) => one.now));
    const all = taxAt(add(before, taxable), rate, digits);
    return {
      category,
      rate,
      taxable: withDigits(taxable, digits),
      tax: withDigits(subtract(all, taxAt(before, rate, digits)), digits),
    };
  });
  const whole = withDigits(sum(classes.map((one) => one.tax)), digits);
  return {
    amounts,
    takenOff: keptBack,
    amount,
    tax: { classes, amount: whole },
    amountWithTax: withDigits(add(amount, whole), digits),
  };
}
