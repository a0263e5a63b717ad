import { compare, subtract, sum, withDigits, ZERO, type Decimal } from '../number/decimal';
import { priceAtMargin } from '../number/markup';
import { shareOut } from '../number/share-out';
import type { Floor, FloorAction } from '../setup/floor';
import { costed } from './cost';
import type { LineInProgress, PricingContext } from './line-in-progress';
import { netOf, sumOf } from './net-of';
import { upToDigits } from './up-to-digits';

/** A line with the least that it is sold for. */
interface Floored {
  readonly work: LineInProgress;
  readonly floor: Floor;
  readonly least: Decimal;
}

/**
 * Lines with their floors. Those that one deal sells together are one group, and are tested as one.
 * Lines whose goods have no floor, or whose cost nobody knows, are left out.
 */
export type FlooredDeals = readonly (readonly Floored[])[];

/** Finds the floors of lines, after rules for groups. */
export function floorsOf(works: readonly LineInProgress[], context: PricingContext): FlooredDeals {
  const find = context.setup.floorsReaching;
  if (!find) return [];
  const deals = new Map<LineInProgress, Floored[]>();
  const byRule = new Map<string, Floored[]>();
  for (const work of works) {
    const [floor] = find(work.item);
    const cost = floor && costed(work, context);
    if (!cost) continue;
    const least = upToDigits(priceAtMargin(cost.amount, floor.margin), context.amountDigits);
    let deal: Floored[] = [{ work, floor, least }];
    for (const { of, rule } of work.shares) {
      if (of !== 'group') continue;
      const known = byRule.get(rule.id);
      if (known && known !== deal) {
        known.push(...deal);
        for (const one of deal) deals.set(one.work, known);
        for (const [id, other] of byRule) if (other === deal) byRule.set(id, known);
        deal = known;
      }
      byRule.set(rule.id, deal);
    }
    deals.set(work, deal);
  }
  return [...new Set(deals.values())];
}

/**
 * Step 9: what is below its floor is lifted to it where that is said, by one amount for a line or
 * shared over the open lines of a deal. Nothing before it is computed anew.
 */
export function liftToFloors(deals: FlooredDeals, context: PricingContext): void {
  for (const deal of deals) {
    if (strictest(deal) !== 'lift') continue;
    const works = deal.map(({ work }) => work);
    const missing = missingOf(
      deal,
      works.map(({ amount }) => amount),
      context,
    );
    const open = works.filter(({ closedBy }) => closedBy === null);
    if (!missing || open.length === 0) continue;
    const lifts = shareOut(
      missing,
      weights(open.map(({ amount }) => amount)),
      context.amountDigits,
    );
    for (const [place, work] of open.entries()) {
      const lifted = lifts[place] ?? ZERO;
      const floor = deal.find((one) => one.work === work)?.floor;
      if (!floor) continue;
      work.floor = { ...named(floor, context), lifted, short: null };
      work.amount = sumOf([work.amount, lifted], context);
    }
  }
}

/** At the end of step 10: what is below its floor now is said, or held. */
export function holdAtFloors(deals: FlooredDeals, context: PricingContext): void {
  for (const deal of deals) {
    const nets = deal.map(({ work }) => netOf(work));
    const missing = missingOf(deal, nets, context);
    if (!missing) continue;
    const then = strictest(deal) === 'warn' ? 'warn' : 'hold';
    const shares = shareOut(missing, weights(nets), context.amountDigits);
    for (const [place, { work, floor }] of deal.entries()) {
      const lifted = work.floor?.lifted ?? withDigits(ZERO, context.amountDigits);
      const short = { amount: shares[place] ?? ZERO, then } as const;
      work.floor = { ...named(floor, context), lifted, short };
    }
  }
}

function named({ id, margin }: Floor, { setup: { version } }: PricingContext) {
  return { version, floor: id, percent: margin };
}

/** What a deal is short of the least that it is sold for; null for nothing. */
function missingOf(
  deal: readonly Floored[],
  amounts: readonly Decimal[],
  context: PricingContext,
): Decimal | null {
  const least = sum(deal.map((one) => one.least));
  const missing = subtract(least, sum(amounts));
  return compare(missing, ZERO) > 0 ? withDigits(missing, context.amountDigits) : null;
}

/** In proportion to amounts; alike where all are zero. */
function weights(amounts: readonly Decimal[]): readonly Decimal[] {
  const none = amounts.every(({ units }) => Number(units) === 0);
  return none ? amounts.map(() => ({ units: 1, scale: 0 })) : amounts;
}

function strictest(deal: readonly Floored[]): FloorAction {
  const said = new Set(deal.map(({ floor }) => floor.then));
  if (said.has('lift')) return 'lift';
  return said.has('hold') ? 'hold' : 'warn';
}
