import type { Attribute, ComparisonForm } from '@honest-ledger/contracts';
import { type NumberFact, type WordFact } from '@honest-ledger/engine';
import { UNSAID, UNSAID_GOODS } from '../../shared/reference/scope-edits';
import {
  attributeSubject,
  ownerOf,
  type PlainSubject,
  type TestForm,
  type TestSubject,
} from './rule-edits';

/** A test about something else; its comparison stays where both have one. */
export function startTest(
  subject: TestSubject,
  old: TestForm,
  currency: string,
  attributes: readonly Attribute[],
): TestForm {
  const attribute = attributes.find((one) => attributeSubject(one) === subject);
  if (attribute) return startAttributeTest(attribute, old);
  // an attribute that is not there any more leaves the test as it is
  return isPlain(subject) ? STARTS[subject](old, currency) : old;
}

function startAttributeTest(attribute: Attribute, old: TestForm): TestForm {
  const fact = { kind: 'attribute', of: ownerOf(attribute), code: attribute.code } as const;
  switch (attribute.type) {
    case 'number':
      return figureTest(fact, old);
    case 'day':
      return { kind: 'word', fact, comparison: { kind: 'onOrAfter', day: '' } };
    default:
      return wordTest(fact);
  }
}

function figureTest(fact: NumberFact, old: TestForm): TestForm {
  const comparison = old.kind === 'number' ? old.comparison : AT_LEAST_SOMETHING;
  return { kind: 'number', fact, comparison };
}

const AT_LEAST_SOMETHING: ComparisonForm = { kind: 'atLeast', value: UNSAID };

function wordTest(fact: WordFact): TestForm {
  return { kind: 'word', fact, comparison: { kind: 'isOneOf', values: [] } };
}

/** How a test of something begins, after the one that stood in its place. */
type Start = (old: TestForm, currency: string) => TestForm;

const figure =
  (fact: NumberFact): Start =>
  (old) =>
    figureTest(fact, old);

const word =
  (fact: WordFact): Start =>
  () =>
    wordTest(fact);

const counted =
  (of: 'quantity' | 'spend' | 'lines'): Start =>
  (old) => {
    const before = old.kind === 'number' && old.fact.kind === 'count' ? old.fact.scopes : null;
    return figureTest({ kind: 'count', of, scopes: before ?? [UNSAID_GOODS] }, old);
  };

const STARTS: Readonly<Record<PlainSubject, Start>> = {
  goods: () => ({ kind: 'goods', scopes: [UNSAID_GOODS] }),
  segment: () => ({ kind: 'segment', segments: [] }),
  customer: () => ({ kind: 'customer', customers: [] }),
  currency: (_, currency) => ({ kind: 'currency', currencies: [currency] }),
  saved: () => ({ kind: 'saved', condition: '' }),
  quantity: figure({ kind: 'quantity' }),
  duration: figure({ kind: 'duration' }),
  basePrice: figure({ kind: 'basePrice' }),
  priceAfterLevel: figure({ kind: 'priceAfterLevel' }),
  priceAfterBreak: figure({ kind: 'priceAfterBreak' }),
  cost: figure({ kind: 'cost' }),
  margin: figure({ kind: 'margin' }),
  shipping: figure({ kind: 'shipping' }),
  'salesBefore:anything': figure({ kind: 'salesBefore', of: 'anything' }),
  'salesBefore:item': figure({ kind: 'salesBefore', of: 'item' }),
  'salesBefore:category': figure({ kind: 'salesBefore', of: 'category' }),
  countQuantity: counted('quantity'),
  countSpend: counted('spend'),
  countLines: counted('lines'),
  unit: word({ kind: 'unit' }),
  formOfSupply: word({ kind: 'formOfSupply' }),
  documentKind: word({ kind: 'documentKind' }),
  salesPerson: word({ kind: 'salesPerson' }),
  department: word({ kind: 'department' }),
  deliveryMethod: word({ kind: 'deliveryMethod' }),
  deliveryPostcode: word({ kind: 'deliveryPostcode' }),
};

function isPlain(subject: TestSubject): subject is PlainSubject {
  return subject in STARTS;
}
