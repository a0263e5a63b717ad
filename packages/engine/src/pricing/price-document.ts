import { compileSetup, type CompiledSetup } from '../compile/compile-setup';
import { minorDigits } from '../number/currency';
import { add, withDigits, ZERO } from '../number/decimal';
import { ratesOf } from '../number/exchange';
import type { PricingDocument } from '../setup/document';
import type { Setup } from '../setup/setup';
import type { PricingContext } from './line-in-progress';
import { beginLine, finishLine } from './price-line';
import { applyBreaks } from './quantity-break';
import { applyLineRules, rememberLevelPrices } from './line-rules';
import { MODEL_VERSION, type PricedDocument } from './priced';

/** What a pricing is asked to write down. */
export interface PricingWish {
  /** False leaves out how prices came about; the prices are the same. */
  readonly workings: boolean;
  /** Each line as if it were the only one: for lists of prices, which are documents of nobody. */
  readonly alone?: boolean;
}

const WITH_WORKINGS: PricingWish = { workings: true };

/** Prices a document with a setup. The same two give the same result for ever. */
export function price(setup: Setup, document: PricingDocument): PricedDocument {
  return priceDocument(compileSetup(setup), document);
}

/** Prices a document with a setup that was compiled before. */
export function priceDocument(
  setup: CompiledSetup,
  document: PricingDocument,
  { workings, alone = false }: PricingWish = WITH_WORKINGS,
): PricedDocument {
  const { currency, level, facts, pricedAt, codes } = document;
  const rates = ratesOf(setup.homeCurrency, facts.rates);
  const context: PricingContext = {
    setup,
    currency,
    codes: new Set(codes.map((code) => code.toLowerCase())),
    level,
    facts,
    rates,
    unitDigits: setup.unitPriceDigits(currency),
    amountDigits: minorDigits(currency),
    workings,
    alone,
  };
  const items = new Map(facts.items.map((item) => [item.item, item]));
  const begun = document.lines.map((line) => beginLine(line, items.get(line.item), context));
  if (setup.rulesFor) rememberLevelPrices(begun);
  applyBreaks(begun, context);
  applyLineRules(begun, context);
  const lines = begun.map((line) => finishLine(line, context));
  let total = ZERO;
  let unpricedLines = 0;
  for (const line of lines) {
    if (line.kind === 'priced') total = add(total, line.amount);
    else unpricedLines += 1;
  }
  return {
    modelVersion: MODEL_VERSION,
    version: setup.version,
    pricedAt,
    currency,
    lines,
    total: withDigits(total, context.amountDigits),
    unpricedLines,
  };
}
