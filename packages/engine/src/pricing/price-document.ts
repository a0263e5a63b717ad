import { compileSetup, type CompiledSetup } from '../compile/compile-setup';
import { minorDigits } from '../number/currency';
import { sum, withDigits } from '../number/decimal';
import type { DocumentLine, ItemFacts, PricingDocument } from '../setup/document';
import type { Setup } from '../setup/setup';
import { checkSlice } from '../workings/self-check';
import { NOT_APPLIED_LISTED } from '../workings/workings';
import { applyLevel } from './level';
import { startLine, type LineInProgress, type PricingContext } from './line-in-progress';
import {
  MODEL_VERSION,
  type LineProblem,
  type LineWithoutPrice,
  type LineWithPrice,
  type PricedDocument,
  type PricedLine,
} from './priced';
import { checkQuantity } from './quantity-check';
import { startPrice } from './start-price';
import { roundUnitsAndExtend } from './unit-rounding';

/** The steps of the pricing model, in its order; each fills the line's working copy. */
const STEPS: readonly ((work: LineInProgress, context: PricingContext) => void)[] = [
  checkQuantity,
  startPrice,
  applyLevel,
  roundUnitsAndExtend,
];

/** Prices a document with a setup. The same two give the same result for ever. */
export function price(setup: Setup, document: PricingDocument): PricedDocument {
  return priceDocument(compileSetup(setup), document);
}

/** Prices a document with a setup that was compiled before. */
export function priceDocument(setup: CompiledSetup, document: PricingDocument): PricedDocument {
  const { currency, facts, pricedAt } = document;
  const context: PricingContext = { setup, currency, customer: facts.customer };
  const items = new Map(facts.items.map((item) => [item.item, item]));
  const lines = document.lines.map((line) => priceLine(line, items.get(line.item), context));
  const priced = lines.filter((line) => line.kind === 'priced');
  return {
    modelVersion: MODEL_VERSION,
    version: setup.version,
    pricedAt,
    currency,
    lines,
    total: withDigits(sum(priced.map(({ amount }) => amount)), minorDigits(currency)),
    unpricedLines: lines.length - priced.length,
  };
}

function priceLine(
  line: DocumentLine,
  item: ItemFacts | undefined,
  context: PricingContext,
): PricedLine {
  if (!item) return withoutPrice(line, { kind: 'itemUnknown' });
  const work = startLine(line, item);
  for (const step of STEPS) {
    step(work, context);
    if (work.problem) return withoutPrice(line, work.problem);
  }
  return withPrice(work, context);
}

function withoutPrice(line: DocumentLine, problem: LineProblem): LineWithoutPrice {
  return { kind: 'unpriced', id: line.id, item: line.item, quantity: line.quantity, problem };
}

function withPrice(work: LineInProgress, { setup, currency }: PricingContext): LineWithPrice {
  const digits = minorDigits(currency);
  const slices = work.slices.map(({ quantity, unitPrice, amount, steps }) => {
    const slice = { quantity, unitPrice, amount, steps };
    checkSlice(slice, digits, setup.roundingMode);
    return slice;
  });
  return {
    kind: 'priced',
    id: work.line.id,
    item: work.line.item,
    quantity: work.line.quantity,
    slices,
    amount: withDigits(sum(slices.map(({ amount }) => amount)), digits),
    notApplied: work.notApplied.slice(0, NOT_APPLIED_LISTED),
    notAppliedMore: Math.max(0, work.notApplied.length - NOT_APPLIED_LISTED),
  };
}
