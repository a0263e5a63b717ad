import type { CompiledBreak } from '../../compile/compile-break';
import { ZERO } from '../../number/decimal';
import { addExact, divide, type Exact } from '../../number/exact';
import { exchange } from '../../number/exchange';
import type { LineInProgress, PricingContext } from '../line/line-in-progress';
import { keptAmount } from '../by-hand/keep-promise';
import { amountAt } from '../by-hand/unit-rounding';
import { unitOf } from '../line/units';

/** What a break counts for a line. */
export interface BreakCounted {
  /** Over all lines that are counted together. */
  readonly total: Exact;
  /** What the lines before this one come to: where it begins in an incremental break. */
  readonly start: Exact;
}

/** What a break counts for a line that it reaches; null where the line is not counted. */
export type BreakCounter = (compiled: CompiledBreak, line: LineInProgress) => BreakCounted | null;

/**
 * Counts over the lines of a document as they stand after the level, each count made once. Lines
 * without a price are not among them; closed ones and those that another break prices are.
 */
export function breakCounter(
  lines: readonly LineInProgress[],
  isReached: (compiled: CompiledBreak, line: LineInProgress) => boolean,
  context: PricingContext,
): BreakCounter {
  const sums = new Map<CompiledBreak, Map<string, Sum>>();
  return (compiled, line) => {
    const { count, measure } = compiled.break;
    if (count === 'line' || measure.kind === 'term') {
      const total = measured(compiled, line, context);
      return total && { total, start: ZERO };
    }
    const item = count === 'item' ? line.item.item : '';
    const known = sums.get(compiled) ?? new Map<string, Sum>();
    sums.set(compiled, known);
    const sum =
      known.get(item) ??
      sumOf(
        compiled,
        lines.filter((other) =>
          count === 'item'
            ? other.item.item === item
            : count === 'document' || isReached(compiled, other),
        ),
        context,
      );
    known.set(item, sum);
    const start = sum.starts.get(line);
    return start === undefined ? null : { total: sum.total, start };
  };
}

interface Sum {
  readonly total: Exact;
  readonly starts: ReadonlyMap<LineInProgress, Exact>;
}

/** Lines fill a count in their order. */
function sumOf(
  compiled: CompiledBreak,
  lines: readonly LineInProgress[],
  context: PricingContext,
): Sum {
  const starts = new Map<LineInProgress, Exact>();
  let total: Exact = ZERO;
  for (const line of lines) {
    const own = measured(compiled, line, context);
    if (!own) continue;
    starts.set(line, total);
    total = addExact(total, own);
  }
  return { total, starts };
}

/** What a line is worth by a break's measure; null where it has no such measure. */
function measured(
  { break: { measure } }: CompiledBreak,
  line: LineInProgress,
  context: PricingContext,
): Exact | null {
  switch (measure.kind) {
    case 'quantity': {
      if (measure.unit === null) return line.baseQuantity;
      const unit = unitOf(line.item, measure.unit);
      return unit ? divide(line.baseQuantity, unit.factor) : null;
    }
    case 'amount': {
      if (line.kept) return keptAmount(line.kept, context.amountDigits);
      const { price, currency } = line.column;
      const there = exchange(price, currency, context.currency, context.rates);
      return there && amountAt(there, line, context);
    }
    case 'term':
      return line.written.duration;
  }
}
