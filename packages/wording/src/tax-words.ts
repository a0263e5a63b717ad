import type { TaxCategory } from '@honest-ledger/engine';

const WORDS: Readonly<Record<TaxCategory, string>> = {
  S: 'Tax',
  Z: 'Zero rated',
  E: 'Exempt from tax',
  AE: 'Tax, reverse charge',
  K: 'No tax, supply within the Union',
  G: 'No tax, export',
  O: 'Outside the scope of tax',
};

/** What a tax category is called, with its rate where it has one: "Tax 23 %". */
export function taxWords(category: TaxCategory, rate: string): string {
  return category === 'S' ? `${WORDS.S} ${rate} %` : WORDS[category];
}
