import fc from 'fast-check';
import {
  ITEM_SHEET,
  readFurtherUnits,
  readNamedPrices,
  writeFurtherUnits,
  writeNamedPrices,
} from './item-sheet';
import { readParts, sameCell } from './sheet';

const word = fc.stringMatching(/^[A-Za-z0-9][A-Za-z0-9 -]{0,10}$/).map((text) => text.trim());
const amount = fc
  .tuple(fc.integer({ min: 0, max: 99_999 }), fc.integer({ min: 0, max: 99 }))
  .map(([whole, cents]) => `${String(whole)}.${String(cents).padStart(2, '0')}`);
const column = (name: string) => {
  const found = ITEM_SHEET.columns.find((one) => one.name === name);
  if (!found) throw new Error(`no column ${name}`);
  return (text: string): boolean => found.schema.validate(text).error === undefined;
};

describe('named prices in one cell', () => {
  const prices = fc.uniqueArray(
    fc.record({ name: word, amount, currency: fc.constantFrom('EUR', 'USD', 'JPY') }),
    { selector: ({ name }) => name, maxLength: 6 },
  );

  it('are read as they were written', () => {
    fc.assert(
      fc.property(prices, (some) => {
        expect(readNamedPrices(writeNamedPrices(some))).toEqual(some);
      }),
    );
  });

  it('have a name of any words, an amount and a currency of ISO 4217', () => {
    expect(readNamedPrices('fair stand 12.50 EUR; remnant 9 EUR')).toEqual([
      { name: 'fair stand', amount: '12.50', currency: 'EUR' },
      { name: 'remnant', amount: '9', currency: 'EUR' },
    ]);
    for (const wrong of [
      '12.50 EUR',
      'fair 12,50 EUR',
      'fair 12.50',
      'fair 12.50 euro',
      'fair 12.50 ZZZ',
      'fair -1 EUR',
      'fair 1 EUR; fair 2 EUR',
    ]) {
      expect(readNamedPrices(wrong)).withContext(wrong).toBeNull();
    }
  });
});

describe('further units in one cell', () => {
  const units = fc.array(fc.record({ unit: word, factor: amount }), { maxLength: 5 });

  it('are read as they were written', () => {
    fc.assert(
      fc.property(units, (some) => {
        expect(readFurtherUnits(writeFurtherUnits(some))).toEqual(some);
      }),
    );
  });

  it('are each a name and how many base units that is', () => {
    expect(readFurtherUnits('half pallet 30;pallet 60')).toEqual([
      { unit: 'half pallet', factor: '30' },
      { unit: 'pallet', factor: '60' },
    ]);
    for (const wrong of ['pallet', '60', 'pallet of sixty', 'box 1e2']) {
      expect(readFurtherUnits(wrong)).withContext(wrong).toBeNull();
    }
  });
});

describe('the catalogue as a file', () => {
  it('takes other numbers of at most 40 letters, each once', () => {
    const takes = column('Cross-references');
    expect(takes('MK-207; 00417')).toBeTrue();
    expect(takes('MK-207; MK-207')).toBeFalse();
    expect(takes('x'.repeat(41))).toBeFalse();
    expect(readParts(' a ;; b ')).toEqual(['a', 'b']);
  });

  it('says the same where the things in one cell stand in another order', () => {
    for (const name of ['Cross-references', 'Named prices', 'Attributes', 'Further units']) {
      const found = ITEM_SHEET.columns.find((one) => one.name === name);
      if (!found) throw new Error(`no column ${name}`);
      expect(sameCell(found, 'b 2; a 1', 'a  1;b 2;'))
        .withContext(name)
        .toBeTrue();
      expect(sameCell(found, 'b 2; a 1', 'a 1'))
        .withContext(name)
        .toBeFalse();
      expect(sameCell(found, 'a 1', 'a 1; a 1'))
        .withContext(name)
        .toBeFalse();
      expect(sameCell(found, '007', '7'))
        .withContext(name)
        .toBeFalse();
    }
  });

  it('takes a number of decimals from 0 to 6, and a GTIN with its check digit', () => {
    expect(['0', '6'].every(column('Quantity decimals'))).toBeTrue();
    expect(['7', '-1', '1.0', 'two'].some(column('Quantity decimals'))).toBeFalse();
    // GS1's own example of a check digit, from memory: 629104150021 has 3
    expect(column('GTIN')('6291041500213')).toBeTrue();
    expect(column('GTIN')('6291041500214')).toBeFalse();
  });

  it('has each column once, with what it means and what a new row has', () => {
    const names = ITEM_SHEET.columns.map(({ name }) => name);
    expect(new Set(names).size).toBe(names.length);
    expect(ITEM_SHEET.columns.every(({ meaning }) => meaning.endsWith('.'))).toBeTrue();
    const must = ITEM_SHEET.columns.filter(({ begins }) => begins === null);
    expect(must.map(({ name }) => name)).toEqual(['Item', 'Name', 'Category', 'Unit']);
  });
});
