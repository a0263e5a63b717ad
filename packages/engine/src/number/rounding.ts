import { make, powerOfTen, rescale, type Decimal } from './decimal';

/** How a value between two candidates is rounded to a number of digits. */
export type RoundingMode = 'halfAwayFromZero' | 'halfToEven' | 'awayFromZero' | 'towardsZero';

/** How a rounding rule picks between the increment below and the one above. A tie goes up. */
export type RoundingDirection = 'nearest' | 'up' | 'down';

/**
 * Rounds to at most `digits` decimals. A value that has no more digits comes back as it is.
 * `halfAwayFromZero` is what commerce does (IEEE 754: roundTiesToAway), `halfToEven` is
 * roundTiesToEven, `towardsZero` roundTowardZero.
 */
export function roundToDigits(value: Decimal, digits: number, mode: RoundingMode): Decimal {
  if (value.scale <= digits) return value;
  const divisor = powerOfTen(value.scale - digits);
  return typeof value.units === 'number' && typeof divisor === 'number'
    ? make(divideNumbers(value.units, divisor, mode), digits)
    : make(divideBigInts(BigInt(value.units), BigInt(divisor), mode), digits);
}

/**
 * Rounds to a multiple of `increment` (above zero): up and down are towards plus and minus infinity,
 * and of two equally near multiples the higher is taken, whatever the mode of digit rounding is.
 */
export function roundToIncrement(
  value: Decimal,
  increment: Decimal,
  direction: RoundingDirection,
): Decimal {
  const scale = Math.max(value.scale, increment.scale);
  const units = BigInt(rescale(value, scale).units);
  const step = BigInt(rescale(increment, scale).units);
  if (step <= 0n) throw new RangeError('a rounding increment must be above zero');
  const above = ((units % step) + step) % step;
  if (above === 0n) return value;
  const goesUp = direction === 'up' || (direction === 'nearest' && above * 2n >= step);
  return make(goesUp ? units - above + step : units - above, scale);
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
