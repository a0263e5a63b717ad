import type { CodeAndName } from '@honest-ledger/contracts';
import { guessedPlural } from '@honest-ledger/wording';
import { union } from 'drizzle-orm/pg-core';
import type { Queries } from '../../platform/database/database';
import { items, itemUnits, units } from '../../platform/database/schema/index';

/**
 * Every unit that somebody has named or an item is sold by, by its code, with what more than one of it is
 * called; by the rules of English where nobody has said it.
 */
export async function unitNames(queries: Queries): Promise<CodeAndName[]> {
  const named = await queries.select({ code: units.code, name: units.name }).from(units);
  const used = await union(
    queries.selectDistinct({ code: items.unit }).from(items),
    queries.selectDistinct({ code: itemUnits.unit }).from(itemUnits),
  );
  const names = new Map([
    ...used.map(({ code }) => [code, guessedPlural(code)] as const),
    ...named.map(({ code, name }) => [code, name] as const),
  ]);
  return [...names]
    .map(([code, name]) => ({ code, name }))
    .toSorted((one, other) => one.code.localeCompare(other.code, 'en'));
}
