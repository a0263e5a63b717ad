/**
 * An exact decimal number: `units` x 10^-`scale`.
 *
 * `units` is a plain number while it is a safe integer and a BigInt beyond, always in that canonical
 * form, so that the common case is fast and no case is inexact. Values are immutable plain data:
 * they survive `structuredClone`, so they can be posted to a web worker.
 *
 * `1.5` and `1.50` are equal in value and differ in scale; compare with {@link compare} or
 * {@link equals}, never with `===`.
 */
export interface Decimal {
  readonly units: number | bigint;
  readonly scale: number;
}

const POWERS: readonly number[] = Array.from({ length: 16 }, (_, power) => 10 ** power);
const DECIMAL_TEXT = /^([+-]?)(\d+)(?:\.(\d+))?$/;
const LONGEST_TEXT = 1000;

export const ZERO: Decimal = { units: 0, scale: 0 };

/** What {@link decimal} throws for a text that is not a decimal number in canonical form. */
export class DecimalSyntaxError extends Error {
  constructor(readonly text: string) {
    super(`"${text.slice(0, 40)}" is not a decimal number such as 12.50`);
    this.name = 'DecimalSyntaxError';
  }
}

/**
 * Reads a decimal in canonical form: an optional sign, digits, and optionally a point with digits.
 * Exponents, blanks, thousands separators and decimal commas are refused.
 * @throws {DecimalSyntaxError} on anything else, or on more than 1,000 characters
 */
export function decimal(text: string): Decimal {
  const parts = text.length <= LONGEST_TEXT ? DECIMAL_TEXT.exec(text) : null;
  if (!parts) throw new DecimalSyntaxError(text);
  const fraction = parts[3] ?? '';
  return make(
    BigInt(`${parts[1] === '-' ? '-' : ''}${parts[2] ?? ''}${fraction}`),
    fraction.length,
  );
}

/** True where {@link decimal} would accept the text. */
export function isDecimalText(text: string): boolean {
  return text.length <= LONGEST_TEXT && DECIMAL_TEXT.test(text);
}

/** The decimal of a whole number. @throws {RangeError} where it is not a safe integer */
export function fromInteger(value: number): Decimal {
  if (!Number.isSafeInteger(value)) throw new RangeError(`${String(value)} is not a safe integer`);
  return { units: value + 0, scale: 0 };
}

/** Prints all the digits the value has: `decimal(print(x))` is `x` again, scale included. */
export function print(value: Decimal): string {
  const negative = value.units < 0;
  const digits = String(negative ? -value.units : value.units).padStart(value.scale + 1, '0');
  const point = digits.length - value.scale;
  const text = value.scale === 0 ? digits : `${digits.slice(0, point)}.${digits.slice(point)}`;
  return negative ? `-${text}` : text;
}

/** The same value with at least `digits` decimals (zeros added) and no other trailing zeros. */
export function withDigits(value: Decimal, digits: number): Decimal {
  if (value.scale <= digits) return rescale(value, digits);
  let { units, scale } = value;
  while (scale > digits && (typeof units === 'number' ? units % 10 === 0 : units % 10n === 0n)) {
    units = typeof units === 'number' ? units / 10 : units / 10n;
    scale -= 1;
  }
  return make(units, scale);
}

export function add(a: Decimal, b: Decimal): Decimal {
  if (a.scale === b.scale) return { units: addUnits(a.units, b.units), scale: a.scale };
  return a.scale < b.scale ? add(rescale(a, b.scale), b) : add(a, rescale(b, a.scale));
}

export function subtract(a: Decimal, b: Decimal): Decimal {
  return add(a, negate(b));
}

export function negate(value: Decimal): Decimal {
  // 0 - units rather than -units, which would make a negative zero
  return {
    units: typeof value.units === 'number' ? 0 - value.units : -value.units,
    scale: value.scale,
  };
}

export function multiply(a: Decimal, b: Decimal): Decimal {
  return { units: multiplyUnits(a.units, b.units), scale: a.scale + b.scale };
}

/** `percent` per cent of `basis`, exactly; a percent is written as people say it: 12.5, not 0.125. */
export function percentOf(basis: Decimal, percent: Decimal): Decimal {
  const product = multiply(basis, percent);
  return { units: product.units, scale: product.scale + 2 };
}

export function compare(a: Decimal, b: Decimal): -1 | 0 | 1 {
  if (a.scale === b.scale) return a.units < b.units ? -1 : a.units > b.units ? 1 : 0;
  const difference = subtract(a, b).units;
  return difference < 0 ? -1 : difference > 0 ? 1 : 0;
}

export function equals(a: Decimal, b: Decimal): boolean {
  return compare(a, b) === 0;
}

export function isZero(value: Decimal): boolean {
  return value.units === 0;
}

export function isPositive(value: Decimal): boolean {
  return value.units > 0;
}

export function sum(values: readonly Decimal[]): Decimal {
  return values.reduce(add, ZERO);
}

/** The same value counted in units of 10^-`scale`. Only ever to a finer scale: it loses nothing. */
export function rescale(value: Decimal, scale: number): Decimal {
  const places = scale - value.scale;
  if (places < 0) throw new RangeError('rescale cannot drop digits; round instead');
  if (places === 0) return value;
  return { units: multiplyUnits(value.units, powerOfTen(places)), scale };
}

/** 10^`power` as units: a number while that is safe. */
export function powerOfTen(power: number): number | bigint {
  return POWERS[power] ?? 10n ** BigInt(power);
}

/** Units and scale in canonical form. */
export function make(units: number | bigint, scale: number): Decimal {
  return { units: canonical(units), scale };
}

function addUnits(a: number | bigint, b: number | bigint): number | bigint {
  if (typeof a === 'number' && typeof b === 'number') {
    const total = a + b;
    if (Number.isSafeInteger(total)) return total;
  }
  return canonical(BigInt(a) + BigInt(b));
}

function multiplyUnits(a: number | bigint, b: number | bigint): number | bigint {
  if (typeof a === 'number' && typeof b === 'number') {
    // A double product that is a safe integer is exact: one that was rounded is at least 2^53.
    const product = a * b;
    if (Number.isSafeInteger(product)) return product + 0;
  }
  return canonical(BigInt(a) * BigInt(b));
}

function canonical(units: number | bigint): number | bigint {
  if (typeof units === 'number') return units + 0;
  return units >= BigInt(Number.MIN_SAFE_INTEGER) && units <= BigInt(Number.MAX_SAFE_INTEGER)
    ? Number(units)
    : units;
}
