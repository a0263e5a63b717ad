import type { BreakContent } from '@honest-ledger/contracts';
import { eq } from 'drizzle-orm';
import { numbersIn, scopeIds, readGoodsCodes } from '../../master-data/catalogue/goods-codes';
import type { Transaction } from '../../platform/database/database';
import {
  breakLimitRows,
  breakScopeRows,
  breakRows,
  customers,
  outlets,
  segments,
} from '../../platform/database/schema/index';
import { idsByCode } from '../../platform/database/codes';
import { idOf } from './id-of';
import { replaceRows } from './rows';

/** Writes a quantity break into a version; null withdraws it. Only rows that change are touched. */
export async function publishBreak(
  transaction: Transaction,
  version: number,
  breakId: string,
  content: BreakContent | null,
): Promise<void> {
  const scopes = content?.scopes ?? [];
  const codes = await readGoodsCodes(transaction, { numbers: numbersIn(scopes) });
  await replaceRows(
    transaction,
    breakRows,
    eq(breakRows.breakId, breakId),
    content ? [headColumns(breakId, content)] : [],
    version,
  );
  await replaceRows(
    transaction,
    breakScopeRows,
    eq(breakScopeRows.breakId, breakId),
    scopes.map((scope, position) => ({ breakId, position, ...scopeIds(scope, codes) })),
    version,
  );
  await replaceRows(
    transaction,
    breakLimitRows,
    eq(breakLimitRows.breakId, breakId),
    content ? await limitColumns(transaction, breakId, content) : [],
    version,
  );
}

function headColumns(
  breakId: string,
  content: BreakContent,
): Omit<typeof breakRows.$inferInsert, 'fromVersion'> {
  const { scopes: _, levels, parties, outlets: places, window, ...same } = content;
  return {
    breakId,
    ...same,
    onlyListedLevels: levels !== null,
    onlyListedParties: parties !== null,
    onlyListedOutlets: places !== null,
    fromDay: window.from,
    untilDay: window.until,
  };
}

const NO_LIMIT = { levelId: null, customerId: null, segmentId: null, outletId: null };

async function limitColumns(
  transaction: Transaction,
  breakId: string,
  { levels, parties, outlets: places }: BreakContent,
): Promise<Omit<typeof breakLimitRows.$inferInsert, 'fromVersion'>[]> {
  const people = await idsByCode(transaction, customers, parties?.customers ?? []);
  const groups = await idsByCode(transaction, segments);
  const known = await idsByCode(transaction, outlets);
  return [
    ...(levels ?? []).map((levelId) => ({ ...NO_LIMIT, levelId })),
    ...(parties?.customers ?? []).map((code) => ({
      ...NO_LIMIT,
      customerId: idOf(people, code, 'customer'),
    })),
    ...(parties?.segments ?? []).map((code) => ({
      ...NO_LIMIT,
      segmentId: idOf(groups, code, 'segment'),
    })),
    ...(places ?? []).map((code) => ({ ...NO_LIMIT, outletId: idOf(known, code, 'outlet') })),
  ].map((limit) => ({ breakId, ...limit }));
}
