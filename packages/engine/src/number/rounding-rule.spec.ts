import { decimal, print, withDigits } from './decimal';
import fc from 'fast-check';
import { exacts, roundings } from '../testing/arbitrary-parts';
import { compareExact, divide, printExact, signOf, subtractExact, type Exact } from './exact';
import { applyRoundingRule, type EndingsRule, type IncrementRule } from './rounding-rule';

const rule = (changes: Partial<IncrementRule> = {}): IncrementRule => ({
  kind: 'increment',
  currency: 'EUR',
  increment: decimal('0.05'),
  direction: 'nearest',
  leastPrice: null,
  ...changes,
});
const serialized = (value: Exact): string => print(withDigits(decimal(printExact(value)), 2));
const round = (price: string, changes: Partial<IncrementRule> = {}): string =>
  serialized(applyRoundingRule(decimal(price), rule(changes)));
const toEnding = (price: string, endings: string[], changes: Partial<EndingsRule> = {}): string =>
  serialized(
    applyRoundingRule(decimal(price), {
      kind: 'endings',
      currency: 'EUR',
      endings: endings.map(decimal),
      period: 1,
      direction: 'nearest',
      leastPrice: null,
      ...changes,
    }),
  );

describe('a rounding rule', () => {
  it('makes the nearest multiple of its increment', () => {
    expect(round('16.192')).toBe('16.20');
    expect(round('16.17')).toBe('16.15');
  });

  it('worked example 12: up to 0.05, least 1.00', () => {
    const upLeast1: Partial<IncrementRule> = { direction: 'up', leastPrice: decimal('1.00') };
    expect(round('0.31', upLeast1)).toBe('1.00');
    expect(round('2.01', upLeast1)).toBe('2.05');
  });

  it('never makes a positive price zero', () => {
    expect(round('0.01')).toBe('0.05');
    expect(round('0.99', { increment: decimal('1'), direction: 'down' })).toBe('0.99');
  });

  it('lets a price of 0 pass, whatever its least price', () => {
    expect(round('0.00', { leastPrice: decimal('1.00') })).toBe('0.00');
  });
});

describe('a rounding rule with endings', () => {
  it('worked example 11: .49/.99, nearest, and a tie goes up', () => {
    expect(toEnding('13.20', ['0.49', '0.99'])).toBe('12.99');
    expect(toEnding('13.25', ['0.49', '0.99'])).toBe('13.49');
    expect(toEnding('13.74', ['0.49', '0.99'])).toBe('13.99');
  });

  it('takes the next at or above, or at or below', () => {
    expect(toEnding('13.50', ['0.49', '0.99'], { direction: 'up' })).toBe('13.99');
    expect(toEnding('13.49', ['0.49', '0.99'], { direction: 'up' })).toBe('13.49');
    expect(toEnding('13.48', ['0.49', '0.99'], { direction: 'down' })).toBe('12.99');
  });

  it('takes the smallest positive candidate where there is none below, or only zero', () => {
    expect(toEnding('0.30', ['0.00', '0.75'], { direction: 'up' })).toBe('0.75');
    expect(toEnding('0.10', ['0.00'], {})).toBe('1.00');
  });

  it('leaves the price as it is where it goes down and nothing lies below', () => {
    expect(toEnding('4.00', ['95'], { period: 100, direction: 'down' })).toBe('4.00');
    expect(toEnding('0.30', ['0.49', '0.99'], { direction: 'down' })).toBe('0.30');
    expect(toEnding('0.30', ['0.00', '0.75'], { direction: 'down' })).toBe('0.30');
    const leastPrice = decimal('5.00');
    const least = { period: 100, direction: 'down', leastPrice } as const;
    expect(toEnding('4.00', ['95'], least)).toBe('5.00');
  });

  it('makes the smallest ending above zero where the nearest one is zero', () => {
    expect(toEnding('0.10', ['0.99', '0.49', '0.00'])).toBe('0.49');
    expect(toEnding('0.10', ['0.49', '0.00', '0.99'])).toBe('0.49');
    expect(toEnding('0.10', ['0.00'])).toBe('1.00');
  });

  it('repeats its endings every 10 or 100 where it says so', () => {
    expect(toEnding('14.20', ['9.99'], { period: 10 })).toBe('9.99');
    expect(toEnding('15.00', ['9.99'], { period: 10 })).toBe('19.99');
    expect(toEnding('151.00', ['49', '99.5'], { period: 100, direction: 'up' })).toBe('199.50');
  });
});

describe('the laws of rounding rules', () => {
  it('what a rule made passes it again unchanged, and a positive price stays positive', () => {
    fc.assert(
      fc.property(exacts, roundings, (price, rounding) => {
        if (signOf(price) < 0) return;
        // A least price need not be a candidate, so that it would be rounded on.
        const free = { ...rounding, leastPrice: null };
        const once = applyRoundingRule(price, free);
        expect(compareExact(applyRoundingRule(once, free), once)).toBe(0);
        expect(signOf(once)).toBe(signOf(price));
      }),
    );
  });

  it('up never lowers, and down never raises but to a least price', () => {
    fc.assert(
      fc.property(exacts, roundings, (price, rounding) => {
        if (signOf(price) < 0) return;
        const free = { ...rounding, leastPrice: null };
        const move = signOf(subtractExact(applyRoundingRule(price, free), price));
        if (rounding.direction === 'up') expect(move).toBeGreaterThanOrEqual(0);
        if (rounding.direction === 'down') expect(move).toBeLessThanOrEqual(0);
      }),
    );
  });

  it('rounds a price that does not end as it rounds its neighbours', () => {
    const third = divide(decimal('10'), decimal('3'));
    expect(serialized(applyRoundingRule(third, rule()))).toBe('3.35');
    expect(serialized(applyRoundingRule(third, rule({ direction: 'down' })))).toBe('3.30');
  });
});
