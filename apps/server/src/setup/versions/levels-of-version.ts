import { entryFromForm, roundingFromForm, type LevelContent } from '@honest-ledger/contracts';
import { serialized, type Basis, type Level } from '@honest-ledger/engine';
import { and, asc, eq, type SQL } from 'drizzle-orm';
import type { AnyPgColumn } from 'drizzle-orm/pg-core';
import { readGoodsCodes, scopeOf, type GoodsCodes } from '../../master-data/catalogue/goods-codes';
import type { Queries } from '../../platform/database/database';
import {
  costKinds,
  items,
  levelEntryRows,
  levelExceptionRows,
  levelPriceRows,
  levelRows,
} from '../../platform/database/schema/index';
import { countsIn } from './queries';
import { datedPrice } from './setup-of-version';

/** The levels as a version has them, by name; one of them where its id is given. */
export async function readLevelsOfVersion(
  queries: Queries,
  version: number,
  id?: string,
): Promise<Level[]> {
  const ofLevel = (table: VersionedByLevel): SQL | undefined =>
    and(countsIn(table, version), id === undefined ? undefined : eq(table.levelId, id));
  const heads = await queries
    .select()
    .from(levelRows)
    .where(ofLevel(levelRows))
    .orderBy(asc(levelRows.name));
  const entries = await queries
    .select({ row: levelEntryRows, cost: costKinds.code })
    .from(levelEntryRows)
    .leftJoin(costKinds, eq(costKinds.id, levelEntryRows.basisCostId))
    .where(ofLevel(levelEntryRows))
    .orderBy(asc(levelEntryRows.position));
  const exceptions = await queries
    .select({ levelId: levelExceptionRows.levelId, item: items.number })
    .from(levelExceptionRows)
    .innerJoin(items, eq(items.id, levelExceptionRows.itemId))
    .where(ofLevel(levelExceptionRows))
    .orderBy(asc(items.number));
  const prices = await queries
    .select({ row: levelPriceRows, item: items.number })
    .from(levelPriceRows)
    .innerJoin(items, eq(items.id, levelPriceRows.itemId))
    .where(ofLevel(levelPriceRows))
    .orderBy(asc(items.number), asc(levelPriceRows.rowId));
  const ids = entries.flatMap(({ row: { itemId } }) => (itemId === null ? [] : [itemId]));
  const codes = await readGoodsCodes(queries, { ids });
  return heads.map((head) => ({
    id: head.levelId,
    name: head.name,
    currency: head.currency,
    window: { from: head.fromDay, until: head.untilDay },
    order: head.entryOrder,
    entries: entries
      .filter(({ row }) => row.levelId === head.levelId)
      .map(({ row, cost }) => toEntry(row, cost, codes)),
    exceptions: exceptions
      .filter(({ levelId }) => levelId === head.levelId)
      .map(({ item }) => item),
    typedPrices: prices
      .filter(({ row }) => row.levelId === head.levelId)
      .map(({ row, item }) => ({ ...datedPrice(row, item), id: row.priceId, closes: row.closes })),
    rounding: head.rounding && roundingFromForm(head.rounding),
  }));
}

/** What an administrator edits of a level. */
export function contentOf({ id: _, ...content }: Level): LevelContent {
  return serialized(content);
}

type VersionedByLevel = Parameters<typeof countsIn>[0] & { readonly levelId: AnyPgColumn };

function toEntry(
  row: typeof levelEntryRows.$inferSelect,
  cost: string | null,
  codes: GoodsCodes,
): Level['entries'][number] {
  const { entryId: id, adjusting, rounding, closes } = row;
  return entryFromForm({
    id,
    scope: scopeOf(row, codes),
    basis: toBasis(row, cost),
    adjusting,
    rounding,
    closes,
  });
}

function toBasis(
  { basis, basisLevelId, basisName, basisTableId }: typeof levelEntryRows.$inferSelect,
  cost: string | null,
): Basis {
  switch (basis) {
    case 'basePrice':
    case 'listPrice':
      return { kind: basis };
    case 'namedPrice':
      return { kind: basis, name: basisName ?? '' };
    case 'level':
      return { kind: basis, level: basisLevelId ?? '' };
    case 'cost':
      return { kind: basis, cost: cost ?? '' };
    case 'costTable':
      return { kind: basis, table: basisTableId };
  }
}
