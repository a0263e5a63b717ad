import { isDecimalText, scopeKey, type Basis } from '@honest-ledger/engine';
import Joi from 'joi';
import { adjustingSchema } from './adjusting-schema';
import { datedPriceFields, datedPriceKey } from './dated-price-schema';
import {
  costKind,
  currencyCode,
  dayWindow,
  identifier,
  itemNumber,
  objectOf,
  shortText,
} from './fields';
import { oneOfKinds } from './kinds';
import type { LevelContent, LevelEntryForm, LevelForm, TypedPriceForm } from './level-form';
import { scopeSchema } from './scope-schema';
import { roundingSchema } from './rounding-schema';

export const MAX_ENTRIES = 500;
const MAX_SINGLE_ITEMS = 100_000;

const basisSchema = oneOfKinds<Basis>({
  basePrice: Joi.object({}),
  listPrice: Joi.object({}),
  namedPrice: Joi.object({ name: shortText.required() }),
  level: Joi.object({ level: identifier.required() }),
  cost: Joi.object({ cost: costKind.required() }),
  costTable: Joi.object({ table: identifier.allow(null).required() }),
});

/** Adjustments that are reckoned on a cost alone. */
export const OF_COSTS: ReadonlySet<string> = new Set(['multiplier', 'markup', 'margin']);

export const levelEntrySchema = objectOf<LevelEntryForm>({
  id: identifier.required(),
  scope: scopeSchema.required(),
  basis: basisSchema.default({ kind: 'basePrice' }),
  adjusting: adjustingSchema.required(),
  rounding: roundingSchema.allow(null).default(null),
  closes: Joi.boolean().default(false),
})
  .custom((entry: LevelEntryForm, help) => {
    const { adjusting } = entry;
    const made =
      adjusting.kind === 'plain'
        ? [adjusting.adjustment]
        : adjusting.bands.map(({ adjustment }) => adjustment);
    const ofCost = made.find(({ kind }) => OF_COSTS.has(kind));
    return ofCost && entry.basis.kind !== 'cost'
      ? help.error('entry.ofCost', { what: ofCost.kind })
      : entry;
  })
  .messages({ 'entry.ofCost': 'a {#what} is reckoned on a cost, and this entry starts from none' });

/** Two entries for the same goods are refused: the second could never apply. */
const entriesSchema = Joi.array()
  .items(levelEntrySchema)
  .max(MAX_ENTRIES)
  .unique('id')
  .custom((entries: readonly LevelEntryForm[], help) => {
    const twice = twins(entries.map(({ scope, basis }) => scopeKey(scope) + JSON.stringify(basis)));
    return twice ? help.error('entries.twins', twice) : entries;
  })
  .messages({
    'array.unique': 'two entries have the same id',
    'entries.twins': 'Entries {#first} and {#second} apply to the same items. Remove one',
  });

const typedPriceSchema = objectOf<TypedPriceForm>({
  ...datedPriceFields,
  id: identifier.required(),
  closes: Joi.boolean().default(false),
});

const typedPricesSchema = Joi.array()
  .items(typedPriceSchema)
  .max(MAX_SINGLE_ITEMS)
  .unique('id')
  .custom((prices: readonly TypedPriceForm[], help) => {
    if (!prices.every(({ minQuantity }) => isDecimalText(minQuantity))) return prices;
    const twice = twins(prices.map(datedPriceKey));
    return twice ? help.error('prices.twins', twice) : prices;
  })
  .default([])
  .messages({
    'array.unique': 'two typed prices have the same id',
    'prices.twins':
      'typed prices {#first} and {#second} are for the same item, unit, days and quantity',
  });

/** The places, counted from 1, of the first two things with the same key. */
export function twins(keys: readonly string[]): { first: number; second: number } | null {
  const places = new Map<string, number>();
  for (const [index, key] of keys.entries()) {
    const first = places.get(key);
    if (first !== undefined) return { first: first + 1, second: index + 1 };
    places.set(key, index);
  }
  return null;
}

const contentFields = {
  name: shortText.required(),
  currency: currencyCode.required(),
  window: dayWindow,
  order: Joi.string().valid('narrowest', 'list').default('narrowest'),
  entries: entriesSchema.required(),
  exceptions: Joi.array().items(itemNumber).max(MAX_SINGLE_ITEMS).unique().default([]),
  typedPrices: typedPricesSchema,
  rounding: roundingSchema.allow(null).default(null),
};

export const levelContentSchema = objectOf<LevelContent>(contentFields);

export const levelSchema = objectOf<LevelForm>({
  id: identifier.required(),
  ...contentFields,
});
