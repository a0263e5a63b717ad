import fc from 'fast-check';
import { add, decimal, isZero, print, subtract } from '../number/decimal';
import { price } from '../pricing/price-document';
import type { Rule } from '../setup/rule';
import {
  basePrice,
  documentOf,
  factsOf,
  itemOf,
  lineOf,
  percentOff,
  ruleOf,
  setupOf,
} from '../testing/saltmarsh';
import { named } from '../testing/under-rules';
import { givenByRule } from './given-by-rule';
import { serialized } from '../number/serialized';

const PALLET = { unit: 'pallet', factor: decimal('60'), digits: 0 };
function lineUnder(all: readonly Rule[], quantity: string, unit: string | null = null) {
  const facts = factsOf({ customer: null, items: [itemOf({ units: [PALLET] })] });
  const setup = setupOf({ basePrices: [basePrice('10.00')], rules: all });
  const document = documentOf('1', { facts, lines: [lineOf(quantity, { unit })] });
  const [line] = serialized(price(setup, document)).lines;
  if (!line) throw new Error('there must be a line');
  return line;
}
const given = (rule: string, ...line: Parameters<typeof lineUnder>): string =>
  print(givenByRule(lineUnder(...line), rule, 2));

describe('what a rule gave on a line', () => {
  const spring = named('spring', ruleOf(percentOff('10')));
  const flat = named('flat', ruleOf({ kind: 'flat', amount: decimal('-2.50'), every: null }));
  const whole = named(
    'whole',
    ruleOf({ kind: 'subtotal', off: { kind: 'percent', percent: decimal('-10') } }),
  );

  it('is what it took off the units, in the unit that the price is made in', () => {
    expect(given('spring', [spring], '3')).toBe('-3.00');
    expect(given('spring', [spring], '2', 'pallet')).toBe('-120.00');
  });

  it('is its flat amount, and its share of what is taken off the document', () => {
    expect(given('flat', [spring, flat], '3')).toBe('-2.50');
    expect(given('whole', [spring, flat, whole], '3')).toBe('-2.45');
  });

  it('is nothing of another rule, or where there is no price', () => {
    expect(given('other', [spring], '3')).toBe('0.00');
    expect(given('spring', [spring], '1.5')).toBe('0.00');
  });

  it('is all that lies between the price without and the price with rules that round nowhere', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 90 }),
        fc.integer({ min: 1, max: 500 }),
        (off, units) => {
          const rules = [named('a', ruleOf(percentOff(String(off)))), flat];
          const [before, after] = [lineUnder([], String(units)), lineUnder(rules, String(units))];
          if (before.kind !== 'priced' || after.kind !== 'priced')
            throw new Error('both are priced');
          const both = add(givenByRule(after, 'a', 2), givenByRule(after, 'flat', 2));
          const moved = subtract(decimal(after.net), decimal(before.net));
          expect(isZero(subtract(both, moved))).toBeTrue();
        },
      ),
    );
  });
});
