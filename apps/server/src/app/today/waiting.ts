import { may, type Role, type TodayWaiting, type WaitingCounts } from '@honest-ledger/contracts';
import { count, eq, min } from 'drizzle-orm';
import type { Queries } from '../../platform/database/database';
import { approvals, costUpdates, priceProposals } from '../../platform/database/schema/index';

/** How many decisions wait for a role. */
export async function countWaiting(queries: Queries, role: Role): Promise<WaitingCounts> {
  return {
    approvals: (await waitingApprovals(queries, role))?.count ?? 0,
    proposedPrices: (await waitingPrices(queries, role))?.count ?? 0,
  };
}

/** Documents that wait for an approval; null where none does, or the role may not give it. */
export async function waitingApprovals(queries: Queries, role: Role): Promise<TodayWaiting | null> {
  if (!may(role, 'approve')) return null;
  const [row] = await queries
    .select({ count: count(), since: min(approvals.askedAt) })
    .from(approvals)
    .where(eq(approvals.state, 'asked'));
  return waiting(row);
}

/** Prices that would follow new costs; null where none would, or the role may not decide. */
export async function waitingPrices(queries: Queries, role: Role): Promise<TodayWaiting | null> {
  if (!may(role, 'editSetup')) return null;
  const [row] = await queries
    .select({ count: count(), since: min(costUpdates.at) })
    .from(priceProposals)
    .innerJoin(costUpdates, eq(costUpdates.id, priceProposals.costUpdateId))
    .where(eq(priceProposals.state, 'waiting'));
  return waiting(row);
}

function waiting(
  row: { readonly count: number; readonly since: Date | null } | undefined,
): TodayWaiting | null {
  return row?.since ? { count: row.count, since: row.since.toISOString() } : null;
}
