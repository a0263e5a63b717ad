import { decimal, printed, type PricingDocument, type Printed } from '@honest-ledger/engine';

export const DOCUMENT_FORMAT = 'honest-ledger-document';
export const DOCUMENT_FORMAT_VERSION = 1;

/** A document to price, with its facts, as JSON: decimals are text. */
export interface DocumentForm extends Printed<PricingDocument> {
  readonly format: typeof DOCUMENT_FORMAT;
  readonly formatVersion: typeof DOCUMENT_FORMAT_VERSION;
}

/** A document from its checked form. */
export function documentFromForm({
  pricedAt,
  currency,
  facts,
  lines,
}: DocumentForm): PricingDocument {
  return {
    pricedAt,
    currency,
    facts,
    lines: lines.map(({ id, item, quantity }) => ({ id, item, quantity: decimal(quantity) })),
  };
}

export function documentToForm(document: PricingDocument): DocumentForm {
  return {
    format: DOCUMENT_FORMAT,
    formatVersion: DOCUMENT_FORMAT_VERSION,
    ...printed(document),
  };
}
