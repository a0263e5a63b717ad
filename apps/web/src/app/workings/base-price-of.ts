import type { PricedLineForm } from '@honest-ledger/contracts';

/** The base price that a line starts from; null where it starts from another price, or in another currency. */
export function basePriceOf(
  line: Extract<PricedLineForm, { kind: 'priced' }>,
  currency: string,
): string | null {
  const start = line.slices[0]?.steps[0];
  return start?.source.kind === 'basePrice' && start.currency === currency ? start.after : null;
}
