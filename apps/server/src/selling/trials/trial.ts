import type { TrialSubject } from '@honest-ledger/contracts';
import {
  PLAIN_LINE,
  PLAIN_DOCUMENT,
  type CompiledSetup,
  type PricingDocument,
} from '@honest-ledger/engine';
import type { Queries } from '../../platform/database/database';
import { documentAt, storedDocument } from '../documents/queries';
import { momentOf } from '../../master-data/facts/as-of';

/** What rules are tried on, as a document of the instant that was asked for, else of its own or of now. */
export async function documentOfTrial(
  queries: Queries,
  setup: CompiledSetup,
  { on, at }: { readonly on: TrialSubject; readonly at: string | null },
  now: Date,
): Promise<PricingDocument> {
  const moment = at === null ? null : new Date(at);
  if (on.kind === 'document') {
    const { content, document } = await storedDocument(queries, on.number);
    const own = moment ?? (await momentOf(queries, content, now));
    return documentAt(queries, setup, { ...content, kind: document.kind }, own);
  }
  const { customer, outlet, currency, codes } = on;
  const lines = on.lines.map((line, place) => ({
    id: String(place + 1),
    ...line,
    ...PLAIN_LINE,
  }));
  const written = { ...PLAIN_DOCUMENT, customer, outlet, currency, codes, lines };
  return documentAt(queries, setup, written, moment ?? now);
}
