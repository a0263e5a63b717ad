import { compare, decimal, isDecimalText, type Decimal } from '../number/decimal';
import type { Comparison, Condition, RuleTest, WordComparison } from '../setup/rule';
import type { Scope } from '../setup/scope';
import type { Serialized } from '../number/serialized';

type ConditionForm = Serialized<Condition>;
type TestForm = Serialized<RuleTest>;

/** A test that never holds together with another one that must hold, too. */
export interface Contradiction {
  /** Where it stands: when.of[2]. */
  readonly path: string;
  readonly other: TestForm;
  /** Whether the other must hold; else it must not, and is the same. */
  readonly mustHold: boolean;
}

interface Required {
  readonly path: string;
  readonly test: TestForm;
}

/**
 * The tests of a condition that contradict one that stands before them. What it takes a catalogue to
 * know, such as which categories lie in which, is not looked at: what is found is so for any goods.
 */
export function contradictions(condition: ConditionForm, path = 'when'): Contradiction[] {
  if (!('of' in condition)) return [];
  if (condition.kind !== 'all') {
    return condition.of.flatMap((one, at) => contradictions(one, partOf(path, at)));
  }
  const required = requiredBy(condition, path);
  return [
    ...required.flatMap(({ path: own, test }, at) => {
      const other = required.slice(0, at).find((before) => excludes(before.test, test));
      return other ? [{ path: own, other: other.test, mustHold: true }] : [];
    }),
    ...forbiddenBy(condition, path).flatMap(({ path: own, test }) => {
      const same = required.find((one) => JSON.stringify(one.test) === JSON.stringify(test));
      return same ? [{ path: own, other: same.test, mustHold: false }] : [];
    }),
    ...condition.of.flatMap((one, at) =>
      // the tests of groups within that must all hold are among those above
      'of' in one && one.kind !== 'all' ? contradictions(one, partOf(path, at)) : [],
    ),
  ];
}

/** Whether a condition can be seen to hold for no line, whatever the goods. */
export function neverHolds(condition: ConditionForm): boolean {
  if (!('of' in condition)) return false;
  switch (condition.kind) {
    case 'all': {
      const required = requiredBy(condition, '');
      const clash = required.some(({ test }, at) =>
        required.slice(0, at).some((before) => excludes(before.test, test)),
      );
      const forbidden = forbiddenBy(condition, '').map(({ test }) => JSON.stringify(test));
      return (
        clash ||
        required.some(({ test }) => forbidden.includes(JSON.stringify(test))) ||
        condition.of.some(neverHolds)
      );
    }
    case 'any':
      return condition.of.every(neverHolds);
    case 'none':
      return false;
  }
}

function partOf(path: string, at: number): string {
  return `${path}.of[${String(at)}]`;
}

/** The tests that must all hold, those of groups within that must hold among them. */
export function requiredBy(condition: ConditionForm, path: string): Required[] {
  if (!('of' in condition)) return [{ path, test: condition }];
  const isOne = condition.kind === 'any' && condition.of.length === 1;
  if (condition.kind !== 'all' && !isOne) return [];
  return condition.of.flatMap((one, at) => requiredBy(one, partOf(path, at)));
}

/** The tests none of which may hold. */
function forbiddenBy(condition: ConditionForm, path: string): Required[] {
  if (!('of' in condition)) return [];
  if (condition.kind === 'none') {
    return condition.of.flatMap((one, at) =>
      'of' in one ? [] : [{ path: partOf(path, at), test: one }],
    );
  }
  if (condition.kind === 'any') return [];
  return condition.of.flatMap((one, at) => forbiddenBy(one, partOf(path, at)));
}

function excludes(one: TestForm, other: TestForm): boolean {
  if (one.kind === 'goods' && other.kind === 'goods') {
    return scopesExclude(one.scopes, other.scopes);
  }
  if (one.kind === 'customer' && other.kind === 'customer') {
    return areApart(one.customers, other.customers);
  }
  if (one.kind === 'segment' && other.kind === 'segment') {
    return areApart(one.segments, other.segments);
  }
  if (one.kind === 'currency' && other.kind === 'currency') {
    return areApart(one.currencies, other.currencies);
  }
  if (one.kind === 'number' && other.kind === 'number') {
    return isSame(one.fact, other.fact) && figuresExclude(one.comparison, other.comparison);
  }
  if (one.kind === 'word' && other.kind === 'word') {
    return isSame(one.fact, other.fact) && wordsExclude(one.comparison, other.comparison);
  }
  return false;
}

const isSame = (one: unknown, other: unknown): boolean =>
  JSON.stringify(one) === JSON.stringify(other);

/** Two lists with nothing in common; what is still empty says nothing yet. */
function areApart(some: readonly string[], others: readonly string[]): boolean {
  if (some.length === 0 || others.length === 0) return false;
  return !some.some((one) => others.includes(one));
}

/** An item has one number, one family, one brand, one preferred supplier and one kind. */
function scopesExclude(some: readonly Scope[], others: readonly Scope[]): boolean {
  for (const kind of ['item', 'family', 'brand', 'supplier', 'itemKind'] as const) {
    const codes = (all: readonly Scope[]): string[] | null => {
      const found = all.map((scope) => codeOf(scope, kind));
      const known = found.filter((code) => code !== null);
      return known.length < found.length ? null : known.filter((code) => code !== '');
    };
    const [mine, theirs] = [codes(some), codes(others)] as const;
    if (mine && theirs) return areApart(mine, theirs);
  }
  return false;
}

function codeOf(scope: Scope, kind: Scope['kind']): string | null {
  if (scope.kind !== kind) return null;
  switch (scope.kind) {
    case 'item':
      return scope.item;
    case 'family':
      return scope.family;
    case 'brand':
      return scope.brand;
    case 'supplier':
      return scope.supplier;
    case 'itemKind':
      return scope.itemKind;
    default:
      return null;
  }
}

/** What a comparison lets through, both ends included unless they are open. */
interface Span {
  readonly from: Decimal | null;
  readonly to: Decimal | null;
  readonly openFrom: boolean;
  readonly openTo: boolean;
}

function figuresExclude(one: Serialized<Comparison>, other: Serialized<Comparison>): boolean {
  const [a, b] = [spanOf(one), spanOf(other)];
  return a !== null && b !== null && (isBelow(a, b) || isBelow(b, a));
}

/** Null while a figure is still being typed. */
function spanOf(comparison: Serialized<Comparison>): Span | null {
  if (!isDecimalText(comparison.value)) return null;
  const value = decimal(comparison.value);
  const all: Span = { from: null, to: null, openFrom: false, openTo: false };
  switch (comparison.kind) {
    case 'atLeast':
      return { ...all, from: value };
    case 'moreThan':
      return { ...all, from: value, openFrom: true };
    case 'atMost':
      return { ...all, to: value };
    case 'lessThan':
      return { ...all, to: value, openTo: true };
    case 'exactly':
      return { ...all, from: value, to: value };
    case 'between':
      return isDecimalText(comparison.to)
        ? { ...all, from: value, to: decimal(comparison.to) }
        : null;
  }
}

function isBelow({ to, openTo }: Span, { from, openFrom }: Span): boolean {
  if (to === null || from === null) return false;
  const order = compare(to, from);
  return order < 0 || (order === 0 && (openTo || openFrom));
}

function wordsExclude(one: Serialized<WordComparison>, other: Serialized<WordComparison>): boolean {
  return excludesWord(one, other) || excludesWord(other, one);
}

function excludesWord(one: Serialized<WordComparison>, other: Serialized<WordComparison>): boolean {
  if (one.kind === 'onOrAfter') {
    return other.kind === 'onOrBefore' && other.day !== '' && one.day > other.day;
  }
  if (one.kind !== 'isOneOf' || one.values.length === 0) return false;
  switch (other.kind) {
    case 'isOneOf':
      return areApart(one.values, other.values);
    case 'isNoneOf':
      return one.values.every((value) => other.values.includes(value));
    case 'startsWith':
      return (
        other.values.length > 0 &&
        !one.values.some((value) => other.values.some((start) => value.startsWith(start)))
      );
    default:
      return false;
  }
}
