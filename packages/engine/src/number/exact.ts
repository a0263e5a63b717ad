import {
  add,
  compare,
  make,
  multiply,
  negate,
  percentOf,
  powerOfTen,
  print,
  withDigits,
  type Decimal,
} from './decimal';

/**
 * A quotient whose decimal expansion does not end, in lowest terms: 1/3, never 1/4 (that is the
 * decimal 0.25). The denominator is above one.
 */
export interface Fraction {
  readonly numerator: bigint;
  readonly denominator: bigint;
}

/**
 * What a price is while it is worked out: a decimal as long as it ends, a fraction where a division
 * did not. Only rounding turns it into a decimal for good.
 */
export type Exact = Decimal | Fraction;

const HUNDRED: Decimal = { units: 100, scale: 0 };

/** How many decimals of a fraction are printed; then come three dots. */
const PRINTED_DECIMALS = 10;

export function isFraction(value: Exact): value is Fraction {
  return 'denominator' in value;
}

/** a / b, exactly. @throws {RangeError} where b is zero */
export function divide(a: Exact, b: Exact): Exact {
  const [over, under] = [ratio(a), ratio(b)];
  if (under.numerator === 0n) throw new RangeError('a division by zero has no result');
  return quotient(over.numerator * under.denominator, over.denominator * under.numerator);
}

export function addExact(a: Exact, b: Exact): Exact {
  if (!isFraction(a) && !isFraction(b)) return add(a, b);
  const [x, y] = [ratio(a), ratio(b)];
  return quotient(
    x.numerator * y.denominator + y.numerator * x.denominator,
    x.denominator * y.denominator,
  );
}

export function subtractExact(a: Exact, b: Exact): Exact {
  return addExact(a, isFraction(b) ? { ...b, numerator: -b.numerator } : negate(b));
}

export function multiplyExact(a: Exact, b: Exact): Exact {
  if (!isFraction(a) && !isFraction(b)) return multiply(a, b);
  const [x, y] = [ratio(a), ratio(b)];
  return quotient(x.numerator * y.numerator, x.denominator * y.denominator);
}

/** `percent` per cent of a basis; nothing is divided where the basis ends as a decimal. */
export function percentOfExact(basis: Exact, percent: Decimal): Exact {
  if (!isFraction(basis)) return percentOf(basis, percent);
  return divide(multiplyExact(basis, percent), HUNDRED);
}

export function compareExact(a: Exact, b: Exact): -1 | 0 | 1 {
  if (!isFraction(a) && !isFraction(b)) return compare(a, b);
  const [x, y] = [ratio(a), ratio(b)];
  const difference = x.numerator * y.denominator - y.numerator * x.denominator;
  return difference < 0n ? -1 : difference > 0n ? 1 : 0;
}

/** Below zero, zero or above zero: -1, 0 or 1. */
export function signOf(value: Exact): -1 | 0 | 1 {
  const units = isFraction(value) ? value.numerator : value.units;
  return units < 0 ? -1 : units > 0 ? 1 : 0;
}

/** Numerator and denominator of any exact value; the denominator is above zero. */
export function ratio(value: Exact): Fraction {
  return isFraction(value)
    ? value
    : { numerator: BigInt(value.units), denominator: BigInt(powerOfTen(value.scale)) };
}

/** A decimal as {@link print} writes it; a fraction cut off after 10 decimals, marked "...". */
export function printExact(value: Exact): string {
  if (!isFraction(value)) return print(value);
  const cut = (value.numerator * 10n ** BigInt(PRINTED_DECIMALS)) / value.denominator;
  const text = print(make(cut, PRINTED_DECIMALS));
  return `${value.numerator < 0n && cut === 0n ? '-' : ''}${text}...`;
}

/** A decimal with at least `digits` decimals; a fraction as it is. */
export function withDigitsExact(value: Exact, digits: number): Exact {
  return isFraction(value) ? value : withDigits(value, digits);
}

function quotient(numerator: bigint, denominator: bigint): Exact {
  const sign = denominator < 0n ? -1n : 1n;
  const divisor = greatestCommonDivisor(
    numerator < 0n ? -numerator : numerator,
    denominator * sign,
  );
  const over = (numerator * sign) / divisor;
  const under = (denominator * sign) / divisor;
  return endingDecimal(over, under) ?? { numerator: over, denominator: under };
}

/** A fraction in lowest terms ends as a decimal where its denominator has no factor but 2 and 5. */
function endingDecimal(numerator: bigint, denominator: bigint): Decimal | null {
  let [rest, twos, fives] = [denominator, 0, 0];
  for (; rest % 2n === 0n; rest /= 2n) twos += 1;
  for (; rest % 5n === 0n; rest /= 5n) fives += 1;
  if (rest !== 1n) return null;
  const scale = Math.max(twos, fives);
  return make((numerator * 10n ** BigInt(scale)) / denominator, scale);
}

function greatestCommonDivisor(a: bigint, b: bigint): bigint {
  let [larger, smaller] = [a, b];
  while (smaller !== 0n) [larger, smaller] = [smaller, larger % smaller];
  return larger;
}
