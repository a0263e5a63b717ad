import { add, decimal, multiply, withDigits, ZERO, type Decimal } from '../number/decimal';
import { divide, multiplyExact, type Exact } from '../number/exact';
import { roundToDigits } from '../number/rounding';
import type { PricedLine } from './priced';
import type { Serialized } from '../number/serialized';
import { readPrinted } from './margin-of-lines';

type Slice = Extract<Serialized<PricedLine>, { kind: 'priced' }>['slices'][number];

/**
 * By how much a rule changed what a printed line is sold for, in the document's currency; below zero
 * for a discount. Of a promised line nothing is known but that the rule is in it: 0. What a rule did to
 * unit prices is rounded to the given digits once, slice by slice.
 */
export function givenByRule(line: Serialized<PricedLine>, rule: string, digits: number): Decimal {
  if (line.kind === 'unpriced') return withDigits(ZERO, digits);
  const flat = [...line.flats, ...line.shares]
    .filter((one) => one.rule.id === rule)
    .reduce<Decimal>((sum, { amount }) => add(sum, decimal(amount)), ZERO);
  const given = line.slices.reduce<Decimal>(
    (sum, slice) => add(sum, onUnits(slice, rule, line.duration, digits)),
    flat,
  );
  return withDigits(given, digits);
}

function onUnits(
  { quantity, steps }: Slice,
  rule: string,
  duration: string | null,
  digits: number,
): Decimal {
  const changes = steps.filter(({ source }) => source.kind === 'rule' && source.rule.id === rule);
  if (changes.length === 0) return ZERO;
  const each = changes.reduce<Decimal>((sum, { change }) => add(sum, readPrinted(change)), ZERO);
  const once = multiply(decimal(quantity), each);
  const whole: Exact = duration === null ? once : multiply(once, decimal(duration));
  // rules change prices per the unit that the price was made in, before it is taken to the line's
  const taken = steps.flatMap(({ source }) => (source.kind === 'lineUnit' ? [source] : []));
  const inUnit = taken.reduce<Exact>(
    (amount, { from, to }) =>
      divide(multiplyExact(amount, decimal(to.factor)), decimal(from.factor)),
    whole,
  );
  return roundToDigits(inUnit, digits, 'halfAwayFromZero');
}
