import { decimal } from '../../number/decimal';
import type { RuleEffect } from '../../setup/rule';
import { flat } from '../../testing/saltmarsh';
import { onlyRaises } from './choose-rules';

describe('a rule that only raises', () => {
  const each = (amount: string, startsFrom: 'running' | 'basePrice' = 'running'): RuleEffect => ({
    kind: 'amountEach',
    amount: decimal(amount),
    unit: null,
    startsFrom,
  });

  const percent = (
    figure: string,
    startsFrom: 'running' | 'basePrice' = 'running',
  ): RuleEffect => ({
    kind: 'percent',
    percent: decimal(figure),
    of: 'running',
    startsFrom,
  });

  it('adds to what there is, and does not compete with others', () => {
    expect(onlyRaises(percent('5'))).toBeTrue();
    expect(onlyRaises(each('0.20'))).toBeTrue();
    expect(onlyRaises(flat('6.50'))).toBeTrue();
    expect(onlyRaises({ kind: 'charge', amount: decimal('14.00') })).toBeTrue();
  });

  it('is none that takes off, adds nothing, or starts from another price, which may be lower', () => {
    expect(onlyRaises(percent('-5'))).toBeFalse();
    expect(onlyRaises(percent('0'))).toBeFalse();
    expect(onlyRaises(percent('5', 'basePrice'))).toBeFalse();
    expect(onlyRaises(each('-0.20'))).toBeFalse();
    expect(onlyRaises(each('0'))).toBeFalse();
    expect(onlyRaises(each('0.20', 'basePrice'))).toBeFalse();
    expect(onlyRaises(each('-0.20', 'basePrice'))).toBeFalse();
    expect(onlyRaises(flat('-1.50'))).toBeFalse();
    expect(
      onlyRaises({ kind: 'subtotal', off: { kind: 'percent', percent: decimal('2') } }),
    ).toBeFalse();
  });
});
