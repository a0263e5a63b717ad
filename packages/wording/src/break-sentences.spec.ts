import { price, serialized, type QuantityBreak } from '@honest-ledger/engine';
import {
  basePrice,
  breakOf,
  documentOf,
  factsOf,
  setTo,
  setupOf,
} from '@honest-ledger/engine/testing/saltmarsh';
import { breakSentence } from './break-sentences';
import { notAppliedWording, problemSentence, stepWording } from './sentences';
import type { Names } from './setup-sentences';
import { unitAfter } from './units';

const own = (code: string): string => code;
const NAMES: Names = {
  category: () => 'Clay',
  item: own,
  family: own,
  brand: own,
  supplier: own,
  level: () => 'Schools',
  cost: own,
  costTable: own,
  condition: (code) => code,
  attribute: (code) => code,
  segment: (code) => code,
  outlet: (code) => code,
  salesPerson: (code) => code,
  department: (code) => code,
  deliveryMethod: (code) => code,
  unit: (unit, quantity) => unitAfter(quantity, unit),
};
const CLAY = { scopes: [{ kind: 'category' as const, category: 'clay' }] };
const TIERS = { '10': '-5', '25': '-12', '60': '-20' };
const sentence = (one: QuantityBreak): string => breakSentence(serialized(one), NAMES);

describe('a break in one sentence', () => {
  it('says for what, how it is counted, each tier, on what and after what', () => {
    expect(sentence(breakOf(TIERS, CLAY))).toBe(
      'All items in Clay, counted per line; at least 10: 5 % off every unit; at least 25: 12 % off every unit; at least 60: 20 % off every unit; after the price level.',
    );
    expect(
      sentence(
        breakOf(TIERS, {
          ...CLAY,
          mode: 'incremental',
          count: 'goods',
          measure: { kind: 'quantity', unit: 'pallet' },
        }),
      ),
    ).toContain('counted across covered items in pallets; incremental; from 10 on: 5 % off');
  });

  it('says “only if lower” where any tier sets a price', () => {
    const mixed = breakOf({ '10': '-5', '25': setTo('3.00') }, CLAY);
    expect(sentence(mixed)).toContain('after the price level, only if lower');
    expect(sentence(breakOf({ '10': '-5' }, CLAY))).toMatch(/after the price level\.$/);
  });

  it('says that it is for nothing yet', () => {
    expect(sentence(breakOf(TIERS, { scopes: [] }))).toMatch(/^No items yet, counted/);
  });

  it('says what else it depends on', () => {
    const one = breakOf(
      { '500': setTo('7.50'), '900': { kind: 'byRequest' } },
      {
        measure: { kind: 'amount' },
        count: 'document',
        levels: ['schools'],
        parties: { customers: ['HARBOUR'], segments: ['shops'] },
        outlets: ['quay', 'web'],
        window: { from: '2026-03-01', until: '2026-03-31' },
        basis: { kind: 'basePrice' },
      },
    );
    expect(sentence(one)).toBe(
      'All items, measured by spend across the document; at least 500 EUR: 7.50 EUR for every unit; at least 900 EUR: price on request; of the base price, only if lower, at price level Schools, for HARBOUR or segment shops, at outlet quay or web, 2026-03-01 to 2026-03-31.',
    );
    const set = breakOf({ '10': setTo('3.10') }, CLAY);
    expect(sentence(set)).toContain('after the price level, only if lower');
    expect(sentence({ ...set, always: true })).toContain('after the price level, even if higher');
    const always = breakOf(TIERS, { basis: { kind: 'cost', cost: 'last' }, always: true });
    expect(sentence(always)).toContain('of the last cost, even if higher');
    expect(sentence(breakOf(TIERS, { measure: { kind: 'term' } }))).toContain('by the term');
  });
});

describe('a break in the workings', () => {
  const lineWith = (quantity: string, one: QuantityBreak) =>
    serialized(
      price(
        setupOf({ basePrices: [basePrice('4.00')], breaks: [one] }),
        documentOf(quantity, { facts: factsOf({ customer: null }) }),
      ),
    ).lines[0];

  it('says which tier was reached, and with what count', () => {
    const line = lineWith('24', breakOf(TIERS, { words: 'By the pallet layer' }));
    if (line?.kind !== 'priced') throw new Error('it has a price');
    const source = line.slices[0]?.steps[1]?.source;
    expect(source && stepWording(source, NAMES)).toEqual({
      title: 'Break Clay by the bag',
      sentence:
        '5 % off for 24 bags; 1 more bag: 12 % off (the customer reads “By the pallet layer”)',
    });
  });

  it('says nothing more where a further tier is reached by the count, as of units tier by tier', () => {
    const line = lineWith('10', breakOf(TIERS, { mode: 'incremental' }));
    if (line?.kind !== 'priced') throw new Error('it has a price');
    const sentences = line.slices
      .flatMap(({ steps }) => steps)
      .filter(({ source }) => source.kind === 'quantityBreak')
      .map(({ source }) => stepWording(source, NAMES).sentence);
    expect(sentences.join(' | ')).not.toContain(' 0 more');
  });

  it('says what is missing, as an offer', () => {
    const line = lineWith('8', breakOf(TIERS));
    if (line?.kind !== 'priced') throw new Error('it has a price');
    const told = line.notApplied.map((one) => notAppliedWording(one, NAMES));
    expect(told).toContain({
      title: 'Break Clay by the bag',
      sentence: '2 more bags: 5 % off',
    });
  });

  it('says in base units what is missing of a larger unit', () => {
    const measure = { kind: 'quantity', unit: 'pallet' } as const;
    const line = lineWith('1', breakOf({ '3': '-24' }, { measure }));
    if (line?.kind !== 'priced') throw new Error('it has a price');
    const told = line.notApplied.map((one) => notAppliedWording(one, NAMES).sentence);
    // three pallets of 60
    expect(told).toContain('179 more bags: 24 % off');
  });

  it('says that somebody must be asked', () => {
    const line = lineWith('8', breakOf({ '5': { kind: 'byRequest' } }));
    expect(line?.kind === 'unpriced' && problemSentence(line.problem)).toBe(
      'Price on request from 5, by break Clay by the bag. Enter a manual price.',
    );
  });

  it('says that a price set would not be lower', () => {
    const line = lineWith('8', breakOf({ '5': setTo('4.50') }));
    if (line?.kind !== 'priced') throw new Error('it has a price');
    const told = line.notApplied.map((one) => notAppliedWording(one, NAMES).sentence);
    expect(told).toContain('4.50 is not lower');
  });
});
