import { decimal } from '../number/decimal';
import { price } from '../pricing/price-document';
import type { LineProblem } from '../pricing/priced';
import { documentOf, percentEntry, schools, setupOf } from '../testing/saltmarsh';
import { printed } from './printed';
import { notAppliedWording, problemSentence, stepWording } from './sentences';
import { levelSentence, type Names } from './setup-sentences';

const names: Names = {
  category: (code) => ({ clay: 'Clay', stoneware: 'Stoneware' })[code] ?? code,
  item: (number) => `${number} Stoneware body`,
};
const level = (changes: Parameters<typeof schools>[0]): string =>
  levelSentence(printed(schools(changes)), names);

describe('a level read back', () => {
  it('says each entry in order, then its rounding', () => {
    expect(level({})).toBe(
      '12 % off everything under Clay; prices rounded to the nearest 0.05 EUR.',
    );
    expect(
      level({
        entries: [
          percentEntry('2.5', { kind: 'item', item: 'CL-0207' }),
          percentEntry('0.00', { kind: 'category', category: 'stoneware' }),
          percentEntry('-5', { kind: 'all' }),
        ],
        rounding: {
          currency: 'EUR',
          increment: decimal('1'),
          direction: 'up',
          leastPrice: decimal('3.00'),
        },
      }),
    ).toBe(
      '2.5 % added to CL-0207 Stoneware body; the base price for everything under Stoneware; ' +
        '5 % off everything; prices rounded up to the next 1 EUR, never below 3.00 EUR.',
    );
  });

  it('without entries is the base price, and its rounding touches nothing', () => {
    expect(level({ entries: [] })).toBe('Every item at its base price.');
  });
});

describe('workings in words', () => {
  it('have a heading and a sentence for each step, and for what did not apply', () => {
    const entries = [
      percentEntry('-12.5', { kind: 'category', category: 'clay' }),
      percentEntry('-5', { kind: 'all' }),
    ];
    const setup = setupOf({ levels: [schools({ entries, rounding: null })] });
    const wide = { ...setup, basePrices: [{ item: 'CL-0207', price: decimal('18.43') }] };
    const line = printed(price(wide, documentOf()).lines[0]);
    if (line?.kind !== 'priced') throw new Error('no price');
    const steps = line.slices.flatMap((slice) => slice.steps);
    expect(steps.map(({ source }) => stepWording(source, names))).toEqual([
      { title: 'Base price', sentence: 'of CL-0207 in version 7' },
      { title: 'Level Schools', sentence: '12.5 % off everything under Clay' },
      {
        title: 'to 2 decimals',
        sentence: 'a unit price in EUR ends there, halves away from zero',
      },
    ]);
    expect(line.notApplied.map((one) => notAppliedWording(one, names))).toEqual([
      {
        title: '5 % off everything',
        sentence: 'a narrower entry applies: 12.5 % off everything under Clay',
      },
    ]);
  });

  it('write numbers as the reader does', () => {
    const comma = (text: string): string => text.replace('.', ',');
    expect(levelSentence(printed(schools()), names, comma)).toContain('nearest 0,05 EUR');
  });

  it('say why there is no price', () => {
    const sentences: [LineProblem, string][] = [
      [{ kind: 'noStartPrice' }, 'No price: the item has no base price.'],
      [{ kind: 'itemUnknown' }, 'The catalogue does not have this item.'],
      [{ kind: 'quantityNotPositive' }, 'A quantity must be above zero.'],
      [
        { kind: 'quantityTooFine', digits: 0, unit: 'bag' },
        'A quantity in bag must be a whole number.',
      ],
      [{ kind: 'quantityTooFine', digits: 3, unit: 'kg' }, 'A quantity in kg may have 3 decimals.'],
      [
        { kind: 'noExchangeRate', from: 'EUR', to: 'JPY' },
        'No price: base prices are in EUR and there is no rate to JPY.',
      ],
      [
        { kind: 'roundsToZero', unitPrice: decimal('0.004'), digits: 2 },
        'No price: 0.004 rounded to 2 decimals would be zero.',
      ],
    ];
    for (const [problem, sentence] of sentences) {
      expect(problemSentence(printed(problem))).toBe(sentence);
    }
  });
});
