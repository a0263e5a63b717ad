import { type DocumentFacts, type OutletFacts } from '@honest-ledger/engine';
import { asc, eq } from 'drizzle-orm';
import { customerFacts } from '../customers/customer-facts';
import type { Queries } from '../../platform/database/database';
import { outletLevels, outlets } from '../../platform/database/schema/index';
import { Problem } from '../../platform/http/problems';
import { localTime } from '../../platform/clock/local-time';
import { ratesAt } from '../currencies/known';

/** The zone of documents that are made at no outlet. */
export const NO_OUTLETS_ZONE = 'UTC';

/** All facts around the lines of a document at an instant, but for its items and its uses of rules. */
export async function loadDocumentFacts(
  queries: Queries,
  { customer, outlet }: { readonly customer: string | null; readonly outlet: string | null },
  now: Date,
): Promise<Omit<DocumentFacts, 'items'>> {
  const found = outlet === null ? null : await outletFacts(queries, outlet);
  return {
    local: localTime(now, found?.timeZone ?? NO_OUTLETS_ZONE),
    outlet: found,
    customer: customer === null ? null : await customerFacts(queries, customer),
    rates: await ratesAt(queries, now),
    ruleUses: [],
    bought: null,
    setUpPaid: [],
    tax: null,
  };
}

export async function outletFacts(queries: Queries, code: string): Promise<OutletFacts> {
  const [row] = await queries.select().from(outlets).where(eq(outlets.code, code));
  if (!row) throw new Problem(422, `There is no outlet ${code}.`);
  const allowed = await queries
    .select({ id: outletLevels.levelId })
    .from(outletLevels)
    .where(eq(outletLevels.outletId, row.id))
    .orderBy(asc(outletLevels.levelId));
  return {
    code: row.code,
    name: row.name,
    timeZone: row.timeZone,
    level: row.levelId,
    levelsAllowed: row.onlyListedLevels ? allowed.map(({ id }) => id) : null,
  };
}
