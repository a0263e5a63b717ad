import { isNegative, make, powerOfTen, rescale, type Decimal } from './decimal';

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
  const { quotient, remainder, doubled } = divideTruncating(
    value.units,
    powerOfTen(value.scale - digits),
  );
  if (remainder === 0 || remainder === 0n) return make(quotient, digits);
  const away = isNegative(value) ? -1 : 1;
  const towards = make(quotient, digits);
  return roundsAway(mode, doubled, isOdd(quotient))
    ? make(BigInt(quotient) + BigInt(away), digits)
    : towards;
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

function roundsAway(mode: RoundingMode, doubledAgainstStep: number, odd: boolean): boolean {
  switch (mode) {
    case 'halfAwayFromZero':
      return doubledAgainstStep >= 0;
    case 'halfToEven':
      return doubledAgainstStep > 0 || (doubledAgainstStep === 0 && odd);
    case 'awayFromZero':
      return true;
    case 'towardsZero':
      return false;
  }
}

/** Quotient and remainder towards zero; `doubled` is the sign of (2 x |remainder| - divisor). */
function divideTruncating(
  units: number | bigint,
  divisor: number | bigint,
): { quotient: number | bigint; remainder: number | bigint; doubled: number } {
  if (typeof units === 'number' && typeof divisor === 'number') {
    // The remainder of two safe integers is exact, and so is the division of an exact multiple.
    const remainder = units % divisor;
    return {
      quotient: (units - remainder) / divisor,
      remainder,
      doubled: Math.sign(Math.abs(remainder) * 2 - divisor),
    };
  }
  const [whole, step] = [BigInt(units), BigInt(divisor)];
  const remainder = whole % step;
  const twice = (remainder < 0n ? -remainder : remainder) * 2n;
  return {
    quotient: whole / step,
    remainder,
    doubled: twice > step ? 1 : twice < step ? -1 : 0,
  };
}

function isOdd(units: number | bigint): boolean {
  return typeof units === 'number' ? units % 2 !== 0 : units % 2n !== 0n;
}
