import {
  decimal,
  print,
  withDigits,
  type DatedPrice,
  type Serialized,
} from '@honest-ledger/engine';
import type Joi from 'joi';
import {
  dayWindow,
  decimalText,
  itemNumber,
  MINIMUM_BOUNDS,
  PRICE_BOUNDS,
  unitCode,
} from './fields';

/** The fields of a price of one item from a quantity upward, in a window of days. */
export const datedPriceFields = {
  item: itemNumber.required(),
  price: decimalText(PRICE_BOUNDS).required(),
  unit: unitCode.allow(null).default(null),
  window: dayWindow,
  minQuantity: decimalText(MINIMUM_BOUNDS).default('0'),
} satisfies Record<keyof DatedPrice, Joi.Schema>;

/** A text that two dated prices have in common where the second could never apply. */
export function datedPriceKey(price: Serialized<DatedPrice>): string {
  const { item, unit, window, minQuantity } = price;
  return JSON.stringify([
    item,
    unit,
    window.from,
    window.until,
    print(withDigits(decimal(minQuantity), 0)),
  ]);
}
