import type { AdvancingLine, ComputedAgain, PricedLineForm } from '@honest-ledger/contracts';
import { MODEL_VERSION, priceDocument, serialized } from '@honest-ledger/engine';
import { isDeepStrictEqual } from 'node:util';
import type { Queries } from '../../platform/database/database';
import { Problem } from '../../platform/http/problems';
import type { Services } from '../../setup/versions/services';
import { documentsAsPriced, type DocumentAsPriced } from './as-priced';
import { outcomeOf, storedDocument } from './queries';

/**
 * Computes a document again under its own version, at its own instant and with its own facts. Whatever
 * comes out otherwise under the same model version, workings and all, is a fault of the engine.
 */
export async function recalculate(
  queries: Queries,
  services: Pick<Services, 'setups'>,
  number: number,
): Promise<ComputedAgain> {
  const { outcome } = (await storedDocument(queries, number)).document;
  const [asPriced] = await documentsAsPriced(queries, [number]);
  if (!asPriced) throw new Problem(422, 'There are no lines to compute.');
  const { version, modelVersion: pricedBy, document } = asPriced;
  const { compiled } = await services.setups.of(queries, version);
  const computed = priceDocument(compiled, document);
  const today = outcomeOf(computed);
  return {
    version,
    pricedAt: document.pricedAt,
    modelVersion: MODEL_VERSION,
    pricedBy,
    differing: differingFrom(asPriced, serialized(computed.lines)),
    whole:
      outcome === null || isDeepStrictEqual(outcome, today) ? null : { promised: outcome, today },
  };
}

/** The lines of a document that are computed otherwise than they were priced, workings and all. */
export function differingFrom(
  { priced }: DocumentAsPriced,
  computed: readonly PricedLineForm[],
): AdvancingLine[] {
  return priced.flatMap(({ id, line: promised }, place): AdvancingLine[] => {
    const today = computed[place];
    return today && !isDeepStrictEqual(today, promised) ? [{ id, promised, today }] : [];
  });
}
