import { breakFromForm, type BreakContent } from '@honest-ledger/contracts';
import { serialized, type QuantityBreak } from '@honest-ledger/engine';
import { asc, eq } from 'drizzle-orm';
import { readGoodsCodes, scopeOf } from '../../master-data/catalogue/goods-codes';
import type { Queries } from '../../platform/database/database';
import {
  breakLimitRows,
  breakScopeRows,
  breakRows,
  customers,
  outlets,
  segments,
} from '../../platform/database/schema/index';
import { byName } from './cost-tables-of-version';
import { countsIn } from './queries';

/** The quantity breaks as a version has them, by name. */
export async function readBreaksOfVersion(
  queries: Queries,
  version: number,
): Promise<QuantityBreak[]> {
  const heads = await queries.select().from(breakRows).where(countsIn(breakRows, version));
  if (heads.length === 0) return [];
  const scopes = await queries
    .select()
    .from(breakScopeRows)
    .where(countsIn(breakScopeRows, version))
    .orderBy(asc(breakScopeRows.position));
  const limits = await queries
    .select({
      breakId: breakLimitRows.breakId,
      level: breakLimitRows.levelId,
      customer: customers.code,
      segment: segments.code,
      outlet: outlets.code,
    })
    .from(breakLimitRows)
    .leftJoin(customers, eq(customers.id, breakLimitRows.customerId))
    .leftJoin(segments, eq(segments.id, breakLimitRows.segmentId))
    .leftJoin(outlets, eq(outlets.id, breakLimitRows.outletId))
    .where(countsIn(breakLimitRows, version))
    .orderBy(asc(breakLimitRows.rowId));
  const ids = scopes.flatMap(({ itemId }) => (itemId === null ? [] : [itemId]));
  const codes = await readGoodsCodes(queries, { ids });
  const found = heads.map((head): QuantityBreak => {
    const own = limits.filter(({ breakId }) => breakId === head.breakId);
    const listed = (part: 'level' | 'customer' | 'segment' | 'outlet'): string[] =>
      own.flatMap((limit) => limit[part] ?? []);
    return breakFromForm({
      id: head.breakId,
      name: head.name,
      words: head.words,
      currency: head.currency,
      scopes: scopes
        .filter(({ breakId }) => breakId === head.breakId)
        .map((row) => scopeOf(row, codes)),
      levels: head.onlyListedLevels ? listed('level') : null,
      parties: head.onlyListedParties
        ? { customers: listed('customer'), segments: listed('segment') }
        : null,
      outlets: head.onlyListedOutlets ? listed('outlet') : null,
      window: { from: head.fromDay, until: head.untilDay },
      count: head.count,
      measure: head.measure,
      mode: head.mode,
      basis: head.basis,
      always: head.always,
      tiers: head.tiers,
      rounding: head.rounding,
      setUp: head.setUp,
    });
  });
  return found.sort(byName);
}

/** What an administrator edits of a break. */
export function contentOfBreak({ id: _, ...content }: QuantityBreak): BreakContent {
  return serialized(content);
}
