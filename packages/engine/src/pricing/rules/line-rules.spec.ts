import fc from 'fast-check';
import { compare, decimal, multiply, print, ZERO } from '../../number/decimal';
import { compareExact } from '../../number/exact';
import { stageOf, type LineEffect, type Rule } from '../../setup/rule';
import type { Setup } from '../../setup/setup';
import { documents, setups } from '../../testing/arbitraries';
import { rules } from '../../testing/arbitrary-rules';
import { column, passedOver, pricedLine } from '../../testing/priced';
import { runs } from '../../testing/runs';
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
} from '../../testing/saltmarsh';
import { amountUnder, named, NOBODY, underRules } from '../../testing/under-rules';
import { price } from '../price-document';
import type { PricedLine } from '../../result/priced';

const raise = (amountEach: string): LineEffect => ({
  kind: 'amountEach',
  amount: decimal(amountEach),
  unit: null,
  startsFrom: 'running',
});

describe('rules that go together', () => {
  it('worked example 6: percents of the running price are a chain', () => {
    // common practice: 20/10/5 is a single discount of 31.6 %
    const chain = ['20', '10', '5'].map((off) => ruleOf(percentOff(off)));
    expect(amountUnder('10.00', chain)).toBe('6.84');
    expect(amountUnder('10.00', chain.toReversed())).toBe('6.84');
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
    expect(amountUnder('5.00', [rule], '11')).toBe('47.00');
    expect(amountUnder('5.00', [rule], '3')).toBe('15.00');
    expect(amountUnder('5.00', [rule], '12')).toBe('48.00');
  });

  it('worked example 15: starting from the base price, only if lower', () => {
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
    const line = underRules('9.00', [ruleOf(raise('1.50')), ruleOf(flat('25.00'))], '2', {
      facts,
      lines,
    });
    expect(print(line.amount)).toBe('88.00'); // 2 x 3 x 10.50 + 25.00
    expect(line.flats.map((one) => print(one.amount))).toEqual(['25.00']);
  });

  it('take no more than there is, from a unit or from the line', () => {
    expect(amountUnder('5.00', [ruleOf(raise('-9.00'))], '2')).toBe('0.00');
    const line = underRules(
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
    expect(amountUnder('5.00', [set('4.00', false)])).toBe('4.00');
    expect(amountUnder('5.00', [set('6.00', false)])).toBe('5.00');
    expect(amountUnder('5.00', [set('6.00', true)])).toBe('6.00');
  });

  it('make a line whole again that a break split, and overtake what was done to its units', () => {
    const tiers = breakOf({ '10': '-50' }, { mode: 'incremental' });
    const split = { breaks: [tiers] };
    const half = ruleOf(percentOff('10'));
    const line = underRules('4.00', [half], '12', {}, split);
    expect(line.slices.map((slice) => print(slice.unitPrice))).toEqual(['3.60', '1.80']);
    const set = ruleOf({ kind: 'set', price: decimal('2.00'), unit: null, raises: false });
    const whole = underRules('4.00', [half, set, ruleOf(flat('-1.00'))], '12', {}, split);
    expect(whole.slices.map((slice) => print(slice.unitPrice))).toEqual(['2.00']);
    expect(print(whole.amount)).toBe('23.00');
    expect(passedOver(whole)).toContain('rule: overtakenBy');
    expect(column(whole).at(-1)).toBe('rule -2.00 2.00');
  });
});

describe('a rule that stands alone', () => {
  const alone = named('alone', ruleOf(percentOff('15'), undefined, { combinable: false }));
  const together = named('together', ruleOf(percentOff('10')));
  const under = (all: readonly Rule[], ruleChoice: Setup['ruleChoice']): string =>
    amountUnder('40.00', all, '1', {}, { ruleChoice });

  it('worked example 7: the first in the list, or what leaves the customer paying least', () => {
    expect(under([alone, together], 'first')).toBe('34.00');
    expect(passedOver(underRules('40.00', [alone, together]))).toContain(
      'rule: anotherRuleStandsAlone',
    );
    expect(under([together, alone], 'first')).toBe('36.00');
    expect(under([together, alone], 'least')).toBe('34.00');
  });

  it('loses against a stronger pair where the customer is to pay least', () => {
    const pair = [together, named('other', ruleOf(percentOff('10')))];
    expect(under([alone, ...pair], 'least')).toBe('32.40');
    expect(under([alone, ...pair], 'first')).toBe('34.00');
    const line = underRules('40.00', [alone, ...pair], '1', {}, { ruleChoice: 'least' });
    expect(passedOver(line)).toContain('rule: leavesMoreToPay');
  });

  it('does not keep away a rule that only raises, and a tie goes to the earlier', () => {
    const charge = named('charge', ruleOf(flat('5.00')));
    expect(under([alone, charge], 'first')).toBe('39.00');
    const twin = named('twin', ruleOf(percentOff('15'), undefined, { combinable: false }));
    const line = underRules('40.00', [twin, alone], '1', {}, { ruleChoice: 'least' });
    expect(
      line.notApplied.map(({ subject }) => subject.kind === 'rule' && subject.rule.id),
    ).toContain('alone');
  });

  it('is barred by a rule before it that stops', () => {
    const stop = named('stop', ruleOf(percentOff('1'), undefined, { stopProcessing: true }));
    expect(under([stop, alone, together], 'least')).toBe('39.60');
    expect(passedOver(underRules('40.00', [stop, alone]))).toContain('rule: ruleStopsBefore');
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
      { numRuns: runs(300) },
    );
  });

  it('never make an amount below zero', () => {
    fc.assert(
      fc.property(setups, documents, (setup, document) => {
        for (const line of price(setup, document).lines) {
          if (line.kind === 'priced') expect(compare(line.amount, ZERO)).toBeGreaterThanOrEqual(0);
        }
      }),
      { numRuns: runs(500) },
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

  it('the order of lines changes no line’s price, and no set-up charge in all', () => {
    fc.assert(
      fc.property(setups, documents, (setup, document) => {
        // by design, incremental breaks over several lines fill in line order, and of units that
        // cost the same rules for groups take the earlier
        const own = setup.rules.filter(({ effect }) => stageOf(effect) === 'line');
        const plain = { ...setup, breaks: [], rules: own };
        const turned = { ...document, lines: document.lines.toReversed() };
        // of lines of one item that ask for the same set-up charge, the first tells it
        const unsaid = (line: PricedLine): PricedLine =>
          line.kind === 'priced' ? { ...line, setUp: null } : line;
        const done = price(plain, document);
        const before = new Map(done.lines.map((line) => [line.id, unsaid(line)]));
        const after = price(plain, turned);
        for (const line of after.lines)
          expect(unsaid(line)).toEqual(before.get(line.id) ?? unsaid(line));
        expect(compare(after.total, done.total)).toBe(0);
      }),
      { numRuns: runs(300) },
    );
  });
});

describe('a rule that holds and cannot be applied', () => {
  const reasonsOf = (effect: LineEffect, changes: Partial<Rule> = {}): readonly unknown[] => {
    const facts = factsOf({ customer: customerOf({ level: null }) });
    // an agreed price: the other level has nothing to start from
    const setup = setupOf({
      basePrices: [],
      agreements: [agreement('5.00', { open: true })],
      rules: [ruleOf(effect, undefined, changes)],
    });
    const line = pricedLine(setup, documentOf('3', { facts }));
    expect(print(line.amount)).toBe('15.00');
    return line.notApplied
      .filter(({ subject }) => subject.kind === 'rule')
      .flatMap(({ reasons }) => reasons);
  };

  it('says that a level makes no price of the item', () => {
    const level = { id: 'schools', name: 'Schools', currency: 'EUR' };
    expect(reasonsOf({ kind: 'level', level: 'schools', raises: true })).toEqual([
      { kind: 'levelMakesNoPrice', level },
    ]);
    expect(reasonsOf({ kind: 'level', level: 'gone', raises: true })).toEqual([
      { kind: 'notInVersion', version: 7 },
    ]);
  });

  it('says how much more an amount for every so many asks for, and which rate one lacks', () => {
    expect(reasonsOf(flat('-5.00', '10'))).toEqual([
      { kind: 'asksForMore', minQuantity: decimal('10'), missing: decimal('7'), unit: 'bag' },
    ]);
    expect(reasonsOf(flat('-5.00'), { currency: 'GBP' })).toEqual([
      { kind: 'noRate', from: 'GBP', to: 'EUR' },
    ]);
  });
});
