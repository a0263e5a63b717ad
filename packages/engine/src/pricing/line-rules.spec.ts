import fc from 'fast-check';
import { compare, decimal, multiply, print, ZERO } from '../number/decimal';
import { compareExact, printExact } from '../number/exact';
import type { PricingDocument } from '../setup/document';
import { stageOf } from '../setup/rule';
import type {
  Condition,
  LineEffect,
  NumberFact,
  Rule,
  WordComparison,
  WordFact,
} from '../setup/rule';
import type { Setup } from '../setup/setup';
import { documents, setups } from '../testing/arbitraries';
import { rules } from '../testing/arbitrary-rules';
import { column, passedOver, pricedLine } from '../testing/priced';
import {
  agreement,
  basePrice,
  breakOf,
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
} from '../testing/saltmarsh';
import type { Unmet } from '../workings/workings';
import { price } from './price-document';

const NOBODY = factsOf({ customer: null });

function priced(
  base: string,
  all: readonly Rule[],
  quantity = '1',
  changes: Partial<PricingDocument> = {},
  setup: Partial<Setup> = {},
) {
  return pricedLine(
    setupOf({ basePrices: [basePrice(base)], rules: all, ...setup }),
    documentOf(quantity, { facts: NOBODY, ...changes }),
  );
}

const amount = (...asked: Parameters<typeof priced>): string => print(priced(...asked).amount);
const raise = (amountEach: string): LineEffect => ({
  kind: 'amountEach',
  amount: decimal(amountEach),
  unit: null,
  startsFrom: 'running',
});
const named = (name: string, rule: Rule): Rule => ({ ...rule, id: name, name });

describe('rules that go together', () => {
  it('worked example 6: percents of the running price are a chain', () => {
    // common practice: 20/10/5 is a single discount of 31.6 %
    const chain = ['20', '10', '5'].map((off) => ruleOf(percentOff(off)));
    expect(amount('10.00', chain)).toBe('6.84');
    expect(amount('10.00', chain.toReversed())).toBe('6.84');
  });

  it('take a percent of another price where they say so', () => {
    const level = schools({ entries: [percentEntry('-50')], rounding: null });
    const of = (base: 'running' | 'afterLevel' | 'basePrice' | 'listPrice'): string =>
      print(
        pricedLine(
          setupOf({
            basePrices: [basePrice('20.00')],
            levels: [level],
            breaks: [breakOf({ '1': '-20' })],
            rules: [ruleOf(percentOff('10', { of: base }))],
          }),
          documentOf('1', {
            facts: factsOf({
              items: [itemOf({ listPrice: { amount: decimal('30.00'), currency: 'EUR' } })],
            }),
          }),
        ).amount,
      );
    expect(of('running')).toBe('7.20'); // 8.00 - 0.80
    expect(of('afterLevel')).toBe('7.00'); // 8.00 - 1.00
    expect(of('basePrice')).toBe('6.00');
    expect(of('listPrice')).toBe('5.00');
  });

  it('worked example 14: 4.00 off the line for every 4 units', () => {
    const rule = ruleOf(flat('-4.00', '4'));
    expect(amount('5.00', [rule], '11')).toBe('47.00');
    expect(amount('5.00', [rule], '3')).toBe('15.00');
    expect(amount('5.00', [rule], '12')).toBe('48.00');
  });

  it('worked example 15: starting from the base price, where that is lower', () => {
    const level = schools({ entries: [percentEntry('-10')], rounding: null });
    const under = (off: string) =>
      pricedLine(
        setupOf({
          basePrices: [basePrice('20.00')],
          levels: [level],
          rules: [ruleOf(percentOff(off, { startsFrom: 'basePrice' }))],
        }),
        documentOf(),
      );
    expect(print(under('15').amount)).toBe('17.00');
    expect(print(under('8').amount)).toBe('18.00');
    expect(passedOver(under('8'))).toContain('rule: notLower');
  });

  it('worked example 17: on hire, an amount per unit and day, and one on the line', () => {
    const facts = factsOf({ customer: null, items: [itemOf({ timeUnit: 'day' })] });
    const lines = [lineOf('2', { duration: decimal('3') })];
    const line = priced('9.00', [ruleOf(raise('1.50')), ruleOf(flat('25.00'))], '2', {
      facts,
      lines,
    });
    expect(print(line.amount)).toBe('88.00'); // 2 x 3 x 10.50 + 25.00
    expect(line.flats.map((one) => print(one.amount))).toEqual(['25.00']);
  });

  it('take no more than there is, from a unit or from the line', () => {
    expect(amount('5.00', [ruleOf(raise('-9.00'))], '2')).toBe('0.00');
    const line = priced(
      '5.00',
      [ruleOf(flat('-8.00')), ruleOf(flat('-8.00')), ruleOf(flat('1.00'))],
      '2',
    );
    expect(print(line.amount)).toBe('1.00');
    expect(line.flats.map((one) => [print(one.amount), one.tookAll])).toEqual([
      ['-8.00', false],
      ['-2.00', true],
      ['1.00', false],
    ]);
  });

  it('set a price where it is lower, and where it is higher if they say so', () => {
    const set = (to: string, raises: boolean): Rule =>
      ruleOf({ kind: 'set', price: decimal(to), unit: null, raises });
    expect(amount('5.00', [set('4.00', false)])).toBe('4.00');
    expect(amount('5.00', [set('6.00', false)])).toBe('5.00');
    expect(amount('5.00', [set('6.00', true)])).toBe('6.00');
  });

  it('make a line whole again that a break split, and overtake what was done to its units', () => {
    const tiers = breakOf({ '10': '-50' }, { mode: 'incremental' });
    const split = { breaks: [tiers] };
    const half = ruleOf(percentOff('10'));
    const line = priced('4.00', [half], '12', {}, split);
    expect(line.slices.map((slice) => print(slice.unitPrice))).toEqual(['3.60', '1.80']);
    const set = ruleOf({ kind: 'set', price: decimal('2.00'), unit: null, raises: false });
    const whole = priced('4.00', [half, set, ruleOf(flat('-1.00'))], '12', {}, split);
    expect(whole.slices.map((slice) => print(slice.unitPrice))).toEqual(['2.00']);
    expect(print(whole.amount)).toBe('23.00');
    expect(passedOver(whole)).toContain('rule: overtakenBy');
    expect(column(whole).at(-1)).toBe('rule -2.00 2.00');
  });
});

describe('a rule that stands alone', () => {
  const alone = named('alone', ruleOf(percentOff('15'), undefined, { together: false }));
  const together = named('together', ruleOf(percentOff('10')));
  const under = (all: readonly Rule[], ruleChoice: Setup['ruleChoice']): string =>
    amount('40.00', all, '1', {}, { ruleChoice });

  it('worked example 7: the first in the list, or what leaves the customer paying least', () => {
    expect(under([alone, together], 'first')).toBe('34.00');
    expect(passedOver(priced('40.00', [alone, together]))).toContain(
      'rule: anotherRuleStandsAlone',
    );
    expect(under([together, alone], 'first')).toBe('36.00');
    expect(under([together, alone], 'least')).toBe('34.00');
  });

  it('loses against a stronger pair where the customer is to pay least', () => {
    const pair = [together, named('other', ruleOf(percentOff('10')))];
    expect(under([alone, ...pair], 'least')).toBe('32.40');
    expect(under([alone, ...pair], 'first')).toBe('34.00');
    const line = priced('40.00', [alone, ...pair], '1', {}, { ruleChoice: 'least' });
    expect(passedOver(line)).toContain('rule: leavesMoreToPay');
  });

  it('does not keep away a rule that only raises, and a tie goes to the earlier', () => {
    const charge = named('charge', ruleOf(flat('5.00')));
    expect(under([alone, charge], 'first')).toBe('39.00');
    const twin = named('twin', ruleOf(percentOff('15'), undefined, { together: false }));
    const line = priced('40.00', [twin, alone], '1', {}, { ruleChoice: 'least' });
    expect(
      line.notApplied.map(({ subject }) => subject.kind === 'rule' && subject.rule.id),
    ).toContain('alone');
  });

  it('is barred by a rule before it that stops', () => {
    const stop = named('stop', ruleOf(percentOff('1'), undefined, { stops: true }));
    expect(under([stop, alone, together], 'least')).toBe('39.60');
    expect(passedOver(priced('40.00', [stop, alone]))).toContain('rule: ruleStopsBefore');
  });
});

describe('the conditions of a rule', () => {
  const holds = (
    when: Condition,
    changes: Partial<PricingDocument> = {},
    quantity = '3',
    rule: Partial<Rule> = {},
  ): boolean =>
    amount('4.00', [ruleOf(percentOff('50'), when, rule)], quantity, changes) !==
    amount('4.00', [], quantity, changes);
  const number = (
    fact: NumberFact,
    kind: 'atLeast' | 'moreThan' | 'exactly' | 'lessThan' | 'atMost',
    value: string,
  ): Condition => ({
    kind: 'number',
    fact,
    comparison: { kind, value: decimal(value) },
  });
  const QUANTITY: NumberFact = { kind: 'quantity' };
  const CLAY: Condition = { kind: 'goods', reaches: [{ kind: 'category', category: 'clay' }] };
  const GLAZE: Condition = { kind: 'goods', reaches: [{ kind: 'category', category: 'glaze' }] };

  it('spell their boundaries', () => {
    const at = (kind: Parameters<typeof number>[1]): boolean[] =>
      ['2', '3', '4'].map((value) => holds(number(QUANTITY, kind, value)));
    expect(at('atLeast')).toEqual([true, true, false]);
    expect(at('moreThan')).toEqual([true, false, false]);
    expect(at('exactly')).toEqual([false, true, false]);
    expect(at('atMost')).toEqual([false, true, true]);
    expect(at('lessThan')).toEqual([false, false, true]);
    const between = (value: string, to: string): boolean =>
      holds({
        kind: 'number',
        fact: QUANTITY,
        comparison: { kind: 'between', value: decimal(value), to: decimal(to) },
      });
    expect([between('3', '5'), between('1', '3'), between('4', '5'), between('5', '1')]).toEqual([
      true,
      true,
      false,
      false,
    ]);
  });

  it('tell either from both, and none from a missing fact', () => {
    const either: Condition = {
      kind: 'goods',
      reaches: [
        { kind: 'category', category: 'clay' },
        { kind: 'category', category: 'glaze' },
      ],
    };
    expect(holds(either)).toBeTrue();
    expect(holds({ kind: 'all', of: [CLAY, GLAZE] })).toBeFalse();
    expect(holds({ kind: 'any', of: [GLAZE, CLAY] })).toBeTrue();
    expect(holds({ kind: 'none', of: [GLAZE] })).toBeTrue();
    const brand: Condition = { kind: 'goods', reaches: [{ kind: 'brand', brand: 'ebb' }] };
    const without = factsOf({ customer: null, items: [itemOf({ brand: null })] });
    expect(holds(brand, { facts: without })).toBeFalse();
    expect(holds({ kind: 'none', of: [brand] }, { facts: without })).toBeTrue();
    // nobody is known, so no test of a customer holds
    expect(holds({ kind: 'segment', segments: ['schools'] })).toBeFalse();
    expect(holds({ kind: 'any', of: [] })).toBeFalse();
  });

  it('ask for what the company keeps besides, and say no where it is not known', () => {
    const fact = (of: 'item' | 'customer', code: string) =>
      ({ kind: 'attribute', of, code }) as const;
    const word = (asked: WordFact, comparison: WordComparison): Condition => ({
      kind: 'word',
      fact: asked,
      comparison,
    });
    const facts = factsOf({
      customer: customerOf({ attributes: { since: '2024-03-01' } }),
      items: [itemOf({ attributes: { finish: 'matt', weight: '12.5', firing: 'cone 6' } })],
    });
    const known = (when: Condition): boolean => holds(when, { facts });
    expect(known(number(fact('item', 'weight'), 'atLeast', '12.50'))).toBeTrue();
    expect(known(number(fact('item', 'weight'), 'moreThan', '12.5'))).toBeFalse();
    expect(known(number(fact('item', 'finish'), 'atLeast', '0'))).toBeFalse();
    const finish = fact('item', 'finish');
    expect(known(word(finish, { kind: 'isOneOf', values: ['gloss', 'matt'] }))).toBeTrue();
    expect(known(word(finish, { kind: 'isNoneOf', values: ['gloss'] }))).toBeTrue();
    const firing = fact('item', 'firing');
    expect(known(word(firing, { kind: 'startsWith', values: ['cone'] }))).toBeTrue();
    const since = fact('customer', 'since');
    const on = (kind: 'onOrAfter' | 'onOrBefore', day: string): boolean =>
      known(word(since, { kind, day }));
    expect([on('onOrAfter', '2024-03-01'), on('onOrBefore', '2024-03-01')]).toEqual([true, true]);
    expect([on('onOrAfter', '2024-03-02'), on('onOrBefore', '2024-02-29')]).toEqual([false, false]);
    // a missing fact makes a test false, whichever comparison; the tree is evaluated then
    const other: Condition = word(fact('item', 'gone'), { kind: 'isNoneOf', values: ['x'] });
    expect(known(other)).toBeFalse();
    expect(known({ kind: 'none', of: [other] })).toBeTrue();
    expect(known(word({ kind: 'unit' }, { kind: 'isOneOf', values: ['bag'] }))).toBeTrue();
    expect(
      known(word({ kind: 'formOfSupply' }, { kind: 'isNoneOf', values: ['split'] })),
    ).toBeFalse();
  });

  it('tell each test that does not hold, with what is there', () => {
    const gone: Condition = {
      kind: 'word',
      fact: { kind: 'attribute', of: 'item', code: 'gone' },
      comparison: { kind: 'isOneOf', values: ['x'] },
    };
    const when: Condition = {
      kind: 'all',
      of: [
        CLAY,
        number(QUANTITY, 'atLeast', '8'),
        { kind: 'any', of: [GLAZE, gone] },
        { kind: 'none', of: [CLAY, GLAZE] },
      ],
    };
    const line = priced('4.00', [ruleOf(percentOff('50'), when)], '5');
    const reason = line.notApplied.find(({ subject }) => subject.kind === 'rule')?.reasons[0];
    const told = (unmet: readonly Unmet[]): unknown[] =>
      unmet.map((one) =>
        one.kind === 'test'
          ? typeof one.actual === 'object'
            ? one.actual && printExact(one.actual)
            : one.actual
          : one.kind === 'oneOf'
            ? one.of.map(told)
            : one.condition,
      );
    expect(reason?.kind === 'conditionFails' && told(reason.unmet)).toEqual([
      '5',
      [['CL-0207'], [null]],
      CLAY,
    ]);
  });

  it('look at the document before any rule, so that no rule unmakes its own condition', () => {
    const over: Condition = number({ kind: 'priceAfterBreak' }, 'atLeast', '4.00');
    const twice = [ruleOf(percentOff('50'), over), named('b', ruleOf(percentOff('50'), over))];
    expect(amount('4.00', twice)).toBe('1.00');
    const under: Condition = number({ kind: 'priceAfterBreak' }, 'lessThan', '4.00');
    expect(amount('4.00', [ruleOf(percentOff('50')), ruleOf(percentOff('50'), under)])).toBe(
      '2.00',
    );
  });

  it('count over the document what a selection reaches, closed lines too', () => {
    const clay: NumberFact = {
      kind: 'count',
      of: 'quantity',
      reaches: [{ kind: 'category', category: 'clay' }],
    };
    const lines = [lineOf('3'), lineOf('2', { id: '2' })];
    expect(holds(number(clay, 'atLeast', '5'), { lines })).toBeTrue();
    expect(holds(number(clay, 'atLeast', '6'), { lines })).toBeFalse();
    expect(holds(number({ ...clay, of: 'lines' }, 'exactly', '2'), { lines })).toBeTrue();
    expect(holds(number({ ...clay, of: 'spend' }, 'atLeast', '20.00'), { lines })).toBeTrue();
    const byHand = lineOf('2', { id: '2', priceByHand: { price: decimal('9'), reason: 'so' } });
    const closed = { lines: [lineOf('3'), byHand] };
    expect(holds(number({ ...clay, of: 'spend' }, 'atLeast', '30.00'), closed)).toBeTrue();
  });

  it('need their code, whatever its case, and their days and outlet', () => {
    const coded: Partial<Rule> = { starts: { kind: 'code', code: 'Spring' } };
    expect(holds(CLAY, {}, '3', coded)).toBeFalse();
    expect(holds(CLAY, { codes: ['SPRING'] }, '3', coded)).toBeTrue();
    expect(holds(CLAY, { codes: ['autumn'] }, '3', coded)).toBeFalse();
    expect(holds(CLAY, {}, '3', { outlets: ['quay'] })).toBeFalse();
    expect(holds(CLAY, {}, '3', { paused: true })).toBeFalse();
    const line = priced('4.00', [ruleOf(percentOff('50'), CLAY, coded)]);
    expect(passedOver(line)).toContain('rule: codeNeeded');
  });

  it('leave a line alone that its agreement closes', () => {
    const setup = setupOf({
      basePrices: [basePrice('4.00')],
      agreements: [agreement('3.00')],
      rules: [ruleOf(percentOff('50'))],
    });
    const line = pricedLine(setup, documentOf('1', { facts: factsOf({ customer: customerOf() }) }));
    expect(print(line.amount)).toBe('3.00');
    expect(passedOver(line)).toContain('rule: lineClosed');
  });
});

describe('the laws of rules', () => {
  it('one that does not apply changes no price and no other line of the workings', () => {
    fc.assert(
      fc.property(setups, documents, rules('Z'), fc.boolean(), (setup, document, extra, first) => {
        const never: Rule = { ...extra, when: { kind: 'any', of: [] } };
        const all = first ? [never, ...setup.rules] : [...setup.rules, never];
        const before = price(setup, document);
        const after = price({ ...setup, rules: all }, document);
        expect(print(after.total)).toBe(print(before.total));
        for (const [index, line] of after.lines.entries()) {
          const old = before.lines[index];
          if (line.kind !== 'priced' || old?.kind !== 'priced') continue;
          expect(line.slices).toEqual(old.slices);
          expect(line.flats).toEqual(old.flats);
          const others = line.notApplied.filter(
            ({ subject }) => !(subject.kind === 'rule' && subject.rule.id === 'Z'),
          );
          expect(others).toEqual([...old.notApplied].slice(0, others.length));
        }
      }),
      { numRuns: 300 },
    );
  });

  it('never make an amount below zero', () => {
    fc.assert(
      fc.property(setups, documents, (setup, document) => {
        for (const line of price(setup, document).lines) {
          if (line.kind === 'priced') expect(compare(line.amount, ZERO)).toBeGreaterThanOrEqual(0);
        }
      }),
      { numRuns: 500 },
    );
  });

  it('together, percents of the running price are their product before it is rounded', () => {
    const offs = fc.array(fc.integer({ min: 0, max: 99 }), { minLength: 1, maxLength: 5 });
    fc.assert(
      fc.property(offs, fc.integer({ min: 1, max: 99_999 }), (all, cents) => {
        const base = `${String(Math.floor(cents / 100))}.${String(cents % 100).padStart(2, '0')}`;
        const setup = setupOf({
          basePrices: [basePrice(base)],
          unitPriceDigits: { EUR: 6 },
          rules: all.map((off, place) => named(String(place), ruleOf(percentOff(String(off))))),
        });
        const exact = all.reduce(
          (product, off) => multiply(product, decimal(((100 - off) / 100).toFixed(2))),
          decimal(base),
        );
        const [line] = price(setup, documentOf('1', { facts: NOBODY })).lines;
        // so little that it would be rounded to nothing is told as that, with the price it was
        const reached =
          line?.kind === 'priced'
            ? line.slices[0]?.steps.findLast(({ source }) => source.kind === 'rule')?.after
            : line?.problem.kind === 'roundsToZero' && line.problem.unitPrice;
        expect(reached && compareExact(reached, exact)).toBe(0);
      }),
    );
  });

  it('the order of lines changes no line’s price', () => {
    fc.assert(
      fc.property(setups, documents, (setup, document) => {
        // by design, incremental breaks over several lines fill in line order, and of units that
        // cost the same rules for groups take the earlier
        const own = setup.rules.filter(({ effect }) => stageOf(effect) === 'line');
        const plain = { ...setup, breaks: [], rules: own };
        const turned = { ...document, lines: document.lines.toReversed() };
        const before = new Map(price(plain, document).lines.map((line) => [line.id, line]));
        for (const line of price(plain, turned).lines)
          expect(line).toEqual(before.get(line.id) ?? line);
      }),
      { numRuns: 300 },
    );
  });
});
