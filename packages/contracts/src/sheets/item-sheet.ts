import { isDecimalText, ITEM_KINDS, TIME_UNITS } from '@honest-ledger/engine';
import Joi from 'joi';
import {
  categoryCode,
  currencyCode,
  decimalText,
  itemNumber,
  PRICE_BOUNDS,
  shortCode,
  shortText,
  unitCode,
} from '../forms/fields';
import { gtin } from '../forms/gtin';
import { crossReference, namedPricesSchema, type ItemContent } from '../forms/item-content';
import { check } from '../forms/reading';
import { ATTRIBUTES_COLUMN } from './attributes-column';
import { decimalColumn, listColumn, textColumn, yesNoColumn } from './columns';
import { readParts, type Sheet } from './sheet';

const choice = (all: readonly string[]): Joi.StringSchema =>
  Joi.string()
    .valid(...all)
    .messages({ 'any.only': `{#label} must be one of ${all.join(', ')}` });

const furtherUnits = Joi.string()
  .max(1000)
  .custom((text: string, help) =>
    readFurtherUnits(text) === null ? help.error('units.written') : text,
  )
  .messages({
    'units.written':
      '{#label} must be units with how many base units each is, such as "box 12; pallet 480"',
  });

const crossReferences = Joi.string()
  .max(2000)
  .custom((text: string, help) =>
    new Set(readParts(text)).size < readParts(text).length ||
    readParts(text).some((part) => crossReference.validate(part).error !== undefined)
      ? help.error('numbers.written')
      : text,
  )
  .messages({
    'numbers.written': '{#label} must be numbers of at most 40 letters, each once: MK-207; 00417',
  });

const namedPrices = Joi.string()
  .max(4000)
  .custom((text: string, help) =>
    readNamedPrices(text) === null ? help.error('prices.written') : text,
  )
  .messages({
    'prices.written':
      '{#label} must be names with an amount and a currency, such as "fair 12.50 EUR; remnant 9.00 EUR"',
  });

/** The catalogue as a file: facts of items, and the base price of the base unit. */
export const ITEM_SHEET: Sheet = {
  key: ['Item'],
  columns: [
    textColumn(itemNumber, { name: 'Item', begins: null, meaning: 'The item number.' }),
    textColumn(shortText, { name: 'Name', begins: null, meaning: 'What people call it.' }),
    textColumn(shortText, {
      name: 'Customer name',
      meaning: 'What customers read, where it is not the name.',
    }),
    textColumn(gtin, { name: 'GTIN', meaning: 'The trade item number of GS1.' }),
    textColumn(choice(ITEM_KINDS), {
      name: 'Kind',
      begins: 'stock',
      meaning: `One of ${ITEM_KINDS.join(', ')}.`,
    }),
    textColumn(categoryCode, { name: 'Category', begins: null, meaning: 'The category’s code.' }),
    textColumn(shortCode, { name: 'Family', meaning: 'The family’s code.' }),
    textColumn(shortCode, { name: 'Brand', meaning: 'The brand’s code.' }),
    textColumn(shortCode, { name: 'Supplier', meaning: 'The preferred supplier’s code.' }),
    textColumn(shortCode, { name: 'Tax class', meaning: 'The tax class’s code.' }),
    textColumn(unitCode, { name: 'Unit', begins: null, meaning: 'The base unit.' }),
    decimalColumn(
      Joi.string()
        .pattern(/^[0-6]$/, 'digits')
        .messages({ 'string.pattern.name': '{#label} must be a whole number from 0 to 6' }),
      { name: 'Quantity decimals', begins: '0', meaning: 'How many decimals a quantity may have.' },
    ),
    textColumn(choice(TIME_UNITS), {
      name: 'Time unit',
      meaning: `For goods priced by time: one of ${TIME_UNITS.join(', ')}.`,
    }),
    listColumn(furtherUnits, {
      name: 'Further units',
      meaning: 'Units with how many base units each is: box 12; pallet 480.',
    }),
    decimalColumn(decimalText(PRICE_BOUNDS), {
      name: 'List price',
      meaning: 'The maker’s suggested retail price of one base unit.',
    }),
    textColumn(currencyCode, { name: 'List currency', meaning: 'What the list price is in.' }),
    yesNoColumn({ name: 'Active', begins: 'yes', meaning: 'Whether it is still sold: yes or no.' }),
    textColumn(itemNumber, { name: 'Replaced by', meaning: 'The item that takes its place.' }),
    listColumn(crossReferences, {
      name: 'Cross-references',
      meaning: 'Other numbers it is known by: MK-207; 00417.',
    }),
    listColumn(namedPrices, {
      name: 'Named prices',
      meaning: 'Further prices of one base unit by their names: fair 12.50 EUR; remnant 9.00 EUR.',
    }),
    ATTRIBUTES_COLUMN,
    decimalColumn(decimalText(PRICE_BOUNDS), {
      name: 'Base price',
      meaning:
        'The base price of one base unit in the home currency. It is setup: a change goes to the draft.',
    }),
  ],
};

/** Reads "fair 12.50 EUR; remnant 9.00 EUR"; null where it is not written so. */
export function readNamedPrices(text: string): ItemContent['namedPrices'] | null {
  const prices = readParts(text).map((part) => {
    const [, name = '', amount = '', currency = ''] =
      /^(.+)\s+(\S+)\s+([A-Z]{3})$/.exec(part) ?? [];
    return { name: name.trim(), amount, currency };
  });
  return check(namedPricesSchema, prices).ok ? prices : null;
}

export function writeNamedPrices(prices: ItemContent['namedPrices']): string {
  return prices.map(({ name, amount, currency }) => `${name} ${amount} ${currency}`).join('; ');
}

/** A further unit as it is written in a file. */
export interface WrittenUnit {
  readonly unit: string;
  readonly factor: string;
}

/** Reads "box 12; pallet 480"; null where it is not written so. */
export function readFurtherUnits(text: string): WrittenUnit[] | null {
  const units = readParts(text).map((part) => {
    const at = part.lastIndexOf(' ');
    return { unit: part.slice(0, Math.max(at, 0)).trim(), factor: part.slice(at + 1) };
  });
  const written = units.every(({ unit, factor }) => unit !== '' && isDecimalText(factor));
  return written ? units : null;
}

export function writeFurtherUnits(units: readonly WrittenUnit[]): string {
  return units.map(({ unit, factor }) => `${unit} ${factor}`).join('; ');
}
