import { eq, inArray } from 'drizzle-orm';
import { idsByCode } from '../../platform/database/codes';
import type { Transaction } from '../../platform/database/database';
import {
  costKinds,
  itemCosts,
  items,
  itemSuppliers,
  purchaseCosts,
  suppliers,
  unitsSold,
} from '../../platform/database/schema/index';
import type { DemoItem } from './catalogue';
import { seededRandom, type SeededRandom } from './random';

const SEED = 20261125;
/** The forms in which clay is supplied. */
const FORMS = [
  { code: 'full-pallet', name: 'full pallet', formOfSupply: true },
  { code: 'split-pallet', name: 'split pallet', formOfSupply: true },
];
/** Goods whose supplier has sent no costs yet, on purpose. */
const WITHOUT_COSTS: ReadonlySet<string> = new Set(['OX-0003', 'ST-0104', 'TL-0046', 'TL-0150']);
const WITHOUT_COST_CATEGORIES: ReadonlySet<string> = new Set(['delivery', 'hire', 'membership']);
/** What part of the base price goods cost, in percent. */
const COST_SHARE = { from: 42, spread: 22 };
const HISTORY = ['2025-05-05', '2025-09-01', '2026-01-12', '2026-05-04', '2026-09-07'];
const MONTHS = 18;

type Kinds = ReadonlyMap<string, number>;

interface Costed {
  readonly id: number;
  readonly supplierId: number;
  readonly item: DemoItem;
  /** In cents of EUR, today. */
  readonly cents: number;
}

/** What the demo's goods cost, today and in the months before, and how many of them were sold. */
export async function insertCosts(
  transaction: Transaction,
  goods: readonly DemoItem[],
): Promise<void> {
  const random = seededRandom(SEED);
  await transaction.insert(costKinds).values(FORMS);
  const kinds: Kinds = await idsByCode(transaction, costKinds);
  const ids = await idsOf(transaction, goods);
  const costed = goods.flatMap((item): Costed[] => {
    const found = ids.get(item.number);
    const share = COST_SHARE.from + random.whole(COST_SHARE.spread);
    const lacks =
      WITHOUT_COSTS.has(item.number) || WITHOUT_COST_CATEGORIES.has(item.series.category);
    if (!found || lacks) return [];
    return [{ ...found, item, cents: Math.max(1, Math.round((centsOf(item) * share) / 100)) }];
  });
  await transaction.insert(itemCosts).values(costed.flatMap((one) => history(one, kinds, random)));
  await insertSuppliersOffers(transaction, costed);
  await insertSales(transaction, [...ids.values()], random);
}

async function idsOf(transaction: Transaction, goods: readonly DemoItem[]) {
  const rows = await transaction
    .select({ id: items.id, number: items.number, supplierId: itemSuppliers.supplierId })
    .from(items)
    .innerJoin(itemSuppliers, eq(itemSuppliers.itemId, items.id))
    .where(
      inArray(
        items.number,
        goods.map(({ number }) => number),
      ),
    );
  return new Map(rows.map(({ number, id, supplierId }) => [number, { id, supplierId }]));
}

const centsOf = ({ basePrice }: DemoItem): number => Number(basePrice.replace('.', ''));

function euros(cents: number): string {
  return `${String(Math.floor(cents / 100))}.${String(cents % 100).padStart(2, '0')}`;
}

type CostRow = typeof itemCosts.$inferInsert;

/** The last cost five times, each a little dearer; further kinds once, as they are today. */
function history(
  { id: itemId, item, cents }: Costed,
  kinds: Kinds,
  random: SeededRandom,
): CostRow[] {
  const row = (kind: string, fromDay: string, amount: number): CostRow => ({
    itemId,
    kindId: kinds.get(kind) ?? 0,
    fromDay,
    amount: euros(amount),
    currency: 'EUR',
  });
  const steps = HISTORY.map((day, place) => {
    const before = (HISTORY.length - 1 - place) * (2 + random.whole(3));
    return row('last', day, Math.max(1, Math.round((cents * (100 - before)) / 100)));
  });
  const today = HISTORY.at(-1) ?? '';
  const { category } = item.series;
  const further: CostRow[] = [];
  if (['wheels', 'kilns', 'shelves', 'props'].includes(category)) {
    further.push(row('landed', today, Math.round(cents * 1.07)));
  }
  if (['minerals', 'oxides', 'frits'].includes(category)) {
    further.push(row('average', today, Math.max(1, Math.round(cents * 0.98))));
  }
  if (item.series.units?.some(({ unit }) => unit === 'pallet') === true) {
    further.push(row('full-pallet', today, Math.round(cents * 0.86)));
    further.push(row('split-pallet', today, Math.round(cents * 0.94)));
  }
  return [...steps, ...further];
}

/** The suppliers' own numbers, lead times, and what they ask from a quantity upward. */
async function insertSuppliersOffers(
  transaction: Transaction,
  costed: readonly Costed[],
): Promise<void> {
  const [orrin] = await transaction
    .select({ id: suppliers.id })
    .from(suppliers)
    .where(eq(suppliers.code, 'orrin'));
  for (const { id, item } of costed) {
    await transaction
      .update(itemSuppliers)
      .set({
        supplierNumber: `${item.series.supplier.slice(0, 2).toUpperCase()}${item.number.replace('-', '')}`,
        leadTimeDays: item.series.category === 'kilns' ? 42 : 5 + (id % 3) * 4,
      })
      .where(eq(itemSuppliers.itemId, id));
  }
  const further = costed.filter(({ item }) => item.series.supplier === 'ferrybridge');
  if (orrin && further.length > 0) {
    await transaction.insert(itemSuppliers).values(
      further.map(({ id, item }) => ({
        itemId: id,
        supplierId: orrin.id,
        preferred: false,
        supplierNumber: `OD-${item.number}`,
        leadTimeDays: 21,
      })),
    );
  }
  const offers = costed.flatMap(({ id: itemId, supplierId, cents, item }) => {
    const offer = (amount: number, minQuantity: string, changes = {}) => ({
      itemId,
      supplierId,
      amount: euros(Math.max(1, Math.round(amount))),
      currency: 'EUR',
      minQuantity,
      fromDay: HISTORY.at(-1) ?? null,
      ...changes,
    });
    const own = [offer(cents, '0'), offer(cents * 0.95, '24')];
    return item.series.supplier === 'ferrybridge' && orrin
      ? [...own, offer(cents * 0.91, '60', { supplierId: orrin.id })]
      : own;
  });
  await transaction.insert(purchaseCosts).values(offers);
}

/** A day's sales in each of the last months; some goods hardly move. */
async function insertSales(
  transaction: Transaction,
  ids: readonly { readonly id: number }[],
  random: SeededRandom,
): Promise<void> {
  const rows = ids.flatMap(({ id }) => {
    const steady = random.whole(40);
    return Array.from({ length: MONTHS }, (_, month) => ({
      itemId: id,
      day: new Date(Date.UTC(2025, 4 + month, 15)).toISOString().slice(0, 10),
      quantity: String(Math.floor((steady * (50 + random.whole(100))) / 100)),
    })).filter(({ quantity }) => quantity !== '0');
  });
  await transaction.insert(unitsSold).values(rows);
}
