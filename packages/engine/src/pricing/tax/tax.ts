import { percentOf, subtract, sum, withDigits, type Decimal } from '../../number/decimal';
import { roundedTo } from '../../number/rounding';
import type { TaxCategory, TaxFacts } from '../../setup/facts';
import type { ItemNumber } from '../../setup/goods';
import type { PricingContext } from '../line/line-in-progress';
import type { PricedTax, PricedTaxClass } from '../../result/priced';

/** What a document is taxed on: goods under their own class, all else under the one for that. */
export interface Taxable {
  readonly goods: readonly { readonly item: ItemNumber; readonly net: Decimal }[];
  /** Shipping, charges and set-up charges. */
  readonly others: readonly Decimal[];
}

/**
 * Step 11: tax by category and rate, reckoned on the sum of what is sold under them and rounded once
 * for each, half up whatever the setup's mode, as EN 16931-1 does (BR-CO-14 and BR-CO-17, from
 * memory). Null where none is charged.
 */
export function taxOf({ goods, others }: Taxable, context: PricingContext): PricedTax | null {
  const { facts, amountDigits: digits } = context;
  const { tax } = facts;
  if (!tax || context.isolateLines) return null;
  const all: readonly { readonly item: ItemNumber | null; readonly net: Decimal }[] = [
    ...goods,
    ...others.map((net) => ({ item: null, net })),
  ];
  const classes = taxClasses(tax, all).map(({ category, rate, of }): PricedTaxClass => {
    const taxable = withDigits(sum(of.map(({ net }) => net)), digits);
    return { category, rate, taxable, tax: taxAt(taxable, rate, digits) };
  });
  const taxed = sum(classes.map(({ taxable }) => taxable));
  const whole = sum(all.map(({ net }) => net));
  return {
    classes,
    unclassed: withDigits(subtract(whole, taxed), digits),
    amount: withDigits(sum(classes.map((one) => one.tax)), digits),
  };
}

/** The tax on an amount, rounded half up to so many digits. */
export function taxAt(taxable: Decimal, rate: Decimal, digits: number): Decimal {
  return roundedTo(percentOf(taxable, rate), digits, 'halfAwayFromZero');
}

/** All that is under one category and rate. */
export interface TaxClassOf<T> {
  readonly category: TaxCategory;
  readonly rate: Decimal;
  readonly of: readonly T[];
}

/**
 * Things by the category and rate that they are taxed at, in the order in which they come up; one
 * that is no item is under the class for all else. What has no class is left out.
 */
export function taxClasses<T extends { readonly item: ItemNumber | null }>(
  tax: TaxFacts,
  things: readonly T[],
): readonly TaxClassOf<T>[] {
  const classOf = new Map(tax.items.map(({ item, taxClass }) => [item, taxClass]));
  const known = new Map(tax.classes.map((one) => [one.code, one]));
  const found = new Map<string, { category: TaxCategory; rate: Decimal; of: T[] }>();
  for (const thing of things) {
    const code = thing.item === null ? tax.others : classOf.get(thing.item);
    const own = known.get(code ?? '');
    if (!own) continue;
    const { category, rate } = own;
    // equal rates are one, however many digits they are written with
    const key = `${category} ${String(withDigits(rate, RATE_DIGITS).units)}`;
    const entry = found.get(key);
    if (entry) entry.of.push(thing);
    else found.set(key, { category, rate, of: [thing] });
  }
  return [...found.values()];
}

/** Rates have no more decimals than this. */
const RATE_DIGITS = 6;
