import type { BasePrice, Setup } from '@honest-ledger/engine';
import { and, eq, gt, lte, or } from 'drizzle-orm';
import type { Queries } from '../../platform/database/database';
import { basePriceRows, items } from '../../platform/database/schema/index';
import { readBasePrices } from './setup-of-version';

/**
 * The base prices of a version, made from those of an earlier one: only rows that changed since are
 * read. A version may have 50,000 of them, and the next one a single other.
 */
export async function patchBasePrices(
  queries: Queries,
  earlier: Setup,
  version: number,
): Promise<readonly BasePrice[]> {
  const { fromVersion, toVersion } = basePriceRows;
  const since = gt(fromVersion, earlier.version);
  const touched = await queries
    .selectDistinct({ item: items.number, unit: basePriceRows.unit })
    .from(basePriceRows)
    .innerJoin(items, eq(items.id, basePriceRows.itemId))
    .where(
      or(
        and(since, lte(fromVersion, version)),
        and(gt(toVersion, earlier.version), lte(toVersion, version)),
      ),
    );
  if (touched.length === 0) return earlier.basePrices;
  const gone = new Set(touched.map(({ item, unit }) => keyOf(item, unit)));
  const stay = earlier.basePrices.filter(({ item, unit }) => !gone.has(keyOf(item, unit ?? '')));
  return merged(stay, await readBasePrices(queries, version, since));
}

const keyOf = (item: string, unit: string): string => `${item}\n${unit}`;

/** Two lists in the order in which they are read, as one in that order. */
function merged(one: readonly BasePrice[], other: readonly BasePrice[]): BasePrice[] {
  const all: BasePrice[] = [];
  let at = 0;
  for (const price of one) {
    for (let next = other[at]; next && isBefore(next, price); next = other[at]) {
      all.push(next);
      at += 1;
    }
    all.push(price);
  }
  return [...all, ...other.slice(at)];
}

/** The database's order: its locale is C.UTF-8, which orders texts by their characters' numbers. */
function isBefore(one: BasePrice, other: BasePrice): boolean {
  if (one.item !== other.item) return one.item < other.item;
  return (one.unit ?? '') < (other.unit ?? '');
}
