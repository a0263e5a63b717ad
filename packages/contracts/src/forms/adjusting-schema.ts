import { compare, decimal, isDecimalText } from '@honest-ledger/engine';
import Joi from 'joi';
import { AMOUNT_BOUNDS, decimalText, PERCENT_BOUNDS, PRICE_BOUNDS, unitCode } from './fields';
import { oneOfKinds } from './kinds';
import type { AdjustingForm, AdjustmentForm } from './level-form';

const MOST_BANDS = 100;

const unit = unitCode.allow(null).default(null);
const percent = decimalText(PERCENT_BOUNDS).required();
const amount = decimalText(AMOUNT_BOUNDS).required();

export const adjustmentSchema = oneOfKinds<AdjustmentForm>({
  percent: Joi.object({ percent }),
  amount: Joi.object({ amount, unit }),
  percentAndAmount: Joi.object({ percent, amount, unit }),
  set: Joi.object({ price: decimalText(PRICE_BOUNDS).required(), unit }),
});

type Bands = Extract<AdjustingForm, { kind: 'byPrice' }>['bands'];

/** Thresholds rise strictly, so that bands cannot overlap or leave a gap. */
const bandsSchema = Joi.array<Bands>()
  .items(
    Joi.object({
      from: decimalText(PRICE_BOUNDS).required(),
      adjustment: adjustmentSchema.required(),
    }),
  )
  .min(1)
  .max(MOST_BANDS)
  .custom((bands: Bands, help) => {
    const fault = fallingBand(bands);
    return fault ? help.error('bands.falling', fault) : bands;
  })
  .messages({
    'array.min': '{#label} must have at least one band',
    'bands.falling': 'band {#place} starts at {#from}, not above band {#before} at {#below}',
  });

function fallingBand(bands: Bands): object | null {
  for (const [index, { from }] of bands.entries()) {
    const below = bands[index - 1]?.from;
    if (below === undefined || !isDecimalText(from) || !isDecimalText(below)) continue;
    if (compare(decimal(from), decimal(below)) <= 0) {
      return { place: index + 1, from, before: index, below };
    }
  }
  return null;
}

export const adjustingSchema = oneOfKinds<AdjustingForm>({
  plain: Joi.object({ adjustment: adjustmentSchema.required() }),
  byPrice: Joi.object({ bands: bandsSchema.required() }),
});
