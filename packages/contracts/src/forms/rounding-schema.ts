import { compare, decimal, isDecimalText } from '@honest-ledger/engine';
import Joi from 'joi';
import { currencyCode, decimalText, INCREMENT_BOUNDS, PRICE_BOUNDS } from './fields';
import { oneOfKinds } from './kinds';
import type { RoundingForm } from './rounding-form';

const MAX_ENDINGS = 50;

const anyRule = {
  currency: currencyCode.required(),
  direction: Joi.string().valid('nearest', 'up', 'down').required(),
  leastPrice: decimalText(PRICE_BOUNDS).allow(null).default(null),
};

/** What is no number is told as such, and is no second of anything. */
function isSameEnding(one: unknown, other: unknown): boolean {
  const isNumber = (ending: unknown): ending is string =>
    typeof ending === 'string' && isDecimalText(ending);
  return isNumber(one) && isNumber(other) && compare(decimal(one), decimal(other)) === 0;
}

const endings = Joi.array()
  .items(decimalText({ from: '0', to: '100', digits: 6 }))
  .min(1)
  .max(MAX_ENDINGS)
  .unique(isSameEnding, { ignoreUndefined: true })
  .messages({
    'array.unique': '{#label} stands there twice',
    'array.min': '{#label} must name at least one ending, such as 0.99',
  });

const endingsRule = Joi.object({
  ...anyRule,
  endings: endings.required(),
  period: Joi.number().valid(1, 10, 100).default(1),
})
  .custom((rule: Extract<RoundingForm, { kind: 'endings' }>, help) => {
    const period = decimal(String(rule.period));
    const beyond = rule.endings.find(
      (one: unknown) =>
        typeof one === 'string' && isDecimalText(one) && compare(decimal(one), period) >= 0,
    );
    return beyond === undefined
      ? rule
      : help.error('endings.beyond', { ending: beyond, period: String(rule.period) });
  })
  .messages({ 'endings.beyond': 'the ending {#ending} must be below {#period}' });

/** Prices to a multiple of an increment, or to one of a list of endings. */
export const roundingSchema = oneOfKinds<RoundingForm>({
  increment: Joi.object({ ...anyRule, increment: decimalText(INCREMENT_BOUNDS).required() }),
  endings: endingsRule,
});
