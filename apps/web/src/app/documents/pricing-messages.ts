import type { DocumentForm, PricedDocumentForm, SetupForm } from '@honest-ledger/contracts';

/** What the page asks the pricing worker. */
export interface PricingRequest {
  readonly id: number;
  readonly setup: SetupForm;
  readonly document: DocumentForm;
}

/** What the worker answers: the priced document, or a fault of the engine. */
export type PricingAnswer =
  | { readonly id: number; readonly priced: PricedDocumentForm }
  | { readonly id: number; readonly fault: string };
