import fc from 'fast-check';
import { price } from '../pricing/price-document';
import { documents, setups } from '../testing/arbitraries';
import { decimal } from '../number/decimal';
import type { Floor } from '../setup/floor';
import {
  basePrice,
  documentOf,
  factsOf,
  itemOf,
  lineOf,
  percentEntry,
  schools,
  setupOf,
} from '../testing/saltmarsh';
import { serialized } from '../number/serialized';
import { asksForCosts, isConditionOfCost, reasonWithoutCosts, withoutCosts } from './without-costs';
import type { Condition, RuleTest } from '../setup/rule';
import type { Reason, Unmet } from './workings';

describe('a price for readers who may not see costs', () => {
  it('is the same price, and nothing in it speaks of a cost', () => {
    fc.assert(
      fc.property(setups, documents, (setup, document) => {
        for (const line of serialized(price(setup, document)).lines) {
          const shown = withoutCosts(line);
          const text = JSON.stringify(shown);
          for (const word of [
            '"cost"',
            '"costTable"',
            '"tableFees"',
            '"pieceCharge"',
            '"byCost"',
          ]) {
            expect(text.replaceAll('"cost":null', '')).not.toContain(word);
          }
          if (line.kind !== 'priced' || shown.kind !== 'priced') continue;
          expect(shown.amount).toBe(line.amount);
          expect(shown.slices.map(({ unitPrice }) => unitPrice)).toEqual(
            line.slices.map(({ unitPrice }) => unitPrice),
          );
          expect(shown.slices.map(({ steps }) => steps.at(-1)?.after)).toEqual(
            line.slices.map(({ steps }) => steps.at(-1)?.after),
          );
        }
      }),
    );
  });

  it('says what is below an amount or a part of the base price, and nothing of a margin', () => {
    const cost = { kind: 'standard', amount: decimal('18'), currency: 'EUR', unit: null } as const;
    const facts = factsOf({ customer: null, items: [itemOf({ costs: [cost] })] });
    const at = (least: Floor['least'], then: Floor['then']): unknown => {
      const floors = [{ id: 'a', scope: { kind: 'all' }, least, then } as const];
      const setup = setupOf({ basePrices: [basePrice('20.00')], floors });
      const [line] = serialized(
        price(setup, documentOf('1', { facts, lines: [lineOf('1')] })),
      ).lines;
      const shown = line && withoutCosts(line);
      return shown?.kind === 'priced' && [shown.floor?.least?.kind, shown.floor?.short?.amount];
    };
    const amount = { kind: 'amount', amount: decimal('25'), currency: 'EUR' } as const;
    expect(at(amount, 'warn')).toEqual(['amount', '5.00']);
    const part = { kind: 'ofBasePrice', percent: decimal('110') } as const;
    expect(at(part, 'hold')).toEqual(['ofBasePrice', '2.00']);
    const margin = { kind: 'margin', percent: decimal('20') } as const;
    expect(at(margin, 'hold')).toEqual([undefined, undefined]);
    // lifted, its price says it already, and nothing else does
    const setup = setupOf({
      basePrices: [basePrice('20.00')],
      floors: [{ id: 'a', scope: { kind: 'all' }, least: margin, then: 'lift' }],
    });
    const [line] = serialized(price(setup, documentOf('1', { facts, lines: [lineOf('1')] }))).lines;
    const lifted = line && withoutCosts(line);
    expect(lifted?.kind === 'priced' && lifted.floor).toEqual(
      jasmine.objectContaining({ lifted: '2.50', least: null, short: null, untested: null }),
    );
  });
});

describe('the workings of a price for readers who may not see costs', () => {
  const [line] = serialized(price(setupOf({}), documentOf('1'))).lines;
  const step = (source: unknown, before: string | null, change: string, after: string) =>
    ({ source, currency: 'EUR', before, change, after }) as never; // as much of it as is read
  /** What is left of steps: the kinds of their sources. */
  const left = (...steps: never[]) => {
    if (line?.kind !== 'priced') throw new Error('it has a price');
    const [slice] = line.slices;
    if (!slice) throw new Error('it has a slice');
    const shown = withoutCosts({ ...line, slices: [{ ...slice, steps }], computed: line });
    return shown.kind === 'priced' ? shown : null;
  };
  const after = step({ kind: 'rounding' }, '9', '1', '10');

  it('begin with one start in place of all that is made of a cost', () => {
    for (const source of [
      { kind: 'cost' },
      { kind: 'costTable' },
      { kind: 'tableFees' },
      { kind: 'pieceCharge' },
      { kind: 'tableRounding' },
      { kind: 'quantityBreak', basis: { kind: 'cost' } },
      { kind: 'levelEntry', entry: { basis: { kind: 'costTable' }, adjusting: { kind: 'plain' } } },
      { kind: 'levelEntry', entry: { basis: { kind: 'base' }, adjusting: { kind: 'byCost' } } },
    ]) {
      const shown = left(step({ kind: 'x' }, null, '5', '5'), step(source, '5', '4', '9'), after);
      const start = { source: { kind: 'fromCost', item: line?.item }, currency: 'EUR' };
      expect(shown?.slices[0]?.steps as unknown[])
        .withContext(source.kind)
        .toEqual([{ ...start, before: null, change: '9', after: '9' }, after]);
    }
  });

  it('stay as they are where nothing of it is made of a cost', () => {
    for (const source of [
      { kind: 'basePrice' },
      { kind: 'quantityBreak', basis: { kind: 'basePrice' } },
      { kind: 'levelEntry', entry: { basis: { kind: 'base' }, adjusting: { kind: 'plain' } } },
    ]) {
      const steps = [step(source, null, '9', '9'), after];
      expect(left(...steps)?.slices[0]?.steps)
        .withContext(source.kind)
        .toEqual(steps);
    }
  });

  it('are those of the price as computed, too, where another one was typed', () => {
    if (line?.kind !== 'priced') throw new Error('it has a price');
    const cost = { amount: '7', currency: 'EUR', unit: null, kind: 'last' } as never;
    const shown = withoutCosts({ ...line, computed: { ...line, cost } });
    expect(shown.kind === 'priced' && shown.computed?.kind === 'priced').toBeTrue();
    expect(JSON.stringify(shown)).not.toContain('"last"');
    const plain = withoutCosts({ ...line, computed: null });
    expect(plain.kind === 'priced' && plain.computed).toBeNull();
  });

  it('say nothing of cost tables that did not apply', () => {
    if (line?.kind !== 'priced') throw new Error('it has a price');
    const told = (kind: string) => [{ subject: { kind }, reasons: [] }] as never;
    const shown = (kind: string) => {
      const one = withoutCosts({ ...line, notApplied: told(kind) });
      return one.kind === 'priced' && one.notApplied.length;
    };
    expect(shown('costTable')).toBe(0);
    expect(shown('rule')).toBe(1);
  });

  it('say of a floor over goods together no more than what it lifted', () => {
    if (line?.kind !== 'priced') throw new Error('it has a price');
    const floor = (lifted: string) =>
      ({ least: { kind: 'amount', amount: '5' }, lifted, short: { amount: '1.00' } }) as never;
    const shares = (of: string) => [{ of, amount: '-1.00' }] as never;
    const shown = (lifted: string, of: string) => {
      const one = withoutCosts({ ...line, floor: floor(lifted), shares: shares(of) });
      return (
        one.kind === 'priced' && one.floor && { least: one.floor.least, short: one.floor.short }
      );
    };
    expect(shown('0.00', 'group')).toBeNull();
    expect(shown('1.50', 'group')).toEqual({ least: null, short: null });
    expect(shown('0.00', 'document')).toEqual(
      jasmine.objectContaining({ short: { amount: '1.00' } }),
    );
  });
});

describe('a setup', () => {
  const when = (fact: 'cost' | 'margin' | 'quantity'): RuleTest => ({
    kind: 'number',
    fact: { kind: fact },
    comparison: { kind: 'atLeast', value: decimal('10') },
  });
  const nothing = { levels: [], costTables: [], breaks: [], rules: [], floors: [] };
  const plain = { basis: { kind: 'basePrice' }, adjusting: { kind: 'plain' } };
  const levels = (entry: object) => [{ entries: [plain, { ...plain, ...entry }] }];
  const breaks = (...kinds: string[]) => kinds.map((kind) => ({ basis: { kind } }));
  const rules = (...of: Condition[]) => of.map((one) => ({ when: serialized(one) }));

  it('asks for costs where any part of it starts from one or tests one', () => {
    for (const asking of [
      { costTables: [{}] },
      { floors: [{ least: { kind: 'amount' } }, { least: { kind: 'margin' } }] },
      { levels: levels({ basis: { kind: 'cost' } }) },
      { levels: levels({ basis: { kind: 'costTable' } }) },
      { levels: levels({ adjusting: { kind: 'byCost' } }) },
      { breaks: breaks('afterLevel', 'cost') },
      { rules: rules(when('quantity'), when('cost')) },
      { rules: rules({ kind: 'any', of: [when('quantity'), when('margin')] }) },
    ]) {
      expect(asksForCosts({ ...nothing, ...asking }))
        .withContext(JSON.stringify(asking))
        .toBeTrue();
    }
  });

  it('asks for none where nothing in it does', () => {
    expect(asksForCosts(nothing)).toBeFalse();
    expect(
      asksForCosts({
        ...nothing,
        levels: levels({}),
        breaks: breaks('afterLevel', 'basePrice'),
        rules: rules(when('quantity'), { kind: 'segment', segments: ['schools'] }),
        floors: [{ least: { kind: 'amount' } }],
      }),
    ).toBeFalse();
    expect(isConditionOfCost(serialized({ kind: 'all', of: [when('quantity')] }))).toBeFalse();
  });

  it('does not say what of a condition is missing where that is a cost, however deep', () => {
    const fails = (...unmet: Unmet[]) =>
      reasonWithoutCosts(serialized({ kind: 'conditionFails', unmet }));
    const test = (fact: 'margin' | 'quantity'): Unmet => ({
      kind: 'test',
      test: when(fact),
      actual: null,
      currency: 'EUR',
    });
    const held = (fact: 'cost' | 'quantity'): Unmet => ({
      kind: 'holds',
      condition: when(fact),
      currency: 'EUR',
    });
    const inList = (...of: (readonly Unmet[])[]): Unmet => ({ kind: 'oneOf', of });
    const hidden = { kind: 'conditionFails', unmet: [] } as const;
    expect(fails(test('quantity'), test('margin'))).toEqual(hidden);
    expect(fails(inList([test('quantity')], [test('quantity'), test('margin')]))).toEqual(hidden);
    expect(fails(held('cost'))).toEqual(hidden);
    for (const told of [test('quantity'), held('quantity'), inList([test('quantity')])]) {
      expect(fails(told)).not.toEqual(hidden);
    }
  });
});

describe('what was passed over, for readers who may not see costs', () => {
  const subjects = (setup: Parameters<typeof setupOf>[0]): string[] => {
    const facts = factsOf({ items: [itemOf({ costs: [] })] });
    const [line] = serialized(price(setupOf(setup), documentOf('1', { facts }))).lines;
    const shown = line && withoutCosts(line);
    return shown?.kind === 'priced' ? shown.notApplied.map(({ subject }) => subject.kind) : [];
  };
  const clay = { kind: 'category', category: 'clay' } as const;

  it('leaves out entries that start from a cost, and those that gave way to one', () => {
    const fromCost = percentEntry('10', { kind: 'all' }, { basis: { kind: 'cost', cost: 'last' } });
    const plain = percentEntry('-5', clay);
    expect(subjects({ levels: [schools({ entries: [plain, fromCost] })] })).toEqual([]);
    const second = { ...percentEntry('-6', clay), id: 'second' };
    expect(subjects({ levels: [schools({ entries: [plain, second] })] })).toEqual(['levelEntry']);
  });

  it('leaves out what is said with a reason that tells of a cost, and nothing else', () => {
    const cost = { kind: 'cost', cost: 'last' } as const;
    const fromCost = percentEntry('10', { kind: 'all' }, { basis: cost });
    const plain = percentEntry('10');
    const asPrice = { kind: 'basePrice' } as const;
    const tier = { from: decimal('2'), adjustment: { kind: 'byRequest' } } as const;
    const at = decimal('4.00');
    const [line] = serialized(price(setupOf({}), documentOf('1'))).lines;
    const isShown = (reason: Reason): boolean => {
      if (line?.kind !== 'priced') throw new Error('it has a price');
      const told = [{ subject: { kind: 'anyLevel' }, reasons: [reason] }] as const;
      const shown = withoutCosts({ ...line, notApplied: serialized(told) });
      return shown.kind === 'priced' && shown.notApplied.length === 1;
    };
    expect(isShown({ kind: 'noCost', kinds: ['last'] })).toBeFalse();
    expect(isShown({ kind: 'basisMissing', basis: cost })).toBeFalse();
    expect(isShown({ kind: 'basisMissing', basis: asPrice })).toBeTrue();
    expect(isShown({ kind: 'notLower', price: at, basis: cost })).toBeFalse();
    expect(isShown({ kind: 'notLower', price: at, basis: asPrice })).toBeTrue();
    expect(isShown({ kind: 'notLower', price: at, basis: null })).toBeTrue();
    const below = (basis: typeof cost | typeof asPrice): Reason => ({
      kind: 'belowFirstTier',
      counted: decimal('1'),
      missing: decimal('1'),
      tier,
      basis,
      measured: 'bag',
      currency: 'EUR',
    });
    expect(isShown(below(cost))).toBeFalse();
    expect(isShown(below(asPrice))).toBeTrue();
    for (const kind of ['narrowerEntryApplies', 'earlierEntryApplies'] as const) {
      expect(isShown({ kind, entry: fromCost, currency: 'EUR' })).toBeFalse();
      expect(isShown({ kind, entry: plain, currency: 'EUR' })).toBeTrue();
    }
    expect(isShown({ kind: 'codeNeeded' })).toBeTrue();
  });
});
