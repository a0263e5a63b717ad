import { readDocument } from './document-schema';
import { check, type FieldProblem, type Reading } from './reading';
import { levelContentSchema } from './level-schema';
import { readSetup } from './setup-schema';

type Json = Record<string, unknown>;

const setup = (changes: Json = {}): Json => ({
  format: 'honest-ledger-setup',
  formatVersion: 1,
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
  formatVersion: 1,
  pricedAt: '2026-11-24T14:32:00Z',
  currency: 'EUR',
  facts: { customer: null, items: [] },
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

  it('is refused under another format or a later format version', () => {
    expect(found(readSetup(setup({ format: 'other' })))[0]).toMatch(/^format: /);
    expect(found(readSetup(setup({ formatVersion: 2 })))[0]).toMatch(/^formatVersion: /);
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
      { item: 'A', price: '1.00' },
      { item: 'A', price: '2.00' },
    ];
    expect(found(readSetup(setup({ basePrices: twice })))[0]).toContain('second base price');
  });

  it('needs an instant that exists, with its time zone', () => {
    for (const pricedAt of ['2026-11-24T14:32:00', '2026-13-24T14:32:00Z', '2026-11-24']) {
      expect(readDocument(document({ pricedAt })).ok)
        .withContext(pricedAt)
        .toBeFalse();
    }
    expect(readDocument(document({ pricedAt: '2026-11-24T14:32:00+01:00' })).ok).toBeTrue();
  });
});

describe('the content of a level', () => {
  const entry = (id: string, percent: string, reach: Json): Json => ({
    id,
    reach,
    adjustment: { kind: 'percent', percent },
  });
  const level = (entries: Json[]): Reading<unknown> =>
    check(levelContentSchema, { name: 'Schools', entries, rounding: null });
  const clay = { kind: 'category', category: 'clay' };

  it('takes off at most everything', () => {
    expect(level([entry('1', '-100', clay)]).ok).toBeTrue();
    expect(found(level([entry('1', '-100.5', clay)]))).toEqual([
      'entries[0].adjustment.percent: percent must be at least -100',
    ]);
  });

  it('has one entry for the same goods', () => {
    expect(level([entry('1', '-5', clay), entry('2', '-5', { kind: 'all' })]).ok).toBeTrue();
    expect(found(level([entry('1', '-5', clay), entry('2', '-7', { ...clay })]))).toEqual([
      'entries: entries 1 and 2 are for the same goods',
    ]);
  });

  it('knows no other reach, and no rounding to nothing', () => {
    expect(level([entry('1', '-5', { kind: 'planet' })]).ok).toBeFalse();
    const rounding = { currency: 'EUR', increment: '0', direction: 'up', leastPrice: null };
    expect(found(check(levelContentSchema, { name: 'S', entries: [], rounding }))).toEqual([
      'rounding.increment: increment must be above 0',
    ]);
  });
});
