/*
 * The slow second way to rules for units together: every unit is a thing of its own, deals are found by
 * trying every choice of units, sets are made one by one, and amounts are fractions of whole numbers.
 */

export type Goods = 'all' | 'clay' | 'glaze' | 0 | 1 | 2;

export const CATEGORIES = ['clay', 'clay', 'glaze'];

export const takesIn = (goods: Goods, item: number): boolean =>
  goods === 'all' || goods === item || goods === CATEGORIES[item];

/** Amounts are in cents; `percent` is off. */
export type GroupEffect =
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
  | {
      readonly kind: 'together';
      readonly parts: readonly {
        readonly units: number;
        readonly goods: Goods;
        readonly cents: number;
      }[];
      /** Null where each part has its price. */
      readonly total: number | null;
    }
  /** Off; once, or for every so many units. */
  | { readonly kind: 'allocate'; readonly cents: number; readonly every: number | null };

export function isGroup(effect: { readonly kind: string }): effect is GroupEffect {
  return ['deal', 'together', 'allocate'].includes(effect.kind);
}

/** A number of cents as a fraction: above, below. The lower is above zero. */
export type Part = readonly [bigint, bigint];

export const NONE: Part = [0n, 1n];
export const of = (cents: bigint): Part => [cents, 1n];
export const plus = ([a, b]: Part, [c, d]: Part): Part => [a * d + c * b, b * d];
export const minus = (a: Part = NONE, b: Part): Part => plus(a, times(b, -1n));
export const isBelow = (a: Part, b: Part): boolean => order(a, b) < 0;
const times = ([a, b]: Part, by: bigint): Part => [a * by, b];
const part = ([a, b]: Part, by: bigint): Part => [a, b * by];

function order([a, b]: Part, [c, d]: Part): number {
  const [first, second] = [a * d, c * b];
  return first < second ? -1 : first > second ? 1 : 0;
}

/** Whole cents; halves go away from zero. */
export function nearest([a, b]: Part): bigint {
  return a < 0n ? -((-a * 2n + b) / (b * 2n)) : (a * 2n + b) / (b * 2n);
}

interface Unit {
  readonly line: { readonly item: number };
  readonly left: Part;
}

/** What each unit that takes part comes to after. */
type Outcome = ReadonlyMap<Unit, Part>;

/** What a rule makes of units; null where it does nothing. */
export function groupOutcome(effect: GroupEffect, units: readonly Unit[]): Outcome | null {
  switch (effect.kind) {
    case 'deal':
      return deal(effect, units);
    case 'together':
      return together(effect, units);
    case 'allocate':
      return spread(effect, units);
  }
}

const sumOf = (units: readonly Unit[]): Part =>
  units.reduce((sum, { left }) => plus(sum, left), NONE);

/** Sets one by one from the first units, until one would not be cheaper than by itself. */
function together(
  { parts, total }: Extract<GroupEffect, { kind: 'together' }>,
  units: readonly Unit[],
): Outcome | null {
  const finds = ({ units: wanted, goods }: (typeof parts)[number]): number =>
    units.filter(({ line }) => takesIn(goods, line.item)).length / wanted;
  const inOrder = parts.toSorted((a, b) => finds(a) - finds(b));
  const taken = new Map<Unit, number>();
  let sets = 0;
  for (;;) {
    const set = new Map<Unit, number>();
    for (const { units: wanted, goods, cents } of inOrder) {
      const free = units.filter(
        (unit) => !taken.has(unit) && !set.has(unit) && takesIn(goods, unit.line.item),
      );
      if (free.length < wanted) set.clear();
      if (free.length < wanted) break;
      for (const unit of free.slice(0, wanted)) set.set(unit, cents);
    }
    if (set.size === 0) break;
    const sold = total ?? [...set.values()].reduce((sum, cents) => sum + cents, 0);
    if (!isBelow(of(BigInt(sold)), sumOf([...set.keys()]))) break;
    sets += 1;
    for (const [unit, cents] of set) taken.set(unit, cents);
  }
  if (sets === 0) return null;
  if (total === null) {
    return new Map([...taken].map(([unit, cents]) => [unit, of(BigInt(cents))]));
  }
  const lines = byLine([...taken.keys()]);
  const shares = shared(BigInt(total * sets), lines.map(sumOf));
  return new Map(
    lines.flatMap((own, place) => {
      const [above, below] = sumOf(own);
      const share = shares[place] ?? 0n;
      return own.map((unit): readonly [Unit, Part] => [
        unit,
        above === 0n ? unit.left : part(times(unit.left, share * below), above),
      ]);
    }),
  );
}

/** An amount off, shared by units over lines; what a line cannot give is shared over the others. */
function spread(
  { cents, every }: Extract<GroupEffect, { kind: 'allocate' }>,
  units: readonly Unit[],
): Outcome | null {
  const often = every === null ? Math.min(units.length, 1) : Math.floor(units.length / every);
  if (often === 0) return null;
  let left = BigInt(cents * often);
  let open = byLine(units);
  const off = new Map<readonly Unit[], bigint>();
  while (open.length > 0) {
    const asked = shared(
      left,
      open.map(({ length }) => of(BigInt(length))),
    );
    const poor = open.filter((own, place) => (asked[place] ?? 0n) > nearest(sumOf(own)));
    for (const [place, own] of open.entries()) {
      if (poor.length === 0) off.set(own, asked[place] ?? 0n);
    }
    if (poor.length === 0) break;
    for (const own of poor) {
      off.set(own, nearest(sumOf(own)));
      left -= nearest(sumOf(own));
    }
    open = open.filter((own) => !poor.includes(own));
  }
  return new Map(
    [...off].flatMap(([own, share]) =>
      own.map((unit): readonly [Unit, Part] => [
        unit,
        minus(unit.left, part(of(share), BigInt(own.length))),
      ]),
    ),
  );
}

function byLine(units: readonly Unit[]): readonly (readonly Unit[])[] {
  const lines = new Set(units.map(({ line }) => line));
  return [...lines].map((line) => units.filter((unit) => unit.line === line));
}

/** One cent after the other goes to whoever is furthest behind its part, the earlier of equals. */
function shared(cents: bigint, weights: readonly Part[]): readonly bigint[] {
  const [above, below] = weights.reduce(plus, NONE);
  if (above === 0n) return weights.map(() => 0n);
  const due = weights.map((weight) => part(times(weight, cents * below), above));
  const shares = due.map(([a, b]) => a / b);
  let rest = cents - shares.reduce((sum, one) => sum + one, 0n);
  const behind = due
    .map((one, place) => ({ place, by: minus(one, of(shares[place] ?? 0n)) }))
    .sort((a, b) => order(b.by, a.by) || a.place - b.place);
  for (const { place } of behind) {
    if (rest <= 0n) break;
    shares[place] = (shares[place] ?? 0n) + 1n;
    rest -= 1n;
  }
  return shares;
}

/** Every choice of given units is tried: the most deals, then the best prices, then the earliest. */
function deal(
  { buy, get, from, given, dearest, most, percent }: Extract<GroupEffect, { kind: 'deal' }>,
  units: readonly Unit[],
): Outcome | null {
  const earns = units.filter(({ line }) => takesIn(from, line.item));
  let best: { readonly deals: number; readonly given: readonly number[] } | null = null;
  const key = (at: number): Part => times(units[at]?.left ?? NONE, dearest ? -1n : 1n);
  for (let choice = 1; choice < 1 << units.length; choice += 1) {
    const chosen = units.flatMap((_, at) => ((choice >> at) & 1 ? [at] : []));
    if (chosen.length % get !== 0) continue;
    if (!chosen.every((at) => takesIn(given, units[at]?.line.item ?? 9))) continue;
    const deals = chosen.length / get;
    if (most !== null && deals > most) continue;
    const left = earns.filter((unit) => !chosen.some((at) => units[at] === unit));
    if (left.length < deals * buy) continue;
    chosen.sort((a, b) => order(key(a), key(b)) || a - b);
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
    .sort((a, b) => order(b.unit.left, a.unit.left) || a.at - b.at)
    .slice(0, best.deals * buy)
    .map(({ unit }) => unit);
  return new Map([
    ...chosen.map((unit) => [unit, part(times(unit.left, BigInt(100 - percent)), 100n)] as const),
    ...earning.map((unit) => [unit, unit.left] as const),
  ]);
}

function isBefore(a: readonly number[], b: readonly number[], key: (at: number) => Part): boolean {
  for (const [place, one] of a.entries()) {
    const other = b[place] ?? 0;
    const first = order(key(one), key(other));
    if (first !== 0) return first < 0;
    if (one !== other) return one < other;
  }
  return false;
}
