import Joi from 'joi';
import { risingBands } from './bands-schema';
import {
  AMOUNT_BOUNDS,
  decimalText,
  MARGIN_BOUNDS,
  MARKUP_BOUNDS,
  MULTIPLIER_BOUNDS,
  PERCENT_BOUNDS,
  PRICE_BOUNDS,
  unitCode,
} from './fields';
import { oneOfKinds } from './kinds';
import type { AdjustingForm, AdjustmentForm } from './level-form';

const unit = unitCode.allow(null).default(null);
const percent = decimalText(PERCENT_BOUNDS).required();
const amount = decimalText(AMOUNT_BOUNDS).required();

export const adjustmentKinds = {
  percent: Joi.object({ percent }),
  amount: Joi.object({ amount, unit }),
  percentAndAmount: Joi.object({ percent, amount, unit }),
  set: Joi.object({ price: decimalText(PRICE_BOUNDS).required(), unit }),
  multiplier: Joi.object({ factor: decimalText(MULTIPLIER_BOUNDS).required() }),
  markup: Joi.object({ percent: decimalText(MARKUP_BOUNDS).required() }),
  margin: Joi.object({ percent: decimalText(MARGIN_BOUNDS).required() }),
};

export const adjustmentSchema = oneOfKinds<AdjustmentForm>(adjustmentKinds);

const bands = risingBands({
  from: decimalText(PRICE_BOUNDS).required(),
  adjustment: adjustmentSchema.required(),
}).required();

export const adjustingSchema = oneOfKinds<AdjustingForm>({
  plain: Joi.object({ adjustment: adjustmentSchema.required() }),
  byPrice: Joi.object({ bands }),
  byCost: Joi.object({ bands }),
});
