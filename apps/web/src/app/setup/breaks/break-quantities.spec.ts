import type { BreakAnswer, BreakContent, TriedPrice } from '@honest-ledger/contracts';
import { print } from '@honest-ledger/engine';
import { wholeBreak } from '../../testing/contents';
import { copyOf, measuredBy, startTier, withNewTier, withTier } from './break-edits';
import {
  edgesOf,
  rangeWords,
  stepsOf,
  triedAt,
  waysOut,
  zonesIn,
  zoneWords,
} from './break-quantities';

const content = (tiers: Readonly<Record<string, string>>): BreakContent => ({
  ...wholeBreak('EUR'),
  name: 'Clay by the bag',
  scopes: [{ kind: 'all' }],
  tiers: Object.entries(tiers)
    .toSorted(([a], [b]) => Number(a) - Number(b))
    .map(([from, percent]) => ({ from, adjustment: { kind: 'percent', percent } })),
});

/** As a server would answer: bags at 16.20. */
function answered(one: BreakContent): BreakAnswer {
  const price = (quantity: string): TriedPrice => {
    const reached = one.tiers.findLast(({ from }) => Number(from) <= Number(quantity));
    const off = reached?.adjustment.kind === 'percent' ? Number(reached.adjustment.percent) : 0;
    const each = Math.round(1620 * (1 + off / 100)) / 100;
    return {
      total: (each * Number(quantity)).toFixed(2),
      unitPrice: each.toFixed(2),
      why: null,
    };
  };
  return {
    item: { item: 'CL-0207', name: 'Stoneware', unit: 'bag', digits: 0 },
    currency: 'EUR',
    level: null,
    items: 1,
    rows: edgesOf(one, 0).map((quantity) => ({
      quantity,
      now: price(quantity),
      edited: price(quantity),
      otherMode: price(quantity),
      without: price(quantity),
    })),
  };
}

const CLAY = content({ '10': '-5', '25': '-12', '60': '-20' });

describe('the quantities at which a break is tried', () => {
  it('are the smallest, each threshold with the last before it, and some beyond', () => {
    expect(edgesOf(CLAY, 0)).toEqual(['1', '9', '10', '24', '25', '59', '60', '81']);
    expect(edgesOf(content({ '2.5': '-5' }), 1)).toEqual(['0.1', '2.4', '2.5', '3.4']);
    expect(edgesOf({ ...CLAY, measure: { kind: 'amount' } }, 0)).toContain('25');
    expect(edgesOf(content({ '1': '-5' }), 0)).toEqual(['1', '2']);
    expect(edgesOf(content({ '': '-5' }), 0)).toEqual(['1', '14']);
  });

  it('are read as ranges that are closed', () => {
    expect(rangeWords('10', '25', 0)).toBe('10 to 24');
    expect(rangeWords('60', undefined, 0)).toBe('60 and more');
    expect(rangeWords('2.5', '4', 1)).toBe('2.5 to 3.9');
    expect(rangeWords('3', '4', 0)).toBe('3');
    expect(rangeWords('x', '4', 0)).toBe('');
  });
});

describe('where buying more costs less', () => {
  const answer = answered(CLAY);

  it('is told with the quantities and their totals', () => {
    const zones = zonesIn(stepsOf(CLAY, answer), 0);
    expect(zones.map(zoneWords)).toEqual([
      '24 (369.36) cost more than 25 (356.50)',
      '55 to 59 cost more than 60',
    ]);
    expect(triedAt(answer, '25')?.unitPrice).toBe('14.26');
    expect(triedAt(answer, '26')).toBeUndefined();
  });

  it('is nowhere where tiers price their own units, or something else is counted', () => {
    expect(stepsOf({ ...CLAY, mode: 'incremental' }, answer)).toEqual([]);
    expect(stepsOf({ ...CLAY, measure: { kind: 'amount' } }, answer)).toEqual([]);
    expect(stepsOf({ ...CLAY, count: 'document' }, answer)).toEqual([]);
    expect(waysOut(content({ '10': '-5' }), answered(content({ '10': '-5' })))).toEqual([]);
  });

  it('has ways out, after each of which it is nowhere', () => {
    const ways = waysOut(CLAY, answer);
    expect(ways.map(({ name }) => name)).toEqual(['Price incrementally', 'Reduce discounts']);
    expect(ways[0]?.content.mode).toBe('incremental');
    expect(ways[1]?.words).toContain('8.7 % from 25');
    const two = content({ '10': '-5', '25': '-12' });
    const others = waysOut(two, answered(two));
    expect(others[2]?.words).toContain('13 instead of 25');
    for (const { content: one } of [...ways.slice(1), ...others.slice(1)]) {
      const found = zonesIn(stepsOf(one, answered(one)), 0);
      expect(found.map(zoneWords)).toEqual([]);
    }
  });

  it('keeps what was harmless', () => {
    const [, softer] = waysOut(CLAY, answer);
    expect(softer?.content.tiers[0]).toEqual(CLAY.tiers[0]);
    expect(stepsOf(CLAY, answer).map(({ from }) => print(from))).toEqual(['1', '10', '25', '60']);
  });
});

describe('the edits of a break', () => {
  it('put a tier in its place, and a new one after the last', () => {
    expect(withTier(CLAY, 0, { from: '30' }).tiers.map(({ from }) => from)).toEqual([
      '25',
      '30',
      '60',
    ]);
    expect(withNewTier(CLAY).tiers.at(-1)).toEqual({
      from: '',
      adjustment: { kind: 'percent', percent: '' },
    });
  });

  it('set right what cannot go together', () => {
    const incremental: BreakContent = { ...CLAY, mode: 'incremental', count: 'goods' };
    expect(measuredBy(incremental, { kind: 'amount' }).mode).toBe('allUnits');
    expect(measuredBy(incremental, { kind: 'term' }).count).toBe('line');
    expect(measuredBy(incremental, { kind: 'quantity', unit: 'pallet' }).mode).toBe('incremental');
  });

  it('begin another way to reckon, and a copy for other goods', () => {
    expect(startTier('set', { kind: 'percent', percent: '-5' })).toEqual({
      kind: 'set',
      price: '',
      unit: null,
    });
    expect(startTier('amount', { kind: 'set', price: '1', unit: 'pallet' })).toEqual({
      kind: 'amount',
      amount: '',
      unit: 'pallet',
    });
    const copy = copyOf({ id: '1', published: CLAY, draft: null });
    expect(copy?.name).toBe('Clay by the bag, copy');
    expect(copy?.scopes).toEqual([]);
  });
});
