import type {
  Attribute,
  ComparisonForm,
  ConditionForm,
  RuleEffectForm,
  RuleContent,
  RuleView,
} from '@honest-ledger/contracts';
import { NO_LIMITS, type SalesContext, type NumberFact } from '@honest-ledger/engine';
import { UNSAID, UNSAID_GOODS } from '../../shared/reference/scope-edits';

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
    trigger: { kind: 'automatic' },
    when: { kind: 'all', of: [{ kind: 'goods', scopes: [UNSAID_GOODS] }] },
    effect: { kind: 'percent', percent: UNSAID, of: 'running', startsFrom: 'running' },
    combinable: true,
    stopProcessing: false,
    limits: NO_LIMITS,
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
      trigger: content.trigger.kind === 'code' ? { kind: 'code', code: '' } : content.trigger,
    }
  );
}

/** What a test can be about, in the words of the list. */
export type TestSubject = PlainSubject | AttributeSubject;

export type PlainSubject =
  | 'saved'
  | 'goods'
  | 'segment'
  | 'customer'
  | 'currency'
  | 'quantity'
  | 'duration'
  | 'basePrice'
  | 'priceAfterLevel'
  | 'priceAfterBreak'
  | 'cost'
  | 'margin'
  | `salesBefore:${SalesOf}`
  | 'countQuantity'
  | 'countSpend'
  | 'countLines'
  | 'shipping'
  | 'unit'
  | 'formOfSupply'
  | 'documentKind'
  | keyof SalesContext;

type SalesOf = Extract<NumberFact, { kind: 'salesBefore' }>['of'];

/** Of what, and the attribute's code. */
type AttributeSubject = `attribute:${AttributeOwner}:${string}`;

type AttributeOwner = 'item' | 'customer' | 'document';

const PLAIN_SUBJECTS: readonly (readonly [PlainSubject, string])[] = [
  ['goods', 'item is'],
  ['quantity', 'quantity is'],
  ['duration', 'duration is'],
  ['basePrice', 'base price per base unit is'],
  ['priceAfterLevel', 'price per base unit after the price level is'],
  ['priceAfterBreak', 'price per base unit after the break is'],
  ['cost', 'cost per base unit is'],
  ['margin', 'margin after the break is'],
  ['salesBefore:anything', 'number of earlier sales to the customer is'],
  ['salesBefore:item', 'number of earlier sales of the item to the customer is'],
  ['salesBefore:category', 'number of earlier sales of its category to the customer is'],
  ['unit', 'unit'],
  ['formOfSupply', 'form of supply'],
  ['countQuantity', 'total quantity of'],
  ['countSpend', 'total spend on'],
  ['countLines', 'number of lines of'],
  ['segment', 'segment is'],
  ['customer', 'customer is'],
  ['currency', 'currency is'],
  ['documentKind', 'document'],
  ['salesPerson', 'sales person'],
  ['department', 'department'],
  ['deliveryMethod', 'delivery method'],
  ['deliveryPostcode', 'delivery postcode'],
  ['shipping', 'shipping is'],
  ['saved', 'saved condition'],
];

/** All that a test can be about, with what the company keeps of items and customers besides. */
export function testSubjects(
  attributes: readonly Attribute[],
): readonly (readonly [TestSubject, string])[] {
  return [
    ...PLAIN_SUBJECTS,
    ...attributes.map(
      (one) => [attributeSubject(one), `the ${ownerOf(one)}’s ${one.name}`] as const,
    ),
  ];
}

export function attributeSubject(attribute: Attribute): AttributeSubject {
  return `attribute:${ownerOf(attribute)}:${attribute.code}`;
}

const OWNERS = { items: 'item', customers: 'customer', documents: 'document' } as const;

export function ownerOf({ of }: Attribute): AttributeOwner {
  return OWNERS[of];
}

export type TestForm = Exclude<ConditionForm, { of: unknown }>;

export function subjectOf(test: TestForm): TestSubject {
  if (test.kind !== 'number' && test.kind !== 'word') return test.kind;
  const { fact } = test;
  if (fact.kind === 'attribute') return `attribute:${fact.of}:${fact.code}`;
  if (fact.kind === 'salesBefore') return `salesBefore:${fact.of}`;
  return fact.kind === 'count' ? COUNTS[fact.of] : fact.kind;
}

const COUNTS = { quantity: 'countQuantity', spend: 'countSpend', lines: 'countLines' } as const;

/** Another comparison of the same figure. */
export function startComparison(kind: ComparisonForm['kind'], old: ComparisonForm): ComparisonForm {
  return kind === 'between'
    ? { kind, value: old.value, to: old.kind === 'between' ? old.to : old.value }
    : { kind, value: old.value };
}

/** Another thing that is done. */
export function startEffect(kind: RuleEffectForm['kind'], old: RuleEffectForm): RuleEffectForm {
  if (kind === old.kind) return old;
  const startsFrom = 'startsFrom' in old ? old.startsFrom : 'running';
  switch (kind) {
    case 'percent':
      return { kind, percent: UNSAID, of: 'running', startsFrom };
    case 'amountEach':
      return { kind, amount: UNSAID, unit: null, startsFrom };
    case 'set':
      return { kind, price: UNSAID, unit: null, raises: false };
    case 'level':
      return { kind, level: '', raises: false };
    case 'ownPrices':
      return { kind, prices: [], raises: false };
    case 'flat':
    case 'allocate':
      return { kind, amount: 'amount' in old ? old.amount : UNSAID, every: null };
    case 'buyAndGet':
      return {
        kind,
        buy: { quantity: 2, scopes: [UNSAID_GOODS] },
        get: { quantity: 1, scopes: [UNSAID_GOODS] },
        offer: { kind: 'percent', percent: UNSAID },
        dearest: false,
        most: null,
      };
    case 'bundle':
      return {
        kind,
        parts: [
          { quantity: 1, scopes: [UNSAID_GOODS], price: null },
          { quantity: 1, scopes: [UNSAID_GOODS], price: null },
        ],
        total: UNSAID,
      };
    case 'subtotal':
    case 'shipping':
      return { kind, off: { kind: 'percent', percent: UNSAID } };
    case 'charge':
      return { kind, amount: UNSAID };
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
