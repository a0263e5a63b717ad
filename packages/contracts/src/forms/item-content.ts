import { ITEM_KINDS, TIME_UNITS, type ItemKind, type TimeUnit } from '@honest-ledger/engine';
import Joi from 'joi';
import {
  categoryCode,
  currencyCode,
  decimalText,
  FACTOR_BOUNDS,
  itemNumber,
  objectOf,
  PRICE_BOUNDS,
  shortCode,
  shortText,
  unitCode,
} from './fields';
import { gtin } from './gtin';
import { attributeValuesSchema, type AttributeValues } from './attributes';

/** What is edited of an item. Facts: they count from the moment they are saved. */
export interface ItemContent {
  readonly name: string;
  readonly customerName: string | null;
  readonly gtin: string | null;
  readonly kind: ItemKind;
  readonly category: string;
  readonly family: string | null;
  readonly brand: string | null;
  /** The preferred one. */
  readonly supplier: string | null;
  readonly taxClass: string | null;
  /** The base unit. */
  readonly unit: string;
  readonly quantityDigits: number;
  readonly timeUnit: TimeUnit | null;
  /** Further units; a factor is in base units. */
  readonly units: readonly {
    readonly unit: string;
    readonly factor: string;
    readonly digits: number;
  }[];
  readonly listPrice: { readonly amount: string; readonly currency: string } | null;
  readonly namedPrices: readonly {
    readonly name: string;
    readonly amount: string;
    readonly currency: string;
  }[];
  readonly active: boolean;
  readonly replacedBy: string | null;
  /** What else it is known by: the maker's number, an older one, a customer's own. */
  readonly crossReferences: readonly string[];
  readonly attributes: AttributeValues;
}

export interface ItemEdit extends ItemContent {
  /** The revision it was made from; 0 makes a new item. */
  readonly revision: number;
}

/** A number by which others know an item; several can stand in one cell of a file. */
export const crossReference = itemNumber
  .pattern(/^[^;]*$/, 'one number')
  .messages({ 'string.pattern.name': '{#label} may have no semicolon' });

const digits = Joi.number().integer().min(0).max(6);
const priceName = shortText
  .pattern(/^[^;]*$/, 'one name')
  .messages({ 'string.pattern.name': '{#label} may have no semicolon' });
const money = { amount: decimalText(PRICE_BOUNDS).required(), currency: currencyCode.required() };

export const namedPricesSchema = Joi.array<ItemContent['namedPrices']>()
  .items(Joi.object({ name: priceName.required(), ...money }))
  .max(50)
  .unique('name')
  .messages({ 'array.unique': 'two named prices are called alike' });

const contentFields = {
  name: shortText.required(),
  customerName: shortText.allow(null).required(),
  gtin: gtin.allow(null).required().label('GTIN'),
  kind: Joi.string()
    .valid(...ITEM_KINDS)
    .required(),
  category: categoryCode.required(),
  family: shortCode.allow(null).required(),
  brand: shortCode.allow(null).required(),
  supplier: shortCode.allow(null).required(),
  taxClass: shortCode.allow(null).required(),
  unit: unitCode.required(),
  quantityDigits: digits.required(),
  timeUnit: Joi.string()
    .valid(...TIME_UNITS)
    .allow(null)
    .required(),
  units: Joi.array()
    .items(
      Joi.object({
        unit: unitCode.required(),
        factor: decimalText(FACTOR_BOUNDS).required(),
        digits: digits.required(),
      }),
    )
    .max(50)
    .unique('unit')
    .required()
    .messages({ 'array.unique': 'two further units are called alike' }),
  listPrice: Joi.object(money).allow(null).required(),
  namedPrices: namedPricesSchema.required(),
  active: Joi.boolean().required(),
  replacedBy: itemNumber.allow(null).required(),
  crossReferences: Joi.array()
    .items(crossReference)
    .max(50)
    .unique()
    .required()
    .messages({ 'array.unique': 'a cross-reference is there twice' }),
  attributes: attributeValuesSchema.required(),
} satisfies Record<keyof ItemContent, Joi.Schema>;

export const itemEditSchema = objectOf<ItemEdit>({
  ...contentFields,
  revision: Joi.number().integer().min(0).required(),
});
