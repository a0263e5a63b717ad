import { decimal } from '../number/decimal';
import type { PricedSlice } from '../pricing/priced';
import { checkSlice, WorkingsFault } from './self-check';
import type { WorkingStep } from './workings';

const base = { kind: 'basePrice', version: 1, item: 'CL-0207' } as const;
const start: WorkingStep = {
  source: base,
  before: null,
  change: decimal('18.40'),
  after: decimal('18.40'),
};
const off: WorkingStep = {
  source: base,
  before: decimal('18.40'),
  change: decimal('-2.40'),
  after: decimal('16'),
};
const sound: PricedSlice = {
  quantity: decimal('2'),
  unitPrice: decimal('16.00'),
  amount: decimal('32.00'),
  steps: [start, off],
};

describe('the self-check of the workings', () => {
  const check = (changes: Partial<PricedSlice>) => () => {
    checkSlice({ ...sound, ...changes }, 2, 'halfAwayFromZero');
  };

  it('passes a column that adds up', () => {
    expect(check({})).not.toThrow();
  });

  const faults: Record<string, Partial<PricedSlice>> = {
    'no steps': { steps: [] },
    'a step left out': { steps: [start] },
    'a column without a start': { steps: [off] },
    'a second start': { steps: [start, start] },
    'a change that does not lead from before to after': {
      steps: [start, { ...off, change: decimal('-2.39') }],
    },
    'a step that goes on from elsewhere': {
      steps: [start, { ...off, before: decimal('18.41'), after: decimal('16.01') }],
    },
    'a unit price that the steps do not reach': { unitPrice: decimal('16.01') },
    'an amount that is not quantity x unit price': { amount: decimal('32.01') },
  };
  for (const [name, changes] of Object.entries(faults)) {
    it(`finds ${name}`, () => {
      expect(check(changes)).toThrowError(WorkingsFault);
    });
  }
});
