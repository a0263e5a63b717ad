import type { AnyObjectChange } from '@honest-ledger/contracts';
import { max, sql } from 'drizzle-orm';
import type { Transaction } from '../../platform/database/database';
import { versions } from '../../platform/database/schema/index';
import { publishCondition } from './conditions-of-version';
import { identifyObjects } from './identify';
import { publishBreak } from './publish-break';
import { publishCostTable } from './publish-cost-table';
import { publishLevel } from './publish-level';
import {
  publishAgreements,
  publishBasePrices,
  publishSettings,
  publishSharedPrice,
} from './publish-objects';
import { publishRule } from './publish-rule';

/**
 * Lets one publish at a time go on. It must be a transaction's first statement: what a serializable
 * transaction sees is fixed by its first query, and that must come after the wait.
 */
export async function waitForPublishing(transaction: Transaction): Promise<void> {
  await transaction.execute(sql`lock table ${versions} in share row exclusive mode`);
}

/** Makes the next version's number and row; after {@link waitForPublishing}. */
export async function openVersion(
  transaction: Transaction,
  version: Omit<typeof versions.$inferInsert, 'number'>,
): Promise<number> {
  const [last] = await transaction.select({ number: max(versions.number) }).from(versions);
  const number = (last?.number ?? 0) + 1;
  await transaction.insert(versions).values({ ...version, number });
  return number;
}

/** Writes objects into a version; null withdraws one. Only rows that change are touched. */
export async function publishObjects(
  transaction: Transaction,
  version: number,
  changes: readonly AnyObjectChange[],
  now: Date,
): Promise<void> {
  await identifyObjects(transaction, changes, now);
  const prices = new Map(
    changes.flatMap((one) => (one.kind === 'basePrice' ? [[one.key, one.after ?? []]] : [])),
  );
  await publishBasePrices(transaction, version, prices);
  const agreements = new Map(
    changes.flatMap((one) => (one.kind === 'agreement' ? [[one.key, one.after]] : [])),
  );
  await publishAgreements(transaction, version, agreements);
  for (const change of changes) await publishObject(transaction, version, change);
}

async function publishObject(
  transaction: Transaction,
  version: number,
  { kind, key, after }: AnyObjectChange,
): Promise<void> {
  switch (kind) {
    case 'level':
      await publishLevel(transaction, version, key, after);
      break;
    case 'sharedPrice':
      await publishSharedPrice(transaction, version, key, after);
      break;
    case 'costTable':
      await publishCostTable(transaction, version, key, after);
      break;
    case 'break':
      await publishBreak(transaction, version, key, after);
      break;
    case 'rule':
      await publishRule(transaction, version, key, after);
      break;
    case 'condition':
      await publishCondition(transaction, version, key, after);
      break;
    case 'settings':
      if (after) await publishSettings(transaction, version, after);
      break;
    case 'basePrice':
    case 'agreement':
      break; // all at once, above
  }
}
