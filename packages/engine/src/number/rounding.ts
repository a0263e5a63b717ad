import { make, powerOfTen, print, rescale, withDigits, type Decimal } from './decimal';
import { isFraction, ratio, type Exact } from './exact';

/** How a value between two candidates is rounded to a number of digits. */
export type RoundingMode = 'halfAwayFromZero' | 'halfToEven' | 'awayFromZero' | 'towardsZero';

/** How a rounding rule picks between the candidate below and the one above. A tie goes up. */
export type RoundingDirection = 'nearest' | 'up' | 'down';

/**
 * Rounds to at most `digits` decimals. A value that has no more digits comes back as it is.
 * `halfAwayFromZero` is what commerce does (IEEE 754: roundTiesToAway), `halfToEven` is
 * roundTiesToEven, `towardsZero` roundTowardZero.
 */
export function roundToDigits(value: Exact, digits: number, mode: RoundingMode): Decimal {
  if (isFraction(value)) {
    const scaled = value.numerator * BigInt(powerOfTen(digits));
    return make(divideBigInts(scaled, value.denominator, mode), digits);
  }
  if (value.scale <= digits) return value;
  const divisor = powerOfTen(value.scale - digits);
  return typeof value.units === 'number' && typeof divisor === 'number'
    ? make(divideNumbers(value.units, divisor, mode), digits)
    : make(divideBigInts(BigInt(value.units), BigInt(divisor), mode), digits);
}

/** The same with exactly so many decimals, zeros at the end included. */
export function roundedTo(value: Exact, digits: number, mode: RoundingMode): Decimal {
  return withDigits(roundToDigits(value, digits, mode), digits);
}

/** How finely percents are shown: markups, margins, moves. */
const PERCENT_DIGITS = 1;

/** A percent as text with one decimal, or as many as are asked for, halves away from zero; null of nothing. */
export function printPercent(percent: Exact, digits?: number): string;
export function printPercent(percent: Exact | null, digits?: number): string | null;
export function printPercent(percent: Exact | null, digits = PERCENT_DIGITS): string | null {
  return percent && print(roundedTo(percent, digits, 'halfAwayFromZero'));
}

/**
 * Rounds to a multiple of `increment` (above zero): up and down are towards plus and minus infinity,
 * and of two equally near multiples the higher is taken, whatever the mode of digit rounding is.
 */
export function roundToIncrement(
  value: Exact,
  increment: Decimal,
  direction: RoundingDirection,
): Decimal {
  if (increment.units <= 0) throw new RangeError('a rounding increment must be above zero');
  if (isFraction(value)) return fractionToIncrement(value, increment, direction);
  const scale = Math.max(value.scale, increment.scale);
  const { units } = rescale(value, scale);
  const step = rescale(increment, scale).units;
  if (typeof units === 'number' && typeof step === 'number') {
    const above = ((units % step) + step) % step;
    if (above === 0) return value;
    const lower = units - above;
    // Beyond the safe integers the sum is made below, with BigInts.
    if (Number.isSafeInteger(lower) && Number.isSafeInteger(lower + step)) {
      return make(goesUp(direction, above * 2 - step) ? lower + step : lower, scale);
    }
  }
  return bigIntsToIncrement(value, BigInt(units), BigInt(step), scale, direction);
}

function bigIntsToIncrement(
  value: Decimal,
  units: bigint,
  step: bigint,
  scale: number,
  direction: RoundingDirection,
): Decimal {
  const above = floorRemainder(units, step);
  if (above === 0n) return value;
  const lower = units - above;
  return make(goesUp(direction, signOfBigInt(above * 2n - step)) ? lower + step : lower, scale);
}

/** A fraction never lies on a multiple, so only the two around it are to choose from. */
function fractionToIncrement(
  value: Exact,
  increment: Decimal,
  direction: RoundingDirection,
): Decimal {
  const { numerator, denominator } = ratio(value);
  const step = BigInt(increment.units) * denominator;
  const units = numerator * BigInt(powerOfTen(increment.scale));
  const above = floorRemainder(units, step);
  const steps = (units - above) / step;
  const up = goesUp(direction, signOfBigInt(above * 2n - step));
  return make((up ? steps + 1n : steps) * BigInt(increment.units), increment.scale);
}

/** `half`: below zero for less than half an increment above the lower candidate, zero for a tie. */
function goesUp(direction: RoundingDirection, half: number): boolean {
  return direction === 'up' || (direction === 'nearest' && half >= 0);
}

function floorRemainder(units: bigint, step: bigint): bigint {
  return ((units % step) + step) % step;
}

function signOfBigInt(value: bigint): number {
  return value < 0n ? -1 : value > 0n ? 1 : 0;
}

/** The remainder of two safe integers is exact, and so is the division of an exact multiple. */
function divideNumbers(units: number, divisor: number, mode: RoundingMode): number {
  const remainder = units % divisor;
  const quotient = (units - remainder) / divisor;
  if (remainder === 0) return quotient;
  const half = Math.abs(remainder) * 2 - divisor;
  return roundsAway(mode, half, quotient % 2 !== 0) ? quotient + Math.sign(units) : quotient;
}

function divideBigInts(units: bigint, divisor: bigint, mode: RoundingMode): bigint {
  const remainder = units % divisor;
  const quotient = units / divisor;
  if (remainder === 0n) return quotient;
  const twice = (remainder < 0n ? -remainder : remainder) * 2n;
  const half = twice > divisor ? 1 : twice < divisor ? -1 : 0;
  const away = units < 0n ? -1n : 1n;
  return roundsAway(mode, half, quotient % 2n !== 0n) ? quotient + away : quotient;
}

/** `half`: below zero for less than half a unit, zero for a tie, above for more. */
function roundsAway(mode: RoundingMode, half: number, odd: boolean): boolean {
  switch (mode) {
    case 'halfAwayFromZero':
      return half >= 0;
    case 'halfToEven':
      return half > 0 || (half === 0 && odd);
    case 'awayFromZero':
      return true;
    case 'towardsZero':
      return false;
  }
}
