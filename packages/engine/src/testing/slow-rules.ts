/*
 * A slow second way to what rules do: it knows no indexes, no runs of units and no decimals of ours.
 * Every unit is a thing of its own, deals are found by trying every choice of units, and money is
 * counted in whole numbers of cents, or of 10^-8 cents before it is rounded.
 */

export type Goods = 'all' | 'clay' | 'glaze' | 0 | 1 | 2;

export interface Simple {
  readonly goods: readonly Goods[];
  /** At least so many units: of the line, or together of the goods. */
  readonly least: { readonly of: 'line' | 'goods'; readonly units: number } | null;
  readonly coded: boolean;
  readonly place: number;
  readonly together: boolean;
  readonly stops: boolean;
  readonly effect: Effect;
}

export type Effect =
  | { readonly kind: 'percent'; readonly percent: number }
  | { readonly kind: 'set' | 'flat'; readonly cents: number }
  | {
      readonly kind: 'deal';
      readonly buy: number;
      readonly get: number;
      readonly from: Goods;
      readonly given: Goods;
      readonly percent: number;
      readonly dearest: boolean;
      readonly most: number | null;
    }
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

export const CATEGORIES = ['clay', 'clay', 'glaze'];
const FINE = 10n ** 8n;

const takesIn = (goods: Goods, item: number): boolean =>
  goods === 'all' || goods === item || goods === CATEGORIES[item];

/** Half a cent goes up. */
const rounded = (fine: bigint): bigint => (fine * 2n + FINE) / (FINE * 2n);

interface Line {
  readonly item: number;
  readonly quantity: number;
  /** Of one unit, in 10^-8 cents. */
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
    each: BigInt(prices[item] ?? 0) * FINE,
    flats: [],
    under: [],
    alone: false,
    stop: null,
    amount: 0n,
  }));
  const holds = (rule: Simple, line: Line): boolean => {
    if (rule.coded && !code) return false;
    if (!rule.goods.some((one) => takesIn(one, line.item))) return false;
    if (!rule.least) return true;
    if (rule.least.of === 'line') return line.quantity >= rule.least.units;
    const all = work.filter(({ item }) => rule.goods.some((one) => takesIn(one, item)));
    return all.reduce((sum, { quantity }) => sum + quantity, 0) >= rule.least.units;
  };
  const isLine = ({ effect: { kind } }: Simple): boolean =>
    ['percent', 'set', 'flat'].includes(kind);
  for (const line of work) {
    const holding = cut(inOrder.filter((rule) => isLine(rule) && holds(rule, line)));
    const last = holding.at(-1);
    if (last?.stops) line.stop = last;
    const chosen = chooseAmong(holding, choice, (some) => amountOf(applied(some, line)));
    Object.assign(line, applied(chosen, line));
    line.amount = amountOf(line);
  }
  const position = (rule: Simple): number => inOrder.indexOf(rule);
  let units = work.flatMap((line) =>
    Array.from({ length: line.quantity }, () => ({
      line,
      // a unit of a line is looked at with its rounded price
      left: rounded(line.each) * FINE,
      touched: line.under.length > 0,
      closed: false,
    })),
  );
  for (const rule of inOrder) {
    if (rule.effect.kind !== 'deal') continue;
    const { effect } = rule;
    const open = work.filter(
      (line) =>
        holds(rule, line) && !line.alone && !(line.stop && position(rule) > position(line.stop)),
    );
    const usable = units.filter(
      (unit) => open.includes(unit.line) && !unit.closed && (rule.together || !unit.touched),
    );
    const deal = bestDeal(effect, usable);
    if (!deal) continue;
    const change = (unit: Unit): bigint =>
      deal.given.includes(unit) ? -(unit.left * BigInt(effect.percent)) / 100n : 0n;
    for (const line of work) {
      const own = units.filter((unit) => unit.line === line).map(change);
      const off = own.reduce((sum, one) => sum + one, 0n);
      const cents = -rounded(-off);
      line.amount = line.amount + cents < 0n ? 0n : line.amount + cents;
    }
    const taken = [...deal.given, ...deal.earning];
    for (const line of new Set(taken.map((unit) => unit.line))) {
      if (rule.stops) line.stop ??= rule;
    }
    units = units.map((unit) =>
      taken.includes(unit)
        ? { ...unit, left: unit.left + change(unit), touched: true, closed: !rule.together }
        : unit,
    );
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

interface Unit {
  readonly line: Line;
  readonly left: bigint;
}

function cut(rules: readonly Simple[]): readonly Simple[] {
  const at = rules.findIndex(({ stops }) => stops);
  return at < 0 ? rules : rules.slice(0, at + 1);
}

function chooseAmong(
  rules: readonly Simple[],
  choice: Case['choice'],
  toPay: (some: readonly Simple[]) => bigint,
): readonly Simple[] {
  const together = rules.filter((rule) => rule.together);
  const alone = rules.filter((rule) => !rule.together);
  if (alone.length === 0 || rules.length === 1) return rules;
  if (choice === 'first') return rules[0]?.together ? together : rules.slice(0, 1);
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
    } else if (effect.kind === 'set') {
      const quantity = BigInt(line.quantity);
      if (BigInt(effect.cents) * quantity >= rounded(after.each) * quantity) continue;
      after.each = BigInt(effect.cents) * FINE;
      after.under = [];
    }
    if (effect.kind !== 'flat') after.under.push(rule);
    if (!rule.together) after.alone = true;
  }
  return after;
}

function amountOf({ each, quantity, flats }: Line): bigint {
  return flats.reduce(
    (amount, flat) => (amount + flat < 0n ? 0n : amount + flat),
    rounded(each) * BigInt(quantity),
  );
}

/** Every choice of given units is tried: the most deals, then the best prices, then the earliest. */
function bestDeal(
  { buy, get, from, given, dearest, most }: Extract<Effect, { kind: 'deal' }>,
  units: readonly Unit[],
): { readonly given: readonly Unit[]; readonly earning: readonly Unit[] } | null {
  const earns = units.filter(({ line }) => takesIn(from, line.item));
  let best: { readonly deals: number; readonly given: readonly number[] } | null = null;
  const key = (at: number): bigint => (units[at]?.left ?? 0n) * (dearest ? -1n : 1n);
  for (let choice = 1; choice < 1 << units.length; choice += 1) {
    const chosen = units.flatMap((_, at) => ((choice >> at) & 1 ? [at] : []));
    if (chosen.length % get !== 0) continue;
    if (!chosen.every((at) => takesIn(given, units[at]?.line.item ?? 9))) continue;
    const deals = chosen.length / get;
    if (most !== null && deals > most) continue;
    const left = earns.filter((unit) => !chosen.some((at) => units[at] === unit));
    if (left.length < deals * buy) continue;
    chosen.sort((a, b) => (key(a) < key(b) ? -1 : key(a) > key(b) ? 1 : a - b));
    if (
      !best ||
      deals > best.deals ||
      (deals === best.deals && isBefore(chosen, best.given, key))
    ) {
      best = { deals, given: chosen };
    }
  }
  if (!best) return null;
  const chosen = best.given.flatMap((at) => units.slice(at, at + 1));
  const earning = earns
    .filter((unit) => !chosen.includes(unit))
    .map((unit, at) => ({ unit, at }))
    .sort((a, b) => (a.unit.left > b.unit.left ? -1 : a.unit.left < b.unit.left ? 1 : a.at - b.at))
    .slice(0, best.deals * buy)
    .map(({ unit }) => unit);
  return { given: chosen, earning };
}

function isBefore(
  a: readonly number[],
  b: readonly number[],
  key: (at: number) => bigint,
): boolean {
  for (const [place, one] of a.entries()) {
    const other = b[place] ?? 0;
    if (key(one) !== key(other)) return key(one) < key(other);
    if (one !== other) return one < other;
  }
  return false;
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
    if (!('cents' in effect) || effect.kind !== `${of}Cents`) continue;
    left = left < BigInt(effect.cents) ? 0n : left - BigInt(effect.cents);
  }
  return left;
}
