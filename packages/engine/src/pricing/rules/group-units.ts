import { fromInteger, multiply, withDigits, ZERO, type Decimal } from '../../number/decimal';
import {
  addExact,
  divide,
  multiplyExact,
  signOf,
  subtractExact,
  type Exact,
} from '../../number/exact';
import { roundToDigits, roundToIncrement } from '../../number/rounding';
import type { Scope } from '../../setup/scope';
import type { LineInProgress, PricingContext } from '../line/line-in-progress';
import { isAmong } from './rule-facts';
import { unitOf } from '../line/units';

const ONE = fromInteger(1);

/** Whole base units of a slice that are alike. */
export interface UnitRun {
  readonly line: LineInProgress;
  /** Which slice of the line. */
  readonly slice: number;
  readonly count: number;
  /** What one of them comes to, for the whole time of goods priced by time, after rules so far. */
  readonly left: Exact;
  /** Whether a rule has changed what they come to, or taken them into account for it. */
  readonly touched: boolean;
  /** Whether a rule that stands alone has taken them. */
  readonly closed: boolean;
}

/** So many of a run, and what each comes to after. */
export interface Taking {
  readonly run: UnitRun;
  readonly count: number;
  readonly after: Exact;
}

/** What a rule for groups would do. */
export interface GroupOutcome {
  /** Deals, sets or times. */
  readonly times: number;
  readonly takings: readonly Taking[];
  /** There was less than it would have taken. */
  readonly tookAll: boolean;
}

/** The whole units of lines, in the order of the lines and their slices; 2.5 offers 2. */
export function unitsOf(lines: readonly LineInProgress[]): UnitRun[] {
  return lines.flatMap((line) =>
    line.slices.flatMap(({ quantity, unit, unitPrice }, slice): UnitRun[] => {
      const factor = unitOf(line.item, unit)?.factor ?? ONE;
      const whole = roundToIncrement(multiply(quantity, factor), ONE, 'down');
      const count = Number(withDigits(whole, 0).units);
      if (count === 0) return [];
      const { duration } = line.written;
      const each = duration === null ? unitPrice : multiply(unitPrice, duration);
      // an amount on the line touches all of its units
      const touched = line.rulesOnUnits.length > 0 || line.flats.length > 0;
      return [{ line, slice, count, left: divide(each, factor), touched, closed: false }];
    }),
  );
}

export function areAmong({ line }: UnitRun, scopes: readonly Scope[]): boolean {
  return isAmong(line, scopes);
}

export function countOf(runs: readonly { readonly count: number }[]): number {
  return runs.reduce((total, { count }) => total + count, 0);
}

/** What units come to together, exactly. */
export function amountOf(
  units: readonly { readonly run: UnitRun; readonly count: number }[],
): Exact {
  return units.reduce<Exact>(
    (total, { run, count }) => addExact(total, multiplyExact(run.left, fromInteger(count))),
    ZERO,
  );
}

/** Takings slice by slice, each with its number of units: a slice is rounded once. */
export function bySlice<Units extends { readonly run: UnitRun }>(
  units: readonly Units[],
): readonly (readonly Units[])[] {
  const slices = new Map<LineInProgress, Units[][]>();
  for (const one of units) {
    const { line, slice } = one.run;
    const own = slices.get(line) ?? [];
    slices.set(line, own);
    (own[slice] ??= []).push(one);
  }
  return [...slices.values()].flatMap((own) => own.filter((of) => of.length > 0));
}

/** What takings change each line by, rounded once a slice. */
export function changesByLine(
  takings: readonly Taking[],
  { amountDigits, setup }: PricingContext,
): ReadonlyMap<LineInProgress, Decimal[]> {
  const changes = new Map<LineInProgress, Decimal[]>();
  for (const slice of bySlice(takings)) {
    const line = slice[0]?.run.line;
    if (!line) continue;
    const exact = slice.reduce<Exact>(
      (total, { run, count, after }) =>
        addExact(total, multiplyExact(subtractExact(after, run.left), fromInteger(count))),
      ZERO,
    );
    const rounded = roundToDigits(exact, amountDigits, setup.roundingMode);
    const own = changes.get(line) ?? [];
    own.push(withDigits(rounded, amountDigits));
    changes.set(line, own);
  }
  return changes;
}

/** The units as they are once some were taken; those of a rule that stands alone are closed. */
export function afterTaking(
  runs: readonly UnitRun[],
  takings: readonly Taking[],
  closes: boolean,
): UnitRun[] {
  return runs.flatMap((run) => {
    const own = takings.filter((taking) => taking.run === run);
    const left = run.count - countOf(own);
    return [
      ...own.map(({ count, after }) => ({
        ...run,
        count,
        // what is shared by units can be more than a cheap one comes to
        left: signOf(after) < 0 ? ZERO : after,
        touched: true,
        closed: closes,
      })),
      ...(left > 0 ? [{ ...run, count: left }] : []),
    ];
  });
}
