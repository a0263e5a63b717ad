import type { LevelContent } from '@honest-ledger/contracts';
import {
  decimal,
  printed,
  type Level,
  type LevelEntry,
  type Reach,
  type RoundingRule,
  type Setup,
} from '@honest-ledger/engine';
import { and, asc, eq } from 'drizzle-orm';
import type { Queries } from '../database/database';
import {
  basePriceRows,
  categories,
  items,
  levelEntryRows,
  levelRows,
  settingRows,
} from '../database/schema/index';
import { countsIn } from './queries';

/** The whole setup as a version has it. */
export async function readSetupOfVersion(queries: Queries, version: number): Promise<Setup> {
  const [settings] = await queries.select().from(settingRows).where(countsIn(settingRows, version));
  if (!settings) throw new Error(`version ${String(version)} has no settings`);
  const prices = await queries
    .select({ item: items.number, price: basePriceRows.price })
    .from(basePriceRows)
    .innerJoin(items, eq(items.id, basePriceRows.itemId))
    .where(countsIn(basePriceRows, version))
    .orderBy(asc(items.number));
  return {
    version,
    homeCurrency: settings.homeCurrency,
    roundingMode: settings.roundingMode,
    unitPriceDigits: settings.unitPriceDigits,
    basePrices: prices.map(({ item, price }) => ({ item, price: decimal(price) })),
    levels: await readLevelsOfVersion(queries, version),
  };
}

/** The levels as a version has them, by name; one of them where its id is given. */
export async function readLevelsOfVersion(
  queries: Queries,
  version: number,
  id?: string,
): Promise<Level[]> {
  const heads = await queries
    .select()
    .from(levelRows)
    .where(
      and(countsIn(levelRows, version), id === undefined ? undefined : eq(levelRows.levelId, id)),
    )
    .orderBy(asc(levelRows.name));
  const entries = await queries
    .select({ row: levelEntryRows, item: items.number, category: categories.code })
    .from(levelEntryRows)
    .leftJoin(items, eq(items.id, levelEntryRows.itemId))
    .leftJoin(categories, eq(categories.id, levelEntryRows.categoryId))
    .where(
      and(
        countsIn(levelEntryRows, version),
        id === undefined ? undefined : eq(levelEntryRows.levelId, id),
      ),
    )
    .orderBy(asc(levelEntryRows.position));
  return heads.map((head) => ({
    id: head.levelId,
    name: head.name,
    entries: entries.filter(({ row }) => row.levelId === head.levelId).map(toEntry),
    rounding: toRounding(head),
  }));
}

/** What an administrator edits of a level. */
export function contentOf({ name, entries, rounding }: Level): LevelContent {
  return printed({ name, entries, rounding });
}

function toEntry({
  row,
  item,
  category,
}: {
  row: typeof levelEntryRows.$inferSelect;
  item: string | null;
  category: string | null;
}): LevelEntry {
  const reach: Reach =
    item !== null
      ? { kind: 'item', item }
      : category !== null
        ? { kind: 'category', category }
        : { kind: 'all' };
  return {
    id: row.entryId,
    reach,
    adjustment: { kind: 'percent', percent: decimal(row.percent) },
  };
}

function toRounding(head: typeof levelRows.$inferSelect): RoundingRule | null {
  const { roundingCurrency, roundingIncrement, roundingDirection, leastPrice } = head;
  if (roundingCurrency === null || roundingIncrement === null || roundingDirection === null) {
    return null;
  }
  return {
    currency: roundingCurrency,
    increment: decimal(roundingIncrement),
    direction: roundingDirection,
    leastPrice: leastPrice === null ? null : decimal(leastPrice),
  };
}
