import type { CompiledBreak } from '../../compile/compile-break';
import type { CompiledRule } from '../../compile/compile-rule';
import type { CompiledSetup } from '../../compile/compile-setup';
import type { CurrencyCode } from '../../number/currency';
import type { Decimal } from '../../number/decimal';
import type { Exact } from '../../number/exact';
import type { Rates } from '../../number/exchange';
import type { SalesContext, DocumentKind, DocumentLine, KeptPrice } from '../../setup/document';
import type { AttributeFacts, DocumentFacts, ItemFacts, UnitFacts } from '../../setup/facts';
import type { LevelId } from '../../setup/level';
import type {
  LevelChooser,
  LevelName,
  NotApplied,
  NotAppliedSubject,
  Reason,
  RuleName,
} from '../../result/workings';
import type { Column } from './column';
import type { HandChoices } from './hand-choices';
import type {
  ClosedBy,
  LineProblem,
  LineWithoutPrice,
  PricedDiscount,
  PricedFlat,
  PricedFloor,
  PricedShare,
  PricedSlice,
} from '../../result/priced';

/** What the steps may ask about the document around a line. */
export interface PricingContext {
  readonly setup: CompiledSetup;
  readonly currency: CurrencyCode;
  /** The codes that the document has, in lower case. */
  readonly codes: ReadonlySet<string>;
  /** What somebody decided about rules. */
  readonly byHand: HandChoices;
  /** Attributes of the document. */
  readonly attributes: AttributeFacts;
  readonly kind: DocumentKind | null;
  readonly salesContext: SalesContext;
  /** Before rules. */
  readonly shipping: Decimal | null;
  /** The level chosen for the whole document. */
  readonly level: LevelId | null;
  readonly facts: Omit<DocumentFacts, 'items' | 'rates'>;
  readonly rates: Rates;
  /** Digits that unit prices and amounts of the document end with. */
  readonly unitDigits: number;
  readonly amountDigits: number;
  /** Whether the steps write down what they did. */
  readonly workings: boolean;
  /** Whether each line is priced as if it were the only one. */
  readonly isolateLines: boolean;
}

/** Part of a line's quantity that goes on at a price of its own. */
export interface LinePart {
  readonly quantity: Decimal;
  /** What the quantity is in: the line's unit, or the base unit where the line was split. */
  readonly unit: UnitFacts;
  readonly column: Column;
}

/** An amount on a line as a whole, on its way. */
export interface FlatInProgress {
  readonly rule: RuleName;
  /** Signed, in the document's currency, rounded to its minor digits. */
  readonly amount: Decimal;
  /** How often it is taken: once, or for every so many units. */
  readonly times: number;
}

/** The working copy that the steps fill; it never leaves the pipeline. */
export interface LineInProgress {
  /** As the document has it. */
  readonly written: DocumentLine;
  readonly item: ItemFacts;
  /** The line's unit. */
  readonly unit: UnitFacts;
  /** What the running price is per: the line's unit where it has a base price, else the base unit. */
  readonly pricingUnit: UnitFacts;
  /** The line's quantity in base units. */
  readonly baseQuantity: Decimal;
  /** Of the whole line; parts have columns of their own. */
  column: Column;
  /** Whether a step has given the line its start price. */
  started: boolean;
  level: { readonly level: LevelName; readonly by: LevelChooser } | null;
  closedBy: ClosedBy | null;
  /** What the level made of it, in the currency it did; null where nobody asks. */
  afterLevel: { readonly price: Exact; readonly currency: CurrencyCode } | null;
  /** What an incremental break split the line into; null for a line that is whole. */
  parts: readonly LinePart[] | null;
  /** The break that prices it, where that asks for a set-up charge. */
  setUp: CompiledBreak | null;
  /** What rules do to the line as a whole, once its unit prices are rounded. */
  flats: FlatInProgress[];
  /** The rules that its units are under. */
  rulesOnUnits: CompiledRule[];
  /** The rule that stands alone on it: rules for groups keep off. */
  standsAlone: CompiledRule | null;
  /** The rule that stops all rules after it in the list here. */
  stop: CompiledRule | null;
  /** Set when its units are rounded. */
  slices: readonly PricedSlice[];
  flatsTaken: readonly PricedFlat[];
  /** What it comes to with its flat amounts and its shares of rules for groups. */
  amount: Decimal;
  shares: PricedShare[];
  discount: PricedDiscount | null;
  floor: PricedFloor | null;
  /** Its part of what somebody takes off the document. */
  discountShare: Decimal | null;
  problem: LineProblem | null;
  readonly notApplied: NotApplied[];
  /** What was promised for it, where that counts. */
  readonly kept: KeptPrice | null;
  /** Of a line priced by hand or as it was promised, the same without. */
  readonly computed: LineInProgress | LineWithoutPrice | null;
}

/** Writes down that something was considered and why it did not apply. */
export type PassOver = (subject: NotAppliedSubject, ...reasons: Reason[]) => void;

export const tellNobody: PassOver = () => undefined;

/** Tells the line's workings; nobody where workings are not asked for. */
export function notAppliedRecorder(line: LineInProgress, { workings }: PricingContext): PassOver {
  if (!workings) return tellNobody;
  return (subject, ...reasons) => {
    line.notApplied.push({ subject, reasons });
  };
}
