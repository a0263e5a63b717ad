import { compare, sum, withDigits, type Decimal } from '../../number/decimal';
import { divide } from '../../number/exact';
import type { DocumentLine, KeptPrice } from '../../setup/document';
import type { UnitFacts } from '../../setup/facts';
import { startAt } from '../line/column';
import {
  notAppliedRecorder,
  type LineInProgress,
  type PricingContext,
} from '../line/line-in-progress';
import type { PricedSlice } from '../../result/priced';

/** What was promised for a line, where it is still the line that it was promised for; else null. */
export function promiseFor(
  { kept, quantity, duration }: DocumentLine,
  unit: UnitFacts,
  { currency }: PricingContext,
): KeptPrice | null {
  if (!kept) return null;
  const same =
    kept.currency === currency &&
    kept.unit === unit.unit &&
    compare(kept.quantity, quantity) === 0 &&
    isSame(kept.duration, duration);
  return same ? kept : null;
}

/**
 * Before step 1: a line that was promised goes on as it was, as one block, and is closed to breaks,
 * rules and what is shared over the document. One that was changed since is told that its promise ended.
 */
export function keepPromise(line: LineInProgress, context: PricingContext): void {
  const { written, kept } = line;
  if (!kept) {
    if (written.kept) {
      const { from, quantity, unit, duration, currency } = written.kept;
      const promised = { quantity, unit, duration, currency };
      notAppliedRecorder(line, context)(
        { kind: 'promise', from },
        { kind: 'promisedOtherwise', promised },
      );
    }
    return;
  }
  // what conditions read of it is its average
  const once = divide(keptAmount(kept, context.amountDigits), written.quantity);
  const each = written.duration === null ? once : divide(once, written.duration);
  startAt(line.column, each, context.currency, null);
  line.started = true;
  line.closedBy = 'kept';
}

/** Step 6 for a line that was promised: its slices are rounded already. */
export function slicesAsPromised(
  { from, slices, currency }: KeptPrice,
  { workings }: PricingContext,
): readonly PricedSlice[] {
  return slices.map(({ quantity, unit, unitPrice, amount }) => {
    const source = { kind: 'kept', from, unit } as const;
    const step = { source, currency, before: null, change: unitPrice, after: unitPrice };
    return { quantity, unit, unitPrice, amount, steps: workings ? [step] : [] };
  });
}

/** What a promise comes to. */
export function keptAmount({ slices, rest }: KeptPrice, digits: number): Decimal {
  return withDigits(sum([...slices.map(({ amount }) => amount), rest]), digits);
}

function isSame(a: Decimal | null, b: Decimal | null): boolean {
  return a === null || b === null ? a === b : compare(a, b) === 0;
}
