import { compileSetup, type CompiledSetup } from '../compile/compile-setup';
import { minorDigits } from '../number/currency';
import { add, sum, withDigits } from '../number/decimal';
import { ratesOf } from '../number/exchange';
import type { DocumentLine, PricingDocument } from '../setup/document';
import type { ItemFacts } from '../setup/facts';
import type { Setup } from '../setup/setup';
import { handChoices } from './line/hand-choices';
import type { LineInProgress, PricingContext } from './line/line-in-progress';
import { beginLine, toPricedLine, roundLine, withoutPrice } from './price-line';
import { applyBreaks } from './breaks/quantity-break';
import type { DocumentBeforeRules } from './rules/rule-facts';
import { codeStates } from './rules/code-states';
import { discountDocument, discountLine } from './by-hand/discounts-by-hand';
import { applyDocumentRules } from './rules/document-rules';
import { floorsOf, holdAtFloors, liftToFloors } from './by-hand/floors';
import { applyGroupRules } from './rules/group-rules';
import { setUpCharges } from './breaks/set-up-charges';
import { applyLineRules, beforeRules, documentOf, rememberLevelPrices } from './rules/line-rules';
import { taxOf } from './tax/tax';
import {
  MODEL_VERSION,
  type LineProblem,
  type LineWithoutPrice,
  type PricedDocument,
} from '../result/priced';

/** What a pricing is asked to write down. */
export interface PricingWish {
  /** False leaves out how prices came about; the prices are the same. */
  readonly workings: boolean;
  /** Each line as if it were the only one: for lists of prices, which are documents of nobody. */
  readonly isolateLines?: boolean;
}

const WITH_WORKINGS: PricingWish = { workings: true };

/** Prices a document with a setup. The same two give the same result for ever. */
export function price(setup: Setup, document: PricingDocument): PricedDocument {
  return priceDocument(compileSetup(setup), document);
}

/**
 * Prices a document with a setup that was compiled before. A line that ends without a price counts
 * nowhere: where one did on the way there, all is priced again without it.
 */
export function priceDocument(
  setup: CompiledSetup,
  document: PricingDocument,
  wish: PricingWish = WITH_WORKINGS,
): PricedDocument {
  const { rules, breaksReaching } = setup;
  const isCounted = breaksReaching ?? rules.line ?? rules.group ?? rules.document;
  let unpriced = NONE_UNPRICED;
  let without = 0;
  let priced = priceOnce(setup, document, wish, unpriced);
  while (isCounted && !wish.isolateLines && priced.unpricedLines > without) {
    without = priced.unpricedLines;
    // no line is left to be changed by it
    if (without === priced.lines.length) break;
    unpriced = withoutPriceIn(priced);
    priced = priceOnce(setup, document, wish, unpriced);
  }
  return priced;
}

/**
 * What keeps lines from having a price, by their places in the document; and what would keep those from it
 * that are priced by hand or as promised.
 */
export type UnpricedLines = ReadonlyMap<number, Unpriced>;

interface Unpriced {
  readonly as: 'line' | 'computed';
  readonly problem: LineProblem;
}

const NONE_UNPRICED: UnpricedLines = new Map();

/** The lines of a priced document that have no price, or had none without what was typed or promised. */
export function withoutPriceIn({ lines }: PricedDocument): UnpricedLines {
  return new Map(
    lines.flatMap((line, place): [number, Unpriced][] => {
      if (line.kind === 'unpriced') return [[place, { as: 'line', problem: line.problem }]];
      const { computed } = line;
      return computed?.kind === 'unpriced'
        ? [[place, { as: 'computed', problem: computed.problem }]]
        : [];
    }),
  );
}

function begin(
  line: DocumentLine,
  item: ItemFacts | undefined,
  unpriced: Unpriced | undefined,
  context: PricingContext,
): LineInProgress | LineWithoutPrice {
  if (unpriced?.as === 'line') return withoutPrice(line, unpriced.problem);
  const begun = beginLine(line, item, context);
  if (!unpriced || 'kind' in begun) return begun;
  return { ...begun, computed: withoutPrice(line, unpriced.problem) };
}

function priceOnce(
  setup: CompiledSetup,
  document: PricingDocument,
  wish: PricingWish,
  unpriced: UnpricedLines,
): PricedDocument {
  const { currency, pricedAt, codes } = document;
  const { context, begun, before } = upToRules(setup, document, wish, unpriced);
  applyLineRules(before);
  for (const line of begun) roundLine(line, context);
  const groups = applyGroupRules(before);
  const inProgress = worksOf(begun);
  for (const line of inProgress) discountLine(line, context);
  const floors = floorsOf(inProgress, context);
  liftToFloors(floors, context);
  const whole = applyDocumentRules(before, document.shipping);
  const byHand = discountDocument(document.discount, inProgress, context);
  holdAtFloors(floors, context);
  const setUps = setUpCharges(inProgress, context);
  const lines = begun.map((line) =>
    toPricedLine(line, context, 'kind' in line ? null : (setUps.get(line) ?? null)),
  );
  const priced = lines.filter((line) => line.kind === 'priced');
  const others = [
    ...[...setUps.values()].map(({ amount }) => amount),
    ...(document.shipping ? [document.shipping] : []),
    ...whole.rules.filter(({ effect }) => effect.kind !== 'subtotal').map(({ amount }) => amount),
  ];
  const digits = context.amountDigits;
  const total = withDigits(sum([...priced.map(({ net }) => net), ...others]), digits);
  const tax = taxOf({ goods: priced, others }, context);
  return {
    modelVersion: MODEL_VERSION,
    version: setup.version,
    pricedAt,
    currency,
    lines,
    subtotal: withDigits(sum(priced.map(({ amount }) => amount)), digits),
    shipping: document.shipping && withDigits(document.shipping, digits),
    rules: [...groups, ...whole.rules],
    discount: byHand.discount,
    notApplied: [...whole.notApplied, ...byHand.notApplied],
    codes: codeStates(codes, inProgress, whole, context),
    total,
    tax,
    totalWithTax: tax ? withDigits(add(total, tax.amount), digits) : total,
    unpricedLines: lines.length - priced.length,
  };
}

/** A document on its way: its lines after breaks, and as the conditions of rules look at them. */
export interface BegunDocument {
  readonly context: PricingContext;
  readonly begun: readonly (LineInProgress | LineWithoutPrice)[];
  readonly before: DocumentBeforeRules;
}

/**
 * The steps up to the rules.
 * @param unpriced lines that are known to end without a price
 */
export function upToRules(
  setup: CompiledSetup,
  document: PricingDocument,
  { workings, isolateLines = false }: PricingWish,
  unpriced: UnpricedLines,
): BegunDocument {
  const { currency, level, facts, codes, byHand, attributes, kind, salesContext, shipping } =
    document;
  const rates = ratesOf(setup.homeCurrency, facts.rates);
  const context: PricingContext = {
    setup,
    currency,
    codes: new Set(codes.map((code) => code.toLowerCase())),
    byHand: handChoices(byHand),
    attributes,
    kind,
    salesContext,
    shipping,
    level,
    facts,
    rates,
    unitDigits: setup.unitPriceDigits(currency),
    amountDigits: minorDigits(currency),
    workings,
    isolateLines,
  };
  const items = new Map(facts.items.map((item) => [item.item, item]));
  const begun = document.lines.map((line, place) =>
    begin(line, items.get(line.item), unpriced.get(place), context),
  );
  const { rules } = setup;
  const hasRules = rules.line !== null || rules.group !== null || rules.document !== null;
  if (hasRules) rememberLevelPrices(begun);
  applyBreaks(begun, context);
  const before = hasRules ? beforeRules(begun, context) : documentOf([], context);
  return { context, begun, before };
}

function worksOf(lines: readonly (LineInProgress | LineWithoutPrice)[]): LineInProgress[] {
  return lines.filter((line): line is LineInProgress => !('kind' in line) && !line.problem);
}
