import { BREAK_COUNTS, type BreakBasis, type BreakMeasure } from '@honest-ledger/engine';
import Joi from 'joi';
import { adjustmentKinds } from './adjusting-schema';
import { risingBands } from './bands-schema';
import type { BreakContent, BreakForm, TierAdjustmentForm } from './break-form';
import { scopesSchema } from './cost-table-schema';
import {
  costKind,
  currencyCode,
  customerCode,
  dayWindow,
  decimalText,
  identifier,
  MINIMUM_BOUNDS,
  objectOf,
  PRICE_BOUNDS,
  shortCode,
  shortText,
  unitCode,
} from './fields';
import { oneOfKinds } from './kinds';
import { OF_COSTS } from './level-schema';
import { roundingSchema } from './rounding-schema';

const MAX_LIMITS = 200;

const tiersSchema = risingBands({
  from: decimalText(MINIMUM_BOUNDS).required(),
  adjustment: oneOfKinds<TierAdjustmentForm>({
    ...adjustmentKinds,
    byRequest: Joi.object({}),
  }).required(),
})
  .custom((tiers: BreakContent['tiers'], help) => {
    const place = tiers.findIndex(({ adjustment }) => adjustment.kind === 'byRequest');
    return place >= 0 && place < tiers.length - 1
      ? help.error('tiers.request', { place: place + 1 })
      : tiers;
  })
  .messages({
    'array.min': '{#label} must have at least one tier',
    'bands.falling': 'tier {#place} starts at {#from}, not above tier {#before} at {#below}',
    'tiers.request': 'tier {#place} is by request, so it must be the last',
  });

const partiesSchema = Joi.object({
  customers: Joi.array().items(customerCode).max(MAX_LIMITS).unique().default([]),
  segments: Joi.array().items(shortCode).max(MAX_LIMITS).unique().default([]),
})
  .custom((parties: { customers: readonly string[]; segments: readonly string[] }, help) =>
    parties.customers.length + parties.segments.length === 0
      ? help.error('parties.nobody')
      : parties,
  )
  .messages({ 'parties.nobody': 'choose at least one customer or segment, or everybody' });

const contentFields = {
  name: shortText.required(),
  words: Joi.string().trim().max(200).allow('').default(''),
  currency: currencyCode.required(),
  scopes: scopesSchema
    .min(1)
    .required()
    .messages({ 'array.min': 'choose at least one item for the break' }),
  levels: Joi.array().items(identifier).min(1).max(MAX_LIMITS).unique().allow(null).default(null),
  parties: partiesSchema.allow(null).default(null),
  outlets: Joi.array().items(shortCode).min(1).unique().allow(null).default(null),
  window: dayWindow,
  count: Joi.string()
    .valid(...BREAK_COUNTS)
    .default('line'),
  measure: oneOfKinds<BreakMeasure>({
    quantity: Joi.object({ unit: unitCode.allow(null).default(null) }),
    amount: Joi.object({}),
    term: Joi.object({}),
  }).default({ kind: 'quantity', unit: null }),
  mode: Joi.string().valid('allUnits', 'incremental').default('allUnits'),
  basis: oneOfKinds<BreakBasis>({
    afterLevel: Joi.object({}),
    basePrice: Joi.object({}),
    cost: Joi.object({ cost: costKind.required() }),
  }).default({ kind: 'afterLevel' }),
  always: Joi.boolean().default(false),
  tiers: tiersSchema.required(),
  rounding: roundingSchema.allow(null).default(null),
  setUp: Joi.object({
    amount: decimalText(PRICE_BOUNDS).required(),
    words: Joi.string().trim().max(200).allow('').default(''),
  })
    .allow(null)
    .default(null),
} satisfies Record<keyof BreakContent, Joi.Schema>;

/** What a break's words ask of its tiers, and the first tier that has nothing of it. */
function unfilledIn({ words, tiers }: BreakContent): { what: string; tier: number } | null {
  for (const what of ['percent', 'amount'] as const) {
    if (!words.includes(`{${what}}`)) continue;
    const at = tiers.findIndex(({ adjustment }) => !(what in adjustment));
    if (at >= 0) return { what, tier: at + 1 };
  }
  return null;
}

/** What one field alone cannot know. */
function whole<T extends BreakContent>(schema: Joi.ObjectSchema<T>): Joi.ObjectSchema<T> {
  return schema
    .custom((one: T, help) => {
      const { mode, measure, count, basis, tiers } = one;
      if (mode === 'incremental' && measure.kind !== 'quantity') {
        return help.error('break.incremental');
      }
      if (measure.kind === 'term' && count !== 'line') return help.error('break.term');
      const unfilled = unfilledIn(one);
      if (unfilled) return help.error('break.words', unfilled);
      const ofCost = tiers.find(({ adjustment }) => OF_COSTS.has(adjustment.kind));
      return ofCost && basis.kind !== 'cost'
        ? help.error('break.ofCost', { what: ofCost.adjustment.kind })
        : one;
    })
    .messages({
      'break.incremental': 'only quantities can be priced tier by tier',
      'break.term': 'a term is counted on each line',
      'break.words':
        'The text for the customer asks for {#what}, and tier {#tier} has none. Write it without, or change the tier',
      'break.ofCost': 'a {#what} is reckoned on a cost, and this break is reckoned on none',
    });
}

export const breakContentSchema = whole(objectOf<BreakContent>(contentFields));

export const breakSchema = whole(
  objectOf<BreakForm>({ id: identifier.required(), ...contentFields }),
);
