/*
 * A slow second way from costs to amounts: cost tables, a level, quantity breaks and percents of rules
 * one after the other, as docs/pricing-model.md tells them. It knows no indexes, no columns and no
 * decimals of ours: prices are fractions of whole numbers of cents, and every unit is priced by itself.
 */

export type Goods = 'all' | 'clay' | 'glaze' | 0 | 1 | 2;
export const CATEGORIES = ['clay', 'clay', 'glaze'] as const;

/** Cents as a fraction. */
interface Cents {
  readonly of: bigint;
  readonly by: bigint;
}

export interface Table {
  readonly goods: readonly Goods[];
  /** From a cost in cents on, so much percent of it on top. */
  readonly bands: readonly (readonly [from: number, markup: number])[];
  /** Prices are made a multiple of so many cents, the nearest, ties up; null for not. */
  readonly step: number | null;
}

export interface Entry {
  readonly goods: Goods;
  readonly from: 'base' | 'cost' | 'table';
  /** From a basis in cents on, so much percent off it (or on it, below zero). */
  readonly bands: readonly (readonly [from: number, off: number])[];
  readonly step: number | null;
  readonly closes: boolean;
}

export interface Break {
  readonly goods: Goods;
  readonly count: 'line' | 'goods';
  readonly incremental: boolean;
  readonly tiers: readonly (readonly [from: number, off: number])[];
}

export interface Case {
  /** Of each item in cents; 0 for none. */
  readonly prices: readonly number[];
  readonly costs: readonly number[];
  readonly lines: readonly { readonly item: number; readonly quantity: number }[];
  readonly tables: readonly Table[];
  readonly entries: readonly Entry[];
  /** The level's own, for entries without one. */
  readonly step: number | null;
  readonly excepted: readonly number[];
  readonly breaks: readonly Break[];
  /** Percents off, for some goods, one after the other. */
  readonly rules: readonly { readonly goods: Goods; readonly off: number }[];
}

const whole = (cents: number): Cents => ({ of: BigInt(cents), by: 1n });

/** Some percent on top, or off below zero. */
function withPercent({ of, by }: Cents, percent: number): Cents {
  return { of: of * BigInt(100 + percent), by: by * 100n };
}

/** The nearest multiple, ties up; the smallest one above zero where that would be zero. */
function toStep({ of, by }: Cents, step: number | null): Cents {
  if (step === null || of === 0n) return { of, by };
  const size = BigInt(step) * by;
  const times = (2n * of + size) / (2n * size);
  return whole(step * Number(times === 0n ? 1n : times));
}

const isBelow = ({ of, by }: Cents, cents: number): boolean => of < BigInt(cents) * by;

function takesIn(goods: Goods, item: number): boolean {
  return goods === 'all' || goods === item || goods === CATEGORIES[item];
}

/** An item before a category before everything. */
function width(goods: Goods): number {
  return typeof goods === 'number' ? 0 : goods === 'all' ? 2 : 1;
}

/** The last of some bands that begins at or below a price. */
function bandOf<Band extends readonly [number, number]>(
  bands: readonly Band[],
  price: Cents,
): Band | undefined {
  return bands.filter(([from]) => !isBelow(price, from)).at(-1);
}

/** What the narrowest table makes that makes a price; of two equally narrow the earlier. */
function byTable({ tables, costs }: Case, item: number): Cents | null {
  const scope = ({ goods }: Table): number =>
    Math.min(...goods.filter((one) => takesIn(one, item)).map(width), NOT_AT_ALL);
  const cost = costs[item] ?? 0;
  const asked = tables
    .filter((one) => cost > 0 && scope(one) < NOT_AT_ALL)
    .sort((one, other) => scope(one) - scope(other));
  for (const { bands, step } of asked) {
    const band = bandOf(bands, whole(cost));
    if (band) return toStep(withPercent(whole(cost), band[1]), step);
  }
  return null;
}

const NOT_AT_ALL = 9;

/** The base price, or what the table makes where there is none. */
function own(one: Case, item: number): Cents | null {
  const price = one.prices[item] ?? 0;
  return price > 0 ? whole(price) : byTable(one, item);
}

/** The price after the level, and whether it is closed to breaks and rules. */
function atLevel(one: Case, item: number): { price: Cents | null; closed: boolean } {
  const open = { price: own(one, item), closed: false };
  if (one.excepted.includes(item)) return open;
  const entries = one.entries
    .filter(({ goods }) => takesIn(goods, item))
    .sort((a, b) => width(a.goods) - width(b.goods));
  for (const { from, bands, step, closes } of entries) {
    const cost = one.costs[item] ?? 0;
    const basis =
      from === 'base'
        ? own(one, item)
        : from === 'table'
          ? byTable(one, item)
          : cost > 0
            ? whole(cost)
            : null;
    const band = basis && bandOf(bands, basis);
    if (!band) continue;
    return { price: toStep(withPercent(basis, -band[1]), step ?? one.step), closed: closes };
  }
  return open;
}

/** What each line comes to, in cents; null without a price. */
export function slowly(one: Case): (number | null)[] {
  const levels = one.lines.map(({ item }) => atLevel(one, item));
  return one.lines.map(({ item, quantity }, place) => {
    const { price, closed } = levels[place] ?? { price: null, closed: false };
    if (!price) return null;
    let best: Break | null = null;
    for (const each of closed ? [] : one.breaks) {
      if (!takesIn(each.goods, item)) continue;
      if (counted(each, place, one, levels).all < (each.tiers[0]?.[0] ?? 0)) continue;
      if (!best || width(each.goods) < width(best.goods)) best = each;
    }
    let cents = 0n;
    for (let unit = 1; unit <= quantity; unit += 1) {
      let running = price;
      if (best) {
        const { all, before } = counted(best, place, one, levels);
        const at = best.incremental ? before + unit : all;
        const off = best.tiers.filter(([from]) => at >= from).at(-1)?.[1];
        if (off !== undefined) running = withPercent(running, -off);
      }
      for (const rule of closed ? [] : one.rules) {
        if (takesIn(rule.goods, item)) running = withPercent(running, -rule.off);
      }
      const { of, by } = running;
      cents += (2n * of + by) / (2n * by); // half a cent goes up
    }
    return Number(cents);
  });
}

/** Lines without a price count nowhere; closed ones do. */
function counted(
  each: Break,
  place: number,
  { lines }: Case,
  levels: readonly { readonly price: Cents | null }[],
): { readonly all: number; readonly before: number } {
  let [all, before] = [0, 0];
  lines.forEach(({ item, quantity }, other) => {
    if (!levels[other]?.price) return;
    if (each.count === 'line' ? other !== place : !takesIn(each.goods, item)) return;
    all += quantity;
    if (other < place) before += quantity;
  });
  return { all, before };
}
