import type { DocumentView } from '@honest-ledger/contracts';
import isEqual from 'fast-deep-equal';
import type { OpenDocument } from './documents.feature';

/**
 * What the server answers, made of the very objects that are known here wherever these say the same: a
 * line that did not change is not shown anew, and the pricing worker is not told again what it knows.
 */
export function asKnown(view: DocumentView, open: OpenDocument): DocumentView {
  const { setup, document } = view.pricing;
  const items = new Map(open.inputs.document.facts.items.map((one) => [one.item, one]));
  const facts = {
    ...document.facts,
    items: document.facts.items.map((one) => known(items.get(one.item), one)),
  };
  return {
    ...view,
    priced: view.priced.map((line) => known(open.priced[line.id], line)),
    pricing: {
      setup: setup && known(open.inputs.setup, setup),
      document: { ...document, facts },
    },
  };
}

function known<T>(before: T | null | undefined, now: T): T {
  return before && isEqual(before, now) ? before : now;
}
