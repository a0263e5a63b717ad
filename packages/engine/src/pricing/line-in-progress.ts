import type { CompiledSetup } from '../compile/compile-setup';
import type { CurrencyCode } from '../number/currency';
import type { Decimal } from '../number/decimal';
import type { Rates } from '../number/exchange';
import type { DocumentLine } from '../setup/document';
import type { DocumentFacts, ItemFacts, UnitFacts } from '../setup/facts';
import type { LevelId } from '../setup/level';
import type {
  LevelChooser,
  LevelName,
  NotApplied,
  NotAppliedSubject,
  Reason,
} from '../workings/workings';
import type { Column } from './column';
import type { ClosedBy, LineProblem, PricedSlice } from './priced';

/** What the steps may ask about the document around a line. */
export interface PricingContext {
  readonly setup: CompiledSetup;
  readonly currency: CurrencyCode;
  /** The level chosen for the whole document. */
  readonly level: LevelId | null;
  readonly facts: Omit<DocumentFacts, 'items' | 'rates'>;
  readonly rates: Rates;
  /** Digits that unit prices and amounts of the document end with. */
  readonly unitDigits: number;
  readonly amountDigits: number;
  /** Whether the steps write down what they did. */
  readonly workings: boolean;
}

/** The working copy that the steps fill; it never leaves the pipeline. */
export interface LineInProgress {
  readonly line: DocumentLine;
  readonly item: ItemFacts;
  /** The line's unit. */
  readonly unit: UnitFacts;
  /** What the running price is per: the line's unit where it has a base price, else the base unit. */
  readonly pricingUnit: UnitFacts;
  /** The line's quantity in base units. */
  readonly baseQuantity: Decimal;
  readonly column: Column;
  /** Whether a step has given the line its start price. */
  started: boolean;
  level: { readonly level: LevelName; readonly by: LevelChooser } | null;
  closedBy: ClosedBy | null;
  /** Set by the last step. */
  slices: readonly PricedSlice[];
  problem: LineProblem | null;
  readonly notApplied: NotApplied[];
}

/** Writes down that something was considered and why it did not apply. */
export type PassOver = (subject: NotAppliedSubject, ...reasons: Reason[]) => void;

export const tellNobody: PassOver = () => undefined;

/** Tells the line's workings; nobody where workings are not asked for. */
export function teller(work: LineInProgress, { workings }: PricingContext): PassOver {
  if (!workings) return tellNobody;
  return (subject, ...reasons) => {
    work.notApplied.push({ subject, reasons });
  };
}
