import { currencyCode, customerCode, shortCode, shortText } from '../forms/fields';
import { ATTRIBUTES_COLUMN } from './attributes-column';
import { textColumn } from './columns';
import type { Sheet } from './sheet';

/** Customers as a file. Levels for some of the goods are kept on the customer's page. */
export const CUSTOMER_SHEET: Sheet = {
  key: ['Customer'],
  columns: [
    textColumn(customerCode, { name: 'Customer', begins: null, meaning: 'The customer’s code.' }),
    textColumn(shortText, { name: 'Name', begins: null, meaning: 'Who it is.' }),
    textColumn(shortCode, { name: 'Segment', meaning: 'The segment’s code.' }),
    textColumn(currencyCode, {
      name: 'Currency',
      meaning: 'What its documents are in; empty for the outlet’s.',
    }),
    textColumn(shortCode, { name: 'Outlet', meaning: 'The code of the outlet it buys at.' }),
    textColumn(shortText, { name: 'Level', meaning: 'The name of its default price level.' }),
    ATTRIBUTES_COLUMN,
  ],
};
