import { randomUUID } from 'node:crypto';
import type { Transaction } from '../database/database';
import {
  basePriceRows,
  categories,
  customers,
  items,
  settingRows,
  users,
} from '../database/schema/index';
import { beginQuote, keepQuote } from '../quotes/keep-quote';
import type { Services } from '../services';
import { hashPassword } from '../session/passwords';
import { openVersion, publishLevel, waitForPublishing } from '../versions/publish';
import { demoItems, type DemoItem } from './catalogue';
import { demoCustomers, type DemoCustomer } from './customers';
import { DEMO_CATEGORIES } from './goods';
import { DEMO_LEVELS } from './levels';
import { seededRandom, type SeededRandom } from './random';

/** Who may sign in to the demo. */
export const DEMO_SIGN_INS = [
  { email: 'ines@saltmarsh.example', name: 'Ines Marlow', password: 'clay-and-kiln' },
  { email: 'tom@saltmarsh.example', name: 'Tom Petrie', password: 'clay-and-kiln' },
] as const;

const SEED = 20261102;
const BEGINNING = new Date('2026-11-02T08:00:00Z');

/** Fills an empty database with the invented firm Saltmarsh Clay & Kiln: the same on every machine. */
export async function loadDemo(transaction: Transaction, services: Services): Promise<void> {
  const random = seededRandom(SEED);
  await waitForPublishing(transaction);
  const userIds = await insertUsers(transaction);
  const [ines = 0, tom = 0] = userIds;
  const goods = demoItems(random);
  const itemIds = await insertGoods(transaction, goods);
  const version = await openVersion(transaction, {
    note: 'The beginning: base prices and three levels',
    publishedBy: ines,
    publishedAt: BEGINNING,
  });
  await transaction.insert(settingRows).values({
    homeCurrency: 'EUR',
    roundingMode: 'halfAwayFromZero',
    unitPriceDigits: {},
    fromVersion: version,
  });
  await transaction.insert(basePriceRows).values(
    goods.map(({ number, basePrice }) => ({
      itemId: itemIds.get(number) ?? 0,
      price: basePrice,
      fromVersion: version,
    })),
  );
  for (const { id, content } of DEMO_LEVELS) {
    await publishLevel(transaction, version, id, content, BEGINNING);
  }
  const buyers = demoCustomers(random);
  await transaction.insert(customers).values(
    buyers.map(({ code, name, segment }) => ({
      code,
      name,
      segment,
      levelId: DEMO_LEVELS.find((level) => level.segment === segment)?.id ?? null,
    })),
  );
  await writeQuotes(transaction, services, random, goods, buyers, tom);
}

async function insertUsers(transaction: Transaction): Promise<number[]> {
  const rows = [];
  for (const { email, name, password } of DEMO_SIGN_INS) {
    rows.push({ email, name, passwordHash: await hashPassword(password) });
  }
  const inserted = await transaction.insert(users).values(rows).returning({ id: users.id });
  return inserted.map(({ id }) => id);
}

async function insertGoods(
  transaction: Transaction,
  goods: readonly DemoItem[],
): Promise<ReadonlyMap<string, number>> {
  const categoryIds = new Map<string, number>();
  for (const [position, { code, name, parent }] of DEMO_CATEGORIES.entries()) {
    const parentId = parent === undefined ? null : (categoryIds.get(parent) ?? null);
    const [row] = await transaction
      .insert(categories)
      .values({ code, name, parentId, position })
      .returning({ id: categories.id });
    if (row) categoryIds.set(code, row.id);
  }
  const rows = await transaction
    .insert(items)
    .values(
      goods.map(({ number, name, category, unit, quantityDigits }) => ({
        number,
        name,
        categoryId: categoryIds.get(category) ?? 0,
        unit,
        quantityDigits,
      })),
    )
    .returning({ id: items.id, number: items.number });
  return new Map(rows.map(({ id, number }) => [number, id]));
}

/** A handful of quotes, for customers with a level and without. */
async function writeQuotes(
  transaction: Transaction,
  services: Services,
  random: SeededRandom,
  goods: readonly DemoItem[],
  buyers: readonly DemoCustomer[],
  seller: number,
): Promise<void> {
  const titles = [
    'Autumn clay',
    'Glaze refill',
    'Studio refit',
    'Spring term',
    'Fair stand',
    'Tools',
  ];
  for (const [index, title] of titles.entries()) {
    const buyer = buyers[10 + index * 7];
    if (!buyer) throw new Error('the demo has fewer customers than its quotes need');
    const minutes = (index + 1) * 24 * 60 + (index + 1) * 47;
    const then = new Date(BEGINNING.getTime() + minutes * 60 * 1000);
    const atThen = { ...services, now: () => then };
    const editor = { id: seller };
    const number = await beginQuote(transaction, atThen, buyer.code, editor);
    const lines = Array.from({ length: 3 + random.whole(5) }, () => {
      const item = goods[random.whole(goods.length)];
      if (!item) throw new Error('the demo has no goods');
      return { id: randomUUID(), item: item.number, quantity: String(1 + random.whole(12)) };
    });
    const content = { customer: buyer.code, title, lines, revision: 1 };
    await keepQuote(transaction, atThen, number, content, editor);
  }
}
