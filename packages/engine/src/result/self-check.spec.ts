import { decimal } from '../number/decimal';
import type { PricedSlice } from './priced';
import { lineOf } from '../testing/saltmarsh';
import { checkQuantities, checkSlice, WorkingsFault } from './self-check';
import type { WorkingStep } from './workings';

const base = { kind: 'basePrice', version: 1, item: 'CL-0207', unit: 'bag', shared: null } as const;
const start: WorkingStep = {
  source: base,
  currency: 'EUR',
  before: null,
  change: decimal('18.40'),
  after: decimal('18.40'),
};
const off: WorkingStep = {
  source: base,
  currency: 'EUR',
  before: decimal('18.40'),
  change: decimal('-2.40'),
  after: decimal('16'),
};
const sound: PricedSlice = {
  quantity: decimal('2'),
  unit: 'bag',
  unitPrice: decimal('16.00'),
  amount: decimal('32.00'),
  steps: [start, off],
};

describe('the self-check of the workings', () => {
  const check = (changes: Partial<PricedSlice>) => () => {
    checkSlice({ ...sound, ...changes }, null, 2, 'halfAwayFromZero');
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

  it('finds slices that are not the whole line, and passes those that are', () => {
    const unit = { unit: 'bag', factor: decimal('1'), digits: 0 };
    const line = { line: lineOf('5'), unit, baseQuantity: decimal('5') };
    const of = (...quantities: string[]): PricedSlice[] =>
      quantities.map((quantity) => ({ ...sound, quantity: decimal(quantity) }));
    const check =
      (...quantities: string[]) =>
      () => {
        checkQuantities(of(...quantities), line);
      };
    expect(check('5')).not.toThrow();
    expect(check('2', '3')).not.toThrow();
    expect(check('4')).toThrowError(WorkingsFault, 'the slices are not the 5 of the line');
    expect(check('2', '2')).toThrowError(WorkingsFault, 'the slices are not the 5 of the line');
    expect(check()).toThrowError(WorkingsFault);
  });

  it('takes the duration into the amount', () => {
    const three = decimal('3');
    const hired = { ...sound, amount: decimal('96.00') };
    expect(() => {
      checkSlice(hired, three, 2, 'halfAwayFromZero');
    }).not.toThrow();
    expect(() => {
      checkSlice(sound, three, 2, 'halfAwayFromZero');
    }).toThrowError(WorkingsFault);
  });

  describe('of a price that goes on in another currency', () => {
    const exchanged = (amount: string, rate: string, after: string): WorkingStep => ({
      source: {
        kind: 'exchange',
        from: { amount: decimal(amount), currency: 'EUR' },
        fromRate: null,
        toRate: decimal(rate),
        home: 'EUR',
      },
      currency: 'USD',
      before: null,
      change: decimal(after),
      after: decimal(after),
    });
    const paid = (step: WorkingStep) => ({
      steps: [start, step],
      unitPrice: decimal('20.24'),
      amount: decimal('40.48'),
    });

    it('passes where the rate leads from one to the other', () => {
      expect(check(paid(exchanged('18.40', '1.1', '20.24')))).not.toThrow();
    });

    it('finds another rate, and a start from another price', () => {
      expect(check(paid(exchanged('18.40', '1.2', '20.24')))).toThrowError(WorkingsFault);
      expect(check(paid(exchanged('18.50', '1.1', '20.24')))).toThrowError(WorkingsFault);
    });
  });
});
