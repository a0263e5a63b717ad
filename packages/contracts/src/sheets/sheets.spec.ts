import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { sheetPage } from '../../scripts/sheet-page';
import { hasCheckDigit } from '../forms/gtin';
import { readFurtherUnits, writeFurtherUnits } from './item-sheet';
import { keyOfRow, sameCell, type SheetColumn } from './sheet';
import { SHEETS } from './sheets';

const column = (name: string): SheetColumn => {
  const found = SHEETS.agreements.columns.find((one) => one.name === name);
  if (!found) throw new Error(`no column ${name}`);
  return found;
};

describe('the files for spreadsheets', () => {
  it('are described in docs as they are', () => {
    const { file, text } = sheetPage();
    expect(readFileSync(file, 'utf8')).withContext('npm run docs:schemas').toBe(text);
  });

  it('name each column once, and those of the key among them', () => {
    for (const { columns, key } of Object.values(SHEETS)) {
      const names = columns.map(({ name }) => name);
      expect(new Set(names).size).toBe(names.length);
      for (const one of key) expect(names).toContain(one);
    }
  });

  it('compare numbers by value and other cells by letter', () => {
    expect(sameCell(column('Price'), '12.50', '12.5')).toBe(true);
    expect(sameCell(column('Price'), '12.50', '12.51')).toBe(false);
    expect(sameCell(column('Item'), '12.50', '12.5')).toBe(false);
    expect(sameCell(column('Price'), 'x', '12.5')).toBe(false);
  });

  it('know a row by its key, however its numbers are written', () => {
    const cells = { Customer: 'C1', Item: 'A', 'From quantity': '10' };
    const key = keyOfRow(SHEETS.agreements, cells);
    for (const quantity of ['10.0', '+10', '10.000']) {
      expect(keyOfRow(SHEETS.agreements, { ...cells, 'From quantity': quantity })).toBe(key);
    }
    expect(keyOfRow(SHEETS.agreements, { ...cells, 'From quantity': '100' })).not.toBe(key);
    expect(keyOfRow(SHEETS.agreements, { ...cells, Price: '1' })).toBe(key);
  });

  it('read further units as they were written', () => {
    const unit = fc
      .stringMatching(/^[A-Za-z][A-Za-z ]{0,8}[A-Za-z]$/)
      .map((text) => text.replaceAll(/ +/g, ' '));
    const units = fc.array(
      fc.record({ unit, factor: fc.integer({ min: 1, max: 999 }).map(String) }),
    );
    fc.assert(
      fc.property(units, (all) => {
        expect(readFurtherUnits(writeFurtherUnits(all))).toEqual(all);
      }),
    );
    expect(readFurtherUnits('box')).toBeNull();
    expect(readFurtherUnits('12')).toBeNull();
    expect(readFurtherUnits('box 1,5')).toBeNull();
  });
});

describe('the check digit of a GTIN', () => {
  // GS1's worked example of the standard check digit calculation is 6291041500213 (its digits are
  // from memory); the numbers of the other lengths were worked out after the same rule.
  const right = ['6291041500213', '96385074', '036000291452', '10614141000415'];
  for (const number of right) {
    it(`is right in ${number} and wrong in every number that differs in one digit`, () => {
      expect(hasCheckDigit(number)).toBe(true);
      for (let place = 0; place < number.length; place += 1) {
        const other = String((Number(number[place]) + 1) % 10);
        expect(hasCheckDigit(number.slice(0, place) + other + number.slice(place + 1))).toBe(false);
      }
    });
  }
});
