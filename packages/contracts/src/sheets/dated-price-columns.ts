import {
  day,
  decimalText,
  itemNumber,
  MINIMUM_BOUNDS,
  PRICE_BOUNDS,
  unitCode,
} from '../forms/fields';
import { decimalColumn, textColumn, dayColumn } from './columns';

/** The columns of a price of one item from a quantity upward, in a window of days. */
export const DATED_PRICE_COLUMNS = {
  item: textColumn(itemNumber, { name: 'Item', begins: null, meaning: 'The item number.' }),
  price: decimalColumn(decimalText(PRICE_BOUNDS), {
    name: 'Price',
    begins: null,
    meaning: 'The price of one unit.',
  }),
  unit: textColumn(unitCode, {
    name: 'Unit',
    meaning: 'The unit that the price is for; empty for the base unit.',
  }),
  from: dayColumn(day, { name: 'From', meaning: 'The first day, such as 2026-11-24.' }),
  until: dayColumn(day, { name: 'Until', meaning: 'The last day, included.' }),
  minQuantity: decimalColumn(decimalText(MINIMUM_BOUNDS), {
    name: 'From quantity',
    begins: '0',
    meaning: 'The least quantity, in base units.',
  }),
};

/** Two prices that are the same in these would be one. */
export const DATED_PRICE_KEY = ['Item', 'Unit', 'From', 'Until', 'From quantity'];
