import { percentOf, sum, withDigits, ZERO, type Decimal } from '../number/decimal';
import { roundToDigits } from '../number/rounding';
import type { ItemNumber } from '../setup/goods';
import type { PricingContext } from './line-in-progress';
import type { PricedTax, PricedTaxClass } from './priced';

/** What a document is taxed on: goods under their own class, all else under the one for that. */
export interface Taxable {
  readonly goods: readonly { readonly item: ItemNumber; readonly net: Decimal }[];
  /** Shipping, charges and set-up charges. */
  readonly others: readonly Decimal[];
}

/**
 * Step 11: tax by category and rate, reckoned on the sum of what is sold under them and rounded once
 * for each, as EN 16931-1 does (BR-CO-14 and BR-CO-17, from memory). Null where none is charged.
 */
export function taxOf({ goods, others }: Taxable, context: PricingContext): PricedTax | null {
  const {
    facts: { tax },
    amountDigits: digits,
    setup,
  } = context;
  if (!tax || context.alone) return null;
  const classOf = new Map(tax.items.map(({ item, taxClass }) => [item, taxClass]));
  const known = new Map(tax.classes.map((one) => [one.code, one]));
  const sums = new Map<string, { readonly amounts: Decimal[]; readonly of: PricedTaxClass }>();
  const unclassed: Decimal[] = [];
  const count = (code: string | null, amount: Decimal): void => {
    const found = code === null ? undefined : known.get(code);
    if (!found) {
      unclassed.push(amount);
      return;
    }
    const { category, rate } = found;
    // equal rates are one, however many digits they are written with
    const key = `${category} ${String(withDigits(rate, RATE_DIGITS).units)}`;
    const entry = sums.get(key);
    if (entry) entry.amounts.push(amount);
    else sums.set(key, { amounts: [amount], of: { category, rate, taxable: ZERO, tax: ZERO } });
  };
  for (const { item, net } of goods) count(classOf.get(item) ?? null, net);
  for (const amount of others) count(tax.others, amount);
  const classes = [...sums.values()].map(({ amounts, of }): PricedTaxClass => {
    const taxable = withDigits(sum(amounts), digits);
    const exact = percentOf(taxable, of.rate);
    return {
      ...of,
      taxable,
      tax: withDigits(roundToDigits(exact, digits, setup.roundingMode), digits),
    };
  });
  return {
    classes,
    unclassed: withDigits(sum(unclassed), digits),
    amount: withDigits(sum(classes.map((one) => one.tax)), digits),
  };
}

/** Rates have no more decimals than this. */
const RATE_DIGITS = 6;
