import type { TaxCategory } from '@honest-ledger/engine';
import { taxWords } from './tax-words';

describe('a category of tax, in words', () => {
  // The letters and their meaning are those of UNTDID 5305, as EN 16931 uses them.
  const words: Readonly<Record<TaxCategory, string>> = {
    S: 'Tax 23 %',
    Z: 'Zero rated',
    E: 'Exempt from tax',
    AE: 'Tax, reverse charge',
    K: 'No tax, supply within the Union',
    G: 'No tax, export',
    O: 'Outside the scope of tax',
  };
  for (const [category, expected] of Object.entries(words)) {
    it(`${category} is “${expected}”`, () => {
      expect(taxWords(category as TaxCategory, '23')).toBe(expected);
    });
  }
});
