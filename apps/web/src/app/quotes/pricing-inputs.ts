import type { DocumentForm, ItemRow, QuoteContent, SetupForm } from '@honest-ledger/contracts';

/** What the browser needs to price a quote itself: the reachable setup, and the facts. */
export interface PricingInputs {
  readonly setup: SetupForm;
  readonly document: DocumentForm;
}

/** The same inputs for what the quote says now; null where they do not reach that far. */
export function inputsFor(
  { setup, document }: PricingInputs,
  { customer, lines }: QuoteContent,
): PricingInputs | null {
  const known = new Set(document.facts.items.map(({ item }) => item));
  const reach =
    document.facts.customer?.code === customer && lines.every(({ item }) => known.has(item));
  return reach ? { setup, document: { ...document, lines } } : null;
}

/** The inputs with one more item that a line may name. */
export function withItem(inputs: PricingInputs, row: ItemRow): PricingInputs {
  const { setup, document } = inputs;
  const { basePrice, ...facts } = row;
  if (document.facts.items.some(({ item }) => item === row.item)) return inputs;
  const basePrices =
    basePrice === null
      ? setup.basePrices
      : [...setup.basePrices, { item: row.item, price: basePrice }];
  return {
    setup: { ...setup, basePrices },
    document: {
      ...document,
      facts: { ...document.facts, items: [...document.facts.items, facts] },
    },
  };
}
