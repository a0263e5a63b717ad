import {
  COST_KINDS,
  FLOOR_ACTIONS,
  isDecimalText,
  levelCircle,
  RULE_CHOICES,
  type Setup,
} from '@honest-ledger/engine';
import Joi from 'joi';
import { agreementSchema } from './agreement-schema';
import { breakSchema } from './break-schema';
import { costTableSchema } from './cost-table-schema';
import { datedPriceKey } from './dated-price-schema';
import {
  costKind,
  currencyCode,
  decimalText,
  identifier,
  itemNumber,
  MARGIN_BOUNDS,
  objectOf,
  PERCENT_BOUNDS,
  PRICE_BOUNDS,
  shortText,
  unitCode,
} from './fields';
import { oneOfKinds } from './kinds';
import { levelSchema, twins } from './level-schema';
import { ruleSchema, savedConditionSchema } from './rule-schema';
import { check, type Reading } from './reading';
import { scopeSchema } from './scope-schema';
import { fromEarlierSetup } from './earlier-setup';
import {
  SETUP_FORMAT,
  SETUP_FORMAT_VERSION,
  setupFromForm,
  type AgreementForm,
  type BasePriceForm,
  type SettingsForm,
  type SetupForm,
} from './setup-form';

const ofItem = { item: itemNumber.required(), unit: unitCode.allow(null).default(null) };

export const basePriceSchema = oneOfKinds<BasePriceForm>({
  own: Joi.object({ ...ofItem, price: decimalText(PRICE_BOUNDS).required() }),
  shared: Joi.object({ ...ofItem, shared: identifier.required() }),
});

/** Base prices, one for an item and unit. */
export const basePricesSchema = Joi.array<BasePriceForm[]>()
  .items(basePriceSchema)
  .custom((prices: readonly BasePriceForm[], help) => {
    const twice = twins(prices.map(({ item, unit }) => JSON.stringify([item, unit])));
    return twice ? help.error('prices.twins', twice) : prices;
  })
  .messages({
    'prices.twins': '{#label} {#first} and {#second} are for the same item and unit',
  });

const agreements = Joi.array()
  .items(agreementSchema)
  .unique('id')
  .custom((all: readonly AgreementForm[], help) => {
    if (!all.every(({ minQuantity }) => isDecimalText(minQuantity))) return all;
    const twice = twins(
      all.map((one) => JSON.stringify(Object.values(one.party)) + datedPriceKey(one)),
    );
    return twice ? help.error('agreements.twins', twice) : all;
  })
  .default([])
  .messages({
    'agreements.twins':
      'agreements {#first} and {#second} are for the same party, item, unit, days and quantity',
  });

const sharedPrices = Joi.array()
  .items(
    Joi.object({
      id: identifier.required(),
      name: shortText.required(),
      price: decimalText(PRICE_BOUNDS).required(),
    }),
  )
  .unique('id')
  .default([]);

const floorLeast = oneOfKinds<SettingsForm['floors'][number]['least']>({
  margin: Joi.object({ percent: decimalText({ ...MARGIN_BOUNDS, from: '0' }).required() }),
  amount: Joi.object({
    amount: decimalText(PRICE_BOUNDS).required(),
    currency: currencyCode.required(),
  }),
  ofBasePrice: Joi.object({ percent: decimalText({ ...PERCENT_BOUNDS, from: '0' }).required() }),
});

/** What holds for the whole setup. */
export const settingsFields = {
  homeCurrency: currencyCode.required(),
  roundingMode: Joi.string()
    .valid('halfAwayFromZero', 'halfToEven', 'awayFromZero', 'towardsZero')
    .required(),
  unitPriceDigits: Joi.object()
    .pattern(currencyCode, Joi.number().integer().min(0).max(6))
    .default({}),
  defaultLevel: identifier.allow(null).default(null),
  costOrder: Joi.array()
    .items(costKind)
    .max(50)
    .unique()
    .default([...COST_KINDS])
    .messages({ 'array.unique': 'a kind of cost stands in the order twice' }),
  ruleChoice: Joi.string()
    .valid(...RULE_CHOICES)
    .default('first'),
  floors: Joi.array()
    .items(
      objectOf<SettingsForm['floors'][number]>({
        id: identifier.required(),
        scope: scopeSchema.required(),
        least: floorLeast.required(),
        then: Joi.string()
          .valid(...FLOOR_ACTIONS)
          .required(),
      }),
    )
    .max(500)
    .unique('id')
    .default([]),
} satisfies Record<keyof SettingsForm, Joi.Schema>;

/** A shared price that is pointed to exists; levels do not start from each other in a circle. */
export const setupSchema = objectOf<SetupForm>({
  format: Joi.string().valid(SETUP_FORMAT).required(),
  formatVersion: Joi.number().valid(SETUP_FORMAT_VERSION).required(),
  version: Joi.number().integer().min(1).required(),
  ...settingsFields,
  basePrices: basePricesSchema.required(),
  sharedPrices,
  agreements,
  levels: Joi.array().items(levelSchema).unique('id').required(),
  costTables: Joi.array().items(costTableSchema).unique('id').default([]),
  breaks: Joi.array().items(breakSchema).unique('id').default([]),
  conditions: Joi.array().items(savedConditionSchema).unique('id').default([]),
  rules: Joi.array().items(ruleSchema).unique('id').default([]),
})
  .custom((setup: SetupForm, help) => {
    const code = codeTwice(setup);
    if (code) return help.error('rules.code', code);
    const circle = levelCircle(setup.levels);
    if (circle) return help.error('levels.circle', { levels: named(circle, setup) });
    const missing = missingShared(setup);
    return missing === undefined ? setup : help.error('shared.missing', { id: missing });
  })
  .messages({
    'levels.circle': 'levels start from each other in a circle: {#levels}',
    'shared.missing': 'there is no shared price {#id}',
    'rules.code':
      'rules {#first} and {#second} have the code {#code}. Codes are the same in capitals and small letters: change one',
  });

/** Two rules with one code, in whatever letters. */
function codeTwice({ rules }: SetupForm) {
  const known = new Map<string, string>();
  for (const { id, trigger } of rules) {
    if (trigger.kind !== 'code') continue;
    const first = known.get(trigger.code.toLowerCase());
    if (first !== undefined) return { first, second: id, code: trigger.code };
    known.set(trigger.code.toLowerCase(), id);
  }
  return null;
}

function named(circle: readonly string[], { levels }: SetupForm): string {
  const names = new Map(levels.map(({ id, name }) => [id, name]));
  return [...circle, ...circle.slice(0, 1)].map((id) => names.get(id) ?? id).join(', ');
}

function missingShared({
  basePrices: prices,
  sharedPrices: shared,
}: SetupForm): string | undefined {
  const known = new Set(shared.map(({ id }) => id));
  const pointed = prices.flatMap((price) => (price.kind === 'shared' ? [price.shared] : []));
  return pointed.find((id) => !known.has(id));
}

/** Reads a setup file's content, of this version of the form or an earlier one. */
export function readSetup(json: unknown): Reading<Setup> {
  const reading = check<SetupForm>(setupSchema, fromEarlierSetup(json));
  return reading.ok ? { ok: true, value: setupFromForm(reading.value) } : reading;
}
