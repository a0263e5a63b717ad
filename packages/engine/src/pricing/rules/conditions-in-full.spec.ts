import { decimal } from '../../number/decimal';
import type { Comparison, Condition, NumberFact, Rule } from '../../setup/rule';
import {
  basePrice,
  breakOf,
  costOf,
  customerOf,
  documentOf,
  factsOf,
  flat,
  itemOf,
  lineOf,
  percentEntry,
  percentOff,
  ruleOf,
  schools,
  setupOf,
} from '../../testing/saltmarsh';
import { text } from '../../testing/priced';
import { price } from '../price-document';

const NOBODY = factsOf({ customer: null });
const test = (fact: NumberFact, kind: Comparison['kind'], value: string): Condition =>
  ({ kind: 'number', fact, comparison: { kind, value: decimal(value) } }) as Condition;
const total = (
  setup: Parameters<typeof setupOf>[0],
  document: Parameters<typeof documentOf>[1] = {},
  quantity = '1',
): string =>
  text(
    price(
      setupOf({ basePrices: [basePrice('10.00')], ...setup }),
      documentOf(quantity, { facts: NOBODY, ...document }),
    ).total,
  );
const half = (when: Condition, changes: Partial<Rule> = {}): Rule =>
  ruleOf(percentOff('50'), when, changes);

describe('a figure that is missing', () => {
  it('holds under no comparison, not under at most and less than either', () => {
    const of: NumberFact[] = [
      { kind: 'duration' },
      { kind: 'cost' },
      { kind: 'margin' },
      { kind: 'shipping' },
      { kind: 'salesBefore', of: 'anything' },
      { kind: 'attribute', of: 'item', code: 'weight' },
    ];
    for (const fact of of) {
      for (const kind of ['atMost', 'lessThan', 'atLeast', 'moreThan', 'exactly'] as const) {
        expect(total({ rules: [half(test(fact, kind, '1000000'))] }))
          .withContext(`${fact.kind} ${kind}`)
          .toBe('10.00');
      }
    }
  });
});

describe('the price after the level and the price after the break', () => {
  const levels = [schools({ entries: [percentEntry('-20')], rounding: null })];
  const breaks = [breakOf({ '1': '-25' })];
  const facts = factsOf({ customer: customerOf() });

  it('are two prices: 8.00 before the break, 6.00 after it', () => {
    const at = (kind: 'basePrice' | 'priceAfterLevel' | 'priceAfterBreak', value: string) =>
      total({ levels, breaks, rules: [half(test({ kind }, 'atMost', value))] }, { facts });
    expect([at('priceAfterBreak', '6.00'), at('priceAfterBreak', '5.99')]).toEqual([
      '3.00',
      '6.00',
    ]);
    expect([at('priceAfterLevel', '8.00'), at('priceAfterLevel', '7.99')]).toEqual([
      '3.00',
      '6.00',
    ]);
    expect([at('basePrice', '10.00'), at('basePrice', '9.99')]).toEqual(['3.00', '6.00']);
  });
});

describe('money in conditions', () => {
  // 1 EUR = 2 USD: the document is in dollars, the rule in euros
  const rates = [{ currency: 'USD', rate: decimal('2') }];
  const item = itemOf({ costs: [costOf('3.00')] });
  const facts = factsOf({ customer: null, rates, items: [item] });
  const document = { facts, currency: 'USD', shipping: decimal('12.00') };

  it('is compared in the currency of the rule', () => {
    const figures: readonly (readonly [NumberFact, string, string])[] = [
      [{ kind: 'priceAfterBreak' }, '10.00', '10.01'],
      [{ kind: 'priceAfterLevel' }, '10.00', '10.01'],
      [{ kind: 'basePrice' }, '10.00', '10.01'],
      [{ kind: 'cost' }, '3.00', '3.01'],
      [{ kind: 'shipping' }, '6.00', '6.01'],
      [{ kind: 'count', of: 'spend', scopes: [{ kind: 'all' }] }, '10.00', '10.01'],
    ];
    for (const [fact, holds, fails] of figures) {
      const at = (value: string) =>
        total({ rules: [half(test(fact, 'atLeast', value))] }, document);
      expect([at(holds), at(fails)])
        .withContext(fact.kind)
        .toEqual(['22.00', '32.00']);
    }
  });
});

describe('a limit for each customer', () => {
  const limits = { inAll: null, perCustomer: 1 };
  const rule = half({ kind: 'all', of: [] }, { id: 'once', limits });
  const ruleUses = [{ rule: 'once', inAll: 7, byCustomer: 1 }];

  it('is none for customers nobody knows', () => {
    const known = factsOf({ customer: customerOf({ level: null }), ruleUses });
    expect(total({ rules: [rule] }, { facts: known })).toBe('10.00');
    const unknown = factsOf({ customer: null, ruleUses });
    expect(total({ rules: [rule] }, { facts: unknown })).toBe('5.00');
  });
});

describe('goods priced by time', () => {
  const hire = itemOf({ timeUnit: 'day', costs: [costOf('4.00')] });
  const facts = factsOf({ customer: null, items: [hire] });
  const lines = [lineOf('2', { duration: decimal('3') })];

  it('are given for the whole time by rules for units', () => {
    const one = { quantity: 1, scopes: [{ kind: 'all' }] } as const;
    const free = ruleOf({
      kind: 'buyAndGet',
      buy: one,
      get: one,
      offer: { kind: 'percent', percent: decimal('-100') },
      dearest: false,
      most: null,
    });
    // 2 x 10.00 x 3 days, less one of them for three days
    expect(total({ rules: [free] }, { facts, lines })).toBe('30.00');
  });

  it('cost per unit and time', () => {
    const [line] = price(
      setupOf({ basePrices: [basePrice('10.00')] }),
      documentOf('1', { facts, lines }),
    ).lines;
    // 60.00 less 2 x 4.00 x 3
    expect(line?.kind === 'priced' && line.cost && text(line.cost.amount as never)).toBe('24.00');
  });

  it('have their price tested per unit and time', () => {
    const at = (value: string) =>
      total(
        { rules: [half(test({ kind: 'priceAfterBreak' }, 'atLeast', value))] },
        { facts, lines },
      );
    expect([at('10.00'), at('10.01')]).toEqual(['30.00', '60.00']);
  });

  it('take an amount on the line once, whatever the time', () => {
    expect(total({ rules: [ruleOf(flat('25.00'))] }, { facts, lines })).toBe('85.00');
  });
});

describe('tax at one rate', () => {
  it('is one class, however many digits the rate is written with', () => {
    const tax = {
      classes: [
        { code: 'a', name: 'A', category: 'S', rate: decimal('20') },
        { code: 'b', name: 'B', category: 'S', rate: decimal('20.0') },
      ],
      items: [
        { item: 'CL-0207', taxClass: 'a' },
        { item: 'GL-1', taxClass: 'b' },
      ],
      others: null,
    } as const;
    const items = [itemOf(), itemOf({ item: 'GL-1' })];
    const basePrices = [
      basePrice('0.12'),
      { ...basePrice('0.12'), item: 'GL-1' } as ReturnType<typeof basePrice>,
    ];
    const { tax: charged } = price(
      setupOf({ basePrices }),
      documentOf('1', {
        facts: factsOf({ customer: null, items, tax }),
        lines: [lineOf('1', { id: 'a' }), lineOf('1', { id: 'b', item: 'GL-1' })],
      }),
    );
    // 20 % of 0.24 is 0.048, and not twice 0.024
    expect(charged?.classes.length).toBe(1);
    expect(text(charged?.amount)).toBe('0.05');
  });
});
