import { decimal, print } from '../../number/decimal';
import type { DocumentLine, PricingDocument } from '../../setup/document';
import type { Scope } from '../../setup/scope';
import type { GroupEffect, Rule, UnitOffer } from '../../setup/rule';
import type { Setup } from '../../setup/setup';
import { passedOver } from '../../testing/priced';
import {
  basePrice,
  breakOf,
  documentOf,
  factsOf,
  flat,
  itemOf,
  lineOf,
  percentOff,
  ruleOf,
  setupOf,
} from '../../testing/saltmarsh';
import { price } from '../price-document';
import type { PricedDocument } from '../../result/priced';

/** An item a line, in categories by letters: `{ A1: 'A', B2: 'AB' }`. */
interface Goods {
  readonly each: string;
  readonly categories: string;
  readonly quantity?: string;
}

function asked(goods: readonly Goods[], changes: Partial<DocumentLine> = {}) {
  const items = goods.map(({ categories }, place) =>
    itemOf({
      item: `IT-${String(place + 1)}`,
      categories: categories.split('').map((code) => ({ code, name: code })),
      brand: null,
    }),
  );
  const lines = goods.map(({ quantity = '1' }, place) =>
    lineOf(quantity, { id: String(place + 1), item: `IT-${String(place + 1)}`, ...changes }),
  );
  const basePrices = goods.map(({ each }, place) => ({
    ...basePrice(each),
    item: `IT-${String(place + 1)}`,
  }));
  return { basePrices, document: { facts: factsOf({ customer: null, items }), lines } };
}

function under(
  goods: readonly Goods[],
  rules: readonly Rule[],
  setup: Partial<Setup> = {},
  document: Partial<PricingDocument> = {},
): PricedDocument {
  const { basePrices, document: own } = asked(goods);
  return price(setupOf({ basePrices, rules, ...setup }), documentOf('1', { ...own, ...document }));
}

const amounts = ({ lines }: PricedDocument): string[] =>
  lines.map((line) => (line.kind === 'priced' ? print(line.amount) : 'no price'));
const told = ({ lines }: PricedDocument, place: number): string[] => {
  const line = lines[place];
  return line?.kind === 'priced' ? passedOver(line) : [];
};
const of = (...categories: string[]): readonly Scope[] =>
  categories.map((category) => ({ kind: 'category', category }));
const units = (quantity: number, ...categories: string[]) => ({
  quantity,
  scopes: of(...categories),
});
const half: UnitOffer = { kind: 'percent', percent: decimal('-50') };
const free: UnitOffer = { kind: 'percent', percent: decimal('-100') };
const deal = (changes: Partial<Extract<GroupEffect, { kind: 'buyAndGet' }>>): GroupEffect => ({
  kind: 'buyAndGet',
  buy: units(2, 'A'),
  get: units(1, 'A'),
  offer: half,
  dearest: false,
  most: null,
  ...changes,
});
const spread = (amount: string, every: string | null = null): GroupEffect => ({
  kind: 'allocate',
  amount: decimal(amount),
  every: every === null ? null : decimal(every),
});
const bundle = (total: string | null, ...parts: readonly [string, number, string?][]) =>
  ({
    kind: 'bundle',
    parts: parts.map(([category, quantity, each]) => ({
      ...units(quantity, category),
      price: each === undefined ? null : decimal(each),
    })),
    total: total === null ? null : decimal(total),
  }) satisfies GroupEffect;
const named = (name: string, rule: Rule): Rule => ({ ...rule, id: name, name });
const single = (...prices: string[]): Goods[] => prices.map((each) => ({ each, categories: 'A' }));

describe('a rule that gives units for others', () => {
  it('worked example 9: buy 2, 1 more at 50 % off; the cheapest is given, not the last', () => {
    const done = under(single('30.00', '22.00', '22.00', '9.00'), [ruleOf(deal({}))]);
    expect(print(done.total)).toBe('78.50');
    expect(amounts(done)).toEqual(['30.00', '22.00', '22.00', '4.50']);
    const first = under(single('9.00', '30.00', '22.00', '22.00'), [ruleOf(deal({}))]);
    expect(amounts(first)).toEqual(['4.50', '30.00', '22.00', '22.00']);
    expect(first.rules.map(({ times, amount }) => [times, print(amount)])).toEqual([[1, '-4.50']]);
  });

  it('worked example 9b: a unit that earns a deal cannot be the one given', () => {
    const goods = [
      { each: '20.00', categories: 'A' },
      { each: '5.00', categories: 'AB' },
      { each: '10.00', categories: 'B' },
    ];
    const done = under(goods, [ruleOf(deal({ get: units(1, 'B'), offer: free }))]);
    expect(amounts(done)).toEqual(['20.00', '5.00', '0.00']);
    expect(print(done.total)).toBe('25.00');
  });

  it('gives the dearest where it says so, and no more than its most', () => {
    const goods = single('30.00', '22.00', '9.00', '4.00', '3.00', '2.00');
    expect(amounts(under(goods, [ruleOf(deal({ offer: free }))]))).toEqual([
      '30.00',
      '22.00',
      '9.00',
      '4.00',
      '0.00',
      '0.00',
    ]);
    expect(amounts(under(goods, [ruleOf(deal({ offer: free, most: 1 }))])).at(4)).toBe('3.00');
    expect(amounts(under(goods, [ruleOf(deal({ offer: free, dearest: true, most: 1 }))]))[0]).toBe(
      '0.00',
    );
  });

  it('counts units of lines, and rounds a slice once', () => {
    const goods = [{ each: '0.333', categories: 'A', quantity: '7' }];
    const setup = { unitPriceDigits: { EUR: 3 } };
    const done = under(goods, [ruleOf(deal({ offer: free }))], setup);
    // 7 x 0.333 = 2.331, 2.33; two are given: 0.666, 0.67
    expect(amounts(done)).toEqual(['1.66']);
    expect(amounts(under(goods, [], setup))).toEqual(['2.33']);
  });

  it('takes an amount off each, or sets a price, never below zero and never above', () => {
    const goods = single('30.00', '22.00', '9.00');
    const offer = (one: UnitOffer): string | undefined =>
      amounts(under(goods, [ruleOf(deal({ offer: one }))])).at(2);
    expect(offer({ kind: 'amount', amount: decimal('-4.00') })).toBe('5.00');
    expect(offer({ kind: 'amount', amount: decimal('-14.00') })).toBe('0.00');
    expect(offer({ kind: 'set', price: decimal('1.00') })).toBe('1.00');
    expect(offer({ kind: 'set', price: decimal('11.00') })).toBe('9.00');
  });

  it('says how many units are missing', () => {
    const done = under(single('30.00', '22.00'), [ruleOf(deal({}))]);
    expect(told(done, 0)).toContain('rule: unitsMissing');
    const [line] = done.lines;
    const reason =
      line?.kind === 'priced' &&
      line.notApplied.find(({ subject }) => subject.kind === 'rule')?.reasons[0];
    const goods = [units(1, 'A')];
    expect(reason).toEqual({ kind: 'unitsMissing', missing: 1, goods });
  });

  it('names the goods that are missing for both sides of a deal, or for one', () => {
    const item = (number: string): Scope => ({ kind: 'item', item: number });
    const rule = ruleOf(
      deal({
        buy: { scopes: [item('IT-1')], quantity: 2 },
        get: { scopes: [item('IT-2')], quantity: 1 },
      }),
    );
    const missing = (lines: readonly Goods[]): unknown => {
      const [line] = under(lines, [rule]).lines;
      if (line?.kind !== 'priced') return null;
      const told = line.notApplied.find(({ subject }) => subject.kind === 'rule')?.reasons[0];
      return (
        told?.kind === 'unitsMissing' &&
        told.goods?.map(({ quantity, scopes }) => [quantity, scopes])
      );
    };
    expect(missing(single('30.00'))).toEqual([
      [1, [item('IT-1')]],
      [1, [item('IT-2')]],
    ]);
    expect(missing(single('30.00', '5.00'))).toEqual([[1, [item('IT-1')]]]);
  });

  it('leaves closed lines, fractions of units and lines that its conditions leave out alone', () => {
    const goods = [
      { each: '30.00', categories: 'A', quantity: '2' },
      { each: '9.00', categories: 'A', quantity: '0.9' },
    ];
    const { basePrices, document } = asked(goods);
    const items = document.facts.items.map((item) => ({ ...item, quantityDigits: 1 }));
    const fine = { ...document, facts: { ...document.facts, items } };
    const rules = [ruleOf(deal({ offer: free }))];
    const done = price(setupOf({ basePrices, rules }), documentOf('1', fine));
    expect(amounts(done)).toEqual(['60.00', '8.10']);
    const byHand = {
      ...document,
      lines: [lineOf('3', { item: 'IT-1', priceByHand: { price: decimal('9'), reason: 'so' } })],
    };
    const closed = price(setupOf({ basePrices, rules }), documentOf('1', byHand));
    expect(amounts(closed)).toEqual(['27.00']);
    expect(told(closed, 0)).toContain('rule: lineClosed');
    const only = ruleOf(deal({ offer: free }), {
      kind: 'goods',
      scopes: [{ kind: 'item', item: 'IT-1' }],
    });
    expect(amounts(under(single('30.00', '22.00', '9.00'), [only]))).toEqual([
      '30.00',
      '22.00',
      '9.00',
    ]);
  });

  it('takes what is left after a rule before it, and judges the cheapest by that', () => {
    const goods = single('30.00', '20.00', '12.00');
    const first = named('first', ruleOf(deal({ buy: units(1, 'A'), most: 1 })));
    const second = named('second', ruleOf(deal({ offer: free, most: 1 })));
    // the first halves the 12.00; of 30.00, 20.00 and 6.00 the second gives the last
    expect(amounts(under(goods, [first, second]))).toEqual(['30.00', '20.00', '0.00']);
  });

  it('takes only untouched units where it stands alone, and closes those it takes', () => {
    const goods = single('30.00', '20.00', '12.00', '8.00');
    const pair = deal({ buy: units(1, 'A'), most: 1 });
    const alone = named('alone', ruleOf(pair, undefined, { combinable: false }));
    const other = named('other', ruleOf(deal({ buy: units(1, 'A'), offer: free })));
    // alone takes the 30.00 (earns) and the 8.00 (given); the other has the 20.00 and the 12.00
    expect(amounts(under(goods, [alone, other]))).toEqual(['30.00', '20.00', '0.00', '4.00']);
    const off = ruleOf(percentOff('10'), {
      kind: 'goods',
      scopes: [{ kind: 'item', item: 'IT-1' }],
    });
    const touched = under(single('30.00', '20.00'), [off, alone]);
    expect(amounts(touched)).toEqual(['27.00', '20.00']);
    expect(told(touched, 0)).toContain('rule: unitsMissing');
  });

  it('keeps off a line whose own rule stands alone or stops', () => {
    const goods = single('30.00', '20.00', '12.00');
    const rule = named('deal', ruleOf(deal({ offer: free })));
    const line = (changes: Partial<Rule>): Rule =>
      named(
        'line',
        ruleOf(
          percentOff('10'),
          { kind: 'goods', scopes: [{ kind: 'item', item: 'IT-3' }] },
          changes,
        ),
      );
    expect(amounts(under(goods, [line({}), rule]))).toEqual(['30.00', '20.00', '0.00']);
    const alone = under(goods, [line({ combinable: false }), rule]);
    expect(amounts(alone)).toEqual(['30.00', '20.00', '10.80']);
    expect(told(alone, 2)).toContain('rule: anotherRuleStandsAlone');
    const stopProcessing = under(goods, [line({ stopProcessing: true }), rule]);
    expect(amounts(stopProcessing)).toEqual(['30.00', '20.00', '10.80']);
    expect(told(stopProcessing, 2)).toContain('rule: ruleStopsBefore');
    // a rule before it in the list is not stopped
    expect(amounts(under(goods, [rule, line({ stopProcessing: true, place: 1 })]))).toEqual([
      '30.00',
      '20.00',
      '0.00',
    ]);
  });

  it('takes no more from a line than its flat amounts left', () => {
    const done = under(single('30.00', '20.00', '12.00'), [
      ruleOf(flat('-10.00')),
      ruleOf(deal({ offer: free })),
    ]);
    expect(amounts(done)).toEqual(['20.00', '10.00', '0.00']);
    expect(done.rules.map(({ tookAll }) => tookAll)).toEqual([true]);
  });
});

describe('a bundle', () => {
  it('worked example 10: as many sets as exist, the total shared in proportion', () => {
    const goods = [
      { each: '12.00', categories: 'A', quantity: '2' },
      { each: '6.00', categories: 'B' },
    ];
    const done = under(goods, [ruleOf(bundle('15.00', ['A', 1], ['B', 1]))]);
    expect(amounts(done)).toEqual(['22.00', '5.00']);
    expect(print(done.total)).toBe('27.00');
    expect([done.rules[0]?.times, done.rules[0]?.tookAll]).toEqual([1, false]);
  });

  it('is shared to the cent where its total does not divide', () => {
    const goods = [
      { each: '3.33', categories: 'A' },
      { each: '3.33', categories: 'B' },
      { each: '3.33', categories: 'C' },
    ];
    const done = under(goods, [ruleOf(bundle('8.00', ['A', 1], ['B', 1], ['C', 1]))]);
    expect(amounts(done)).toEqual(['2.67', '2.67', '2.66']);
    expect(print(done.total)).toBe('8.00');
  });

  it('counts many sets at once, and says what is missing for one', () => {
    const goods = [
      { each: '12.00', categories: 'A', quantity: '500000' },
      { each: '6.00', categories: 'B', quantity: '200000' },
    ];
    const done = under(goods, [ruleOf(bundle('15.00', ['A', 2], ['B', 1]))]);
    expect(done.rules[0]?.times).toBe(200_000);
    expect(print(done.total)).toBe('4200000.00'); // 200,000 x 15.00 + 100,000 x 12.00
    const alone = under(goods.slice(0, 1), [ruleOf(bundle('15.00', ['A', 2], ['B', 1]))]);
    expect(told(alone, 0)).toContain('rule: unitsMissing');
  });

  it('does not apply where it would cost more than its parts, set by set', () => {
    const goods = [
      { each: '12.00', categories: 'A' },
      { each: '6.00', categories: 'A' },
      { each: '6.00', categories: 'B', quantity: '2' },
    ];
    const done = under(goods, [ruleOf(bundle('15.00', ['A', 1], ['B', 1]))]);
    expect(amounts(done)).toEqual(['10.00', '6.00', '11.00']);
    const dear = under(goods, [ruleOf(bundle('18.00', ['A', 1], ['B', 1]))]);
    expect(print(dear.total)).toBe('30.00');
    expect(told(dear, 0)).toContain('rule: dearerTogether');
  });

  it('may have a price for each part', () => {
    const goods = [
      { each: '12.00', categories: 'A', quantity: '2' },
      { each: '6.00', categories: 'B' },
    ];
    const done = under(goods, [ruleOf(bundle(null, ['A', 1, '11.00'], ['B', 1, '5.50']))]);
    expect(amounts(done)).toEqual(['23.00', '5.50']);
  });

  it('lets the part that finds least choose first where selections overlap', () => {
    const goods = [
      { each: '12.00', categories: 'AB' },
      { each: '6.00', categories: 'B' },
    ];
    // B could take the 12.00, which is the only A
    const done = under(goods, [ruleOf(bundle('15.00', ['B', 1], ['A', 1]))]);
    expect(print(done.total)).toBe('15.00');
  });
});

describe('an amount spread over units', () => {
  it('worked example 8: never exceeds itself', () => {
    const done = under(single('9.99', '9.99', '9.99'), [ruleOf(spread('-7.00'))]);
    expect(print(done.total)).toBe('22.97');
    expect(amounts(done)).toEqual(['7.65', '7.66', '7.66']);
    const one = under(
      [{ each: '9.99', categories: 'A', quantity: '3' }],
      [ruleOf(spread('-7.00'))],
    );
    expect(print(one.total)).toBe('22.97');
  });

  it('is shared by units, and what a part cannot take goes to the rest', () => {
    const goods = [
      { each: '1.00', categories: 'A' },
      { each: '20.00', categories: 'A', quantity: '2' },
    ];
    expect(amounts(under(goods, [ruleOf(spread('-9.00'))]))).toEqual(['0.00', '32.00']);
    const all = under(goods, [ruleOf(spread('-90.00'))]);
    expect(amounts(all)).toEqual(['0.00', '0.00']);
    expect(all.rules.map(({ amount, tookAll }) => [print(amount), tookAll])).toEqual([
      ['-41.00', true],
    ]);
  });

  it('comes for every so many together, and may be a charge', () => {
    const goods = [
      { each: '5.00', categories: 'A', quantity: '5' },
      { each: '5.00', categories: 'A', quantity: '6' },
    ];
    const done = under(goods, [ruleOf(spread('-4.00', '4'))]);
    expect(print(done.total)).toBe('47.00'); // 55.00 - 2 x 4.00
    expect(print(under(goods, [ruleOf(spread('3.00'))]).total)).toBe('58.00');
    const few = under(single('5.00', '5.00'), [ruleOf(spread('-4.00', '4'))]);
    expect(told(few, 0)).toContain('rule: unitsMissing');
  });
});

describe('rules for groups', () => {
  it('take units at the rounded prices of slices', () => {
    const goods = [{ each: '4.00', categories: 'A', quantity: '12' }];
    const breaks = [breakOf({ '10': '-50' }, { mode: 'incremental', scopes: of('A') })];
    const done = under(goods, [ruleOf(deal({ offer: free, most: 1 }))], { breaks });
    // 9 x 4.00 + 3 x 2.00 = 42.00; one of the cheap ones is given
    expect(amounts(done)).toEqual(['40.00']);
    const [line] = done.lines;
    expect(line?.kind === 'priced' && line.shares.map((one) => one.units)).toEqual([1]);
  });

  it('count base units of a pallet', () => {
    const goods = [{ each: '2.00', categories: 'A', quantity: '1' }];
    const { basePrices, document } = asked(goods, { unit: 'pallet' });
    const rules = [ruleOf(deal({ offer: free }))];
    const done = price(setupOf({ basePrices, rules }), documentOf('1', document));
    expect(amounts(done)).toEqual(['80.00']); // 60 bags, 20 of them free
  });

  it('price each line as if alone in lists of prices', () => {
    const goods = [...single('30.00', '20.00'), { each: '12.00', categories: 'A', quantity: '3' }];
    const { basePrices, document } = asked(goods);
    const rules = [ruleOf(deal({ offer: free }))];
    const setup = setupOf({ basePrices, rules });
    expect(amounts(price(setup, documentOf('1', document)))).toEqual(['30.00', '20.00', '24.00']);
  });

  it('say which rate an offer lacks, and whether they took all that there was', () => {
    const all = { quantity: 1, scopes: [{ kind: 'all' as const }] };
    const give = (offer: UnitOffer, changes: Partial<Rule> = {}) =>
      under(
        [
          { each: '4.00', categories: 'A' },
          { each: '3.00', categories: 'A' },
        ],
        [
          ruleOf(
            { kind: 'buyAndGet', buy: all, get: all, offer, dearest: false, most: null },
            undefined,
            changes,
          ),
        ],
      );
    const pounds = give({ kind: 'amount', amount: decimal('-1') }, { currency: 'GBP' });
    const told = pounds.lines.flatMap((line) => (line.kind === 'priced' ? line.notApplied : []));
    const reasons = [...told, ...pounds.notApplied].flatMap((one) => one.reasons);
    expect(reasons).toContain({ kind: 'noRate', from: 'GBP', to: 'EUR' });
    const took = (amount: string): boolean[] =>
      give({ kind: 'amount', amount: decimal(amount) }).rules.map(({ tookAll }) => tookAll);
    expect(took('-1.00')).toEqual([false]);
  });
});
