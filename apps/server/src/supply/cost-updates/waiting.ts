import type { Decide, WaitingPage, WaitingQuery, Weigh, Weighed } from '@honest-ledger/contracts';
import {
  addExact,
  decimal,
  divide,
  fromInteger,
  marginOf,
  serialized,
  type BasePrice,
  type Exact,
  printPercent,
} from '@honest-ledger/engine';
import { and, asc, count, desc, eq, sql, type SQL } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import { record, type Actor } from '../../platform/changes/record';
import type { Queries, Transaction } from '../../platform/database/database';
import { inList } from '../../platform/database/patterns';
import {
  items,
  priceProposals,
  costUpdates,
  suppliers,
} from '../../platform/database/schema/index';
import { saveEdits } from '../../setup/drafts/save-edits';
import { conflict, Problem } from '../../platform/http/problems';
import type { Services } from '../../setup/versions/services';
import { settingsInForce, versionInForce } from '../../master-data/in-force/queries';
import { contentsIn } from '../../setup/versions/setup-objects';
import { readFollowRules, writeFollowRules } from './follow-rules';
import { priceThatFollows } from './queries';

/** Prices that wait for somebody to look at them, the largest move first. */
export async function findWaiting(
  queries: Queries,
  { costUpdate, sort, offset, limit }: WaitingQuery,
): Promise<WaitingPage> {
  const { homeCurrency } = await settingsInForce(queries);
  const where = and(
    eq(priceProposals.state, 'waiting'),
    costUpdate === undefined ? undefined : eq(priceProposals.costUpdateId, costUpdate),
  );
  const byMove = [sql`abs(${priceProposals.move}) desc`, asc(items.number)];
  const orders: Readonly<Record<WaitingQuery['sort'], SQL[]>> = {
    item: [asc(items.number)],
    move: byMove,
    costUpdate: [desc(costUpdates.at), asc(priceProposals.costUpdateId), ...byMove],
  };
  const rows = await queries
    .select({
      one: priceProposals,
      item: items.number,
      name: items.name,
      supplier: suppliers.name,
      at: costUpdates.at,
    })
    .from(priceProposals)
    .innerJoin(items, eq(items.id, priceProposals.itemId))
    .innerJoin(costUpdates, eq(costUpdates.id, priceProposals.costUpdateId))
    .innerJoin(suppliers, eq(suppliers.id, costUpdates.supplierId))
    .where(where)
    .orderBy(...orders[sort], asc(priceProposals.id))
    .limit(limit)
    .offset(offset);
  const [counted] = await queries.select({ total: count() }).from(priceProposals).where(where);
  return {
    rows: rows.map(({ one, item, name, supplier, at }) => ({
      id: one.id,
      costUpdate: one.costUpdateId,
      supplier,
      at: at.toISOString(),
      item,
      name,
      currency: homeCurrency,
      oldCost: one.oldUnitCost,
      newCost: one.newUnitCost,
      price: priceThatFollows({ ...one, follows: 'waits' }, homeCurrency),
    })),
    total: counted?.total ?? 0,
    ...(await meanMargins(queries, where)),
  };
}

/** The mean of the margins of all that wait: as prices are, and if all followed. */
async function meanMargins(
  queries: Queries,
  where: SQL | undefined,
): Promise<Pick<WaitingPage, 'marginBefore' | 'marginAfter'>> {
  const rows = await pricesAndCosts(queries, where);
  return {
    marginBefore: meanMargin(rows.map(({ before, cost }) => [before, cost])),
    marginAfter: meanMargin(rows.map(({ after, cost }) => [after, cost])),
  };
}

function pricesAndCosts(queries: Queries, where: SQL | undefined) {
  return queries
    .select({
      id: priceProposals.id,
      cost: priceProposals.newUnitCost,
      before: priceProposals.priceBefore,
      after: priceProposals.priceAfter,
    })
    .from(priceProposals)
    .where(where);
}

function meanMargin(prices: readonly (readonly [price: string, cost: string])[]): string | null {
  const margins = prices.flatMap(([price, cost]) => marginOf(decimal(price), decimal(cost)) ?? []);
  if (margins.length === 0) return null;
  // fractions of many different prices would grow without end: a mean of tenths is exact enough
  const tenths = margins.map((margin) => decimal(printPercent(margin)));
  const sum = tenths.reduce<Exact>((total, one) => addExact(total, one), fromInteger(0));
  return printPercent(divide(sum, fromInteger(tenths.length)));
}

/** What accepting some of the prices that wait would do to margins. */
export async function weighWaiting(queries: Queries, { ids, prices }: Weigh): Promise<Weighed> {
  const all = await pricesAndCosts(queries, eq(priceProposals.state, 'waiting'));
  const wanted = new Set(ids);
  const then = ({ id, after }: (typeof all)[number]): string => prices[String(id)] ?? after;
  const chosen = all.filter(({ id }) => wanted.has(id));
  return {
    count: chosen.length,
    marginBefore: meanMargin(chosen.map(({ before, cost }) => [before, cost])),
    marginAfter: meanMargin(chosen.map((one) => [then(one), one.cost])),
    allAfter: meanMargin(all.map((one) => [wanted.has(one.id) ? then(one) : one.before, one.cost])),
  };
}

/** Decides what becomes of prices that wait, all of them or none. */
export async function decideWaiting(
  transaction: Transaction,
  services: Services,
  { ids, decision, prices, draft }: Decide,
  actor: Actor,
): Promise<void> {
  const rows = await transaction
    .select({ one: priceProposals, item: items.number })
    .from(priceProposals)
    .innerJoin(items, eq(items.id, priceProposals.itemId))
    .where(and(inList(priceProposals.id, ids), eq(priceProposals.state, 'waiting')))
    .for('update', { of: priceProposals });
  if (rows.length < ids.length) {
    throw conflict(
      'Some of these prices have been decided since you opened the list. Reload it.',
      null,
    );
  }
  const chosen = new Map(
    rows.map(({ one, item }) => [item, prices[String(one.id)] ?? one.priceAfter] as const),
  );
  if (decision === 'accept') await toDraft(transaction, services, chosen, { draft, actor });
  if (decision === 'leaveOut') await leaveOut(transaction, [...chosen.keys()], actor);
  for (const { one } of rows) {
    const own = prices[String(one.id)];
    if (decision !== 'accept' || own === undefined) continue;
    await transaction
      .update(priceProposals)
      .set({ decidedPrice: own })
      .where(eq(priceProposals.id, one.id));
  }
  await transaction
    .update(priceProposals)
    .set({
      state: decision === 'accept' ? 'accepted' : 'refused',
      decidedById: actor.id,
      decidedAt: actor.now,
    })
    .where(inList(priceProposals.id, ids));
  await record(transaction, actor, {
    kind: 'waiting prices',
    key: 'waiting prices',
    name: `${String(rows.length)} waiting prices`,
    action: decision === 'accept' ? 'changed' : 'discarded',
    before: null,
    after: { decision, items: [...chosen.keys()].slice(0, 1000) },
  });
}

/** Puts prices into the draft: one edit an item, in one step. */
async function toDraft(
  transaction: Transaction,
  services: Services,
  prices: ReadonlyMap<string, string>,
  into: { readonly draft: string | null; readonly actor: Actor },
): Promise<void> {
  const { setup } = await services.setups.of(transaction, await versionInForce(transaction));
  const before = contentsIn(setup, 'basePrice', [...prices.keys()]);
  const contents = new Map(
    [...prices].map(([item, price]) => {
      const own: BasePrice = { kind: 'own', item, unit: null, price: decimal(price) };
      const others = (before.get(item) ?? []).filter(({ unit }) => unit !== null);
      return [item, [serialized(own), ...others]] as const;
    }),
  );
  await saveEdits(transaction, services, 'basePrice', contents, into);
}

/** From now on these items' prices stay where their costs change. */
async function leaveOut(
  transaction: Transaction,
  numbers: readonly string[],
  actor: Actor,
): Promise<void> {
  const MOST = 500;
  if (numbers.length > MOST) {
    throw new Problem(
      422,
      `At most ${String(MOST)} items at once: write a rule for their category instead.`,
    );
  }
  const before = await readFollowRules(transaction);
  const gone = new Set(numbers);
  const others = before.filter(({ scope }) => scope.kind !== 'item' || !gone.has(scope.item));
  const fresh = numbers.map((item) => ({
    id: randomUUID(),
    scope: { kind: 'item' as const, item },
    follows: 'stays' as const,
    cap: null,
    keeping: { kind: 'markup' as const },
    rounding: null,
  }));
  await writeFollowRules(transaction, before, [...others, ...fresh], actor);
}
