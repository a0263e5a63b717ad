import { ZERO } from '../../number/decimal';
import { addExact, compareExact, percentOfExact, signOf, type Exact } from '../../number/exact';
import type { CompiledRule } from '../../compile/compile-rule';
import { scopeKey, type Scope } from '../../setup/scope';
import type { GroupEffect, UnitOffer } from '../../setup/rule';
import type { Reason } from '../../result/workings';
import { amountInDocument } from '../line/exchange-step';
import { areAmong, countOf, type GroupOutcome, type Taking, type UnitRun } from './group-units';
import type { PricingContext } from '../line/line-in-progress';

type BuyAndGet = Extract<GroupEffect, { kind: 'buyAndGet' }>;

/**
 * As many deals as the units allow, up to the most: each takes `buy` units of one selection and `get`
 * others of the other. Of all ways to reach that number the given units are those whose prices,
 * sorted, are lowest (or highest); of equal ones the earlier. The dearest that remain earn them.
 *
 * The given units are taken greedily in the order of their prices, as long as enough are left to earn
 * them: sets of units that leave enough are the independent sets of a matroid, for which that is best.
 */
export function buyAndGet(
  effect: BuyAndGet,
  compiled: CompiledRule,
  runs: readonly UnitRun[],
  context: PricingContext,
): GroupOutcome | Reason {
  const { buy, get, most } = effect;
  const after = offered(effect.offer, compiled, context);
  if ('kind' in after) return after;
  const earning = runs.filter((run) => areAmong(run, buy.scopes));
  const givable = runs.filter((run) => areAmong(run, get.scopes));
  const either = runs.filter((run) => earning.includes(run) || givable.includes(run));
  const times = Math.min(
    Math.floor(countOf(earning) / buy.quantity),
    Math.floor(countOf(givable) / get.quantity),
    Math.floor(countOf(either) / (buy.quantity + get.quantity)),
    most ?? Number.MAX_SAFE_INTEGER,
  );
  if (times === 0) {
    return missingFor(effect, {
      earning: countOf(earning),
      givable: countOf(givable),
      either: countOf(either),
    });
  }
  const inOrder = givable.toSorted((a, b) =>
    effect.dearest ? compareExact(b.left, a.left) : compareExact(a.left, b.left),
  );
  let mayLeaveEarning = countOf(earning) - times * buy.quantity;
  let wanted = times * get.quantity;
  const given: Taking[] = [];
  for (const run of inOrder) {
    const earns = earning.includes(run);
    const count = Math.min(run.count, wanted, earns ? mayLeaveEarning : wanted);
    if (count === 0) continue;
    given.push({ run, count, after: after.of(run.left) });
    wanted -= count;
    if (earns) mayLeaveEarning -= count;
  }
  return {
    times,
    takings: [...given, ...earningUnits(earning, given, times * buy.quantity)],
    tookAll: false,
  };
}

/** What a first deal lacks: units that earn it, units that it gives, or units for both. */
function missingFor(
  { buy, get }: BuyAndGet,
  there: Readonly<Record<'earning' | 'givable' | 'either', number>>,
): Reason {
  const [earning, givable] = [buy.quantity - there.earning, get.quantity - there.givable];
  const either = buy.quantity + get.quantity - there.either;
  const apart = [
    { quantity: earning, scopes: buy.scopes },
    { quantity: givable, scopes: get.scopes },
  ].filter(({ quantity }) => quantity > 0);
  const told = apart.reduce((sum, { quantity }) => sum + quantity, 0);
  const together = { quantity: either, scopes: distinct([...buy.scopes, ...get.scopes]) };
  return {
    kind: 'unitsMissing',
    missing: Math.max(told, either),
    goods: either > told ? [together] : apart,
  };
}

function distinct(scopes: readonly Scope[]): readonly Scope[] {
  return [...new Map(scopes.map((scope) => [scopeKey(scope), scope])).values()];
}

/** The dearest that are not given. */
function earningUnits(
  earning: readonly UnitRun[],
  given: readonly Taking[],
  wanted: number,
): Taking[] {
  let left = wanted;
  return earning
    .toSorted((a, b) => compareExact(b.left, a.left))
    .flatMap((run): Taking[] => {
      const free = run.count - countOf(given.filter((taking) => taking.run === run));
      const count = Math.min(free, left);
      left -= count;
      return count === 0 ? [] : [{ run, count, after: run.left }];
    });
}

/** What a unit comes to under an offer: never below zero, never more than it was. */
function offered(
  offer: UnitOffer,
  { rule: { currency } }: CompiledRule,
  context: PricingContext,
): { readonly of: (left: Exact) => Exact } | Reason {
  const capped = (price: Exact, left: Exact): Exact =>
    signOf(price) < 0 ? ZERO : compareExact(price, left) > 0 ? left : price;
  if (offer.kind === 'percent') {
    const { percent } = offer;
    return { of: (left) => capped(addExact(left, percentOfExact(left, percent)), left) };
  }
  const asked = offer.kind === 'set' ? offer.price : offer.amount;
  const there = amountInDocument(asked, currency, context.unitDigits, context);
  if (!there) return { kind: 'noRate', from: currency, to: context.currency };
  return {
    of: (left) => capped(offer.kind === 'set' ? there : addExact(left, there), left),
  };
}
