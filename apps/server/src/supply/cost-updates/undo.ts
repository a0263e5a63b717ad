import type { BasePriceForm, UndoCostUpdate } from '@honest-ledger/contracts';
import { compare, decimal } from '@honest-ledger/engine';
import { and, eq, sql } from 'drizzle-orm';
import { record, type Actor } from '../../platform/changes/record';
import type { Transaction } from '../../platform/database/database';
import { inList } from '../../platform/database/patterns';
import { items, priceProposals, costUpdates } from '../../platform/database/schema/index';
import { heldEdits } from '../../setup/drafts/queries';
import { conflict, notFound, Problem } from '../../platform/http/problems';
import type { Services } from '../../setup/versions/services';
import { waitForPublishing } from '../../setup/versions/publish';
import { outOfDraft } from './take-back-decision';
import { publishPrices, takenOf } from './take-in';

/**
 * Takes a cost update back, once somebody has said what becomes of prices that were accepted from it and lie
 * in a draft: every cost and every supplier is what it was before, prices that moved by themselves move back
 * in a version of their own, and what waits of it waits no more; what waited before waits again. The record
 * keeps both.
 * @throws {Problem} where a cost was changed since: undoing would lose that
 */
export async function undoCostUpdate(
  transaction: Transaction,
  services: Services,
  id: string,
  { accepted }: UndoCostUpdate,
  actor: Actor,
): Promise<void> {
  await waitForPublishing(transaction);
  const [costUpdate] = await transaction
    .select()
    .from(costUpdates)
    .where(eq(costUpdates.id, id))
    .for('update');
  if (!costUpdate) throw notFound('This cost update');
  if (costUpdate.state !== 'applied') throw conflict('This was not imported.', null);
  const inDraft = await acceptedInDraft(transaction, id);
  if (inDraft.size > 0 && accepted === undefined) throw acceptedLie(inDraft);
  if (accepted === 'takeOut') {
    const prices = new Map([...inDraft].map(([item, { price }]) => [item, price]));
    await outOfDraft(transaction, services, prices, actor);
    await transaction
      .update(priceProposals)
      .set({ state: 'overtaken' })
      .where(
        inList(
          priceProposals.id,
          [...inDraft.values()].map((one) => one.id),
        ),
      );
  }
  const { supplierId, mapping } = costUpdate;
  const kind = sql`(select id from cost_kinds where code = ${mapping.countsAs})`;
  const purchase = sql`p.item_id = r.item_id and p.supplier_id = ${supplierId}
    and p.unit = coalesce(r.unit, '') and p.min_quantity = r.min_quantity
    and p.from_day = r.from_day`;
  const cost = sql`r.is_cost and c.item_id = r.item_id and c.kind_id = ${kind} and c.from_day = r.from_day
    and c.amount = r.cost and c.currency = r.currency`;
  const taken = takenOf(id);
  const changed = await transaction.execute<{ said: string }>(sql`
    select r.said from receipt_rows r left join purchase_costs p on ${purchase}
    where ${taken} and (p.amount is distinct from r.cost or p.currency is distinct from r.currency)
    order by r.row limit 4`);
  if (changed.rows.length > 0) {
    const some = changed.rows.slice(0, 3).map(({ said }) => said);
    const more = changed.rows.length > 3 ? ' and others' : '';
    throw new Problem(
      422,
      `Costs of ${some.join(', ')}${more} changed since this was imported, so it cannot be undone as a whole.`,
    );
  }
  await transaction.execute(sql`
    update item_costs c set amount = (r.had_cost->>'amount')::numeric,
      currency = r.had_cost->>'currency', unit = r.had_cost->>'unit'
    from receipt_rows r where ${taken} and ${cost} and r.had_cost is not null`);
  await transaction.execute(sql`
    delete from item_costs c using receipt_rows r
    where ${taken} and ${cost} and r.had_cost is null`);
  await transaction.execute(sql`
    update purchase_costs p set amount = (r.had_purchase->>'amount')::numeric,
      currency = r.had_purchase->>'currency', until_day = (r.had_purchase->>'until')::date
    from receipt_rows r where ${taken} and ${purchase} and r.had_purchase is not null`);
  await transaction.execute(sql`
    delete from purchase_costs p using receipt_rows r
    where ${taken} and ${purchase} and r.had_purchase is null`);
  // a supplier that the file had brought, and whom nobody has chosen or given a cost since
  await transaction.execute(sql`
    delete from item_suppliers s using receipt_rows r
    where ${taken} and r.made_supplier and s.item_id = r.item_id and s.supplier_id = ${supplierId}
      and not s.preferred and s.lead_time_days is null
      and not exists (select from purchase_costs p
        where p.item_id = s.item_id and p.supplier_id = s.supplier_id)`);
  await transaction.execute(sql`
    update price_proposals set state = 'overtaken'
    where receipt_id = ${id}::uuid and state = 'waiting'`);
  // what it had overtaken waits again, unless that was undone itself or a later one waits by now
  await transaction.execute(sql`
    update price_proposals p set state = 'waiting', overtaken_by = null
    from receipts r
    where p.overtaken_by = ${id}::uuid and p.state = 'overtaken'
      and r.id = p.receipt_id and r.state = 'applied'
      and not exists (select from price_proposals o where o.item_id = p.item_id and o.state = 'waiting')`);
  const remark = await movePricesBack(transaction, services, costUpdate, actor);
  await transaction
    .update(costUpdates)
    .set({ state: 'undone', remark })
    .where(eq(costUpdates.id, id));
  await record(transaction, actor, {
    kind: 'receipt',
    key: id,
    name: costUpdate.fileName,
    action: 'removed',
    before: null,
    after: null,
  });
}

/** A price that was accepted, and the draft that it lies in. */
interface AcceptedPrice {
  readonly id: number;
  readonly price: string;
  readonly draft: string;
}

/** Prices that were accepted from a cost update and lie in a draft as they were accepted, by their items. */
async function acceptedInDraft(
  transaction: Transaction,
  costUpdate: string,
): Promise<ReadonlyMap<string, AcceptedPrice>> {
  const rows = await transaction
    .select({ one: priceProposals, item: items.number })
    .from(priceProposals)
    .innerJoin(items, eq(items.id, priceProposals.itemId))
    .where(and(eq(priceProposals.costUpdateId, costUpdate), eq(priceProposals.state, 'accepted')));
  const keys = rows.map(({ item }) => item);
  const held = new Map(
    (await heldEdits(transaction, { kind: 'basePrice', keys })).map((edit) => [edit.key, edit]),
  );
  return new Map(
    rows.flatMap(({ one: { id, decidedPrice, priceAfter }, item }) => {
      const price = decidedPrice ?? priceAfter;
      const edit = held.get(item);
      // It was checked as base prices before it was kept.
      const own = (edit?.content as readonly BasePriceForm[] | null | undefined)?.find(
        ({ unit }) => unit === null,
      );
      const isIt = own?.kind === 'own' && compare(decimal(own.price), decimal(price)) === 0;
      return edit && isIt ? [[item, { id, price, draft: edit.draftName }] as const] : [];
    }),
  );
}

/** Names them, so that somebody says what becomes of them. */
function acceptedLie(prices: ReadonlyMap<string, AcceptedPrice>): Problem {
  const names = [...prices.keys()];
  const some = `${names.slice(0, 5).join(', ')}${names.length > 5 ? ' and others' : ''}`;
  const drafts = [...new Set([...prices.values()].map(({ draft }) => draft))].join(', ');
  const sentence =
    names.length === 1
      ? `A price that was accepted from it lies in the draft ${drafts}: ${some}.`
      : `${String(names.length)} prices that were accepted from it lie in the draft ${drafts}: ${some}.`;
  return conflict(`${sentence} Take them out, too, or leave them there.`, { accepted: names });
}

/** @returns what was left as it is, a sentence; null where nothing was */
async function movePricesBack(
  transaction: Transaction,
  services: Services,
  { id, fileName, version }: typeof costUpdates.$inferSelect,
  actor: Actor,
): Promise<string | null> {
  if (version === null) return null;
  const { rows } = await transaction.execute<{
    item: string;
    back: string | null;
    price: string;
  }>(sql`
    select i.number as item, r.price_before::text as price,
      (select 'yes' from base_price_rows b where b.item_id = r.item_id and b.unit = ''
        and b.to_version is null and b.price = r.price_after) as back
    from receipt_rows r join items i on i.id = r.item_id
    where ${takenOf(id)} and r.follows = 'moves'`);
  const back = new Map(rows.flatMap((row) => (row.back === null ? [] : [[row.item, row.price]])));
  if (back.size > 0) {
    await publishPrices(transaction, services, back, `Back from ${fileName}`, actor);
  }
  const left = rows.length - back.size;
  return left === 0
    ? null
    : `${String(left)} prices changed since it was imported, and stay as they are.`;
}
