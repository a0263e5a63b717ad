import { compare, withDigits, ZERO } from '../../number/decimal';
import { roundToDigits } from '../../number/rounding';
import type { ItemNumber } from '../../setup/goods';
import { amountInDocument } from '../line/exchange-step';
import {
  notAppliedRecorder,
  type LineInProgress,
  type PricingContext,
} from '../line/line-in-progress';
import type { PricedSetUp } from '../../result/priced';

/**
 * Step 10: a set-up charge is asked once of each customer for each item that a break with one prices,
 * the largest where there are several; it is told on the line that asks for it. What was promised is
 * asked as it was promised. A customer nobody knows always pays. Where it has no rate, the line says so.
 * @returns by the lines on which they are told
 */
export function setUpCharges(
  lines: readonly LineInProgress[],
  context: PricingContext,
): ReadonlyMap<LineInProgress, PricedSetUp> {
  if (context.isolateLines) return NONE;
  const asked = new Map<ItemNumber, readonly [LineInProgress, PricedSetUp]>();
  for (const line of lines) {
    const { item } = line.item;
    const charge = line.problem ? null : chargeOn(line, context);
    if (!charge) continue;
    const [, known] = asked.get(item) ?? [];
    if (!known || compare(charge.amount, known.amount) > 0) asked.set(item, [line, charge]);
  }
  if (asked.size === 0) return NONE;
  const paid = new Set(context.facts.setUpPaid);
  const amount = withDigits(ZERO, context.amountDigits);
  return new Map(
    [...asked].map(([item, [line, charge]]) => [
      line,
      paid.has(item) ? { ...charge, amount, paid: true } : charge,
    ]),
  );
}

const NONE: ReadonlyMap<LineInProgress, PricedSetUp> = new Map();

function chargeOn(line: LineInProgress, context: PricingContext): PricedSetUp | null {
  const { kept, setUp } = line;
  const { amountDigits, setup } = context;
  const { version } = setup;
  if (kept) {
    const { setUp: promised } = kept;
    return promised && { version, ...promised, paid: false };
  }
  const charge = setUp?.break.setUp;
  if (!setUp || !charge) return null;
  const { name } = setUp;
  const there = amountInDocument(charge.amount, name.currency, amountDigits, context);
  if (!there) {
    const reason = { kind: 'noRate', from: name.currency, to: context.currency } as const;
    notAppliedRecorder(line, context)({ kind: 'break', break: name }, reason);
    return null;
  }
  const rounded = roundToDigits(there, amountDigits, setup.roundingMode);
  const amount = withDigits(rounded, amountDigits);
  return { version, break: name, words: charge.words, amount, paid: false };
}
