/*
 * A slow second way to what rules do: it knows no indexes, no runs of units and no decimals of ours.
 * Every unit is a thing of its own, and money is counted in whole numbers of cents, or of 10^-8 cents
 * before it is rounded.
 */
import {
  groupOutcome,
  isBelow,
  isGroup,
  minus,
  nearest,
  NONE,
  of,
  plus,
  takesIn,
  type Goods,
  type GroupEffect,
} from './slow-groups';

export type { Goods } from './slow-groups';

export interface Simple {
  readonly goods: readonly Goods[];
  /** At least so many units: of the line, or together of the goods. */
  readonly least: { readonly of: 'line' | 'goods'; readonly units: number } | null;
  readonly coded: boolean;
  /** How often it may be used, and how often it was; null for any number. */
  readonly limit: { readonly most: number; readonly used: number } | null;
  readonly place: number;
  readonly combinable: boolean;
  readonly stopProcessing: boolean;
  readonly effect: Effect;
}

export type Effect =
  | { readonly kind: 'percent'; readonly percent: number }
  | { readonly kind: 'set' | 'flat'; readonly cents: number }
  /** A price for each item; none where it is 0. */
  | { readonly kind: 'own'; readonly cents: readonly number[] }
  /** The price of a level that takes a percent off the base price. */
  | { readonly kind: 'level'; readonly percent: number }
  | GroupEffect
  | { readonly kind: 'wholePercent'; readonly percent: number }
  | { readonly kind: 'wholeCents' | 'shippingCents'; readonly cents: number }
  | { readonly kind: 'shippingPercent'; readonly percent: number };

export interface Case {
  readonly prices: readonly number[];
  readonly lines: readonly { readonly item: number; readonly quantity: number }[];
  readonly rules: readonly Simple[];
  readonly code: boolean;
  /** In cents; 0 for none. */
  readonly shipping: number;
  readonly choice: 'first' | 'least';
}

const FINE = 10n ** 8n;

/** Half a cent goes up. */
const rounded = (fine: bigint): bigint => (fine * 2n + FINE) / (FINE * 2n);

interface Line {
  readonly item: number;
  readonly quantity: number;
  /** Of one unit, in 10^-8 cents: before rules, and as it runs. */
  readonly base: bigint;
  each: bigint;
  flats: bigint[];
  under: Simple[];
  alone: boolean;
  stop: Simple | null;
  amount: bigint;
}

/** What each line comes to, and the whole document. */
export function slowly({ prices, lines, rules, code, shipping, choice }: Case): {
  lines: bigint[];
  total: bigint;
} {
  const inOrder = rules
    .map((rule, at) => ({ rule, at }))
    .sort((a, b) => a.rule.place - b.rule.place || a.at - b.at)
    .map(({ rule }) => rule);
  const work = lines.map(({ item, quantity }): Line => ({
    item,
    quantity,
    base: BigInt(prices[item] ?? 0) * FINE,
    each: BigInt(prices[item] ?? 0) * FINE,
    flats: [],
    under: [],
    alone: false,
    stop: null,
    amount: 0n,
  }));
  const holds = (rule: Simple, line: Line): boolean => {
    if (rule.coded && !code) return false;
    if (rule.limit && rule.limit.used >= rule.limit.most) return false;
    // goods that it has no price for are none of its goods
    if (rule.effect.kind === 'own' && !rule.effect.cents[line.item]) return false;
    if (!rule.goods.some((one) => takesIn(one, line.item))) return false;
    if (!rule.least) return true;
    if (rule.least.of === 'line') return line.quantity >= rule.least.units;
    const all = work.filter(({ item }) => rule.goods.some((one) => takesIn(one, item)));
    return all.reduce((sum, { quantity }) => sum + quantity, 0) >= rule.least.units;
  };
  const isLine = ({ effect: { kind } }: Simple): boolean =>
    ['percent', 'set', 'flat', 'own', 'level'].includes(kind);
  for (const line of work) {
    const holding = cut(inOrder.filter((rule) => isLine(rule) && holds(rule, line)));
    const last = holding.at(-1);
    if (last?.stopProcessing) line.stop = last;
    const chosen = chooseAmong(holding, choice, (some) => amountOf(applied(some, line)));
    Object.assign(line, applied(chosen, line));
    line.amount = amountOf(line);
  }
  const position = (rule: Simple): number => inOrder.indexOf(rule);
  let units = work.flatMap((line) =>
    // a unit of a line is looked at with its rounded price
    Array.from({ length: line.quantity }, () => ({
      line,
      left: of(rounded(line.each)),
      touched: line.under.length > 0 || line.flats.length > 0,
      closed: false,
    })),
  );
  for (const rule of inOrder) {
    if (!isGroup(rule.effect)) continue;
    const open = work.filter(
      (line) =>
        holds(rule, line) && !line.alone && !(line.stop && position(rule) > position(line.stop)),
    );
    const usable = units.filter(
      (unit) => open.includes(unit.line) && !unit.closed && (rule.combinable || !unit.touched),
    );
    const after = groupOutcome(rule.effect, usable);
    if (!after) continue;
    for (const line of work) {
      const own = usable.filter((unit) => unit.line === line && after.has(unit));
      const change = own.reduce((sum, unit) => plus(sum, minus(after.get(unit), unit.left)), NONE);
      line.amount += nearest(change);
      if (line.amount < 0n) line.amount = 0n;
      const isEarlier = !line.stop || position(rule) < position(line.stop);
      if (own.length > 0 && rule.stopProcessing && isEarlier) line.stop = rule;
    }
    units = units.map((unit) => {
      const left = after.get(unit);
      if (!left) return unit;
      const floor = isBelow(left, NONE) ? NONE : left;
      return { ...unit, left: floor, touched: true, closed: !rule.combinable };
    });
  }
  const whole = work.reduce((sum, { amount }) => sum + amount, 0n);
  const ofWhole = cut(
    inOrder.filter(
      (rule) =>
        /^(whole|shipping)/.test(rule.effect.kind) && work.some((line) => holds(rule, line)),
    ),
  );
  const left = (some: readonly Simple[]): bigint =>
    takenOff(some, whole, 'whole') + takenOff(some, BigInt(shipping), 'shipping');
  const chosen = chooseAmong(ofWhole, choice, (some) => left(some));
  return { lines: work.map(({ amount }) => amount), total: left(chosen) };
}

function cut(rules: readonly Simple[]): readonly Simple[] {
  const at = rules.findIndex(({ stopProcessing }) => stopProcessing);
  return at < 0 ? rules : rules.slice(0, at + 1);
}

function chooseAmong(
  rules: readonly Simple[],
  choice: Case['choice'],
  toPay: (some: readonly Simple[]) => bigint,
): readonly Simple[] {
  const together = rules.filter((rule) => rule.combinable);
  const alone = rules.filter((rule) => !rule.combinable);
  if (alone.length === 0 || rules.length === 1) return rules;
  if (choice === 'first') return rules[0]?.combinable ? together : rules.slice(0, 1);
  const choices = [...(together.length > 0 ? [together] : []), ...alone.map((one) => [one])];
  let best = choices[0] ?? [];
  for (const one of choices) {
    const [a, b] = [toPay(one), toPay(best)];
    const at = ([first]: readonly Simple[]): number => rules.findIndex((rule) => rule === first);
    const earlier = at(one) < at(best);
    if (a < b || (a === b && earlier)) best = one;
  }
  return best;
}

/** What a line is under some rules. */
function applied(rules: readonly Simple[], line: Line): Line {
  const after: Line = { ...line, flats: [], under: [] };
  for (const rule of rules) {
    const { effect } = rule;
    if (effect.kind === 'percent') {
      after.each = (after.each * BigInt(100 - effect.percent)) / 100n;
    } else if (effect.kind === 'flat') {
      after.flats.push(-BigInt(effect.cents));
    } else {
      const price = restarted(effect, line);
      // both are compared as what the line comes to
      if (price === null || rounded(price) >= rounded(after.each)) continue;
      after.each = price;
      after.under = [];
    }
    if (effect.kind !== 'flat') after.under.push(rule);
    if (!rule.combinable) after.alone = true;
  }
  return after;
}

/** What one of a line is set to, in 10^-8 cents; null where it is not. */
function restarted(effect: Effect, { item, base }: Line): bigint | null {
  switch (effect.kind) {
    case 'set':
      return BigInt(effect.cents) * FINE;
    case 'own': {
      const cents = effect.cents[item] ?? 0;
      return cents === 0 ? null : BigInt(cents) * FINE;
    }
    case 'level':
      return (base * BigInt(100 - effect.percent)) / 100n;
    default:
      return null;
  }
}

function amountOf({ each, quantity, flats }: Line): bigint {
  return flats.reduce(
    (amount, flat) => (amount + flat < 0n ? 0n : amount + flat),
    rounded(each) * BigInt(quantity),
  );
}

/** What is left of the lines, or of the shipping: percents of the same sum first, then amounts. */
function takenOff(rules: readonly Simple[], whole: bigint, of: 'whole' | 'shipping'): bigint {
  let left = whole;
  for (const { effect } of rules) {
    if (!('percent' in effect) || effect.kind !== `${of}Percent`) continue;
    const off = rounded((whole * FINE * BigInt(effect.percent)) / 100n);
    left = left < off ? 0n : left - off;
  }
  for (const { effect } of rules) {
    if (effect.kind !== 'wholeCents' && effect.kind !== 'shippingCents') continue;
    if (effect.kind !== `${of}Cents`) continue;
    left = left < BigInt(effect.cents) ? 0n : left - BigInt(effect.cents);
  }
  return left;
}
