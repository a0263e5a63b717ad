import type { TrialSubject } from '@honest-ledger/contracts';
import {
  PLAIN_LINE,
  PLAIN_DOCUMENT,
  type CompiledSetup,
  type PricingDocument,
} from '@honest-ledger/engine';
import type { Queries } from '../database/database';
import { documentNow, storedDocument } from '../documents/queries';

/** What rules are tried on, as a document of an instant. */
export async function documentOfTrial(
  queries: Queries,
  setup: CompiledSetup,
  on: TrialSubject,
  moment: Date,
): Promise<PricingDocument> {
  if (on.kind === 'document') {
    const { content, document } = await storedDocument(queries, on.number);
    return documentNow(queries, setup, { ...content, kind: document.kind }, moment);
  }
  const { customer, outlet, currency, codes } = on;
  const lines = on.lines.map((line, place) => ({
    id: String(place + 1),
    ...line,
    ...PLAIN_LINE,
  }));
  const written = { ...PLAIN_DOCUMENT, customer, outlet, currency, codes, lines };
  return documentNow(queries, setup, written, moment);
}
