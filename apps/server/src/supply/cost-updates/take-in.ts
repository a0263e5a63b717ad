import type { BasePriceForm, TakeIn } from '@honest-ledger/contracts';
import { and, eq, sql, type SQL } from 'drizzle-orm';
import { record, recordAll, type Actor } from '../../platform/changes/record';
import { postgresCode, serializable, type Transaction } from '../../platform/database/database';
import { inList } from '../../platform/database/patterns';
import { priceProposals, costUpdateRows, costUpdates } from '../../platform/database/schema/index';
import { conflict, notFound, Problem } from '../../platform/http/problems';
import { addJob } from '../../platform/jobs/add-job';
import type { Services } from '../../setup/versions/services';
import { openVersion, publishObjects, waitForPublishing } from '../../setup/versions/publish';
import { versionInForce } from '../../master-data/in-force/queries';
import { contentsIn, objectChange } from '../../setup/versions/setup-objects';
import { compareCostUpdate, digestOf, type ComparedRow, type CostUpdateRecord } from './compare';
import { COMPARE_COST_UPDATE_JOB, TAKE_IN_JOB, type CostUpdateJob } from './receive';
import { storeCompared } from './store';

/** Compares a cost update's rows with what is there. Harmless when done twice. */
export async function compareCostUpdateJob(
  services: Services,
  { receipt: id }: CostUpdateJob,
): Promise<void> {
  await serializable(services.database, async (transaction) => {
    const costUpdate = await lockedCostUpdate(transaction, id);
    if (costUpdate?.state !== 'comparing') return;
    const rows = await compareCostUpdate(transaction, services, costUpdate);
    await storeCompared(transaction, id, rows);
    await transaction
      .update(costUpdates)
      .set({ state: 'ready', revision: costUpdate.revision + 1, digest: digestOf(rows) })
      .where(eq(costUpdates.id, id));
  });
}

/** Asks for a cost update to be taken in as it was looked through. */
export async function askToTakeIn(
  transaction: Transaction,
  id: string,
  { revision, withoutWrong }: TakeIn,
): Promise<void> {
  const costUpdate = await lockedCostUpdate(transaction, id);
  if (!costUpdate) throw notFound('This cost update');
  if (costUpdate.state !== 'ready' || costUpdate.revision !== revision) {
    throw conflict('This has been compared anew since you looked it through.', null);
  }
  const rows = await transaction
    .select({ verdict: costUpdateRows.verdict, count: sql<number>`count(*)::int` })
    .from(costUpdateRows)
    .where(and(eq(costUpdateRows.costUpdateId, id), eq(costUpdateRows.leftOut, false)))
    .groupBy(costUpdateRows.verdict);
  const of = (verdict: string): number => rows.find((row) => row.verdict === verdict)?.count ?? 0;
  if (of('wrong') > 0 && !withoutWrong) {
    throw new Problem(422, `${String(of('wrong'))} rows have errors. Correct or exclude them.`);
  }
  if (of('new') + of('changed') === 0) throw new Problem(422, 'It changes nothing.');
  await transaction
    .update(costUpdates)
    .set({ state: 'applying', remark: null })
    .where(eq(costUpdates.id, id));
  await addJob(transaction, TAKE_IN_JOB, { receipt: id } satisfies CostUpdateJob);
}

/** What was looked through is not what would be done any more. */
class Outdated extends Error {}

/**
 * Takes a cost update in, whole or not at all: its costs, the prices that move by themselves as one
 * version, and the prices that wait. A process that dies in the middle leaves everything as it was,
 * and the queue lets another one do it.
 * @param last whether the job is not tried again where it fails
 */
export async function takeInJob(
  services: Services,
  { receipt: id }: CostUpdateJob,
  last: boolean,
): Promise<void> {
  const { database } = services;
  try {
    await serializable(database, (transaction) => takeIn(transaction, services, id), 'drafts');
  } catch (error) {
    if (error instanceof Outdated) {
      await database.transaction((transaction) => compareAnew(transaction, id));
      return;
    }
    const known = error instanceof Problem || postgresCode(error) === UNIQUE_VIOLATION;
    if (!known && !last) throw error;
    const why = error instanceof Problem ? error.detail : 'Something went wrong on the server.';
    await database
      .update(costUpdates)
      .set({ state: 'failed', remark: `${why} Nothing of it was imported.` })
      .where(and(eq(costUpdates.id, id), eq(costUpdates.state, 'applying')));
    if (last && !known) throw error;
  }
}

const UNIQUE_VIOLATION = '23505';

async function takeIn(transaction: Transaction, services: Services, id: string): Promise<void> {
  await waitForPublishing(transaction);
  const costUpdate = await lockedCostUpdate(transaction, id);
  if (costUpdate?.state !== 'applying') return;
  const rows = await compareCostUpdate(transaction, services, costUpdate);
  if (digestOf(rows) !== costUpdate.digest) throw new Outdated();
  const leftOut = await leftOutRows(transaction, id);
  const taken = rows.filter(
    ({ row, verdict }) => !leftOut.has(row) && (verdict === 'new' || verdict === 'changed'),
  );
  const actor = { id: costUpdate.byId, now: services.now() };
  await writeCosts(transaction, costUpdate);
  const version = await publishMoves(transaction, services, costUpdate, taken, actor);
  await propose(transaction, id, taken);
  await transaction
    .update(costUpdates)
    .set({ state: 'applied', version })
    .where(eq(costUpdates.id, id));
  await record(transaction, actor, {
    kind: 'receipt',
    key: id,
    name: costUpdate.fileName,
    action: 'made',
    before: null,
    after: { rows: taken.length, version },
  });
}

async function lockedCostUpdate(
  transaction: Transaction,
  id: string,
): Promise<CostUpdateRecord | undefined> {
  const [costUpdate] = await transaction
    .select()
    .from(costUpdates)
    .where(eq(costUpdates.id, id))
    .for('update');
  return costUpdate;
}

async function leftOutRows(transaction: Transaction, id: string): Promise<ReadonlySet<number>> {
  const rows = await transaction
    .select({ row: costUpdateRows.row })
    .from(costUpdateRows)
    .where(and(eq(costUpdateRows.costUpdateId, id), eq(costUpdateRows.leftOut, true)));
  return new Set(rows.map(({ row }) => row));
}

async function compareAnew(transaction: Transaction, id: string): Promise<void> {
  await transaction
    .update(costUpdates)
    .set({
      state: 'comparing',
      remark: 'Something changed since you reviewed this, so it is compared again.',
    })
    .where(eq(costUpdates.id, id));
  await addJob(transaction, COMPARE_COST_UPDATE_JOB, { receipt: id } satisfies CostUpdateJob);
}

/** Writes the costs of the rows that are taken in. */
async function writeCosts(
  transaction: Transaction,
  { id, supplierId, mapping }: CostUpdateRecord,
): Promise<void> {
  const kind = sql`(select id from cost_kinds where code = ${mapping.countsAs})`;
  await transaction.execute(sql`
    with made as (
      insert into item_suppliers (item_id, supplier_id, preferred, supplier_number)
      select distinct on (r.item_id) r.item_id, ${supplierId}::int, false,
        ${mapping.columns.number === null ? sql`null` : sql`r.said`}
      from receipt_rows r
      where ${takenOf(id)} and not exists (select 1 from item_suppliers s
        where s.item_id = r.item_id and s.supplier_id = ${supplierId})
      returning item_id
    )
    update receipt_rows r set made_supplier = true
    from made where r.receipt_id = ${id}::uuid and r.item_id = made.item_id`);
  await transaction.execute(sql`
    insert into purchase_costs (item_id, supplier_id, amount, currency, unit, min_quantity, from_day,
      until_day)
    select r.item_id, ${supplierId}::int, r.cost, r.currency, coalesce(r.unit, ''), r.min_quantity,
      r.from_day, r.until_day
    from receipt_rows r where ${takenOf(id)}
    on conflict (item_id, supplier_id, unit, min_quantity, coalesce(from_day, '-infinity'))
      do update set amount = excluded.amount, currency = excluded.currency,
        until_day = excluded.until_day`);
  await transaction.execute(sql`
    insert into item_costs (item_id, kind_id, from_day, amount, currency, unit)
    select r.item_id, ${kind}, r.from_day, r.cost, r.currency, r.unit
    from receipt_rows r where ${takenOf(id)} and r.is_cost
    on conflict (item_id, kind_id, from_day) do update set amount = excluded.amount,
      currency = excluded.currency, unit = excluded.unit`);
}

/** The rows `r` of a cost update that are taken in. */
export function takenOf(id: string): SQL {
  return sql`r.receipt_id = ${id}::uuid and not r.left_out and r.verdict in ('new', 'changed')`;
}

/** The prices that move by themselves are one version. @returns its number; null where none does */
async function publishMoves(
  transaction: Transaction,
  services: Services,
  costUpdate: CostUpdateRecord,
  taken: readonly ComparedRow[],
  actor: Actor,
): Promise<number | null> {
  const moving = taken.filter(({ follows }) => follows === 'moves');
  if (moving.length === 0) return null;
  const numbers = await itemNumbers(transaction, moving);
  const prices = new Map(
    moving.flatMap(({ itemId, priceAfter }) => {
      const item = numbers.get(itemId ?? 0);
      return item !== undefined && priceAfter !== null ? [[item, priceAfter] as const] : [];
    }),
  );
  return publishPrices(transaction, services, prices, `Costs of ${costUpdate.fileName}`, actor);
}

/** Makes own base prices of the base unit others, as a version of its own. @returns its number */
export async function publishPrices(
  transaction: Transaction,
  services: Services,
  prices: ReadonlyMap<string, string>,
  note: string,
  actor: Actor,
): Promise<number> {
  const { setup } = await services.setups.of(transaction, await versionInForce(transaction));
  const before = contentsIn(setup, 'basePrice', [...prices.keys()]);
  const changes = [...prices].map(([item, price]) => {
    const old = before.get(item) ?? [];
    const own: BasePriceForm = { kind: 'own', item, unit: null, price };
    const after = [own, ...old.filter(({ unit }) => unit !== null)];
    return objectChange({ kind: 'basePrice', key: item }, old, after);
  });
  const version = await openVersion(transaction, {
    note,
    changes: changes.length,
    publishedBy: actor.id,
    publishedAt: actor.now,
  });
  await publishObjects(transaction, version, changes, actor.now);
  await recordAll(
    transaction,
    actor,
    changes.map((change) => ({ ...change, action: 'published' as const })),
  );
  await record(transaction, actor, {
    kind: 'version',
    key: String(version),
    name: `Version ${String(version)}`,
    action: 'made',
    before: null,
    after: { note, changes: changes.length },
  });
  return version;
}

async function itemNumbers(
  transaction: Transaction,
  rows: readonly ComparedRow[],
): Promise<ReadonlyMap<number, string>> {
  const ids = sql.param(rows.map(({ itemId }) => itemId));
  const found = await transaction.execute<{ id: number; number: string }>(
    sql`select id, number from items where id = any(${ids}::int[])`,
  );
  return new Map(found.rows.map(({ id, number }) => [id, number]));
}

/** Prices wait for somebody; what waited for the same items before is overtaken. */
async function propose(
  transaction: Transaction,
  id: string,
  taken: readonly ComparedRow[],
): Promise<void> {
  const itemIds = taken.flatMap(({ itemId, follows }) =>
    itemId !== null && follows !== null ? [itemId] : [],
  );
  // by their ids: a join of rows written just now was planned as one within the other
  await transaction
    .update(priceProposals)
    .set({ state: 'overtaken', overtakenBy: id })
    .where(and(eq(priceProposals.state, 'waiting'), inList(priceProposals.itemId, itemIds)));
  await transaction.execute(sql`
    insert into price_proposals (receipt_id, item_id, old_unit_cost, new_unit_cost, price_before,
      price_after, move, why)
    select ${id}::uuid, r.item_id, r.old_unit_cost, r.new_unit_cost, r.price_before, r.price_after,
      coalesce(r.move, 0), r.why
    from receipt_rows r where ${takenOf(id)} and r.follows = 'waits'`);
}
