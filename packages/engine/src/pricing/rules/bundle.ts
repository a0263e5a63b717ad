import type { CompiledRule } from '../../compile/compile-rule';
import { fromInteger, multiply, ZERO, type Decimal } from '../../number/decimal';
import {
  addExact,
  compareExact,
  divide,
  multiplyExact,
  signOf,
  subtractExact,
  type Exact,
} from '../../number/exact';
import { roundedTo } from '../../number/rounding';
import { shareOut } from '../../number/share-out';
import type { BundlePart, GroupEffect, UnitsOf } from '../../setup/rule';
import type { Reason } from '../../result/workings';
import { amountInDocument } from '../line/exchange-step';
import {
  amountOf,
  areAmong,
  bySlice,
  countOf,
  type GroupOutcome,
  type Taking,
  type UnitRun,
} from './group-units';
import type { PricingContext } from '../line/line-in-progress';

type Bundle = Extract<GroupEffect, { kind: 'bundle' }>;

/** Units of a run that a set, or many sets alike, take for a part. */
interface PartUnits {
  readonly run: UnitRun;
  readonly count: number;
  /** What each is sold for in the bundle; null where the bundle has a total. */
  readonly price: Decimal | null;
}

/**
 * As many complete sets as exist, one at a time from the earlier lines and slices first, until one
 * would cost more than its parts. A total for each set is shared in proportion to what the taken
 * units come to. Where selections overlap, the part that finds the fewest units chooses first.
 */
export function bundle(
  effect: Bundle,
  { rule: { currency } }: CompiledRule,
  runs: readonly UnitRun[],
  context: PricingContext,
): GroupOutcome | Reason {
  const there = (amount: Decimal | null, digits: number): Decimal | null =>
    amount && amountInDocument(amount, currency, digits, context);
  const total = there(effect.total, context.amountDigits);
  const parts = effect.parts
    .map((part) => ({ ...part, price: there(part.price, context.unitDigits) }))
    .toSorted((a, b) => unitsFor(a, runs) - unitsFor(b, runs));
  if (effect.total ? !total : parts.some(({ price }) => !price)) {
    return { kind: 'noRate', from: currency, to: context.currency };
  }
  const taken: PartUnits[] = [];
  let [sets, stop] = [0, null as Reason | null];
  while (stop === null) {
    const set = nextSet(parts, runs, taken);
    if ('kind' in set) stop = set;
    else if (signOf(dearerBy(set, total)) >= 0) stop = { kind: 'dearerTogether' };
    else {
      const alike = setsAlike(set, taken);
      sets += alike;
      taken.push(...set.map((one) => ({ ...one, count: one.count * alike })));
    }
  }
  if (sets === 0) return stop;
  const takings = total
    ? sharedTotal(multiply(total, fromInteger(sets)), taken, context)
    : taken.map(({ run, count, price }) => ({ run, count, after: price ?? run.left }));
  return { times: sets, takings, tookAll: false };
}

function unitsFor({ scopes, quantity }: BundlePart, runs: readonly UnitRun[]): number {
  return countOf(runs.filter((run) => areAmong(run, scopes))) / quantity;
}

/** One more set of what is left; what is missing for it where there is not enough. */
function nextSet(
  parts: readonly BundlePart[],
  runs: readonly UnitRun[],
  taken: readonly PartUnits[],
): readonly PartUnits[] | Reason {
  const set: PartUnits[] = [];
  const missing: UnitsOf[] = [];
  for (const { quantity, scopes, price } of parts) {
    let wanted = quantity;
    for (const run of runs) {
      if (wanted === 0) break;
      if (!areAmong(run, scopes)) continue;
      const count = Math.min(wanted, freeOf(run, [...taken, ...set]));
      if (count === 0) continue;
      set.push({ run, count, price });
      wanted -= count;
    }
    if (wanted > 0) missing.push({ quantity: wanted, scopes });
  }
  if (missing.length === 0) return set;
  const units = missing.reduce((sum, { quantity: lacking }) => sum + lacking, 0);
  return { kind: 'unitsMissing', missing: units, goods: missing };
}

function freeOf(run: UnitRun, taken: readonly PartUnits[]): number {
  return run.count - countOf(taken.filter((one) => one.run === run));
}

/** How many sets just like this one there are before a run ends. */
function setsAlike(set: readonly PartUnits[], taken: readonly PartUnits[]): number {
  const runs = new Set(set.map(({ run }) => run));
  return Math.min(
    ...[...runs].map((run) =>
      Math.floor(freeOf(run, taken) / countOf(set.filter((one) => one.run === run))),
    ),
  );
}

/** What a set is sold for less what its units come to by themselves. */
function dearerBy(set: readonly PartUnits[], total: Decimal | null): Exact {
  const sold =
    total ??
    set.reduce<Exact>(
      (sum, { run, count, price }) =>
        addExact(sum, multiplyExact(price ?? run.left, fromInteger(count))),
      ZERO,
    );
  return subtractExact(sold, amountOf(set));
}

/** A total shared over slices, so that each set's units come to their part of it. */
function sharedTotal(
  total: Decimal,
  taken: readonly PartUnits[],
  { amountDigits, setup }: PricingContext,
): Taking[] {
  const slices = bySlice(taken);
  const amounts = slices.map(amountOf);
  const whole = roundedTo(total, amountDigits, setup.roundingMode);
  const shares = shareOut(whole, amounts, amountDigits);
  return slices.flatMap((slice, place) => {
    const [amount, share] = [amounts[place] ?? ZERO, shares[place] ?? ZERO];
    const part = compareExact(amount, ZERO) === 0 ? null : divide(share, amount);
    return slice.map(({ run, count }) => ({
      run,
      count,
      after: part === null ? run.left : multiplyExact(run.left, part),
    }));
  });
}
