import {
  add,
  compare,
  decimal,
  fromInteger,
  isDecimalText,
  print,
  scopeKey,
} from '@honest-ledger/engine';
import Joi from 'joi';
import { risingBands } from './bands-schema';
import type { CostAdjustmentForm, CostTableContent, CostTableForm } from './cost-table-form';
import {
  AMOUNT_BOUNDS,
  costKind,
  currencyCode,
  decimalText,
  identifier,
  MARGIN_BOUNDS,
  MARKUP_BOUNDS,
  MINIMUM_BOUNDS,
  MULTIPLIER_BOUNDS,
  objectOf,
  PRICE_BOUNDS,
  shortCode,
  shortText,
} from './fields';
import { oneOfKinds } from './kinds';
import { twins } from './level-schema';
import { scopeSchema } from './scope-schema';
import { roundingSchema } from './rounding-schema';

const MAX_REACHES = 200;
const MAX_KINDS = 20;
const MAX_CHARGES = 50;

export const costAdjustmentSchema = oneOfKinds<CostAdjustmentForm>({
  multiplier: Joi.object({ factor: decimalText(MULTIPLIER_BOUNDS).required() }),
  markup: Joi.object({ percent: decimalText(MARKUP_BOUNDS).required() }),
  margin: Joi.object({ percent: decimalText(MARGIN_BOUNDS).required() }),
  amount: Joi.object({ amount: decimalText(AMOUNT_BOUNDS).required() }),
  set: Joi.object({ price: decimalText(PRICE_BOUNDS).required() }),
  byRequest: Joi.object({}),
});

type Bands = CostTableForm['costs'][number]['bands'];

/** "By request" ends a list: what lies above it would never be a price again. */
const costBandsSchema = risingBands({
  from: decimalText(PRICE_BOUNDS).required(),
  adjustment: costAdjustmentSchema.required(),
})
  .custom((bands: Bands, help) => {
    const place = bands.findIndex(({ adjustment }) => adjustment.kind === 'byRequest');
    return place >= 0 && place < bands.length - 1
      ? help.error('bands.request', { place: place + 1 })
      : bands;
  })
  .messages({
    'bands.request': 'band {#place} is by request, so it must be the last',
  });

const pointsSchema = Joi.object({
  days: Joi.number().integer().min(1).max(3650).allow(null).required(),
  bands: risingBands({
    from: decimalText(MINIMUM_BOUNDS).required(),
    points: decimalText({ from: '-1000', to: '1000', digits: 4 }).required(),
  }).required(),
});

const feesSchema = Joi.object({
  percent: decimalText({ from: '0', to: '99.9999', digits: 4 }).required(),
  fixed: decimalText(PRICE_BOUNDS).required(),
});

/** Goods, none of them twice. */
export const scopesSchema = Joi.array()
  .items(scopeSchema)
  .max(MAX_REACHES)
  .custom((scopes: CostTableForm['scopes'], help) => {
    const twice = twins(scopes.map(scopeKey));
    return twice ? help.error('scopes.twins', twice) : scopes;
  })
  .messages({ 'scopes.twins': 'Items {#first} and {#second} are the same. Remove one' });

const contentFields = {
  name: shortText.required(),
  currency: currencyCode.required(),
  scopes: scopesSchema.required(),
  outlets: Joi.array().items(shortCode).min(1).unique().allow(null).default(null),
  costs: Joi.array()
    .items(Joi.object({ cost: costKind.required(), bands: costBandsSchema.required() }))
    .min(1)
    .max(MAX_KINDS)
    .unique('cost')
    .required()
    .messages({
      'array.min': '{#label} must name at least one kind of cost',
      'array.unique': 'a kind of cost stands there twice',
    }),
  points: pointsSchema.allow(null).default(null),
  fees: feesSchema.allow(null).default(null),
  pieceCharges: Joi.array()
    .items(
      Joi.object({ scope: scopeSchema.required(), amount: decimalText(AMOUNT_BOUNDS).required() }),
    )
    .max(MAX_CHARGES)
    .default([]),
  rounding: roundingSchema.allow(null).default(null),
} satisfies Record<keyof CostTableContent, Joi.Schema>;

/** No units sold may lift a margin to 100 % or more: no price has such a margin. */
function withoutFullMargin<T extends CostTableContent>(
  schema: Joi.ObjectSchema<T>,
): Joi.ObjectSchema<T> {
  return schema
    .custom((table: T, help) => {
      const fault = fullMargin(table);
      return fault ? help.error('points.full', fault) : table;
    })
    .messages({
      'points.full':
        'a margin of {#margin} % with {#points} points for units sold would be {#sum} %; it must stay below 100 %',
    });
}

function fullMargin({ costs, points }: CostTableContent): object | null {
  const most = points?.bands.map((band) => band.points).filter(isDecimalText) ?? [];
  const margins = costs.flatMap(({ bands }) =>
    bands.flatMap(({ adjustment }) => (adjustment.kind === 'margin' ? [adjustment.percent] : [])),
  );
  for (const margin of margins.filter(isDecimalText)) {
    for (const more of most) {
      const sum = add(decimal(margin), decimal(more));
      if (compare(sum, HUNDRED) >= 0) {
        return { margin, points: more, sum: print(sum) };
      }
    }
  }
  return null;
}

const HUNDRED = fromInteger(100);

export const costTableContentSchema = withoutFullMargin(objectOf<CostTableContent>(contentFields));

export const costTableSchema = withoutFullMargin(
  objectOf<CostTableForm>({ id: identifier.required(), ...contentFields }),
);
