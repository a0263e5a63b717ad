import type {
  PurchaseLineView,
  PurchaseOrderContent,
  PurchaseOrderEdit,
  PurchaseOrderRow,
  PurchaseOrderView,
  SupplierAnswer,
} from '@honest-ledger/contracts';
import {
  add,
  compare,
  decimal,
  minorDigits,
  print,
  purchaseFrom,
  unitOf,
  withDigits,
  ZERO,
} from '@honest-ledger/engine';
import { asc, count, desc, eq } from 'drizzle-orm';
import { isDeepStrictEqual } from 'node:util';
import { record, type Actor } from '../../platform/changes/record';
import type { Queries, Transaction } from '../../platform/database/database';
import {
  items,
  purchaseOrderLines,
  purchaseOrders,
  suppliers,
  users,
} from '../../platform/database/schema/index';
import { conflict, notFound, Problem, refused } from '../../platform/http/problems';
import type { Services } from '../../setup/versions/services';
import {
  answers,
  askedOf,
  moneyOfToday,
  pickedOf,
  readOfferedItems,
  type Money,
  type OfferedItem,
} from './suppliers-ask';
import { changedByAnother } from '../../platform/changes/changed-by-another';

type OrderRow = typeof purchaseOrders.$inferSelect;

/** All purchase orders, the latest first. */
export async function findOrders(queries: Queries): Promise<PurchaseOrderRow[]> {
  const rows = await queries
    .select({
      order: purchaseOrders,
      supplier: suppliers.name,
      by: users.name,
      lines: count(purchaseOrderLines.position),
    })
    .from(purchaseOrders)
    .innerJoin(suppliers, eq(suppliers.id, purchaseOrders.supplierId))
    .innerJoin(users, eq(users.id, purchaseOrders.changedBy))
    .leftJoin(purchaseOrderLines, eq(purchaseOrderLines.orderNumber, purchaseOrders.number))
    .groupBy(purchaseOrders.number, suppliers.id, users.id)
    .orderBy(desc(purchaseOrders.number));
  return rows.map(({ order, supplier, by, lines }) => ({
    number: order.number,
    supplier,
    day: order.day,
    state: order.state,
    lines,
    by,
    at: order.changedAt.toISOString(),
  }));
}

/** A purchase order with the costs that were picked for it. */
export async function readOrder(
  queries: Queries,
  services: Services,
  number: number,
): Promise<PurchaseOrderView> {
  const [found] = await queries
    .select({ order: purchaseOrders, supplier: suppliers, by: users.name })
    .from(purchaseOrders)
    .innerJoin(suppliers, eq(suppliers.id, purchaseOrders.supplierId))
    .innerJoin(users, eq(users.id, purchaseOrders.changedBy))
    .where(eq(purchaseOrders.number, number));
  if (!found) throw notFound(`Purchase order ${String(number)}`);
  const { order, supplier, by } = found;
  const rows = await queries
    .select({ line: purchaseOrderLines, item: items.number })
    .from(purchaseOrderLines)
    .innerJoin(items, eq(items.id, purchaseOrderLines.itemId))
    .where(eq(purchaseOrderLines.orderNumber, number))
    .orderBy(asc(purchaseOrderLines.position));
  const offered = await readOfferedItems(
    queries,
    rows.map(({ item }) => item),
  );
  const money = await moneyOfToday(queries, services);
  const lines = rows.flatMap(({ line, item }): PurchaseLineView[] => {
    const of = offered.get(item);
    return of ? [lineView(line, of, supplier.code, order, money)] : [];
  });
  return {
    number,
    supplier: { code: supplier.code, name: supplier.name },
    day: order.day,
    note: order.note,
    state: order.state,
    revision: order.revision,
    by,
    at: order.changedAt.toISOString(),
    lines,
    totals: totalsOf(lines),
    homeCurrency: money.rates.home,
  };
}

function lineView(
  { quantity, unit, picked }: typeof purchaseOrderLines.$inferSelect,
  offered: OfferedItem,
  supplier: string,
  { day, state }: OrderRow,
  money: Money,
): PurchaseLineView {
  const { item, suppliers: sources } = offered;
  // an item may have lost the unit since: the line is shown all the same
  const found = unitOf(item, unit);
  const asked = found && { quantity: decimal(quantity), unit: found, day };
  const all = state === 'open' && asked ? answers(offered, asked, money) : [];
  return {
    item: item.item,
    name: item.name,
    quantity,
    unit,
    baseUnit: item.unit,
    units: item.units.map((one) => one.unit),
    number: sources.find(({ code }) => code === supplier)?.number ?? null,
    picked,
    cheaper: cheaperThan(supplier, all),
  };
}

/** Another supplier that asks less; null where the own one is the cheapest, or nobody asks anything. */
function cheaperThan(
  supplier: string,
  [cheapest, ...others]: readonly SupplierAnswer[],
): PurchaseLineView['cheaper'] {
  if (!cheapest || cheapest.supplier.code === supplier || cheapest.inHome === null) return null;
  const own = others.find((one) => one.supplier.code === supplier)?.inHome ?? null;
  const isCheaper = own === null || compare(decimal(cheapest.inHome), decimal(own)) < 0;
  return isCheaper ? { name: cheapest.supplier.name, inHome: cheapest.inHome } : null;
}

function totalsOf(lines: readonly PurchaseLineView[]): PurchaseOrderView['totals'] {
  const sums = new Map<string, ReturnType<typeof decimal>>();
  for (const { picked } of lines) {
    if (!picked) continue;
    const { currency } = picked.offer;
    sums.set(currency, add(sums.get(currency) ?? ZERO, decimal(picked.amount)));
  }
  return [...sums].map(([currency, sum]) => ({
    currency,
    amount: print(withDigits(sum, minorDigits(currency))),
  }));
}

/** Creates a purchase order. @returns its number */
export async function beginOrder(
  transaction: Transaction,
  services: Services,
  content: PurchaseOrderContent,
  actor: Actor,
): Promise<number> {
  const { day, note } = content;
  const supplierId = await supplierIdOf(transaction, content.supplier);
  const [created] = await transaction
    .insert(purchaseOrders)
    .values({ supplierId, day, note, changedBy: actor.id, changedAt: actor.now })
    .returning();
  if (!created) throw new Error('a new purchase order gave no number');
  await writeLines(transaction, services, created, content);
  await recordOrder(transaction, actor, created.number, 'made', null, content);
  return created.number;
}

/** Keeps an order as it was written, and picks the costs of all its lines anew. */
export async function saveOrder(
  transaction: Transaction,
  services: Services,
  number: number,
  { revision, ...content }: PurchaseOrderEdit,
  actor: Actor,
): Promise<void> {
  const view = await readOrder(transaction, services, number);
  const before = contentOf(view);
  // the same edit once more, whose answer did not get there
  if (view.revision > revision && isDeepStrictEqual(before, content)) return;
  const order = await openOrder(transaction, services, number, revision);
  const [saved] = await transaction
    .update(purchaseOrders)
    .set({
      supplierId: await supplierIdOf(transaction, content.supplier),
      day: content.day,
      note: content.note,
      revision: order.revision + 1,
      changedBy: actor.id,
      changedAt: actor.now,
    })
    .where(eq(purchaseOrders.number, number))
    .returning();
  if (!saved) throw new Error('a purchase order was lost while it was kept');
  await writeLines(transaction, services, saved, content);
  await recordOrder(transaction, actor, number, 'changed', before, content);
}

/** Places an order: the costs that were picked stay. */
export async function placeOrder(
  transaction: Transaction,
  services: Services,
  number: number,
  revision: number,
  actor: Actor,
): Promise<void> {
  const order = await openOrder(transaction, services, number, revision);
  const view = await readOrder(transaction, services, number);
  if (view.lines.length === 0) throw new Problem(422, 'The order has no lines.');
  const without = view.lines.filter(({ picked }) => picked === null).map(({ item }) => item);
  if (without.length > 0) {
    const names = without.join(', ');
    throw new Problem(422, `${view.supplier.name} asks nothing on this day for ${names}.`);
  }
  // what was picked when it was written may be another by now
  await writeLines(transaction, services, order, contentOf(view));
  const placed = await readOrder(transaction, services, number);
  if (JSON.stringify(placed.totals) !== JSON.stringify(view.totals)) {
    throw conflict('Costs have changed since; look at the order again.', null);
  }
  await transaction
    .update(purchaseOrders)
    .set({ state: 'placed', revision: revision + 1, changedBy: actor.id, changedAt: actor.now })
    .where(eq(purchaseOrders.number, number));
  await recordOrder(transaction, actor, number, 'published', null, { totals: placed.totals });
}

/** Throws away an order that is not placed. */
export async function discardOrder(
  transaction: Transaction,
  services: Services,
  number: number,
  actor: Actor,
): Promise<void> {
  const order = await openOrder(transaction, services, number);
  const before = contentOf(await readOrder(transaction, services, order.number));
  await transaction.delete(purchaseOrders).where(eq(purchaseOrders.number, number));
  await recordOrder(transaction, actor, number, 'discarded', before, null);
}

async function openOrder(
  transaction: Transaction,
  services: Services,
  number: number,
  revision?: number,
): Promise<OrderRow> {
  const [order] = await transaction
    .select()
    .from(purchaseOrders)
    .where(eq(purchaseOrders.number, number))
    .for('update');
  if (!order) throw notFound(`Purchase order ${String(number)}`);
  const current = () => readOrder(transaction, services, number);
  if (order.state !== 'open') throw conflict('This order has been placed.', await current());
  if (revision !== undefined && order.revision !== revision) {
    const thing = { kind: 'purchase order', key: String(number) };
    throw await changedByAnother(transaction, thing, 'this order', await current());
  }
  return order;
}

async function writeLines(
  transaction: Transaction,
  services: Services,
  { number, day }: OrderRow,
  { supplier, lines }: PurchaseOrderContent,
): Promise<void> {
  const offered = await readOfferedItems(
    transaction,
    lines.map(({ item }) => item),
  );
  const { mode } = await moneyOfToday(transaction, services);
  const rows = lines.map(({ item: wanted, quantity, unit }, position) => {
    const path = `lines[${String(position)}]`;
    const item = offered.get(wanted)?.item;
    if (!item) {
      throw refused([{ path: `${path}.item`, sentence: `There is no item ${wanted}` }]);
    }
    const asked = askedOf(item, { quantity, unit }, day, path);
    const purchase = purchaseFrom(supplier, item, asked, mode);
    const picked = purchase && pickedOf(purchase);
    return { orderNumber: number, position, itemId: item.id, quantity, unit, picked };
  });
  await transaction.delete(purchaseOrderLines).where(eq(purchaseOrderLines.orderNumber, number));
  if (rows.length > 0) await transaction.insert(purchaseOrderLines).values(rows);
}

async function supplierIdOf(queries: Queries, code: string): Promise<number> {
  const [found] = await queries
    .select({ id: suppliers.id })
    .from(suppliers)
    .where(eq(suppliers.code, code));
  if (found) return found.id;
  throw refused([{ path: 'supplier', sentence: `There is no supplier ${code}` }]);
}

function contentOf({ supplier, day, note, lines }: PurchaseOrderView): PurchaseOrderContent {
  return {
    supplier: supplier.code,
    day,
    note,
    lines: lines.map(({ item, quantity, unit }) => ({ item, quantity, unit })),
  };
}

async function recordOrder(
  transaction: Transaction,
  actor: Actor,
  number: number,
  action: 'made' | 'changed' | 'published' | 'discarded',
  before: unknown,
  after: unknown,
): Promise<void> {
  const [key, name] = [String(number), `Purchase order ${String(number)}`];
  await record(transaction, actor, { kind: 'purchase order', key, name, action, before, after });
}
