import type { CostTableContent } from './cost-table-form';
import { costTableContentSchema } from './cost-table-schema';
import { check } from './reading';

const markup = (percent: string) => ({ kind: 'markup' as const, percent });
const margin = (percent: string) => ({ kind: 'margin' as const, percent });

function table(changes: Partial<CostTableContent> = {}): CostTableContent {
  return {
    name: 'Tools',
    currency: 'EUR',
    scopes: [{ kind: 'all' }],
    outlets: null,
    costs: [{ cost: 'last', bands: [{ from: '0', adjustment: markup('25') }] }],
    points: null,
    fees: null,
    pieceCharges: [],
    rounding: null,
    ...changes,
  };
}

function sentences(content: unknown): string[] {
  const reading = check(costTableContentSchema, content);
  return reading.ok ? [] : reading.problems.map(({ sentence }) => sentence);
}

const bands = (...all: readonly (readonly [string, object])[]) =>
  table({
    costs: [
      { cost: 'last', bands: all.map(([from, adjustment]) => ({ from, adjustment })) as never },
    ],
  });

describe('a cost table at the border', () => {
  it('is let in whole, with points from 0 upward', () => {
    const points = { days: null, bands: [{ from: '0', points: '-5' }] };
    const fees = { percent: '3.4', fixed: '0.35' };
    expect(sentences(table({ points, fees, outlets: ['quay'] }))).toEqual([]);
  });

  it('says what is wrong with a band list', () => {
    expect(sentences(bands())).toEqual(['bands must have at least one band']);
    expect(sentences(bands(['5', markup('1')], ['3.20', markup('1')]))).toEqual([
      'band 2 starts at 3.20, not above band 1 at 5',
    ]);
    expect(sentences(bands(['5', markup('1')], ['5.0', markup('1')])).length).toBe(1);
    expect(sentences(bands(['0', { kind: 'byRequest' }], ['5', markup('1')]))).toEqual([
      'band 1 is by request, so it must be the last',
    ]);
    expect(sentences(bands(['-1', markup('1')]))).toEqual(['from must be at least 0']);
  });

  it('has no margin of 100 % or more, units sold included', () => {
    expect(sentences(bands(['0', margin('100')]))).toEqual(['percent must be at most 99.9999']);
    const points = { days: 90, bands: [{ from: '0', points: '5' }] };
    const content = { ...bands(['0', margin('95')]), points };
    expect(sentences(content)).toEqual([
      'a margin of 95 % with 5 points for units sold would be 100 %; it must stay below 100 %',
    ]);
  });

  it('takes no fee of 100 %, no kind of cost twice, no goods twice, nothing unknown', () => {
    expect(sentences(table({ fees: { percent: '100', fixed: '0' } })).length).toBe(1);
    const [once] = table().costs;
    expect(sentences({ ...table(), costs: [once, once] })).toEqual([
      'a kind of cost stands there twice',
    ]);
    expect(sentences(table({ scopes: [{ kind: 'all' }, { kind: 'all' }] }))).toEqual([
      'Items 1 and 2 are the same. Remove one',
    ]);
    expect(sentences({ ...table(), surprise: 1 }).length).toBe(1);
  });
});
