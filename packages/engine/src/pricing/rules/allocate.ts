import type { CompiledRule } from '../../compile/compile-rule';
import {
  add,
  compare,
  fromInteger,
  isZero,
  multiply,
  negate,
  ZERO,
  type Decimal,
} from '../../number/decimal';
import { addExact, divide } from '../../number/exact';
import { roundedTo } from '../../number/rounding';
import { shareOut } from '../../number/share-out';
import type { GroupEffect } from '../../setup/rule';
import type { Reason } from '../../result/workings';
import { amountInDocument } from '../line/exchange-step';
import { amountOf, bySlice, countOf, type GroupOutcome, type UnitRun } from './group-units';
import type { PricingContext } from '../line/line-in-progress';
import { wholeTimes } from './rule-effect';

/** Units of one slice, with what they come to. */
interface Sharer {
  readonly units: readonly { readonly run: UnitRun; readonly count: number }[];
  readonly count: number;
  readonly amount: Decimal;
}

/**
 * An amount shared by units over slices. No slice is taken below zero: what one cannot take is shared
 * again over the rest.
 */
export function allocate(
  { amount, every }: Extract<GroupEffect, { kind: 'allocate' }>,
  { rule: { currency } }: CompiledRule,
  runs: readonly UnitRun[],
  context: PricingContext,
): GroupOutcome | Reason {
  const { amountDigits, setup } = context;
  const units = countOf(runs);
  const times = every ? wholeTimes(fromInteger(units), every) : Math.min(units, 1);
  if (times === 0) return { kind: 'unitsMissing', missing: missingFor(every, units) };
  const there = amountInDocument(amount, currency, amountDigits, context);
  if (!there) return { kind: 'noRate', from: currency, to: context.currency };
  const sharers = bySlice(runs.map((run) => ({ run, count: run.count }))).map((slice) => ({
    units: slice,
    count: countOf(slice),
    amount: roundedTo(amountOf(slice), amountDigits, setup.roundingMode),
  }));
  const whole = roundedTo(multiply(there, fromInteger(times)), amountDigits, setup.roundingMode);
  const { shares, left } = sharedWithin(whole, sharers, amountDigits);
  const takings = [...shares].flatMap(([{ units: slice, count }, share]) =>
    slice.map(({ run, count: own }) => ({
      run,
      count: own,
      after: addExact(run.left, divide(share, fromInteger(count))),
    })),
  );
  return { times, takings, tookAll: !isZero(left) };
}

/** Shares by units until no sharer is asked for more than it comes to; what nobody can take is left. */
function sharedWithin(
  whole: Decimal,
  sharers: readonly Sharer[],
  digits: number,
): { readonly shares: ReadonlyMap<Sharer, Decimal>; readonly left: Decimal } {
  const shares = new Map<Sharer, Decimal>();
  let [open, left] = [sharers, whole];
  while (open.length > 0) {
    const asked = new Map<Sharer, Decimal>();
    const shared = shareOut(
      left,
      open.map(({ count }) => fromInteger(count)),
      digits,
    );
    for (const [place, one] of open.entries()) asked.set(one, shared[place] ?? ZERO);
    const emptied = open.filter((one) => compare(asked.get(one) ?? ZERO, negate(one.amount)) < 0);
    if (emptied.length === 0) return { shares: new Map([...shares, ...asked]), left: ZERO };
    for (const one of emptied) {
      shares.set(one, negate(one.amount));
      left = add(left, one.amount);
    }
    open = open.filter((one) => !emptied.includes(one));
  }
  return { shares, left };
}

function missingFor(every: Decimal | null, units: number): number {
  return every ? Math.ceil(Number(every.units) / 10 ** every.scale) - units : 1;
}
