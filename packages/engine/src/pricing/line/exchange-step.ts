import type { CurrencyCode } from '../../number/currency';
import type { Decimal } from '../../number/decimal';
import { exchange } from '../../number/exchange';
import { roundToDigits } from '../../number/rounding';
import { startAt } from './column';
import type { LineInProgress, PricingContext } from './line-in-progress';

/**
 * Takes the running price into another currency, exactly. Where a rate is missing the line has no
 * price: false.
 */
export function exchangeTo(
  line: LineInProgress,
  to: CurrencyCode,
  { rates }: PricingContext,
): boolean {
  const { price: amount, currency: from } = line.column;
  if (from === to) return true;
  const converted = exchange(amount, from, to, rates);
  if (converted === null) {
    line.problem = { kind: 'noExchangeRate', from, to };
    return false;
  }
  const source = {
    kind: 'exchange',
    from: { amount, currency: from },
    fromRate: rates.to.get(from) ?? null,
    toRate: rates.to.get(to) ?? null,
    home: rates.home,
  } as const;
  startAt(line.column, converted, to, line.column.recording ? source : null);
  return true;
}

/**
 * An amount of the setup in the document's currency, rounded to digits where it is converted; null
 * where there is no rate.
 */
export function amountInDocument(
  amount: Decimal,
  from: CurrencyCode,
  digits: number,
  { currency, rates, setup }: PricingContext,
): Decimal | null {
  if (from === currency) return amount;
  const exact = exchange(amount, from, currency, rates);
  return exact && roundToDigits(exact, digits, setup.roundingMode);
}
