import type { DocumentForm, DocumentContent, SetupForm } from '@honest-ledger/contracts';

/** What the browser needs to price a quote itself: the reachable setup, and the facts. */
export interface PricingInputs {
  /** Null where the server alone may price it. */
  readonly setup: SetupForm | null;
  readonly document: DocumentForm;
  /** As of when it was to be priced; null for as of then. */
  readonly asOf: DocumentContent['asOf'];
}

/**
 * The same inputs for what the quote says now; null where they do not reach that far: another
 * customer, outlet or moment, an item or a level that they do not have. Then the server alone prices.
 */
export function inputsFor(
  { setup, document, asOf: gatheredFor }: PricingInputs,
  { customer, outlet, asOf, ...written }: DocumentContent,
): { readonly setup: SetupForm; readonly document: DocumentForm } | null {
  if (!setup) return null;
  const { facts } = document;
  const { title: _, validUntil: __, ...asked } = written;
  const { level, lines } = asked;
  const items = new Set(facts.items.map(({ item }) => item));
  const levels = new Set(setup.levels.map(({ id }) => id));
  const chosen = [level, ...lines.map((line) => line.level)];
  const scope =
    facts.customer?.code === customer &&
    (facts.outlet?.code ?? null) === outlet &&
    gatheredFor === asOf &&
    lines.every(({ item }) => items.has(item)) &&
    chosen.every((id) => id === null || levels.has(id));
  return scope
    ? {
        setup,
        document: { ...document, ...asked },
      }
    : null;
}
