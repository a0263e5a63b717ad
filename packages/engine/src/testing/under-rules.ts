import { print } from '../number/decimal';
import type { PricingDocument } from '../setup/document';
import type { Rule } from '../setup/rule';
import type { Setup } from '../setup/setup';
import { pricedLine } from './priced';
import { basePrice, documentOf, factsOf, setupOf } from './saltmarsh';

export const NOBODY = factsOf({ customer: null });

/** A line of bags for nobody in particular, under some rules. */
export function underRules(
  base: string,
  all: readonly Rule[],
  quantity = '1',
  changes: Partial<PricingDocument> = {},
  setup: Partial<Setup> = {},
) {
  return pricedLine(
    setupOf({ basePrices: [basePrice(base)], rules: all, ...setup }),
    documentOf(quantity, { facts: NOBODY, ...changes }),
  );
}

export const amountUnder = (...asked: Parameters<typeof underRules>): string =>
  print(underRules(...asked).amount);

export const named = (name: string, rule: Rule): Rule => ({ ...rule, id: name, name });
