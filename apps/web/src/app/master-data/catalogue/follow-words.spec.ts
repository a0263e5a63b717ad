import type { FollowRule } from '@honest-ledger/contracts';
import { unitAfter, type Names } from '@honest-ledger/wording';
import { followSentence, keepingCode, keepingFigure } from './follow-words';

const named = (code: string): string => code.toUpperCase();
const NAMES: Names = {
  category: named,
  item: named,
  family: named,
  brand: named,
  supplier: named,
  level: named,
  cost: named,
  costTable: named,
  condition: (code) => code,
  attribute: (code: string) => code,
  segment: (code) => code,
  outlet: (code) => code,
  salesPerson: (code) => code,
  department: (code) => code,
  deliveryMethod: (code) => code,
  unit: (unit, quantity) => unitAfter(quantity, unit),
};
const rule = (part: Partial<FollowRule>): FollowRule => ({
  id: '00000000-0000-4000-8000-000000000001',
  scope: { kind: 'all' },
  follows: 'waits',
  cap: null,
  keeping: { kind: 'markup' },
  rounding: null,
  ...part,
});
const stated = (adjustment: object): Partial<FollowRule> => ({
  keeping: { kind: 'stated', adjustment } as FollowRule['keeping'],
});

describe('the words of a rule that prices follow costs by', () => {
  it('say what the price does, what it keeps, and whose rule it is', () => {
    expect(followSentence(rule({}), NAMES)).toBe(
      'When its cost changes, the price changes after review, and keeps the markup it has. ' +
        'Rule for all items.',
    );
  });

  it('say a cap only where the price changes automatically', () => {
    const capped = { cap: '12.5', scope: { kind: 'supplier', supplier: 'pits' } } as const;
    expect(followSentence(rule({ ...capped, follows: 'moves' }), NAMES)).toContain(
      'changes automatically by at most 12.5 %, beyond that after review, and keeps',
    );
    expect(followSentence(rule({ ...capped, follows: 'waits' }), NAMES)).not.toContain('12.5');
  });

  it('say of a price that stays nothing that it keeps', () => {
    expect(followSentence(rule({ follows: 'stays' }), NAMES)).not.toContain('keeps');
  });

  it('say what is stated with its figure', () => {
    for (const [adjustment, code, words] of [
      [{ kind: 'markup', percent: '80' }, 'statedMarkup', 'a markup of 80 %'],
      [{ kind: 'margin', percent: '36.5' }, 'statedMargin', 'a margin of 36.5 %'],
      [{ kind: 'amount', amount: '4.20' }, 'statedAmount', 'an amount over cost of 4.20.'],
    ] as const) {
      const one = rule(stated(adjustment));
      expect(keepingCode(one)).toBe(code);
      expect(followSentence(one, NAMES)).toContain(words);
    }
    expect(keepingFigure(rule({ keeping: { kind: 'costTable' } }))).toBeNull();
  });
});
