import type { LineWithPrice } from './priced';
import { basePriceOf, madeBy } from './origin';
import type { Serialized } from '../number/serialized';

type Priced = Serialized<LineWithPrice>;
type Step = Priced['slices'][number]['steps'][number];

describe('where a price comes from, in short', () => {
  const start = (source: Step['source'], currency: string): string | null => {
    const step: Step = { source, currency, before: null, change: '9.00', after: '9.00' };
    const slice = { quantity: '1', unitPrice: '9.00', amount: '9.00', steps: [step] };
    return basePriceOf({ slices: [slice] } as unknown as Priced, 'EUR'); // no more is read
  };

  it('is the base price it starts from, and none where it starts from another price', () => {
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

  it('names the agreement, else the level, else nothing', () => {
    const level = { level: { id: 'x', name: 'Trade' }, by: { kind: 'customer' } };
    const by = (line: object): string => madeBy(line as unknown as Priced); // no more is read
    expect(by({ closedBy: null, level })).toBe('Trade');
    expect(by({ closedBy: 'agreement', level })).toBe('agreement');
    expect(by({ closedBy: null, level: null })).toBe('');
  });
});
