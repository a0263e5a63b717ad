import Joi from 'joi';

/**
 * True where the last digit of a trade item number is the check digit that GS1 demands: from the
 * right, digits weigh 3 and 1 in turn, and the whole must be a multiple of ten.
 * Source: GS1 General Specifications, section 7.9, the standard check digit calculation.
 */
export function hasCheckDigit(number: string): boolean {
  const digits = Array.from(number, Number).reverse();
  const [check = 0, ...weighed] = digits;
  const sum = weighed.reduce((all, digit, place) => all + digit * (place % 2 === 0 ? 3 : 1), 0);
  return (sum + check) % 10 === 0;
}

/** A GTIN of 8, 12, 13 or 14 digits. */
export const gtin = Joi.string()
  .pattern(/^(\d{8}|\d{12,14})$/, 'gtin')
  .custom((text: string, help) =>
    /^\d+$/.test(text) && !hasCheckDigit(text) ? help.error('gtin.check') : text,
  )
  .messages({
    'string.pattern.name': '{#label} must have 8, 12, 13 or 14 digits',
    'gtin.check': '{#label} has a last digit that does not fit the others; one may be mistyped',
  });
