import {
  documentFromForm,
  DOCUMENT_FORMAT,
  DOCUMENT_FORMAT_VERSION,
  type AdvancingLine,
  type ComputedAgain,
} from '@honest-ledger/contracts';
import { MODEL_VERSION, priceDocument, printed } from '@honest-ledger/engine';
import { eq } from 'drizzle-orm';
import { isDeepStrictEqual } from 'node:util';
import type { Queries } from '../database/database';
import { factSets } from '../database/schema/index';
import { Problem } from '../http/problems';
import type { Services } from '../services';
import { storedDocument } from './queries';

/** What facts that were stored before did not have: nothing of it was asked for. */
const KNOWN_SINCE = { ruleUses: [], bought: null, setUpPaid: [] } as const;

/**
 * Computes a document again under its own version, at its own instant and with its own facts. Whatever
 * comes out otherwise under the same model version, workings and all, is a fault of the engine.
 */
export async function computeAgain(
  queries: Queries,
  { setups }: Pick<Services, 'setups'>,
  number: number,
): Promise<ComputedAgain> {
  const { content, rows, document: row } = await storedDocument(queries, number);
  const [first] = rows;
  if (!first) throw new Problem(422, 'There are no lines to compute.');
  const { version, pricedAt, modelVersion: pricedBy, factsHash } = first;
  const [facts] = await queries.select().from(factSets).where(eq(factSets.hash, factsHash));
  if (!facts) throw new Error(`the facts of document ${String(number)} are gone`);
  const { compiled } = await setups.of(queries, version);
  const { currency, level, codes, shipping, byHand, attributes, circumstances, lines } = content;
  const document = documentFromForm({
    format: DOCUMENT_FORMAT,
    formatVersion: DOCUMENT_FORMAT_VERSION,
    pricedAt: pricedAt.toISOString(),
    currency,
    level,
    codes,
    shipping,
    byHand,
    attributes,
    kind: row.kind,
    circumstances,
    facts: { ...KNOWN_SINCE, ...facts.content },
    lines,
  });
  const computed = printed(priceDocument(compiled, document).lines);
  const differing = rows.flatMap(({ id, priced: promised }, place): AdvancingLine[] => {
    const today = computed[place];
    return today && !isDeepStrictEqual(today, promised) ? [{ id, promised, today }] : [];
  });
  return {
    version,
    pricedAt: pricedAt.toISOString(),
    modelVersion: MODEL_VERSION,
    pricedBy,
    differing,
  };
}
