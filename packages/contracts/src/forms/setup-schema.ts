import type { Setup } from '@honest-ledger/engine';
import Joi from 'joi';
import { currencyCode, decimalText, itemNumber, PRICE_BOUNDS, objectOf } from './fields';
import { levelSchema } from './level-schema';
import { check, type Reading } from './reading';
import { SETUP_FORMAT, SETUP_FORMAT_VERSION, setupFromForm, type SetupForm } from './setup-form';

export const setupSchema = objectOf<SetupForm>({
  format: Joi.string().valid(SETUP_FORMAT).required(),
  formatVersion: Joi.number().valid(SETUP_FORMAT_VERSION).required(),
  version: Joi.number().integer().min(1).required(),
  homeCurrency: currencyCode.required(),
  roundingMode: Joi.string()
    .valid('halfAwayFromZero', 'halfToEven', 'awayFromZero', 'towardsZero')
    .required(),
  unitPriceDigits: Joi.object()
    .pattern(currencyCode, Joi.number().integer().min(0).max(6))
    .required(),
  basePrices: Joi.array()
    .items(Joi.object({ item: itemNumber.required(), price: decimalText(PRICE_BOUNDS).required() }))
    .unique('item')
    .required()
    .messages({ 'array.unique': '{#label} gives the same item a second base price' }),
  levels: Joi.array().items(levelSchema).unique('id').required(),
});

/** Reads a setup file's content. */
export function readSetup(json: unknown): Reading<Setup> {
  const reading = check<SetupForm>(setupSchema, json);
  return reading.ok ? { ok: true, value: setupFromForm(reading.value) } : reading;
}
