import { decimal } from '@honest-ledger/engine';
import { readDocument } from './document-schema';
import { check, type FieldProblem, type Reading } from './reading';
import { levelContentSchema } from './level-schema';
import { setupProblemsFor } from './setup-for-items';
import { readSetup } from './setup-schema';

type Json = Record<string, unknown>;

const setup = (changes: Json = {}): Json => ({
  format: 'honest-ledger-setup',
  formatVersion: 4,
  version: 1,
  homeCurrency: 'EUR',
  roundingMode: 'halfAwayFromZero',
  unitPriceDigits: {},
  basePrices: [],
  levels: [],
  ...changes,
});
const document = (changes: Json = {}): Json => ({
  format: 'honest-ledger-document',
  formatVersion: 3,
  pricedAt: '2026-11-24T14:32:00Z',
  currency: 'EUR',
  facts: {
    local: { day: '2026-11-24', time: '14:32:00', offset: '+00:00' },
    customer: null,
    items: [],
  },
  lines: [],
  ...changes,
});
const line = (quantity: unknown): Json => ({ lines: [{ id: '1', item: 'A', quantity }] });
const problems = (reading: Reading<unknown>): readonly FieldProblem[] =>
  reading.ok ? [] : reading.problems;
const found = (reading: Reading<unknown>): string[] =>
  problems(reading).map(({ path, sentence }) => `${path}: ${sentence}`);

describe('a setup or document that is wrong', () => {
  it('is refused as a whole where it is no object', () => {
    for (const value of [null, [], 'setup', 3]) expect(readSetup(value).ok).toBeFalse();
  });

  it('is refused under another format or another format version', () => {
    expect(found(readSetup(setup({ format: 'other' })))[0]).toMatch(/^format: /);
    expect(found(readSetup(setup({ formatVersion: 1 })))[0]).toMatch(/^formatVersion: /);
  });

  it('is read from version 2 of the setup form, where floors were margins alone', () => {
    const old = { id: 'all', reach: { kind: 'all' }, margin: '12.5', then: 'hold' };
    const read = readSetup(setup({ formatVersion: 2, floors: [old] }));
    const least = { kind: 'margin', percent: decimal('12.5') } as const;
    expect(read.ok && read.value.floors).toEqual([
      { id: 'all', scope: { kind: 'all' }, least, then: 'hold' },
    ]);
    expect(readSetup(setup({ formatVersion: 4, floors: [old] })).ok).toBeFalse();
  });

  it('is refused beside an item whose base unit a base price names', () => {
    const price = (unit: string | null): Json => ({ kind: 'own', item: 'A', unit, price: '2.00' });
    const read = readSetup(setup({ basePrices: [price(null), price('bag'), price('box')] }));
    const said = (...units: string[]): string[] => {
      const items = units.map((unit) => ({ item: 'A', unit }));
      return read.ok
        ? setupProblemsFor(read.value, items).map(({ path, sentence }) => `${path}: ${sentence}`)
        : ['not read'];
    };
    expect(said('bag')).toEqual([
      'basePrices[1].unit: bag is the base unit of A: leave the unit out',
    ]);
    expect(said('piece')).toEqual([]);
    expect(said()).toEqual([]);
  });

  it('is refused where a floor is not the least of anything', () => {
    const at = (least: Json): string[] =>
      found(
        readSetup(setup({ floors: [{ id: 'a', scope: { kind: 'all' }, least, then: 'warn' }] })),
      );
    expect(at({ kind: 'amount', amount: '12.50', currency: 'EUR' })).toEqual([]);
    expect(at({ kind: 'ofBasePrice', percent: '85' })).toEqual([]);
    expect(at({ kind: 'amount', amount: '-1', currency: 'EUR' })[0]).toContain('at least 0');
    expect(at({ kind: 'amount', amount: '1' })[0]).toContain('currency');
    expect(at({ kind: 'ofBasePrice', percent: '-1' })[0]).toContain('at least 0');
    expect(at({ kind: 'margin', percent: '100' })[0]).toContain('at most 99.9999');
  });

  it('names the path and the right form of a decimal', () => {
    for (const text of ['12,5', '1e400', 'NaN', '', '1 000', '.5']) {
      expect(found(readDocument(document(line(text)))).join())
        .withContext(text)
        .toMatch(/^lines\[0\]\.quantity: quantity must be a number such as 12\.50/);
    }
    expect(found(readDocument(document(line(12.5))))).toEqual([
      'lines[0].quantity: quantity must be a decimal number written as text, such as "12.50"',
    ]);
  });

  it('names the bound that was crossed', () => {
    expect(found(readDocument(document(line('0'))))[0]).toContain('must be above 0');
    expect(found(readDocument(document(line('-3'))))[0]).toContain('must be above 0');
    expect(found(readDocument(document(line('99999999999'))))[0]).toContain('at most 9999999999');
    expect(found(readDocument(document(line('1.0000001'))))[0]).toContain('at most 6 decimals');
    expect(found(readDocument(document(line('9'.repeat(31)))))[0]).toContain(
      'at most 30 characters',
    );
  });

  it('tells everything that is wrong at once', () => {
    const reading = readDocument(document({ currency: 'EURO', pricedAt: 'yesterday', extra: 1 }));
    expect(
      problems(reading)
        .map(({ path }) => path)
        .sort(),
    ).toEqual(['currency', 'extra', 'pricedAt']);
  });

  it('may not name anything twice', () => {
    const twice = [
      { kind: 'own', item: 'A', price: '1.00' },
      { kind: 'shared', item: 'A', shared: 'x' },
    ];
    expect(found(readSetup(setup({ basePrices: twice })))).toEqual([
      'basePrices: basePrices 1 and 2 are for the same item and unit',
    ]);
  });

  it('needs an instant that exists, with its time zone', () => {
    for (const pricedAt of [
      '2026-11-24T14:32:00',
      '2026-13-24T14:32:00Z',
      '2026-02-30T14:32:00Z',
      '2026-11-24',
    ]) {
      expect(readDocument(document({ pricedAt })).ok)
        .withContext(pricedAt)
        .toBeFalse();
    }
    expect(readDocument(document({ pricedAt: '2026-11-24T15:32:00+01:00' })).ok).toBeTrue();
  });

  it('needs a local time that is the instant, in a zone that exists', () => {
    const at = (local: Json, timeZone = 'Europe/Dublin'): string[] => {
      const outlet = { code: 'quay', name: 'Quay', timeZone };
      const facts = { local, customer: null, items: [], outlet };
      return found(readDocument(document({ facts, pricedAt: '2026-07-01T14:32:00Z' })));
    };
    const summer = { day: '2026-07-01', time: '15:32:00', offset: '+01:00' };
    expect(at(summer)).toEqual([]);
    expect(at({ ...summer, time: '14:32:00', offset: '+00:00' })[0]).toContain(
      'by the clock of its outlet',
    );
    expect(at({ ...summer, time: '14:32:00' })[0]).toContain('is not the instant');
    expect(at(summer, 'Europe/Atlantis')[0]).toContain('must be a time zone');
  });

  it('has one rule for a code in whatever letters, and names duplicates by their ids', () => {
    const coded = (id: string, code: string): Json => ({
      id,
      name: id,
      currency: 'EUR',
      place: 0,
      trigger: { kind: 'code', code },
      when: { kind: 'all', of: [] },
      effect: { kind: 'percent', percent: '-5', of: 'running', startsFrom: 'running' },
    });
    const two = readSetup(setup({ rules: [coded('a', 'Spring'), coded('b', 'SPRING')] }));
    expect(found(two).join()).toContain('rules a and b have the code SPRING');
    const twice = readSetup(setup({ rules: [coded('a', 'ONE'), coded('a', 'TWO')] }));
    expect(found(twice)).toEqual([
      'rules[1]: “a” stands there twice, first in place 1. Remove one.',
    ]);
  });
});

describe('the content of a level', () => {
  const entry = (id: string, percent: string, scope: Json): Json => ({
    id,
    scope,
    adjusting: { kind: 'plain', adjustment: { kind: 'percent', percent } },
  });
  const level = (entries: Json[], changes: Json = {}): Reading<unknown> =>
    check(levelContentSchema, { name: 'Schools', currency: 'EUR', entries, ...changes });
  const rounded = (rounding: Json): string[] => found(level([], { rounding }));
  const clay = { kind: 'category', category: 'clay' };

  it('takes off at most everything', () => {
    expect(level([entry('1', '-100', clay)]).ok).toBeTrue();
    expect(found(level([entry('1', '-100.5', clay)]))).toEqual([
      'entries[0].adjusting.adjustment.percent: percent must be at least -100',
    ]);
  });

  it('has one entry for the same goods', () => {
    expect(level([entry('1', '-5', clay), entry('2', '-5', { kind: 'all' })]).ok).toBeTrue();
    expect(found(level([entry('1', '-5', clay), entry('2', '-7', { ...clay })]))).toEqual([
      'entries: Entries 1 and 2 apply to the same items. Remove one',
    ]);
  });

  it('knows no other scope, and no rounding to nothing', () => {
    expect(level([entry('1', '-5', { kind: 'planet' })]).ok).toBeFalse();
    const rounding = { kind: 'increment', currency: 'EUR', increment: '0', direction: 'up' };
    expect(rounded(rounding)).toEqual(['rounding.increment: increment must be above 0']);
    expect(rounded({ ...rounding, kind: 'sideways' })[0]).toContain(
      'rounding must have one of the kinds "increment", "endings"',
    );
  });

  it('rounds to endings below their period, each once', () => {
    const endings = (list: string[], period?: number): string[] =>
      rounded({
        kind: 'endings',
        currency: 'EUR',
        endings: list,
        direction: 'up',
        ...(period && { period }),
      });
    expect(endings(['0.49', '0.99'])).toEqual([]);
    expect(endings(['9.99'], 10)).toEqual([]);
    expect(endings(['9.99'])[0]).toContain('the ending 9.99 must be below 1');
    expect(endings([])[0]).toContain('at least one ending');
    expect(endings(['0.5', '0.50'])[0]).toContain('stands there twice');
    // what is no number is told, whatever stands beside it
    for (const wrong of [
      ['0.49,', '0.99'],
      ['NaN', 'NaN'],
      ['', '0.99'],
    ]) {
      expect(endings(wrong)[0]).withContext(wrong.join()).toContain('must be a number');
    }
  });

  it('has bands that rise', () => {
    const banded = (...from: string[]): string[] =>
      found(
        level([
          {
            ...entry('1', '0', clay),
            adjusting: {
              kind: 'byPrice',
              bands: from.map((text) => ({
                from: text,
                adjustment: { kind: 'percent', percent: '5' },
              })),
            },
          },
        ]),
      );
    expect(banded('0', '2.5', '40')).toEqual([]);
    expect(banded('0', '40', '25')).toEqual([
      'entries[0].adjusting.bands: band 3 starts at 25, not above band 2 at 40',
    ]);
    expect(banded('5', '5.00')[0]).toContain('band 2 starts at 5.00, not above band 1 at 5');
  });

  it('types one price for the same item, unit, days and quantity', () => {
    const typed = (id: string, minQuantity: string): Json => ({
      id,
      item: 'A',
      price: '1',
      minQuantity,
    });
    expect(level([], { typedPrices: [typed('1', '0'), typed('2', '5')] }).ok).toBeTrue();
    expect(found(level([], { typedPrices: [typed('1', '5'), typed('2', '5.0')] }))[0]).toContain(
      'typed prices 1 and 2 are for the same item',
    );
  });

  it('is in force from a day to a later one, on days that exist', () => {
    const days = (from: string, until: string): string[] =>
      found(level([], { window: { from, until } }));
    expect(days('2026-03-01', '2026-03-01')).toEqual([]);
    expect(days('2026-03-02', '2026-03-01')).toEqual([
      'window: window ends on 2026-03-01, before it begins on 2026-03-02',
    ]);
    expect(days('2026-02-30', '2026-03-01')[0]).toContain('must be a day that exists');
  });
});

describe('a whole setup', () => {
  const from = (id: string, base: string): Json => ({
    id,
    name: id.toUpperCase(),
    currency: 'EUR',
    entries: [
      {
        id: '1',
        scope: { kind: 'all' },
        basis: { kind: 'level', level: base },
        adjusting: { kind: 'plain', adjustment: { kind: 'percent', percent: '-5' } },
      },
    ],
  });

  it('has no levels that start from each other in a circle', () => {
    expect(found(readSetup(setup({ levels: [from('a', 'b'), from('b', 'a')] })))).toEqual([
      ': levels start from each other in a circle: A, B, A',
    ]);
    expect(readSetup(setup({ levels: [from('a', 'gone')] })).ok).toBeTrue();
  });

  it('points to shared prices that exist', () => {
    const basePrices = [{ kind: 'shared', item: 'A', shared: 'gone' }];
    expect(found(readSetup(setup({ basePrices })))).toEqual([': there is no shared price gone']);
  });

  it('has one agreement for the same party, item, unit, days and quantity', () => {
    const agreed = (id: string, customer: string): Json => ({
      id,
      party: { kind: 'customer', customer },
      item: 'A',
      currency: 'EUR',
      price: '1',
    });
    expect(readSetup(setup({ agreements: [agreed('1', 'X'), agreed('2', 'Y')] })).ok).toBeTrue();
    expect(
      found(readSetup(setup({ agreements: [agreed('1', 'X'), agreed('2', 'X')] })))[0],
    ).toContain('agreements 1 and 2 are for the same party');
  });
});

describe('the facts of a document', () => {
  const facts = (changes: Json): string[] =>
    found(
      readDocument(
        document({
          facts: {
            local: { day: '2026-11-24', time: '14:32:00', offset: '+00:00' },
            customer: null,
            items: [],
            ...changes,
          },
        }),
      ),
    );
  const item = (units: Json[]): Json => ({
    items: [{ item: 'A', name: 'A', categories: [], unit: 'bag', quantityDigits: 0, units }],
  });

  it('have a time and an offset of the clock', () => {
    expect(facts({ local: { day: '2026-11-24', time: '25:00:00', offset: 'Z' } })).toEqual([
      'facts.local.time: time must be a time of day, such as 14:32:00',
      'facts.local.offset: offset must be an offset from UTC, such as +01:00',
    ]);
  });

  it('name an unknown currency, a rate of nothing, a unit twice', () => {
    expect(facts({ rates: [{ currency: 'EURO', rate: '1' }] })[0]).toContain(
      'currency code of ISO',
    );
    expect(facts({ rates: [{ currency: 'USD', rate: '0' }] })[0]).toContain('must be above 0');
    expect(facts(item([{ unit: 'pallet', factor: '60' }]))).toEqual([]);
    expect(facts(item([{ unit: 'bag', factor: '60' }]))[0]).toContain('the base unit bag stands');
  });
});
