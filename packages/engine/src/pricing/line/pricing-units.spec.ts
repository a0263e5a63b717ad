import { decimal, print } from '../../number/decimal';
import type { CostTable } from '../../setup/cost-table';
import type { RoundingRule } from '../../number/rounding-rule';
import type { ItemFacts } from '../../setup/facts';
import type { LineEffect } from '../../setup/rule';
import type { Setup } from '../../setup/setup';
import { passedOver, pricedLine } from '../../testing/priced';
import {
  basePrice,
  breakOf,
  costOf,
  costTable,
  documentOf,
  entryOf,
  factsOf,
  itemOf,
  lineOf,
  markup,
  ruleOf,
  schools,
  setupOf,
} from '../../testing/saltmarsh';

/** A pallet of 60 bags that has a base price of its own: the running price is per pallet. */
function pallet(setup: Partial<Setup>, item: Partial<ItemFacts> = {}) {
  const basePrices = [basePrice('18.40'), basePrice('1000', 'pallet')];
  const document = documentOf('1', {
    lines: [lineOf('1', { unit: 'pallet' })],
    facts: factsOf({ items: [itemOf(item)], rates: [{ currency: 'USD', rate: decimal('1.25') }] }),
  });
  return pricedLine(setupOf({ basePrices, levels: [], ...setup }), document);
}

const each = (line: ReturnType<typeof pallet>): string =>
  line.slices.map(({ unitPrice }) => print(unitPrice)).join();

function toStep(increment: string, currency = 'EUR'): RoundingRule {
  const rule = { kind: 'increment', currency, direction: 'nearest', leastPrice: null } as const;
  return { ...rule, increment: decimal(increment) };
}

describe('a price that is made per pallet', () => {
  const byTable = (changes: Partial<CostTable>, cost = '8'): string => {
    const zero = { kind: 'percent', percent: decimal('0') } as const;
    const basis = { kind: 'costTable', table: 'tools' } as const;
    const entry = entryOf(zero, { kind: 'all' }, { basis });
    const levels = [schools({ entries: [entry], rounding: null })];
    const costTables = [costTable({ '0': markup('50') }, changes)];
    return each(pallet({ costTables, levels }, { costs: [costOf(cost)] }));
  };

  it('by a cost table has its thresholds, amounts, fees and charges per base unit', () => {
    // 60 bags at 8.00 are 480.00
    expect(byTable({})).toBe('720.00');
    const amount = (text: string) => ({ kind: 'amount', amount: decimal(text) }) as const;
    const bands = [
      { from: decimal('0'), adjustment: amount('1') },
      { from: decimal('9'), adjustment: amount('2') },
    ];
    // 8.00 a bag is below the second threshold, though a pallet of it is not
    expect(byTable({ costs: [{ cost: 'last', bands }] })).toBe('540.00');
    expect(byTable({ costs: [{ cost: 'last', bands }] }, '9')).toBe('660.00');
    const fees = { percent: decimal('25'), fixed: decimal('0.50') };
    // (720 + 30) / 0.75
    expect(byTable({ fees })).toBe('1000.00');
    const charge = { scope: { kind: 'all' }, amount: decimal('0.15') } as const;
    expect(byTable({ pieceCharges: [charge] })).toBe('729.00');
  });

  it('by a cost table is rounded as a pallet, and not by a rule in another currency', () => {
    expect(byTable({ rounding: toStep('50') })).toBe('700.00');
    expect(byTable({ rounding: toStep('50', 'USD') })).toBe('720.00');
  });

  it('by a rule on the list price has that of all its bags, in the document’s currency', () => {
    const ofList: LineEffect = {
      kind: 'percent',
      percent: decimal('-10'),
      of: 'listPrice',
      startsFrom: 'listPrice',
    };
    const listPrice = { amount: decimal('20'), currency: 'USD' };
    // 20.00 USD are 16.00 EUR; 60 of them less 10 %
    expect(each(pallet({ rules: [ruleOf(ofList)] }, { listPrice }))).toBe('864.00');
  });

  it('by an amount of a rule has it as often as its unit is in a pallet', () => {
    const off = (amount: string, unit: string | null): LineEffect => ({
      kind: 'amountEach',
      amount: decimal(amount),
      unit,
      startsFrom: 'running',
    });
    expect(each(pallet({ rules: [ruleOf(off('-1', null))] }))).toBe('940.00');
    expect(each(pallet({ rules: [ruleOf(off('-1', 'pallet'))] }))).toBe('999.00');
    const crate = pallet({ rules: [ruleOf(off('-1', 'crate'))] });
    expect(each(crate)).toBe('1000.00');
    expect(passedOver(crate)).toContain('rule: unitNotOfItem');
    const dollars = { ...ruleOf(off('-1', null)), currency: 'JPY' };
    expect(passedOver(pallet({ rules: [dollars] }))).toContain('rule: noRate');
  });

  it('by a break is not rounded by a rule in another currency', () => {
    const tiers = { '1': '-10' };
    expect(each(pallet({ breaks: [breakOf(tiers, { rounding: toStep('100') })] }))).toBe('900.00');
    expect(each(pallet({ breaks: [breakOf({ '1': '-13' }, { rounding: toStep('100') })] }))).toBe(
      '900.00',
    );
    const other = breakOf({ '1': '-13' }, { rounding: toStep('100', 'USD') });
    expect(each(pallet({ breaks: [other] }))).toBe('870.00');
  });
});

describe('goods priced by time', () => {
  it('are units under a rule at what they cost for all of their time', () => {
    const items = ['A', 'B'].map((item) => itemOf({ item, timeUnit: 'day' }));
    const basePrices = items.map(({ item }) => ({ ...basePrice('10.00'), item }));
    const both = ruleOf({ kind: 'allocate', amount: decimal('-12'), every: null });
    const lines = ['A', 'B'].map((item) =>
      lineOf('1', { id: item, item, duration: decimal(item === 'A' ? '1' : '3') }),
    );
    const setup = setupOf({ basePrices, rules: [both], levels: [] });
    const document = documentOf('1', { facts: factsOf({ customer: null, items }), lines });
    const first = pricedLine(setup, document);
    // by units: 6.00 of each, of which the first has 10.00 and the second 30.00
    expect(print(first.net)).toBe('4.00');
    // more than the first comes to: what it cannot take is the second's, which has three days to take it from
    const more = ruleOf({ kind: 'allocate', amount: decimal('-36'), every: null });
    expect(print(pricedLine({ ...setup, rules: [more] }, document).net)).toBe('0.00');
  });
});
