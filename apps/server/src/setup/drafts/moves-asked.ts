import type {
  AnyObjectChange,
  AskedFor,
  ConditionForm,
  ObjectChange,
  RuleContent,
  SavedConditionContent,
} from '@honest-ledger/contracts';
import {
  add,
  compare,
  decimal,
  firstInForce,
  fromInteger,
  isPositive,
  print,
  roundToIncrement,
  withDigits,
  type Decimal,
  type LocalTime,
  type RuleByHand,
  type RuleValidity,
} from '@honest-ledger/engine';

/** More tiers than a table that people read; each is a pricing of the whole catalogue. */
const MAX_QUANTITIES = 20;

/** What prices are asked for, so that an edit shows in them where it can. */
export interface AskedPrices {
  readonly who: Exclude<AskedFor, { readonly name: string }> | NamedBy;
  readonly quantities: readonly string[];
  readonly outlet: string | null;
  /** When; as it is now where that does. */
  readonly local: LocalTime;
  readonly codes: readonly string[];
  readonly byHand: readonly RuleByHand[];
}

/** By their code, or a level by its id. */
export interface NamedBy {
  readonly kind: 'level' | 'segment' | 'customer';
  readonly code: string;
}

const ONE = '1';
const UNIT = fromInteger(1);
const UNDATED = { weekdays: null, times: null } as const;

/**
 * What prices of the catalogue show what an edit does: for the first of those whom it names, at the
 * quantities at which it begins, at the first outlet and on the first day on which it counts. Null where
 * no price of a single item shows it, or it is never in force any more.
 */
export function askedFor(change: AnyObjectChange, local: LocalTime): AskedPrices | null {
  const plain = { outlet: null, codes: [], byHand: [] } as const;
  const at = (
    who: AskedPrices['who'],
    validity: RuleValidity | null,
    quantities: readonly string[] = [ONE],
    more: Partial<AskedPrices> = {},
  ): AskedPrices | null => {
    const when = validity ? firstInForce(validity, local) : local;
    if (!when || quantities.length === 0) return null;
    return {
      ...plain,
      who,
      quantities: quantities.slice(0, MAX_QUANTITIES),
      local: when,
      ...more,
    };
  };
  switch (change.kind) {
    case 'level': {
      const level = change.after ?? change.before;
      return level && at({ kind: 'level', code: change.key }, { days: level.window, ...UNDATED });
    }
    case 'basePrice':
    case 'sharedPrice':
    case 'costTable':
      return at({ kind: 'noLevel' }, null);
    case 'settings':
      return at({ kind: 'nobody' }, null);
    case 'agreement': {
      const agreed = change.after ?? change.before;
      if (!agreed) return null;
      const { party, window, minQuantity } = agreed;
      const who: NamedBy =
        party.kind === 'customer'
          ? { kind: 'customer', code: party.customer }
          : { kind: 'segment', code: party.segment };
      const quantity = isPositive(decimal(minQuantity)) ? minQuantity : ONE;
      return at(who, { days: window, ...UNDATED }, [quantity]);
    }
    case 'break': {
      const one = change.after ?? change.before;
      if (!one) return null;
      const [level] = one.levels ?? [];
      const who: AskedPrices['who'] =
        level === undefined ? partyOf(one.parties) : { kind: 'level', code: level };
      const outlet = one.outlets?.[0] ?? null;
      return at(who, { days: one.window, ...UNDATED }, thresholdsOf(change), {
        outlet,
      });
    }
    case 'rule': {
      const rule = change.after ?? change.before;
      if (!rule || !showsOnItems(rule)) return null;
      const { trigger } = rule;
      return at(namedIn(rule.when), rule.validity, [ONE, ...quantitiesIn(change)], {
        outlet: rule.outlets?.[0] ?? null,
        codes: trigger.kind === 'code' ? [trigger.code] : [],
        byHand: trigger.kind === 'manual' ? [{ rule: change.key, line: null, is: 'on' }] : [],
      });
    }
    case 'condition': {
      const saved = change.after ?? change.before;
      return saved && at(namedIn(saved.when), null, [ONE, ...quantitiesIn(change)]);
    }
  }
}

/** Rules for a whole document, and for goods together, show on no single item. */
function showsOnItems({ effect }: RuleContent): boolean {
  return !['subtotal', 'shipping', 'charge', 'bundle'].includes(effect.kind);
}

function partyOf(
  parties: { readonly customers: readonly string[]; readonly segments: readonly string[] } | null,
): AskedPrices['who'] {
  const [customer] = parties?.customers ?? [];
  if (customer !== undefined) return { kind: 'customer', code: customer };
  const [segment] = parties?.segments ?? [];
  return segment === undefined ? { kind: 'nobody' } : { kind: 'segment', code: segment };
}

/** The first customer or segment that a condition asks for. */
function namedIn(condition: ConditionForm): AskedPrices['who'] {
  const find = (one: ConditionForm): NamedBy | null => {
    switch (one.kind) {
      case 'all':
      case 'any': {
        for (const part of one.of) {
          const found = find(part);
          if (found) return found;
        }
        return null;
      }
      case 'customer':
        return one.customers[0] === undefined ? null : { kind: 'customer', code: one.customers[0] };
      case 'segment':
        return one.segments[0] === undefined ? null : { kind: 'segment', code: one.segments[0] };
      default:
        return null;
    }
  };
  return find(condition) ?? { kind: 'nobody' };
}

/** The quantities at which a break's prices may be others: its thresholds, before and after. */
function thresholdsOf({ before, after }: ObjectChange<'break'>): string[] {
  const counted = [before, after].flatMap((content) =>
    content?.measure.kind === 'quantity' ? content.tiers : [],
  );
  return inOrder(counted.map(({ from }) => wholeFrom(decimal(from))));
}

/** The quantities at which a rule begins to hold, or earns something: those that it names. */
function quantitiesIn({ before, after }: ObjectChange<'rule' | 'condition'>): string[] {
  const named = (condition: ConditionForm): Decimal[] => {
    if ('of' in condition) return condition.of.flatMap(named);
    if (condition.kind !== 'number') return [];
    const { fact, comparison } = condition;
    const isQuantity =
      fact.kind === 'quantity' || (fact.kind === 'count' && fact.of === 'quantity');
    if (!isQuantity) return [];
    const value = decimal(comparison.value);
    return [comparison.kind === 'moreThan' ? wholeAbove(value) : wholeFrom(value)];
  };
  const all = [before, after].flatMap((content) =>
    content ? [...named(content.when), ...earned(content)] : [],
  );
  return inOrder(all).slice(0, 4);
}

/** So many units together earn what a rule gives. */
function earned(content: RuleContent | SavedConditionContent): Decimal[] {
  if (!('effect' in content)) return [];
  const { effect } = content;
  switch (effect.kind) {
    case 'buyAndGet':
      return [fromInteger(effect.buy.quantity + effect.get.quantity)];
    case 'flat':
    case 'allocate':
      return effect.every === null ? [] : [wholeFrom(decimal(effect.every))];
    default:
      return [];
  }
}

/** The first whole number from a value on: what can be asked of any item. */
function wholeFrom(value: Decimal): Decimal {
  return withDigits(roundToIncrement(value, UNIT, 'up'), 0);
}

/** The first whole number above a value: 11 for "more than 10". */
function wholeAbove(value: Decimal): Decimal {
  return withDigits(add(roundToIncrement(value, UNIT, 'down'), UNIT), 0);
}

function inOrder(quantities: readonly Decimal[]): string[] {
  const once = new Map(quantities.filter(isPositive).map((one) => [print(one), one]));
  return [...once].toSorted(([, a], [, b]) => compare(a, b)).map(([text]) => text);
}
