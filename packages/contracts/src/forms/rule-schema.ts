import {
  compare,
  decimal,
  isDecimalText,
  NO_LIMITS,
  PRICE_BASES,
  type DocumentOff,
  type Serialized,
  type UnitOffer,
  type NumberFact,
  type OwnPrice,
  type RuleLimits,
  type RuleTrigger,
  type RuleValidity,
  type WordComparison,
  type WordFact,
} from '@honest-ledger/engine';
import Joi from 'joi';
import { scopesSchema } from './cost-table-schema';
import {
  AMOUNT_BOUNDS,
  currencyCode,
  customerCode,
  day,
  dayWindow,
  decimalText,
  identifier,
  itemNumber,
  MINIMUM_BOUNDS,
  objectOf,
  PERCENT_BOUNDS,
  PRICE_BOUNDS,
  QUANTITY_BOUNDS,
  shortCode,
  shortText,
  unitCode,
} from './fields';
import { oneOfKinds } from './kinds';
import type {
  ComparisonForm,
  ConditionForm,
  RuleEffectForm,
  RuleContent,
  RuleForm,
  SavedConditionContent,
  SavedConditionForm,
} from './rule-form';

const MAX_PARTS = 100;
const MAX_PRICES = 5000;
/** Deeper than anybody reads. */
const DEEPEST = 12;

const goods = scopesSchema.min(1).required().messages({ 'array.min': 'Choose at least one item' });
const chosen = (one: Joi.Schema, what: string): Joi.Schema =>
  Joi.array()
    .items(one)
    .min(1)
    .max(500)
    .unique()
    .required()
    .messages({ 'array.min': `choose at least one ${what}` });

const value = decimalText(MINIMUM_BOUNDS).required();
const comparisonSchema = oneOfKinds<ComparisonForm>({
  atLeast: Joi.object({ value }),
  moreThan: Joi.object({ value }),
  atMost: Joi.object({ value }),
  lessThan: Joi.object({ value }),
  exactly: Joi.object({ value }),
  between: Joi.object({ value, to: value })
    .custom((range: { value: string; to: string }, help) =>
      isDecimalText(range.value) &&
      isDecimalText(range.to) &&
      compare(decimal(range.value), decimal(range.to)) > 0
        ? help.error('range.reversed', range)
        : range,
    )
    .messages({ 'range.reversed': 'between {#value} and {#to} there is nothing: turn them round' }),
});

const attribute = Joi.object({
  of: Joi.string().valid('item', 'customer', 'document').required(),
  code: shortCode.required().messages({ 'string.empty': 'say which attribute' }),
});

const wordFactSchema = oneOfKinds<WordFact>({
  attribute,
  unit: Joi.object({}),
  formOfSupply: Joi.object({}),
  documentKind: Joi.object({}),
  salesPerson: Joi.object({}),
  department: Joi.object({}),
  deliveryMethod: Joi.object({}),
  deliveryPostcode: Joi.object({}),
});

const values = chosen(shortText, 'value');
const wordComparisonSchema = oneOfKinds<WordComparison>({
  isOneOf: Joi.object({ values }),
  isNoneOf: Joi.object({ values }),
  startsWith: Joi.object({ values }),
  onOrAfter: Joi.object({ day: day.required() }),
  onOrBefore: Joi.object({ day: day.required() }),
});

const factSchema = oneOfKinds<NumberFact>({
  attribute,
  quantity: Joi.object({}),
  duration: Joi.object({}),
  basePrice: Joi.object({}),
  priceAfterLevel: Joi.object({}),
  priceAfterBreak: Joi.object({}),
  cost: Joi.object({}),
  margin: Joi.object({}),
  shipping: Joi.object({}),
  salesBefore: Joi.object({
    of: Joi.string().valid('anything', 'item', 'category').required(),
  }),
  count: Joi.object({
    of: Joi.string().valid('quantity', 'spend', 'lines').required(),
    scopes: goods,
  }),
});

const parts = Joi.array().items(Joi.link('#condition')).max(MAX_PARTS).required();
const conditionSchema = oneOfKinds<ConditionForm>({
  all: Joi.object({ of: parts }),
  any: Joi.object({ of: parts }),
  none: Joi.object({ of: parts }),
  goods: Joi.object({ scopes: goods }),
  customer: Joi.object({ customers: chosen(customerCode, 'customer') }),
  segment: Joi.object({ segments: chosen(shortCode, 'segment') }),
  currency: Joi.object({ currencies: chosen(currencyCode, 'currency') }),
  number: Joi.object({ fact: factSchema.required(), comparison: comparisonSchema.required() }),
  saved: Joi.object({
    condition: identifier
      .required()
      .messages({ 'string.empty': 'choose a condition that is saved' }),
  }),
  word: Joi.object({
    fact: wordFactSchema.required(),
    comparison: wordComparisonSchema.required(),
  }),
}).id('condition');

const base = Joi.string()
  .valid(...PRICE_BASES)
  .default('running');
const unit = unitCode.allow(null).default(null);
const unitsOf = {
  quantity: Joi.number().integer().min(1).max(1_000_000).required(),
  scopes: goods,
};
const every = decimalText(QUANTITY_BOUNDS).allow(null).default(null);
const below = { ...AMOUNT_BOUNDS, to: '0' };
/** What is taken off a document, or by hand. */
export const offSchema = oneOfKinds<Serialized<DocumentOff>>({
  percent: Joi.object({ percent: decimalText({ ...PERCENT_BOUNDS, to: '0' }).required() }),
  amount: Joi.object({ amount: decimalText(below).required() }),
});
const offer = oneOfKinds<Serialized<UnitOffer>>({
  percent: Joi.object({ percent: decimalText({ ...PERCENT_BOUNDS, to: '0' }).required() }),
  amount: Joi.object({ amount: decimalText(below).required() }),
  set: Joi.object({ price: decimalText(PRICE_BOUNDS).required() }),
});

/** A bundle has one price for all, or one for each of its parts. */
function pricedOnce(
  bundle: { total: string | null; parts: readonly { price: string | null }[] },
  help: Joi.CustomHelpers,
): unknown {
  if (bundle.total !== null) return bundle;
  const missing = bundle.parts.findIndex(({ price }) => price === null);
  return missing < 0 ? bundle : help.error('bundle.price');
}

const effectSchema = oneOfKinds<RuleEffectForm>({
  percent: Joi.object({
    percent: decimalText(PERCENT_BOUNDS).required(),
    of: base,
    startsFrom: base,
  }),
  amountEach: Joi.object({ amount: decimalText(AMOUNT_BOUNDS).required(), unit, startsFrom: base }),
  set: Joi.object({
    price: decimalText(PRICE_BOUNDS).required(),
    unit,
    raises: Joi.boolean().default(false),
  }),
  level: Joi.object({
    level: identifier.required().messages({ 'string.empty': 'say which level' }),
    raises: Joi.boolean().default(false),
  }),
  ownPrices: Joi.object({
    prices: Joi.array()
      .items(
        objectOf<Serialized<OwnPrice>>({
          item: itemNumber.required(),
          price: decimalText(PRICE_BOUNDS).required(),
          unit,
        }),
      )
      .min(1)
      .max(MAX_PRICES)
      .unique('item')
      .required()
      .messages({
        'array.min': 'say what some item costs',
        'array.unique': 'an item has two prices',
      }),
    raises: Joi.boolean().default(false),
  }),
  flat: Joi.object({ amount: decimalText(AMOUNT_BOUNDS).required(), every }),
  buyAndGet: Joi.object({
    buy: Joi.object(unitsOf).required(),
    get: Joi.object(unitsOf).required(),
    offer: offer.required(),
    dearest: Joi.boolean().default(false),
    most: Joi.number().integer().min(1).max(1_000_000).allow(null).default(null),
  }),
  bundle: Joi.object({
    parts: Joi.array()
      .items(Joi.object({ ...unitsOf, price: decimalText(PRICE_BOUNDS).allow(null).default(null) }))
      .min(1)
      .max(50)
      .required()
      .messages({ 'array.min': 'say what is in the bundle' }),
    total: decimalText(PRICE_BOUNDS).allow(null).default(null),
  })
    .custom(pricedOnce)
    .messages({
      'bundle.price': 'type a price for the whole bundle, or one for each of its parts',
    }),
  allocate: Joi.object({ amount: decimalText(AMOUNT_BOUNDS).required(), every }),
  subtotal: Joi.object({ off: offSchema.required() }),
  shipping: Joi.object({ off: offSchema.required() }),
  charge: Joi.object({ amount: decimalText(PRICE_BOUNDS).required() }),
});

const timeOfDay = Joi.string()
  .pattern(/^([01]\d|2[0-3]):[0-5]\d$/, 'time')
  .messages({ 'string.pattern.name': '{#label} must be a time of day such as 18:30' });

const validitySchema = objectOf<RuleValidity>({
  days: dayWindow,
  weekdays: Joi.array()
    .items(Joi.number().integer().min(1).max(7))
    .min(1)
    .unique()
    .allow(null)
    .default(null),
  times: Joi.object({ from: timeOfDay.required(), until: timeOfDay.required() })
    .custom((times: { from: string; until: string }, help) =>
      times.from === times.until ? help.error('times.same') : times,
    )
    .messages({ 'times.same': 'a window of time must end at another time than it starts' })
    .allow(null)
    .default(null),
}).default({ days: { from: null, until: null }, weekdays: null, times: null });

const limit = Joi.number().integer().min(1).max(1_000_000_000).allow(null).default(null);

const contentFields = {
  name: shortText.required(),
  words: Joi.string().trim().max(200).allow('').default(''),
  currency: currencyCode.required(),
  place: Joi.number().integer().min(0).max(1_000_000).default(0),
  paused: Joi.boolean().default(false),
  validity: validitySchema,
  outlets: Joi.array().items(shortCode).min(1).unique().allow(null).default(null),
  trigger: oneOfKinds<RuleTrigger>({
    automatic: Joi.object({}),
    manual: Joi.object({}),
    code: Joi.object({
      code: Joi.string().trim().min(1).max(40).pattern(/^\S+$/).required().messages({
        'string.pattern.base': 'a code has no blanks',
        'string.empty': 'type the code',
      }),
    }),
  }).default({ kind: 'automatic' }),
  when: conditionSchema.required(),
  effect: effectSchema.required(),
  combinable: Joi.boolean().default(true),
  stopProcessing: Joi.boolean().default(false),
  limits: objectOf<RuleLimits>({ inAll: limit, perCustomer: limit }).default(NO_LIMITS),
} satisfies Record<keyof RuleContent, Joi.Schema>;

function shallow<T extends Pick<RuleContent, 'when'>>(
  schema: Joi.ObjectSchema<T>,
): Joi.ObjectSchema<T> {
  return schema
    .custom((rule: T, help) => (depth(rule.when) > DEEPEST ? help.error('rule.deep') : rule))
    .messages({ 'rule.deep': `conditions may be nested ${String(DEEPEST)} deep` });
}

function depth(condition: ConditionForm): number {
  if (!('of' in condition) || !Array.isArray(condition.of)) return 1;
  return 1 + Math.max(0, ...condition.of.map(depth));
}

export const ruleContentSchema = shallow(objectOf<RuleContent>(contentFields));

export const ruleSchema = shallow(
  objectOf<RuleForm>({ id: identifier.required(), ...contentFields }),
);

function names(condition: ConditionForm): boolean {
  if (!('of' in condition) || !Array.isArray(condition.of)) return condition.kind === 'saved';
  return condition.of.some(names);
}

/** A saved condition is a tree of its own: it names no other. */
function plain<T extends SavedConditionContent>(schema: Joi.ObjectSchema<T>): Joi.ObjectSchema<T> {
  return shallow(schema)
    .custom((saved: T, help) => (names(saved.when) ? help.error('saved.names') : saved))
    .messages({ 'saved.names': 'a saved condition names no other one' });
}

const savedFields = {
  name: shortText.required(),
  when: conditionSchema.required(),
} satisfies Record<keyof SavedConditionContent, Joi.Schema>;

export const savedConditionContentSchema = plain(objectOf<SavedConditionContent>(savedFields));

export const savedConditionSchema = plain(
  objectOf<SavedConditionForm>({ id: identifier.required(), ...savedFields }),
);
