import type { PricedLineForm } from '@honest-ledger/contracts';
import { basePriceOf } from './base-price-of';

type Priced = Extract<PricedLineForm, { kind: 'priced' }>;
type Step = Priced['slices'][number]['steps'][number];

describe('the base price that a line shows', () => {
  const start = (source: Step['source'], currency: string): string | null => {
    const step: Step = { source, currency, before: null, change: '9.00', after: '9.00' };
    const slice = { quantity: '1', unitPrice: '9.00', amount: '9.00', steps: [step] };
    return basePriceOf({ slices: [slice] } as unknown as Priced, 'EUR'); // no more is read
  };

  it('is the one it starts from, and none where it starts from another price', () => {
    const base = {
      kind: 'basePrice',
      version: 1,
      item: 'CL-1',
      unit: 'bag',
      shared: null,
    } as const;
    expect(start(base, 'EUR')).toBe('9.00');
    expect(start(base, 'USD')).toBeNull();
    expect(start({ kind: 'listPrice', item: 'CL-1' }, 'EUR')).toBeNull();
  });
});
