import type { DocumentOutcome } from '@honest-ledger/contracts';

/** What a document without rules and shipping comes to. */
export function outcomeOf(total: string): DocumentOutcome {
  return {
    subtotal: total,
    shipping: null,
    rules: [],
    discount: null,
    notApplied: [],
    codes: [],
    total,
    tax: null,
    totalWithTax: total,
  };
}
