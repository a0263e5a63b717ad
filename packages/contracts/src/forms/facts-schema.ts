import {
  ITEM_KINDS,
  TAX_CATEGORIES,
  TIME_UNITS,
  type BoughtBefore,
  type CountOf,
  type RuleUses,
} from '@honest-ledger/engine';
import Joi from 'joi';
import type { DocumentFactsForm, ItemFactsForm } from './document-form';
import {
  categoryCode,
  costKind,
  currencyCode,
  customerCode,
  day,
  dayWindow,
  decimalText,
  FACTOR_BOUNDS,
  identifier,
  itemNumber,
  MINIMUM_BOUNDS,
  objectOf,
  PRICE_BOUNDS,
  RATE_BOUNDS,
  shortCode,
  shortText,
  timeZoneName,
  unitCode,
} from './fields';
import { scopeSchema } from './scope-schema';

const level = identifier.allow(null).default(null);
const digits = Joi.number().integer().min(0).max(6);
const named = Joi.object({ code: shortCode.required(), name: shortText.required() });
const money = { amount: decimalText(PRICE_BOUNDS).required(), currency: currencyCode.required() };

const localTime = Joi.object({
  day: day.required(),
  time: Joi.string()
    .pattern(/^([01]\d|2[0-3]):[0-5]\d:[0-5]\d$/, 'time')
    .required()
    .messages({ 'string.pattern.name': '{#label} must be a time of day, such as 14:32:00' }),
  offset: Joi.string()
    .pattern(/^[+-]\d{2}:\d{2}$/, 'offset')
    .required()
    .messages({ 'string.pattern.name': '{#label} must be an offset from UTC, such as +01:00' }),
});

const outlet = Joi.object({
  code: shortCode.required(),
  name: shortText.required(),
  timeZone: timeZoneName.required(),
  level,
  levelsAllowed: Joi.array().items(identifier).unique().allow(null).default(null),
});

export const attributeFactsSchema = Joi.object().pattern(shortCode, shortText).max(100).default({});

const customer = Joi.object({
  code: customerCode.required(),
  name: shortText.required(),
  segment: named.keys({ level }).allow(null).default(null),
  level,
  assignments: Joi.array()
    .items(
      Joi.object({
        id: identifier.required(),
        level: identifier.required(),
        scope: scopeSchema.required(),
        window: dayWindow,
      }),
    )
    .unique('id')
    .default([]),
  attributes: attributeFactsSchema,
});

const itemFacts = objectOf<ItemFactsForm>({
  item: itemNumber.required(),
  name: shortText.required(),
  kind: Joi.string()
    .valid(...ITEM_KINDS)
    .default('stock'),
  categories: Joi.array()
    .items(Joi.object({ code: categoryCode.required(), name: shortText.required() }))
    .unique('code')
    .required(),
  family: named.allow(null).default(null),
  brand: named.allow(null).default(null),
  supplier: named.allow(null).default(null),
  unit: unitCode.required(),
  quantityDigits: digits.required(),
  units: Joi.array()
    .items(
      Joi.object({
        unit: unitCode.required(),
        factor: decimalText(FACTOR_BOUNDS).required(),
        digits: digits.default(0),
      }),
    )
    .unique('unit')
    .default([]),
  timeUnit: Joi.string()
    .valid(...TIME_UNITS)
    .allow(null)
    .default(null),
  listPrice: Joi.object(money).allow(null).default(null),
  namedPrices: Joi.array()
    .items(Joi.object({ name: shortText.required(), ...money }))
    .unique('name')
    .default([]),
  costs: Joi.array()
    .items(
      Joi.object({
        kind: costKind.required(),
        ...money,
        unit: unitCode.allow(null).default(null),
      }),
    )
    .unique('kind')
    .default([]),
  purchaseCosts: Joi.array()
    .items(
      Joi.object({
        supplier: shortCode.required(),
        ...money,
        unit: unitCode.allow(null).default(null),
        minQuantity: decimalText(MINIMUM_BOUNDS).default('0'),
        window: dayWindow,
      }),
    )
    .default([]),
  unitsSold: Joi.array()
    .items(
      Joi.object({
        days: Joi.number().integer().min(1).max(3650).allow(null).required(),
        quantity: decimalText(MINIMUM_BOUNDS).required(),
      }),
    )
    .unique('days')
    .default([]),
  attributes: attributeFactsSchema,
})
  .custom((item: ItemFactsForm, help) =>
    item.units.some(({ unit }) => unit === item.unit) ? help.error('units.base', item) : item,
  )
  .messages({ 'units.base': 'the base unit {#unit} stands among the further units' });

const uses = Joi.number().integer().min(0).required();

const countsOf = Joi.array()
  .items(objectOf<CountOf>({ code: Joi.string().max(60).required(), sales: uses }))
  .unique('code')
  .default([]);

/** What is charged on a tax class: nothing but under the standard category. */
export const taxChargeFields = {
  category: Joi.string()
    .valid(...TAX_CATEGORIES)
    .required(),
  rate: Joi.when('category', {
    is: 'S',
    then: decimalText({ above: '0', to: '100', digits: 4 }),
    otherwise: decimalText({ from: '0', to: '0', digits: 4 }),
  }).required(),
};

const taxSchema = objectOf<NonNullable<DocumentFactsForm['tax']>>({
  classes: Joi.array().items(named.keys(taxChargeFields)).unique('code').required(),
  items: Joi.array()
    .items(Joi.object({ item: itemNumber.required(), taxClass: shortCode.required() }))
    .unique('item')
    .required(),
  others: shortCode.allow(null).required(),
});

/** Every fact that pricing a document can ask for. */
export const factsSchema = objectOf<DocumentFactsForm>({
  local: localTime.required(),
  outlet: outlet.allow(null).default(null),
  customer: customer.allow(null).required(),
  rates: Joi.array()
    .items(
      Joi.object({
        currency: currencyCode.required(),
        rate: decimalText(RATE_BOUNDS).required(),
      }),
    )
    .unique('currency')
    .default([]),
  items: Joi.array().items(itemFacts).unique('item').required(),
  ruleUses: Joi.array()
    .items(objectOf<RuleUses>({ rule: identifier.required(), inAll: uses, byCustomer: uses }))
    .unique('rule')
    .default([]),
  bought: objectOf<BoughtBefore>({
    sales: uses,
    items: countsOf,
    categories: countsOf,
  })
    .allow(null)
    .default(null),
  setUpPaid: Joi.array().items(itemNumber).default([]),
  tax: taxSchema.allow(null).default(null),
});
