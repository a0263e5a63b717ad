import type {
  ComparisonForm,
  ConditionForm,
  LineEffectForm,
  RuleContent,
  RuleView,
} from '@honest-ledger/contracts';
import type { NumberFact } from '@honest-ledger/engine';

/** The edits that a rule's screen makes: each gives the whole content anew. */

export function emptyRule(currency: string): RuleContent {
  return {
    name: '',
    words: '',
    currency,
    place: 0,
    paused: false,
    validity: { days: { from: null, until: null }, weekdays: null, times: null },
    outlets: null,
    starts: { kind: 'byItself' },
    when: { kind: 'all', of: [{ kind: 'goods', reaches: [{ kind: 'all' }] }] },
    effect: { kind: 'percent', percent: '-10', of: 'running', startsFrom: 'running' },
    together: true,
    stops: false,
  };
}

/** The same once more, for the next season; null where there is nothing to copy. */
export function copyOf({ published, draft }: RuleView): RuleContent | null {
  const content = draft?.content ?? published;
  return (
    content && {
      ...content,
      name: `${content.name}, copy`.slice(0, 120),
      // one code starts one rule
      starts: content.starts.kind === 'code' ? { kind: 'code', code: '' } : content.starts,
    }
  );
}

/** What a test can be about, in the words of the list. */
export type TestSubject =
  | 'goods'
  | 'segment'
  | 'customer'
  | 'currency'
  | 'quantity'
  | 'duration'
  | 'basePrice'
  | 'priceAfterLevel'
  | 'priceAfterBreak'
  | 'countQuantity'
  | 'countSpend'
  | 'countLines';

export const TEST_SUBJECTS: readonly (readonly [TestSubject, string])[] = [
  ['goods', 'the item is'],
  ['quantity', 'the quantity of the line is'],
  ['duration', 'the duration of the line is'],
  ['basePrice', 'the base price is'],
  ['priceAfterLevel', 'the price after the level is'],
  ['priceAfterBreak', 'the price after the break is'],
  ['countQuantity', 'the quantity together of'],
  ['countSpend', 'what is spent together on'],
  ['countLines', 'the number of lines of'],
  ['segment', 'the segment is'],
  ['customer', 'the customer is'],
  ['currency', 'the currency is'],
];

type Test = Exclude<ConditionForm, { of: unknown }>;

export function subjectOf(test: Test): TestSubject {
  if (test.kind !== 'number') return test.kind;
  if (test.fact.kind !== 'count') return test.fact.kind;
  return COUNTS[test.fact.of];
}

const COUNTS = { quantity: 'countQuantity', spend: 'countSpend', lines: 'countLines' } as const;

/** A test about something else; its comparison stays where both have one. */
export function startTest(subject: TestSubject, old: Test, currency: string): Test {
  const comparison: ComparisonForm =
    old.kind === 'number' ? old.comparison : { kind: 'atLeast', value: '1' };
  const counted = (of: 'quantity' | 'spend' | 'lines'): Test => {
    const reaches =
      old.kind === 'number' && old.fact.kind === 'count'
        ? old.fact.reaches
        : [{ kind: 'all' as const }];
    return { kind: 'number', fact: { kind: 'count', of, reaches }, comparison };
  };
  switch (subject) {
    case 'goods':
      return { kind: 'goods', reaches: [{ kind: 'all' }] };
    case 'segment':
      return { kind: 'segment', segments: [] };
    case 'customer':
      return { kind: 'customer', customers: [] };
    case 'currency':
      return { kind: 'currency', currencies: [currency] };
    case 'countQuantity':
      return counted('quantity');
    case 'countSpend':
      return counted('spend');
    case 'countLines':
      return counted('lines');
    default:
      return { kind: 'number', fact: { kind: subject } satisfies NumberFact, comparison };
  }
}

/** Another comparison of the same figure. */
export function startComparison(kind: ComparisonForm['kind'], old: ComparisonForm): ComparisonForm {
  return kind === 'between'
    ? { kind, value: old.value, to: old.kind === 'between' ? old.to : old.value }
    : { kind, value: old.value };
}

/** Another thing that is done. */
export function startEffect(kind: LineEffectForm['kind'], old: LineEffectForm): LineEffectForm {
  if (kind === old.kind) return old;
  const startsFrom = 'startsFrom' in old ? old.startsFrom : 'running';
  switch (kind) {
    case 'percent':
      return { kind, percent: '-10', of: 'running', startsFrom };
    case 'amountEach':
      return { kind, amount: '-1', unit: null, startsFrom };
    case 'set':
      return { kind, price: '0', unit: null, raises: false };
    case 'flat':
      return { kind, amount: '-1', every: null };
  }
}

/** A part of a group in place of another, or without it where it is null. */
export function withPart(
  of: readonly ConditionForm[],
  place: number,
  part: ConditionForm | null,
): readonly ConditionForm[] {
  return part ? of.with(place, part) : of.filter((_, at) => at !== place);
}
