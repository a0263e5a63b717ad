import { decimal, print, withDigits } from './decimal';
import { applyRoundingRule, type RoundingRule } from './rounding-rule';

const rule = (changes: Partial<RoundingRule> = {}): RoundingRule => ({
  currency: 'EUR',
  increment: decimal('0.05'),
  direction: 'nearest',
  leastPrice: null,
  ...changes,
});
const round = (price: string, changes: Partial<RoundingRule> = {}): string =>
  print(withDigits(applyRoundingRule(decimal(price), rule(changes)), 2));

describe('a rounding rule', () => {
  it('makes the nearest multiple of its increment', () => {
    expect(round('16.192')).toBe('16.20');
    expect(round('16.17')).toBe('16.15');
  });

  it('worked example 12: up to 0.05, least 1.00', () => {
    const upLeast1: Partial<RoundingRule> = { direction: 'up', leastPrice: decimal('1.00') };
    expect(round('0.31', upLeast1)).toBe('1.00');
    expect(round('2.01', upLeast1)).toBe('2.05');
  });

  it('never makes a positive price zero', () => {
    expect(round('0.01')).toBe('0.05');
    expect(round('0.99', { increment: decimal('1'), direction: 'down' })).toBe('1.00');
  });

  it('lets a price of 0 pass, whatever its least price', () => {
    expect(round('0.00', { leastPrice: decimal('1.00') })).toBe('0.00');
  });
});
