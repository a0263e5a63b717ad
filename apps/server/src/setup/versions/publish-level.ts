import type { LevelContent, LevelEntryForm, TypedPriceForm } from '@honest-ledger/contracts';
import { eq } from 'drizzle-orm';
import {
  numbersIn,
  scopeIds,
  readGoodsCodes,
  type GoodsCodes,
} from '../../master-data/catalogue/goods-codes';
import type { Transaction } from '../../platform/database/database';
import {
  costKinds,
  levelEntryRows,
  levelExceptionRows,
  levelPriceRows,
  levelRows,
} from '../../platform/database/schema/index';
import { idsByCode } from '../../platform/database/codes';
import { datedColumns } from './publish-objects';
import { replaceRows } from './rows';

/** Writes a level into a version; null withdraws it. Only rows that change are touched. */
export async function publishLevel(
  transaction: Transaction,
  version: number,
  id: string,
  content: LevelContent | null,
): Promise<void> {
  const { entries = [], exceptions = [], typedPrices = [] } = content ?? {};
  const codes = await readGoodsCodes(transaction, {
    numbers: [
      ...numbersIn(entries.map(({ scope }) => scope)),
      ...exceptions,
      ...typedPrices.map(({ item }) => item),
    ],
  });
  const itemId = (item: string): number => scopeIds({ kind: 'item', item }, codes).itemId ?? 0;
  const kinds = await idsByCode(transaction, costKinds);
  const head = content ? [headColumns(id, content)] : [];
  await replaceRows(transaction, levelRows, eq(levelRows.levelId, id), head, version);
  await replaceRows(
    transaction,
    levelEntryRows,
    eq(levelEntryRows.levelId, id),
    entries.map((entry, position) => entryColumns(id, entry, position, codes, kinds)),
    version,
  );
  await replaceRows(
    transaction,
    levelExceptionRows,
    eq(levelExceptionRows.levelId, id),
    exceptions.map((item) => ({ levelId: id, itemId: itemId(item) })),
    version,
  );
  await replaceRows(
    transaction,
    levelPriceRows,
    eq(levelPriceRows.levelId, id),
    typedPrices.map((typed) => priceColumns(id, typed, itemId(typed.item))),
    version,
  );
}

function headColumns(
  levelId: string,
  { name, currency, window, order, rounding }: LevelContent,
): Omit<typeof levelRows.$inferInsert, 'fromVersion'> {
  const { from: fromDay, until: untilDay } = window;
  return { levelId, name, currency, fromDay, untilDay, entryOrder: order, rounding };
}

function entryColumns(
  levelId: string,
  { id: entryId, scope, basis, adjusting, rounding, closes }: LevelEntryForm,
  position: number,
  codes: GoodsCodes,
  kinds: ReadonlyMap<string, number>,
): Omit<typeof levelEntryRows.$inferInsert, 'fromVersion'> {
  return {
    levelId,
    entryId,
    position,
    ...scopeIds(scope, codes),
    basis: basis.kind,
    basisLevelId: basis.kind === 'level' ? basis.level : null,
    basisName: basis.kind === 'namedPrice' ? basis.name : null,
    basisCostId: basis.kind === 'cost' ? (kinds.get(basis.cost) ?? null) : null,
    basisTableId: basis.kind === 'costTable' ? basis.table : null,
    adjusting,
    rounding,
    closes,
  };
}

function priceColumns(
  levelId: string,
  typed: TypedPriceForm,
  itemId: number,
): Omit<typeof levelPriceRows.$inferInsert, 'fromVersion'> {
  return { levelId, priceId: typed.id, itemId, ...datedColumns(typed), closes: typed.closes };
}
