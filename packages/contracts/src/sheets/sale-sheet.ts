import Joi from 'joi';
import {
  AMOUNT_BOUNDS,
  currencyCode,
  customerCode,
  day,
  decimalText,
  itemNumber,
  PRICE_BOUNDS,
  QUANTITY_BOUNDS,
  shortCode,
  shortText,
  unitCode,
} from '../forms/fields';
import { decimalColumn, textColumn, dayColumn } from './columns';
import type { Sheet } from './sheet';

const place = Joi.string()
  .pattern(/^[1-9]\d{0,3}$/)
  .messages({ 'string.pattern.base': '{#label} must be a number from 1 to 9999' });

/** Past sales of another system as a file, a line of a sale in each row. They are posted as they were. */
export const SALE_SHEET: Sheet = {
  key: ['Sale', 'Line'],
  columns: [
    textColumn(shortText, { name: 'Sale', begins: null, meaning: 'What the sale was called.' }),
    textColumn(place, {
      name: 'Line',
      begins: null,
      meaning: 'The line’s place in it, from 1 on.',
    }),
    dayColumn(day, { name: 'Posted', begins: null, meaning: 'The day, such as 2026-11-24.' }),
    textColumn(customerCode, {
      name: 'Customer',
      meaning: 'The customer’s code; empty for no customer.',
    }),
    textColumn(shortCode, { name: 'Outlet', meaning: 'The code of the outlet.' }),
    textColumn(currencyCode, { name: 'Currency', meaning: 'Empty for the home currency.' }),
    textColumn(itemNumber, { name: 'Item', begins: null, meaning: 'The item number.' }),
    decimalColumn(decimalText(QUANTITY_BOUNDS), {
      name: 'Quantity',
      begins: null,
      meaning: 'How much was sold, in the unit.',
    }),
    textColumn(unitCode, { name: 'Unit', meaning: 'Empty for the base unit.' }),
    decimalColumn(decimalText(PRICE_BOUNDS), {
      name: 'Price',
      begins: null,
      meaning: 'What one unit was sold for, without tax and before the discount.',
    }),
    decimalColumn(decimalText({ from: '0', to: '100', digits: 4 }), {
      name: 'Discount %',
      meaning: 'What was taken off the line, in percent.',
    }),
    decimalColumn(decimalText(AMOUNT_BOUNDS), {
      name: 'Amount',
      meaning: 'What the line came to; where it is given, it must be what the others make.',
    }),
  ],
};
