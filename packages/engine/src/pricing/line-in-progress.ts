import type { CompiledSetup } from '../compile/compile-setup';
import { minorDigits, type CurrencyCode } from '../number/currency';
import { subtract, withDigits, ZERO, type Decimal } from '../number/decimal';
import type { CustomerFacts, DocumentLine, ItemFacts } from '../setup/document';
import type {
  NotApplied,
  Reason,
  NotAppliedSubject,
  WorkingSource,
  WorkingStep,
} from '../workings/workings';
import type { LineProblem } from './priced';

/** What the steps may ask about the document around a line. */
export interface PricingContext {
  readonly setup: CompiledSetup;
  readonly currency: CurrencyCode;
  readonly customer: CustomerFacts | null;
}

/** The working copy that the steps fill; it never leaves the pipeline. */
export interface LineInProgress {
  readonly line: DocumentLine;
  readonly item: ItemFacts;
  slices: SliceInProgress[];
  problem: LineProblem | null;
  readonly notApplied: NotApplied[];
}

export interface SliceInProgress {
  readonly quantity: Decimal;
  /** The running price, exact until the last step rounds it. */
  unitPrice: Decimal;
  /** Set by the last step. */
  amount: Decimal;
  readonly steps: WorkingStep[];
}

export function startLine(line: DocumentLine, item: ItemFacts): LineInProgress {
  const slice = { quantity: line.quantity, unitPrice: ZERO, amount: ZERO, steps: [] };
  return { line, item, slices: [slice], problem: null, notApplied: [] };
}

/** Moves a slice's running price to `after` and writes down what did it. */
export function moveTo(
  slice: SliceInProgress,
  after: Decimal,
  source: WorkingSource,
  currency: CurrencyCode,
): void {
  const digits = minorDigits(currency);
  const before = slice.steps.length === 0 ? null : slice.unitPrice;
  slice.steps.push({
    source,
    before: before && withDigits(before, digits),
    change: withDigits(before ? subtract(after, before) : after, digits),
    after: withDigits(after, digits),
  });
  slice.unitPrice = after;
}

/** Writes down that something was considered and why it did not apply. */
export function passOver(
  line: LineInProgress,
  subject: NotAppliedSubject,
  ...reasons: Reason[]
): void {
  line.notApplied.push({ subject, reasons });
}
