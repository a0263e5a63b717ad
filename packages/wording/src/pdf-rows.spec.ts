import fc from 'fast-check';
import {
  compare,
  decimal,
  type KeptPrice,
  minorDigits,
  multiply,
  price,
  print,
  serialized,
  roundToDigits,
  sum,
  withDigits,
} from '@honest-ledger/engine';
import { documents, setups } from '@honest-ledger/engine/testing/arbitraries';
import { runs } from '@honest-ledger/engine/testing/runs';
import {
  basePrice,
  breakOf,
  documentOf,
  factsOf,
  flat,
  itemOf,
  lineOf,
  ruleOf,
  setTo,
  setupOf,
} from '@honest-ledger/engine/testing/saltmarsh';
import { customerWords } from './customer-words';
import { pdfLine, type PdfRow } from './pdf-rows';

const facts = factsOf({ customer: null });
const rowsOf = (
  setup: Parameters<typeof setupOf>[0],
  document: Parameters<typeof documentOf>[1] = {},
  quantity = '4',
) => {
  const [line] = serialized(
    price(setupOf(setup), documentOf(quantity, { facts, ...document })),
  ).lines;
  if (line?.kind !== 'priced') throw new Error('it has a price');
  return pdfLine(line);
};
const told = ({ units, words, amount }: PdfRow): string =>
  units
    ? `${units.quantity} ${units.unit}${units.duration === null ? '' : ` x ${units.duration}`} at ${units.each} = ${amount}`
    : `${words} ${amount}`;

describe('a line on paper', () => {
  it('has a row for units given free, for amounts on it and for discounts by hand', () => {
    const one = { quantity: 1, scopes: [{ kind: 'all' }] } as const;
    const free = ruleOf(
      {
        kind: 'buyAndGet',
        buy: one,
        get: one,
        offer: { kind: 'percent', percent: decimal('-100') },
        dearest: false,
        most: 1,
      },
      { kind: 'all', of: [] },
      { id: 'free', name: 'One free', words: 'One free for one' },
    );
    const off = ruleOf(flat('-2.00'), { kind: 'all', of: [] }, { id: 'off', name: 'Two less' });
    const discount = {
      off: { kind: 'percent', percent: decimal('-10') },
      reason: 'a friend',
    } as const;
    const { rows, amount } = rowsOf(
      { basePrices: [basePrice('4.85')], rules: [free, off] },
      { lines: [lineOf('4', { discount })] },
    );
    expect(rows.map(told)).toEqual([
      '4 bag at 4.85 = 19.40',
      'Two less -2.00',
      'One free for one -4.85',
      '10 % discount -1.26',
    ]);
    expect(amount).toBe('11.29');
  });

  it('has what a promise took off in one row, with its words, or plainly as promised', () => {
    const rowsWith = (words: readonly string[], rest: string): string[] => {
      const amount = decimal('60.00');
      const slices = [{ quantity: decimal('4'), unit: 'bag', unitPrice: decimal('15.00'), amount }];
      const kept: KeptPrice = {
        from: { kind: 'quote', number: 1001 },
        currency: 'EUR',
        quantity: decimal('4'),
        unit: 'bag',
        duration: null,
        slices,
        rest: decimal(rest),
        rules: [],
        words,
        setUp: null,
      };
      return rowsOf({}, { lines: [lineOf('4', { kept })] }).rows.map(told);
    };
    const units = '4 bag at 15.00 = 60.00';
    expect(rowsWith(['Spring week', 'Two off'], '-2.00')).toEqual([
      units,
      'Spring week, Two off -2.00',
    ]);
    expect(rowsWith([], '-2.00')).toEqual([units, 'As agreed -2.00']);
    expect(rowsWith(['Spring week'], '0.00')).toEqual([units]);
  });

  it('has a row for each slice, whose figures multiply out', () => {
    const one = breakOf({ '3': '-5', '6': '-12' }, { mode: 'incremental' });
    const { rows } = rowsOf({ basePrices: [basePrice('1.79')], breaks: [one] }, {}, '8');
    expect(rows.map(told)).toEqual([
      '2 bag at 1.79 = 3.58',
      '3 bag at 1.70 = 5.10',
      '3 bag at 1.58 = 4.74',
    ]);
  });

  it('names the time of goods that are priced by it', () => {
    const hire = factsOf({ customer: null, items: [itemOf({ timeUnit: 'day' })] });
    const lines = [lineOf('2', { duration: decimal('3') })];
    const { rows } = rowsOf({ basePrices: [basePrice('9.00')] }, { facts: hire, lines });
    expect(rows.map(told)).toEqual(['2 bag x 3 at 9.00 = 54.00']);
  });

  it('law: the rows of any line multiply out and add up to its amount', () => {
    fc.assert(
      fc.property(setups, documents, (setup, document) => {
        const { lines, currency } = price(setup, document);
        const digits = minorDigits(currency);
        for (const line of serialized(lines)) {
          if (line.kind !== 'priced') continue;
          const { rows, amount } = pdfLine(line);
          const all = sum(rows.map((row) => decimal(row.amount)));
          expect(compare(all, decimal(amount))).toBe(0);
          for (const { units, amount: own } of rows) {
            // what was promised may have been rounded in another way
            if (!units || line.kept) continue;
            const once = multiply(decimal(units.quantity), decimal(units.each));
            const times = units.duration === null ? once : multiply(once, decimal(units.duration));
            const rounded = roundToDigits(times, digits, setup.roundingMode);
            expect(print(withDigits(rounded, digits))).toBe(own);
          }
          expect(rows.every(({ words }) => words !== 'Rounding')).toBeTrue();
        }
      }),
      { numRuns: runs(400) },
    );
  });
});

describe('the words of a break for the customer', () => {
  const wordsOf = (quantity: string, words: string, changes: object = {}): string[] => {
    const one = breakOf({ '10': '-10', '25': '-15' }, { words, ...changes });
    const setup = setupOf({ basePrices: [basePrice('4.00')], breaks: [one] });
    const [line] = serialized(price(setup, documentOf(quantity, { facts }))).lines;
    return line?.kind === 'priced' ? customerWords(line) : [];
  };

  it('name what the tier that is reached takes off, and from which quantity on', () => {
    const words = 'You have received {percent} off from {quantity}';
    expect(wordsOf('10', words)).toEqual(['You have received 10 % off from 10 bags']);
    expect(wordsOf('30', words)).toEqual(['You have received 15 % off from 25 bags']);
    const amount = { kind: 'amount', amount: decimal('-0.50'), unit: null } as const;
    const tiers = breakOf({ '10': amount }).tiers;
    expect(wordsOf('12', '{amount} off each', { tiers })).toEqual(['0.50 EUR off each']);
  });

  it('are a plain sentence where nobody wrote any, and tell nothing of a cost', () => {
    expect(wordsOf('12', '')).toEqual(['10 % off from 10 bags']);
    const tiers = breakOf({ '10': setTo('3.20') }).tiers;
    expect(wordsOf('12', '', { tiers })).toEqual(['Quantity price from 10 bags']);
  });

  it('tell an amount off plainly, and neither a percent nor an amount on a cost', () => {
    const amount = { kind: 'amount', amount: decimal('-0.50'), unit: null } as const;
    expect(wordsOf('12', '', { tiers: breakOf({ '10': amount }).tiers })).toEqual([
      '0.50 EUR off from 10 bags',
    ]);
  });
});
