import { decimal, print } from '../number/decimal';
import { ALWAYS } from '../setup/dates';
import {
  agreement,
  basePrice,
  breakOf,
  costTable,
  documentOf,
  factsOf,
  itemOf,
  percentEntry,
  percentOff,
  ruleOf,
  schools,
  setupOf,
  typedPrice,
} from '../testing/saltmarsh';
import { priceDocument } from '../pricing/price-document';
import type { Condition } from '../setup/rule';
import {
  compileSetup,
  type CompiledSetup,
  withBreaks,
  withoutBreaks,
  withoutBreaksAndRules,
} from './compile-setup';

describe('a compiled setup', () => {
  it('finds the base price of an item in each unit', () => {
    const compiled = compileSetup(
      setupOf({ basePrices: [basePrice('18.40'), basePrice('1040', 'pallet')] }),
    );
    const priceOf = (unit: string | null): string | null => {
      const found = compiled.basePrice('CL-0207', unit);
      return found?.kind === 'own' ? print(found.price) : null;
    };
    expect([priceOf(null), priceOf('pallet'), priceOf('box')]).toEqual(['18.40', '1040', null]);
    expect(compiled.basePrice('CL-0208', null)).toBeUndefined();
  });

  it('keeps an item number with a line break apart from an item in a unit', () => {
    const compiled = compileSetup(setupOf({ basePrices: [basePrice('1', 'pallet')] }));
    expect(compiled.basePrice('CL-0207', 'pallet')).toBeDefined();
    expect(compiled.basePrice('CL-0207', null)).toBeUndefined();
  });

  it('tries the agreements of a party for an item in the stated order', () => {
    const dated = { from: '2026-11-01', until: null };
    const later = { from: '2026-12-01', until: null };
    const compiled = compileSetup(
      setupOf({
        agreements: [
          agreement('1'),
          agreement('2', { window: dated }),
          agreement('3', { window: later }),
          agreement('4', { minQuantity: decimal('10') }),
          agreement('5', { minQuantity: decimal('10.5') }),
          agreement('6'),
        ],
      }),
    );
    const party = { kind: 'customer', customer: 'HARBOUR' } as const;
    const tried = compiled.agreements(party, 'CL-0207').map(({ price }) => print(price));
    expect(tried).toEqual(['5', '4', '3', '2', '1', '6']);
  });

  it('gives a party no agreement of another, though they are called alike', () => {
    const compiled = compileSetup(setupOf({ agreements: [agreement('1')] }));
    expect(compiled.agreements({ kind: 'segment', segment: 'HARBOUR' }, 'CL-0207')).toEqual([]);
    expect(compiled.agreements({ kind: 'customer', customer: 'HARBOUR' }, 'CL-0208')).toEqual([]);
  });

  it('ends unit prices with the currency’s digits, unless it says others', () => {
    const compiled = compileSetup(setupOf({ unitPriceDigits: { EUR: 4 } }));
    // ISO 4217: the yen has no minor unit, the Kuwaiti dinar has 1000 fils
    expect(['EUR', 'USD', 'JPY', 'KWD'].map((one) => compiled.unitPriceDigits(one))).toEqual([
      4, 2, 0, 3,
    ]);
  });
});

describe('a compiled level', () => {
  const compiled = (changes: Parameters<typeof schools>[0]) => {
    const found = compileSetup(setupOf({ levels: [schools(changes)] })).levels.get('schools');
    if (!found) throw new Error('the level was lost');
    return found;
  };
  const all = percentEntry('-1', { kind: 'all' }, { id: 'all' });
  const clay = percentEntry('-2', { kind: 'category', category: 'clay' }, { id: 'clay' });
  const single = percentEntry('-3', { kind: 'item', item: 'CL-0207' }, { id: 'single' });
  const glaze = percentEntry('-4', { kind: 'category', category: 'glaze' }, { id: 'glaze' });
  const ids = (level: ReturnType<typeof compiled>, item = itemOf()): string[] =>
    level.reaching(item).map(({ id }) => id);

  it('tries the narrowest entry first, or the first of the list', () => {
    const entries = [all, glaze, clay, single];
    expect(ids(compiled({ entries }))).toEqual(['single', 'clay', 'all']);
    expect(ids(compiled({ entries, order: 'list' }))).toEqual(['all', 'clay', 'single']);
  });

  it('keeps the order of the list among entries that are equally narrow', () => {
    const other = percentEntry('-5', { kind: 'all' }, { id: 'other' });
    expect(ids(compiled({ entries: [other, all] }))).toEqual(['other', 'all']);
  });

  it('finds for an item what it found for another of the same facts, but for single items', () => {
    const level = compiled({ entries: [all, single, clay] });
    expect(ids(level, itemOf({ item: 'CL-0208' }))).toEqual(['clay', 'all']);
    expect(ids(level)).toEqual(['single', 'clay', 'all']);
    expect(ids(level, itemOf({ item: 'CL-0208' }))).toEqual(['clay', 'all']);
    expect(ids(level, itemOf({ categories: [{ code: 'glaze', name: 'Glazes' }] }))).toEqual([
      'single',
      'all',
    ]);
  });

  it('tries typed prices from the highest quantity down', () => {
    const typedPrices = [
      typedPrice('10', { window: ALWAYS }),
      typedPrice('9', { minQuantity: decimal('24') }),
      typedPrice('8', { minQuantity: decimal('100') }),
    ];
    const tried = compiled({ typedPrices }).typedPrices.get('CL-0207') ?? [];
    expect(tried.map(({ price }) => print(price))).toEqual(['8', '9', '10']);
  });
});

describe('what a compiled setup asks of the facts', () => {
  const limit = { inAll: 5, perCustomer: null };
  const atLeastTwo = (fact: 'quantity' | 'salesBefore'): Condition => ({
    kind: 'number',
    fact: fact === 'quantity' ? { kind: fact } : { kind: fact, of: 'item' },
    comparison: { kind: 'atLeast', value: decimal('2') },
  });
  const always: Condition = { kind: 'all', of: [] };

  it('is how many units were sold in each stretch of days that points go by, once', () => {
    const points = (days: number) => ({
      points: { days, bands: [{ from: decimal('10'), points: decimal('-1') }] },
    });
    const none = setupOf({ costTables: [costTable({})] });
    expect(compileSetup(none).soldWindows).toEqual([]);
    const setup = setupOf({
      costTables: [
        costTable({}, { id: 'a', ...points(90) }),
        costTable({}, { id: 'b', ...points(30) }),
        costTable({}, { id: 'c', ...points(90) }),
        costTable({}, { id: 'd' }),
      ],
    });
    expect(compileSetup(setup).soldWindows).toEqual([90, 30]);
  });

  it('is the uses of rules with a limit that are not paused, in their order by id', () => {
    const rules = [
      ruleOf(percentOff('5'), always, { id: 'b', limits: limit }),
      ruleOf(percentOff('5'), always, { id: 'c', limits: limit, paused: true }),
      ruleOf(percentOff('5'), always, { id: 'd' }),
      ruleOf(percentOff('5'), always, { id: 'a', limits: { inAll: null, perCustomer: 1 } }),
    ];
    expect(compileSetup(setupOf({ rules })).limitedRules).toEqual(['a', 'b']);
    expect(compileSetup(setupOf({})).limitedRules).toEqual([]);
  });

  it('is what a customer bought where any rule goes by it', () => {
    const quiet = ruleOf(percentOff('5'), atLeastTwo('quantity'), { id: 'a' });
    const asking = ruleOf(percentOff('5'), atLeastTwo('salesBefore'), { id: 'b' });
    expect(compileSetup(setupOf({ rules: [quiet] })).salesAsked).toBeFalse();
    expect(compileSetup(setupOf({ rules: [quiet, asking] })).salesAsked).toBeTrue();
    expect(compileSetup(setupOf({})).salesAsked).toBeFalse();
  });
});

describe('a compiled setup without a part of it', () => {
  const rule = ruleOf(
    percentOff('10'),
    { kind: 'all', of: [] },
    {
      id: 'a',
      trigger: { kind: 'code', code: 'Spring' },
      limits: { inAll: 5, perCustomer: null },
    },
  );
  const byItself = ruleOf(percentOff('10'), { kind: 'all', of: [] }, { id: 'b' });
  const compiled = compileSetup(
    setupOf({
      basePrices: [basePrice('10.00')],
      breaks: [breakOf({ '10': '-5' })],
      rules: [rule, byItself],
    }),
  );
  const each = (setup: CompiledSetup, quantity: string): string | undefined => {
    const document = documentOf(quantity, { facts: factsOf({ customer: null }) });
    const [line] = priceDocument(setup, document).lines;
    return line?.kind === 'priced' ? print(line.slices[0]?.unitPrice ?? line.net) : undefined;
  };

  it('has neither breaks nor, where asked, rules, their codes and what they ask', () => {
    expect(each(compiled, '10')).toBe('8.55');
    expect(each(withoutBreaks(compiled), '10')).toBe('9.00');
    const bare = withoutBreaksAndRules(compiled);
    expect(each(bare, '10')).toBe('10.00');
    expect([...bare.ruleByCode]).toEqual([]);
    expect([bare.limitedRules, bare.attributesAsked, bare.salesAsked]).toEqual([[], [], false]);
    expect(compiled.ruleByCode.get('spring')?.id).toBe('a');
  });

  it('has other breaks, and all else as before', () => {
    const other = withBreaks(compiled, [breakOf({ '5': '-50' })]);
    expect(each(other, '5')).toBe('4.50');
    expect(each(other, '4')).toBe('9.00');
    expect(each(compiled, '5')).toBe('9.00');
  });
});
