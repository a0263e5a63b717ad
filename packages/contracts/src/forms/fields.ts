import { CURRENCY_CODES, compare, decimal, isDecimalText } from '@honest-ledger/engine';
import Joi from 'joi';

/** A schema for an object that must name every field of its type. */
export function objectOf<T extends object>(
  fields: Readonly<Record<keyof T, Joi.Schema>>,
): Joi.ObjectSchema<T> {
  return Joi.object<T>(fields);
}

/** What a decimal field accepts. Bounds are decimals as text and belong to the range. */
export interface DecimalBounds {
  readonly from?: string;
  readonly above?: string;
  readonly to?: string;
  /** The most decimals it may have. */
  readonly digits: number;
}

/** As many digits before the point as anything we keep may have; PostgreSQL numeric holds more. */
const LONGEST_DECIMAL = 30;
const INSTANT_TEXT = /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}(:\d{2}(\.\d{1,9})?)?(Z|[+-]\d{2}:\d{2})$/;

/**
 * A decimal written as text, such as "12.50". A JSON number is refused: it would be read as a
 * binary float.
 */
export function decimalText(bounds: DecimalBounds): Joi.StringSchema {
  return Joi.string()
    .max(LONGEST_DECIMAL)
    .pattern(/^[+-]?\d+(\.\d+)?$/, 'decimal')
    .custom((text: string, help) => {
      const sentence = decimalProblem(text, bounds);
      return sentence === null ? text : help.error('decimal.bounds', { sentence });
    })
    .description(boundsText(bounds))
    .messages({
      'string.base': '{#label} must be a decimal number written as text, such as "12.50"',
      'string.empty': '{#label} must be a number such as 12.50',
      'string.max': `{#label} may have at most ${String(LONGEST_DECIMAL)} characters`,
      'string.pattern.name': '{#label} must be a number such as 12.50, with a point and no blanks',
      'decimal.bounds': '{#label} {#sentence}',
    });
}

function boundsText({ from, above, to, digits }: DecimalBounds): string {
  const low = from === undefined ? [] : [`at least ${from}`];
  const over = above === undefined ? [] : [`above ${above}`];
  const high = to === undefined ? [] : [`at most ${to}`];
  return ['A decimal as text', ...low, ...over, ...high, `up to ${String(digits)} decimals`].join(
    ', ',
  );
}

/** What is wrong with a decimal's size or fineness, or null. */
function decimalProblem(text: string, { from, above, to, digits }: DecimalBounds): string | null {
  if (!isDecimalText(text)) return null; // the pattern has said so
  const value = decimal(text);
  if (from !== undefined && compare(value, decimal(from)) < 0) return `must be at least ${from}`;
  if (above !== undefined && compare(value, decimal(above)) <= 0) return `must be above ${above}`;
  if (to !== undefined && compare(value, decimal(to)) > 0) return `must be at most ${to}`;
  if (value.scale > digits) return `may have at most ${String(digits)} decimals`;
  return null;
}

export const PRICE_BOUNDS: DecimalBounds = { from: '0', to: '9999999999', digits: 6 };
/** A percent entry takes off at most everything. */
export const PERCENT_BOUNDS: DecimalBounds = { from: '-100', to: '10000', digits: 4 };
export const INCREMENT_BOUNDS: DecimalBounds = { above: '0', to: '9999999999', digits: 6 };
export const QUANTITY_BOUNDS: DecimalBounds = { above: '0', to: '9999999999', digits: 6 };

/** An amount that is added, or taken off where it is below zero. */
export const AMOUNT_BOUNDS: DecimalBounds = { from: '-9999999999', to: '9999999999', digits: 6 };
/** On a cost: a percent of it, below zero for goods sold below cost. */
export const MARKUP_BOUNDS: DecimalBounds = { from: '-100', to: '100000', digits: 4 };
/** Of a price: what part of it is not cost. */
export const MARGIN_BOUNDS: DecimalBounds = { from: '-10000', to: '99.9999', digits: 4 };
export const MULTIPLIER_BOUNDS: DecimalBounds = { above: '0', to: '100000', digits: 6 };
export const FACTOR_BOUNDS: DecimalBounds = { above: '0', to: '9999999999', digits: 12 };
export const RATE_BOUNDS: DecimalBounds = { above: '0', to: '9999999999', digits: 12 };
export const MINIMUM_BOUNDS: DecimalBounds = { from: '0', to: '9999999999', digits: 6 };

export const currencyCode = Joi.string()
  .valid(...CURRENCY_CODES)
  .messages({ 'any.only': '{#label} must be a currency code of ISO 4217, such as EUR' });

export const itemNumber = Joi.string().trim().min(1).max(40);
/** A unit of measure as people write it. */
export const unitCode = Joi.string().trim().min(1).max(20);
/** The code of a brand, a supplier, a family, a segment or an outlet. */
export const shortCode = Joi.string().trim().min(1).max(40);
/** The code of a kind of cost. */
export const costKind = Joi.string().trim().min(1).max(40);
export const categoryCode = Joi.string().trim().min(1).max(40);
export const customerCode = Joi.string().trim().min(1).max(40);
export const shortText = Joi.string().trim().min(1).max(120);
export const identifier = Joi.string().trim().min(1).max(64);

/** An instant: ISO 8601 with a time zone. */
export const instant = Joi.string()
  .max(40)
  .pattern(INSTANT_TEXT, 'instant')
  .custom((text: string, help) =>
    INSTANT_TEXT.test(text) && (Number.isNaN(Date.parse(text)) || !isDay(text.slice(0, DAY_LENGTH)))
      ? help.error('string.pattern.name')
      : text,
  )
  .messages({
    'string.pattern.name':
      '{#label} must be an instant with its time zone, such as 2026-11-24T14:32:00Z',
  });

const DAY_TEXT = /^\d{4}-\d{2}-\d{2}$/;
const DAY_LENGTH = '2026-11-24'.length;

/** A calendar day: ISO 8601. */
export const day = Joi.string()
  .pattern(DAY_TEXT, 'day')
  .custom((text: string, help) => (isDay(text) ? text : help.error('string.pattern.name')))
  .messages({ 'string.pattern.name': '{#label} must be a day that exists, such as 2026-11-24' });

function isDay(text: string): boolean {
  const instantOf = new Date(`${text}T00:00:00Z`);
  return !Number.isNaN(instantOf.getTime()) && instantOf.toISOString().startsWith(text);
}

/** A time zone that the IANA time-zone database has. */
export const timeZoneName = Joi.string()
  .max(60)
  .custom((text: string, help) => (isTimeZone(text) ? text : help.error('zone.unknown')))
  .messages({ 'zone.unknown': '{#label} must be a time zone such as Europe/Dublin' });

function isTimeZone(text: string): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: text });
    return true;
  } catch {
    return false;
  }
}

const CLOCK_TEXT = /^\d{4}-\d{2}-\d{2}T([01]\d|2[0-3]):[0-5]\d$/;
const FIRST_CLOCK = '1970-01-01T00:00';
const LAST_CLOCK = '2999-12-31T23:59';

/** A date and time as a clock on the wall shows it, without a time zone: ISO 8601, to the minute. */
export const wallClock = Joi.string()
  .pattern(CLOCK_TEXT, 'clock')
  .custom((text: string, help) => {
    if (!CLOCK_TEXT.test(text)) return text; // the pattern has said so
    if (!isDay(text.slice(0, DAY_LENGTH))) return help.error('string.pattern.name');
    return text < FIRST_CLOCK || text > LAST_CLOCK ? help.error('clock.bounds') : text;
  })
  .messages({
    'string.pattern.name':
      '{#label} must be a date and time that exist, without a zone, such as 2026-11-24T14:32',
    'clock.bounds': '{#label} must be in the years from 1970 to 2999',
  });

/** From one day to another, both included. */
export const dayWindow = objectOf<{ from: string | null; until: string | null }>({
  from: day.allow(null).default(null),
  until: day.allow(null).default(null),
})
  .custom((window: { from?: string | null; until?: string | null }, help) =>
    window.from && window.until && window.until < window.from
      ? help.error('window.reversed', window)
      : window,
  )
  .default({ from: null, until: null })
  .messages({ 'window.reversed': '{#label} ends on {#until}, before it begins on {#from}' });
