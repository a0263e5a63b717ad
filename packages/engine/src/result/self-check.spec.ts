import { decimal } from '../number/decimal';
import type { PricedSlice } from './priced';
import { lineOf } from '../testing/saltmarsh';
import { checkAmount, checkQuantities, checkSlice, WorkingsFault } from './self-check';
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

  const elsewhere = 'the step basePrice does not go on where the last one ended';
  const faults: Record<string, [Partial<PricedSlice>, string]> = {
    'no steps': [{ steps: [] }, 'the workings do not lead to 16.00'],
    'a step left out': [{ steps: [start] }, 'the workings do not lead to 16.00'],
    'a column without a start': [{ steps: [off] }, elsewhere],
    'a second start': [{ steps: [start, start] }, elsewhere],
    'a change that does not lead from before to after': [
      { steps: [start, { ...off, change: decimal('-2.39') }] },
      'the step basePrice says 16 and adds up to 16.01',
    ],
    'a step that goes on from elsewhere': [
      { steps: [start, { ...off, before: decimal('18.41'), after: decimal('16.01') }] },
      elsewhere,
    ],
    'a unit price that the steps do not reach': [
      { unitPrice: decimal('16.01') },
      'the workings do not lead to 16.01',
    ],
    'an amount that is not quantity x unit price': [
      { amount: decimal('32.01') },
      '32.01 is not quantity x 16.00',
    ],
  };
  for (const [name, [changes, says]] of Object.entries(faults)) {
    it(`finds ${name}, and says so`, () => {
      expect(check(changes)).toThrowError(WorkingsFault, says);
    });
  }

  it('has a name of its own, by which a log tells it', () => {
    expect(new WorkingsFault('x').name).toBe('WorkingsFault');
  });

  it('finds one slice in another unit than the line by what it is in base units', () => {
    const box = { unit: 'box', factor: decimal('12'), digits: 0 };
    const line = { written: lineOf('1'), unit: box, baseQuantity: decimal('12') };
    const of = (quantity: string, unit: string) => () => {
      checkQuantities([{ ...sound, quantity: decimal(quantity), unit }], line);
    };
    expect(of('1', 'box')).not.toThrow();
    expect(of('12', 'bag')).not.toThrow();
    expect(of('1', 'bag')).toThrowError(WorkingsFault);
    expect(of('12', 'box')).toThrowError(WorkingsFault);
  });

  describe('of what a line is sold for', () => {
    const none = {
      slices: [{ amount: decimal('32.00') }],
      flatsTaken: [],
      shares: [],
      kept: null,
      discount: null,
      floor: null,
      discountShare: null,
    };
    const sold =
      (net: string, parts: Partial<Parameters<typeof checkAmount>[0]> = {}) =>
      () => {
        checkAmount({ ...none, ...parts }, decimal(net));
      };
    const off = decimal('-2.00');

    it('passes where its parts are it', () => {
      expect(sold('32.00')).not.toThrow();
      for (const parts of [
        { flatsTaken: [{ amount: off }] },
        { shares: [{ amount: off }] },
        { kept: { rest: off } },
        { discount: { amount: off } },
        { floor: { lifted: off } },
        { discountShare: off },
      ]) {
        expect(sold('30.00', parts)).not.toThrow();
        expect(sold('32.00', parts)).toThrowError(
          WorkingsFault,
          'the parts of the line are not its 32.00',
        );
      }
    });

    it('finds less than nothing', () => {
      expect(sold('0.00', { discountShare: decimal('-32.00') })).not.toThrow();
      expect(sold('-0.01', { discountShare: decimal('-32.01') })).toThrowError(
        WorkingsFault,
        'the line comes to -0.01',
      );
    });
  });

  it('finds slices that are not the whole line, and passes those that are', () => {
    const unit = { unit: 'bag', factor: decimal('1'), digits: 0 };
    const line = { written: lineOf('5'), unit, baseQuantity: decimal('5') };
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

    it('finds one that nothing came before, or that says that something did', () => {
      const says = 'the step exchange does not go on where the last one ended';
      const step = exchanged('18.40', '1.1', '20.24');
      expect(check({ ...paid(step), steps: [step] })).toThrowError(WorkingsFault, says);
      const going = { ...step, before: decimal('18.40'), change: decimal('1.84') };
      expect(check(paid(going))).toThrowError(WorkingsFault, says);
    });

    it('finds another rate, and a start from another price', () => {
      expect(check(paid(exchanged('18.40', '1.2', '20.24')))).toThrowError(WorkingsFault);
      expect(check(paid(exchanged('18.50', '1.1', '20.24')))).toThrowError(WorkingsFault);
    });
  });
});
