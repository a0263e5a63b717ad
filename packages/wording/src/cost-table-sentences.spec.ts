import { type CostTable, decimal, price, serialized } from '@honest-ledger/engine';
import {
  costOf,
  costTable,
  customerOf,
  documentOf,
  entryOf,
  factsOf,
  itemOf,
  margin,
  markup,
  setupOf,
  times,
} from '@honest-ledger/engine/testing/saltmarsh';
import { costAdjustmentWords, costTableSentence, feesWords } from './cost-table-sentences';
import { markupWords } from './markup-words';
import { stepWording } from './sentences';
import { entrySentence, plainWriter, type Names } from './setup-sentences';
import { unitAfter } from './units';

const same = (code: string): string => code;
const names: Names = {
  category: same,
  item: same,
  family: same,
  brand: same,
  supplier: same,
  level: same,
  cost: same,
  costTable: (id) => `T-${id}`,
  condition: (code) => code,
  attribute: (code) => code,
  segment: (code) => code,
  outlet: (code) => code,
  salesPerson: (code) => code,
  department: (code) => code,
  deliveryMethod: (code) => code,
  unit: (unit, quantity) => unitAfter(quantity, unit),
};

const FULL: CostTable = costTable(
  { '0': markup('25'), '40': { kind: 'byRequest' } },
  {
    points: { days: 90, bands: [{ from: decimal('100'), points: decimal('-1') }] },
    fees: { percent: decimal('12'), fixed: decimal('0.50') },
    pieceCharges: [
      { scope: { kind: 'category', category: 'shelves' }, amount: decimal('6.80') },
      { scope: { kind: 'all' }, amount: decimal('4.20') },
    ],
  },
);

describe('a cost table read back', () => {
  it('says its bands, its points, its fees, its piece charges and whom it is for', () => {
    expect(costTableSentence(serialized(FULL), names)).toBe(
      'Last cost; less than 40 EUR: 25 % markup (20.0 % margin); at least 40 EUR: price on request; ' +
        'adjustment by units sold in 90 days, at least 100: 1 point less; fees of 12 % and 0.50 EUR ' +
        'covered; charge per unit, the first that fits: 6.80 for all items in shelves, 4.20 for all ' +
        'items; all items.',
    );
    const dear = costTable(
      { '0': margin('30') },
      { points: { days: null, bands: [{ from: decimal('5'), points: decimal('2.5') }] } },
    );
    const sentence = costTableSentence(serialized(dear), names);
    expect(sentence).toContain('30 % margin (42.9 % markup)');
    expect(sentence).toContain('at least 5: 2.5 points more');
    const bare = costTable({ '0': times('2') }, { scopes: [] });
    expect(costTableSentence(serialized(bare), names)).toBe(
      'Last cost; 2 × cost; used by price levels alone.',
    );
  });

  it('says each step of a price that it makes', () => {
    const facts = factsOf({
      customer: customerOf({ level: null }),
      items: [
        itemOf({ costs: [costOf('10')], unitsSold: [{ days: 90, quantity: decimal('120') }] }),
      ],
    });
    const [line] = price(
      setupOf({ basePrices: [], costTables: [FULL] }),
      documentOf('1', { facts }),
    ).lines;
    if (line?.kind !== 'priced') throw new Error('it has a price');
    const said = serialized(line).slices.flatMap(({ steps }) =>
      steps.map(({ source }) => Object.values(stepWording(source, names)).join(': ')),
    );
    expect(said).toEqual([
      'Last cost: of CL-0207 per bag',
      'Cost table Tools: 25 % markup (20.0 % margin), 1 point less for 120 sold in 90 days',
      'Fees: 12 % and 0.50 EUR covered',
      'Charge per unit: for all items',
      'Rounded to 2 decimals: unit prices in EUR, halves away from zero',
    ]);
  });
});

describe('an entry of a level that starts from a cost', () => {
  const said = (...of: Parameters<typeof entryOf>): string =>
    entrySentence(serialized(entryOf(...of)), 'EUR', names);

  it('says the cost or the table, and what is done to it', () => {
    const basis = { kind: 'cost', cost: 'landed' } as const;
    expect(said({ kind: 'markup', percent: decimal('25') }, undefined, { basis })).toBe(
      '25 % markup (20.0 % margin) on the landed cost of all items',
    );
    expect(said({ kind: 'margin', percent: decimal('20') }, undefined, { basis })).toBe(
      '20 % margin (25.0 % markup) on the landed cost of all items',
    );
    expect(said({ kind: 'multiplier', factor: decimal('2.5') }, undefined, { basis })).toBe(
      '2.5 × the landed cost of all items',
    );
    const zero = { kind: 'percent', percent: decimal('0') } as const;
    expect(said(zero, undefined, { basis: { kind: 'costTable', table: 'tools' } })).toBe(
      'the price by cost table T-tools of all items',
    );
    expect(said(zero, undefined, { basis: { kind: 'costTable', table: null } })).toBe(
      'the cost table price of all items',
    );
  });

  it('says how its prices are rounded, where that is its own', () => {
    const rounding = {
      kind: 'increment',
      currency: 'EUR',
      increment: decimal('0.50'),
      direction: 'up',
      leastPrice: null,
    } as const;
    expect(said({ kind: 'percent', percent: decimal('-10') }, undefined, { rounding })).toMatch(
      /10 % off the base price of all items, rounded .*0\.50 EUR$/,
    );
  });

  it('says that its bands are by cost', () => {
    const adjusting = {
      kind: 'byCost',
      bands: [{ from: decimal('5'), adjustment: { kind: 'percent', percent: decimal('-5') } }],
    } as const;
    expect(said({ kind: 'percent', percent: decimal('0') }, undefined, { adjusting })).toBe(
      'all items, based on base price, by unit cost (at least 5 EUR: 5 % off)',
    );
  });
});

describe('a markup or a margin, each with the other', () => {
  const said = (kind: 'markup' | 'margin', percent: string): string =>
    markupWords({ kind, percent }, plainWriter);

  it('has both, as one follows from the other', () => {
    // common practice: margin = markup / (100 + markup), markup = margin / (100 - margin)
    expect(said('markup', '85')).toBe('85 % markup (45.9 % margin)');
    expect(said('margin', '50')).toBe('50 % margin (100.0 % markup)');
    expect(said('markup', '-20')).toBe('-20 % markup (-25.0 % margin)');
  });

  it('has the one alone where there is no other, or no figure yet', () => {
    expect(said('margin', '100')).toBe('100 % margin');
    expect(said('markup', '-100')).toBe('-100 % markup');
    expect(said('margin', '')).toBe(' % margin');
  });
});

describe('units', () => {
  it('agree with their quantity, by the rules of English where nobody has said how', () => {
    expect(unitAfter('1', 'bag')).toBe('bag');
    expect(unitAfter('1.00', 'box')).toBe('box');
    expect(unitAfter('24', 'box')).toBe('boxes');
    expect(unitAfter('0.5', 'tray')).toBe('trays');
    expect(unitAfter('11', 'entry')).toBe('entries');
    expect(unitAfter('0', 'pallet')).toBe('pallets');
  });

  it('stay where they are no word, and take the plural that somebody has given', () => {
    expect(unitAfter('2', 'EUR')).toBe('EUR');
    expect(unitAfter('2', 'kg')).toBe('kg');
    expect(unitAfter('2', 'foot', 'feet')).toBe('feet');
  });
});

describe('what a band does, and what is taken, in words', () => {
  it('names each kind of adjustment', () => {
    for (const [adjustment, expected] of [
      [times('2.5'), '2.5 × cost'],
      [markup('25'), '25 % markup (20.0 % margin)'],
      [margin('30'), '30 % margin (42.9 % markup)'],
      [{ kind: 'amount', amount: decimal('4') }, '4 EUR over cost'],
      [{ kind: 'set', price: decimal('9.90') }, '9.90 EUR'],
      [{ kind: 'byRequest' }, 'price on request'],
    ] as const) {
      expect(costAdjustmentWords(serialized(adjustment), 'EUR', plainWriter)).toBe(expected);
    }
  });

  it('names what there is of a fee', () => {
    const fees = (percent: string, fixed: string): string =>
      feesWords({ percent, fixed }, 'EUR', plainWriter);
    expect(fees('12', '0.50')).toBe('12 % and 0.50 EUR');
    expect(fees('12', '0')).toBe('12 %');
    expect(fees('0.0', '0.50')).toBe('0.50 EUR');
    expect(fees('0', '0.00')).toBe('');
    expect(fees('00.0', '-0.00')).toBe('');
    expect(fees('10', '0.05')).toBe('10 % and 0.05 EUR');
  });
});
