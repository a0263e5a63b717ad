import { priceChangeContent } from '../../testing/price-changes';
import { priceChangeSentence } from './price-change-sentence';

const said = (code: string): string => code;
const NAMES = {
  category: (code: string) => (code === 'tools' ? 'Tools' : code),
  item: said,
  family: said,
  brand: said,
  supplier: (code: string) => (code === 'pits' ? 'Marsh Pits' : code),
  level: (code: string) => (code === 'l-1' ? 'Studios' : code),
  cost: said,
  costTable: said,
  condition: (code: string) => code,
  attribute: (code: string) => code,
  segment: said,
  outlet: said,
  salesPerson: said,
  department: said,
  deliveryMethod: said,
  unit: said,
};

describe('a change of many prices', () => {
  it('reads back as one sentence', () => {
    expect(priceChangeSentence(priceChangeContent(), NAMES)).toBe(
      'All items in Tools: base prices; from each price as it is, +4 %.',
    );
    expect(
      priceChangeSentence(
        priceChangeContent({
          goods: { supplier: ['pits'], kind: ['stock'], text: 'loop' },
          prices: [{ kind: 'basePrice' }, { kind: 'level', level: 'l-1', all: false }],
          basis: { kind: 'cost', cost: 'landed' },
          change: { kind: 'margin', percent: '36' },
          rounding: {
            kind: 'increment',
            currency: 'EUR',
            increment: '0.05',
            direction: 'nearest',
            leastPrice: null,
          },
          quotes: 'priceAgain',
        }),
        NAMES,
      ),
    ).toBe(
      'From Marsh Pits, stock goods, with “loop”: base prices and the prices typed on Studios; ' +
        'from the landed cost, to a margin of 36 %; rounded to nearest 0.05 EUR; ' +
        'open quotes priced again then.',
    );
  });

  it('says what is copied from level to level', () => {
    expect(
      priceChangeSentence(
        priceChangeContent({
          goods: {},
          prices: [{ kind: 'level', level: 'trade', all: true }],
          basis: { kind: 'level', level: 'l-1' },
          change: { kind: 'percent', percent: '0' },
        }),
        NAMES,
      ),
    ).toBe('All items: a price typed on trade for each; from the Studios price, 0 %.');
  });
});
