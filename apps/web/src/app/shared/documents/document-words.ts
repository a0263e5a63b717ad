import type { DocumentState } from '@honest-ledger/contracts';
import { DOCUMENT_KINDS, type DocumentKind, type DocumentName } from '@honest-ledger/engine';

interface Words {
  /** "Quote" */
  readonly one: string;
  /** "Quotes" */
  readonly title: string;
  /** "a quote" */
  readonly a: string;
}

/** What people call each kind of document. */
export const WORDS: Readonly<Record<DocumentKind, Words>> = {
  quote: { one: 'Quote', title: 'Quotes', a: 'a quote' },
  order: { one: 'Order', title: 'Orders', a: 'an order' },
  sale: { one: 'Sale', title: 'Sales', a: 'a sale' },
};

/** The address of a document's page. */
export function addressOf({ kind, number }: DocumentName): readonly [string, number] {
  return [`/${kind}s`, number];
}

/** A step that a document may take. */
export interface Step {
  readonly into: DocumentKind;
  /** What the button says. */
  readonly label: string;
}

/** The steps that a document may take next: the usual one first. */
export function stepsOf(
  kind: DocumentKind,
  state: DocumentState,
  became: readonly DocumentName[],
): readonly Step[] {
  if (state === 'posted' || state === 'cancelled' || became.length > 0) return [];
  const own: readonly Step[] =
    kind === 'quote' || state !== 'open'
      ? []
      : [{ into: kind, label: kind === 'order' ? 'Confirm' : 'Post' }];
  if (own.length > 0) return own;
  const later = DOCUMENT_KINDS.slice(DOCUMENT_KINDS.indexOf(kind) + 1);
  return later.map((into) => ({ into, label: `Convert to ${into}` }));
}
