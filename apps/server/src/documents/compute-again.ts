import type { AdvancingLine, ComputedAgain } from '@honest-ledger/contracts';
import { MODEL_VERSION, priceDocument, printed } from '@honest-ledger/engine';
import { isDeepStrictEqual } from 'node:util';
import type { Queries } from '../database/database';
import { Problem } from '../http/problems';
import type { Services } from '../services';
import { documentsAsPriced, type DocumentAsPriced } from './as-priced';
import { storedDocument } from './queries';

/**
 * Computes a document again under its own version, at its own instant and with its own facts. Whatever
 * comes out otherwise under the same model version, workings and all, is a fault of the engine.
 */
export async function computeAgain(
  queries: Queries,
  services: Pick<Services, 'setups'>,
  number: number,
): Promise<ComputedAgain> {
  await storedDocument(queries, number); // one that there is
  const [asPriced] = await documentsAsPriced(queries, [number]);
  if (!asPriced) throw new Problem(422, 'There are no lines to compute.');
  const { version, modelVersion: pricedBy, document } = asPriced;
  const differing = await differingFromOwn(queries, services, asPriced);
  return { version, pricedAt: document.pricedAt, modelVersion: MODEL_VERSION, pricedBy, differing };
}

/** The lines of a document that come out otherwise under its own version. */
export async function differingFromOwn(
  queries: Queries,
  { setups }: Pick<Services, 'setups'>,
  { version, document, priced }: DocumentAsPriced,
): Promise<AdvancingLine[]> {
  const { compiled } = await setups.of(queries, version);
  const computed = printed(priceDocument(compiled, document).lines);
  return priced.flatMap(({ id, line: promised }, place): AdvancingLine[] => {
    const today = computed[place];
    return today && !isDeepStrictEqual(today, promised) ? [{ id, promised, today }] : [];
  });
}
