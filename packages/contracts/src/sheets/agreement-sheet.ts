import { currencyCode, customerCode, shortCode } from '../forms/fields';
import { textColumn, yesNoColumn } from './columns';
import { DATED_PRICE_COLUMNS, DATED_PRICE_KEY } from './dated-price-columns';
import type { Sheet } from './sheet';

/** Agreed prices as a file. They are setup: what a file changes goes to the draft. */
export const AGREEMENT_SHEET: Sheet = {
  key: ['Customer', 'Segment', ...DATED_PRICE_KEY],
  columns: [
    textColumn(customerCode, {
      name: 'Customer',
      meaning: 'The code of the customer it is agreed with; else the segment is given.',
    }),
    textColumn(shortCode, { name: 'Segment', meaning: 'The code of the segment, likewise.' }),
    DATED_PRICE_COLUMNS.item,
    DATED_PRICE_COLUMNS.price,
    textColumn(currencyCode, { name: 'Currency', begins: null, meaning: 'What the price is in.' }),
    DATED_PRICE_COLUMNS.unit,
    DATED_PRICE_COLUMNS.from,
    DATED_PRICE_COLUMNS.until,
    DATED_PRICE_COLUMNS.minQuantity,
    yesNoColumn({
      name: 'Open',
      meaning: 'Whether later reductions may still take from it: yes or no.',
    }),
  ],
};
