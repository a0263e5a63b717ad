import { breakFromForm, type BreakContent } from './break-form';
import { breakContentSchema } from './break-schema';
import { check } from './reading';

const off = (percent: string) => ({ kind: 'percent', percent });
const tiers = (...all: readonly (readonly [string, object])[]) =>
  all.map(([from, adjustment]) => ({ from, adjustment }));
const bags = (changes: object = {}): object => ({
  name: 'Clay by the bag',
  currency: 'EUR',
  scopes: [{ kind: 'category', category: 'clay' }],
  tiers: tiers(['10', off('-5')], ['25', off('-12')]),
  ...changes,
});

function sentences(content: unknown): string[] {
  const reading = check(breakContentSchema, content);
  return reading.ok ? [] : reading.problems.map(({ sentence }) => sentence);
}

describe('a quantity break at the border', () => {
  it('is let in with what people leave out filled in', () => {
    const reading = check<BreakContent>(breakContentSchema, bags());
    if (!reading.ok) throw new Error(JSON.stringify(reading.problems));
    const { count, measure, mode, basis, always, parties, words } = reading.value;
    expect([count, mode, always, parties, words]).toEqual(['line', 'allUnits', false, null, '']);
    expect([measure, basis]).toEqual([{ kind: 'quantity', unit: null }, { kind: 'afterLevel' }]);
    expect(breakFromForm({ id: '1', ...reading.value }).tiers.length).toBe(2);
  });

  it('says what is wrong with its tiers', () => {
    expect(sentences(bags({ tiers: [] }))).toEqual(['tiers must have at least one tier']);
    const falling = tiers(['25', off('-5')], ['10', off('-12')]);
    expect(sentences(bags({ tiers: falling }))).toEqual([
      'tier 2 starts at 10, not above tier 1 at 25',
    ]);
    const twice = tiers(['10', off('-5')], ['10.0', off('-12')]);
    expect(sentences(bags({ tiers: twice })).length).toBe(1);
    const asked = tiers(['10', { kind: 'byRequest' }], ['25', off('-12')]);
    expect(sentences(bags({ tiers: asked }))).toEqual([
      'tier 1 is by request, so it must be the last',
    ]);
    expect(sentences(bags({ tiers: tiers(['-1', off('-5')]) })).length).toBe(1);
    expect(sentences(bags({ tiers: tiers(['10', off('-101')]) }))).toEqual([
      'percent must be at least -100',
    ]);
  });

  it('lets its words ask of the tiers only what each of them has', () => {
    expect(sentences(bags({ words: 'You have received {percent} off' }))).toEqual([]);
    expect(sentences(bags({ words: '{amount} off each' }))).toEqual([
      'The text for the customer asks for amount, and tier 1 has none. Write it without, or change the tier',
    ]);
  });

  it('says what cannot go together', () => {
    const incremental = { mode: 'incremental', measure: { kind: 'amount' } };
    expect(sentences(bags(incremental))).toEqual(['only quantities can be priced tier by tier']);
    expect(sentences(bags({ count: 'goods', measure: { kind: 'term' } }))).toEqual([
      'a term is counted on each line',
    ]);
    const ofCost = { tiers: tiers(['10', { kind: 'margin', percent: '30' }]) };
    expect(sentences(bags(ofCost))).toEqual([
      'a margin is reckoned on a cost, and this break is reckoned on none',
    ]);
    expect(sentences(bags({ ...ofCost, basis: { kind: 'cost', cost: 'last' } }))).toEqual([]);
  });

  it('is for some goods, and for somebody', () => {
    expect(sentences(bags({ scopes: [] }))).toEqual(['choose at least one item for the break']);
    const all = { kind: 'all' };
    expect(sentences(bags({ scopes: [all, all] }))).toEqual([
      'Items 1 and 2 are the same. Remove one',
    ]);
    expect(sentences(bags({ parties: { customers: [], segments: [] } }))).toEqual([
      'choose at least one customer or segment, or everybody',
    ]);
    expect(sentences(bags({ parties: { segments: ['schools'] } }))).toEqual([]);
    expect(sentences(bags({ levels: [] })).length).toBe(1);
    expect(sentences(bags({ outlets: ['quay', 'quay'] })).length).toBe(1);
    const reversed = { window: { from: '2026-03-31', until: '2026-03-01' } };
    expect(sentences(bags(reversed))[0]).toContain('before it begins');
    expect(sentences({ ...bags(), surprise: 1 }).length).toBe(1);
  });
});
