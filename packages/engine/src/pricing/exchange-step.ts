import type { CurrencyCode } from '../number/currency';
import { exchange } from '../number/exchange';
import { startAt } from './column';
import type { LineInProgress, PricingContext } from './line-in-progress';

/**
 * Takes the running price into another currency, exactly. Where a rate is missing the line has no
 * price: false.
 */
export function exchangeTo(
  work: LineInProgress,
  to: CurrencyCode,
  { rates }: PricingContext,
): boolean {
  const { price: amount, currency: from } = work.column;
  if (from === to) return true;
  const converted = exchange(amount, from, to, rates);
  if (converted === null) {
    work.problem = { kind: 'noExchangeRate', from, to };
    return false;
  }
  const source = {
    kind: 'exchange',
    from: { amount, currency: from },
    fromRate: rates.to.get(from) ?? null,
    toRate: rates.to.get(to) ?? null,
    home: rates.home,
  } as const;
  startAt(work.column, converted, to, work.column.recording ? source : null);
  return true;
}
