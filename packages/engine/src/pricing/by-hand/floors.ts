import { compare, subtract, sum, withDigits, ZERO, type Decimal } from '../../number/decimal';
import { multiplyExact, percentOfExact, type Exact } from '../../number/exact';
import { exchange } from '../../number/exchange';
import { priceAtMargin } from '../../number/markup';
import { shareOut } from '../../number/share-out';
import type { DocumentLine } from '../../setup/document';
import type { Floor, FloorAction, FloorLeast } from '../../setup/floor';
import { basePriceOfLine } from '../cost/base-price';
import { costed } from '../cost/cost';
import type { LineInProgress, PricingContext } from '../line/line-in-progress';
import { netOf, sumOf } from '../line/net-of';
import type { FloorMissing } from '../../result/priced';
import { baseUnit, perUnit } from '../line/units';
import { upToDigits } from '../line/up-to-digits';

/** A line with the least that it is sold for, or what is missing to know it. */
interface Floored {
  readonly line: LineInProgress;
  readonly floor: Floor;
  readonly least: Decimal | FloorMissing;
}

/**
 * Lines with their floors. Those that one deal sells together are one group, and are tested as one.
 * Lines whose goods have no floor are left out.
 */
export type FlooredDeals = readonly (readonly Floored[])[];

/** Finds the floors of lines, after rules for groups. */
export function floorsOf(lines: readonly LineInProgress[], context: PricingContext): FlooredDeals {
  const find = context.setup.floorsReaching;
  if (!find) return [];
  const deals = new Map<LineInProgress, Floored[]>();
  const byRule = new Map<string, Floored[]>();
  for (const line of lines) {
    const [floor] = find(line.item);
    if (!floor) continue;
    let deal: Floored[] = [{ line, floor, least: leastOf(floor.least, line, context) }];
    // so far its shares are all of rules for units together
    for (const { rule } of line.shares) {
      const known = byRule.get(rule.id);
      if (known && known !== deal) {
        known.push(...deal);
        for (const one of deal) deals.set(one.line, known);
        for (const [id, other] of byRule) if (other === deal) byRule.set(id, known);
        deal = known;
      }
      byRule.set(rule.id, deal);
    }
    deals.set(line, deal);
  }
  return [...new Set(deals.values())];
}

/** What a line is sold for at least, up to the document's digits; or what is missing to know it. */
function leastOf(
  least: FloorLeast,
  line: LineInProgress,
  context: PricingContext,
): Decimal | FloorMissing {
  const exact = exactLeast(least, line, context);
  return typeof exact === 'string' ? exact : upToDigits(exact, context.amountDigits);
}

function exactLeast(
  least: FloorLeast,
  line: LineInProgress,
  context: PricingContext,
): Exact | FloorMissing {
  const { written, item, unit } = line;
  switch (least.kind) {
    case 'margin': {
      const cost = costed(line, context);
      return cost ? priceAtMargin(cost.amount, least.percent) : 'cost';
    }
    case 'amount': {
      const each = exchange(least.amount, least.currency, context.currency, context.rates);
      return each ? forLine(perUnit(each, baseUnit(item), unit), written) : 'rate';
    }
    case 'ofBasePrice': {
      const each = basePriceOfLine(line, context);
      if (!each) return 'basePrice';
      const whole = forLine(perUnit(each, line.pricingUnit, unit), written);
      return percentOfExact(whole, least.percent);
    }
  }
}

/** An amount per the line's unit for all of it. */
function forLine(each: Exact, { quantity, duration }: DocumentLine): Exact {
  const once = multiplyExact(each, quantity);
  return duration === null ? once : multiplyExact(once, duration);
}

/**
 * Step 9: what is below its floor is lifted to it where that is said, by one amount for a line or
 * shared over the open lines of a deal. Nothing before it is computed anew.
 */
export function liftToFloors(deals: FlooredDeals, context: PricingContext): void {
  for (const deal of deals) {
    if (strictest(deal) !== 'lift') continue;
    const amounts = deal.map(({ line }) => line.amount);
    const missing = missingOf(deal, amounts, context);
    if (typeof missing === 'string') continue;
    if (!missing) continue;
    const open = deal.filter(({ line }) => line.closedBy === null);
    const lifts = shareOut(
      missing,
      weights(open.map(({ line }) => line.amount)),
      context.amountDigits,
    );
    for (const [place, { line, floor }] of open.entries()) {
      const lifted = lifts[place] ?? ZERO;
      line.floor = { ...named(floor, context), lifted, short: null, untested: null };
      line.amount = sumOf([line.amount, lifted], context);
    }
  }
}

/** At the end of step 10: what is below its floor now, or cannot be tested, is said or held. */
export function holdAtFloors(deals: FlooredDeals, context: PricingContext): void {
  for (const deal of deals) {
    const nets = deal.map(({ line }) => netOf(line));
    const missing = missingOf(deal, nets, context);
    if (!missing) continue;
    const then = strictest(deal) === 'warn' ? 'warn' : 'hold';
    const none = withDigits(ZERO, context.amountDigits);
    if (typeof missing === 'string') {
      const untested = { missing, then } as const;
      for (const { line, floor } of deal) {
        line.floor = { ...named(floor, context), lifted: none, short: null, untested };
      }
      continue;
    }
    const shares = shareOut(missing, weights(nets), context.amountDigits);
    for (const [place, { line, floor }] of deal.entries()) {
      const lifted = line.floor?.lifted ?? none;
      const short = { amount: shares[place] ?? ZERO, then } as const;
      line.floor = { ...named(floor, context), lifted, short, untested: null };
    }
  }
}

function named({ id, least }: Floor, { setup: { version } }: PricingContext) {
  return { version, floor: id, least };
}

/** What a deal is short of the least that it is sold for, null for nothing; or why nobody can know. */
function missingOf(
  deal: readonly Floored[],
  amounts: readonly Decimal[],
  context: PricingContext,
): Decimal | FloorMissing | null {
  const leasts: Decimal[] = [];
  for (const { least } of deal) {
    if (typeof least === 'string') return least;
    leasts.push(least);
  }
  const missing = subtract(sum(leasts), sum(amounts));
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
