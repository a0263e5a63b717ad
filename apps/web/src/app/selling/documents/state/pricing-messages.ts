import type {
  DocumentFactsForm,
  DocumentForm,
  PricedDocumentForm,
  PricedLineForm,
  SetupForm,
} from '@honest-ledger/contracts';

/** What the page asks the pricing worker. What is as it was asked last is left out. */
export interface PricingRequest {
  readonly id: number;
  readonly setup: SetupForm | null;
  readonly facts: DocumentFactsForm | null;
  readonly document: Omit<DocumentForm, 'facts'>;
}

/** What the worker answers: the priced document, or a fault of the engine. */
export type PricingAnswer =
  | {
      readonly id: number;
      readonly priced: Omit<PricedDocumentForm, 'lines'>;
      /** In their order; of a line that is as it was answered last, its id alone. */
      readonly lines: readonly (PricedLineForm | string)[];
    }
  | { readonly id: number; readonly fault: string };
