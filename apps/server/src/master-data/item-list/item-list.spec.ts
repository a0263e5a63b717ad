import type { ItemPage, ItemRow } from '@honest-ledger/contracts';
import {
  baseUnit,
  compareExact,
  decimal,
  firstCost,
  marginOf,
  oneBaseUnit,
  ratesOf,
  type Exact,
} from '@honest-ledger/engine';
import { eq, sql } from 'drizzle-orm';
import fc from 'fast-check';
import {
  costKinds,
  itemCosts,
  items,
  itemSuppliers,
  purchaseCosts,
} from '../../platform/database/schema/index';
import { testServer, type Browser, type TestServer } from '../../testing/test-server';
import { readItemsToPrice } from '../costs/items-to-price';
import { unitCost } from '../costs/unit-cost';
import { ratesAt } from '../currencies/known';
import { settingsInForce } from '../in-force/queries';

const DAY = '2026-11-24';

const marginOfRow = ({ cost }: ItemRow): string | null => cost?.margin ?? null;

async function findItems(browser: Browser, query: string): Promise<ItemPage> {
  return (await browser.ask('GET', `/items?limit=5000&${query}`)).as<ItemPage>();
}

describe('the catalogue as a list', () => {
  let server: TestServer;
  let browser: Browser;
  beforeAll(async () => {
    server = await testServer();
    browser = await server.signedIn();
  });
  afterAll(() => server.stop());

  const find = (query: string): Promise<ItemPage> => findItems(browser, query);
  const numbers = async (query: string): Promise<string[]> =>
    (await find(query)).rows.map(({ item }) => item);

  it('is narrowed to several of a kind at once', async () => {
    const [clay, glazes] = [await numbers('category=clay'), await numbers('category=glaze')];
    const both = await numbers('category=clay&category=glaze');
    expect(both).toEqual([...clay, ...glazes].toSorted());
    const brands = await find('brand=ebb&brand=nobody');
    expect(new Set(brands.rows.map(({ brand }) => brand?.code))).toEqual(new Set(['ebb']));
    expect((await browser.ask('GET', '/items?brand=ebb&brand=ebb')).status).toBe(422);
  });

  it('is narrowed to a range of base prices, both ends included', async () => {
    const { rows } = await find('basePriceFrom=10&basePriceTo=18.40&sort=basePrice');
    const prices = rows.map(({ basePrice }) => Number(basePrice));
    expect(Math.min(...prices)).toBeGreaterThanOrEqual(10);
    expect(prices.at(-1)).toBe(18.4);
    for (const wrong of ['basePriceFrom=ten', 'basePriceFrom=-1', 'marginBelow=101']) {
      expect((await browser.ask('GET', `/items?${wrong}`)).status).toBe(422);
    }
  });

  it('has a cost, a markup and a margin that agree with each other', async () => {
    const { rows } = await find('');
    const full = rows.filter((row) => marginOfRow(row) !== null);
    expect(full.length).toBeGreaterThan(150);
    for (const { basePrice, cost } of full) {
      const [price, each] = [Number(basePrice), Number(cost?.each)];
      expect(Math.abs(Number(cost?.margin) - (100 * (price - each)) / price)).toBeLessThan(0.006);
      expect(Math.abs(Number(cost?.markup) - (100 * (price - each)) / each)).toBeLessThan(0.006);
    }
    const lists = rows.map(({ costs, purchaseCosts }) => costs.length + purchaseCosts.length);
    expect(Math.max(...lists)).toBe(0);
  });

  it('sorts what has no figure last, up and down', async () => {
    const figures: Readonly<Record<string, (row: ItemRow) => unknown>> = {
      margin: marginOfRow,
      markup: ({ cost }) => cost?.markup ?? null,
      cost: ({ cost }) => cost,
      listPrice: ({ listPrice }) => listPrice,
      basePrice: ({ basePrice }) => basePrice,
      supplier: ({ supplier }) => supplier,
      brand: ({ brand }) => brand,
    };
    for (const [sort, figure] of Object.entries(figures)) {
      for (const descending of [true, false]) {
        const { rows } = await find(`sort=${sort}&descending=${String(descending)}`);
        const known = rows.map((row) => figure(row) !== null);
        const first = known.includes(false) ? known.indexOf(false) : known.length;
        expect(known.slice(first))
          .withContext(`${sort} ${String(descending)}`)
          .not.toContain(true);
      }
    }
    const { rows } = await find('sort=margin&descending=true');
    const margins = rows
      .map(marginOfRow)
      .filter((margin) => margin !== null)
      .map(Number);
    expect(margins).toEqual(margins.toSorted((one, other) => other - one));
  });

  it('tells no cost, and nothing from which one follows, to who may not see it', async () => {
    const sales = await server.signedIn('noor@saltmarsh.example');
    const { rows } = (await sales.ask('GET', '/items')).as<ItemPage>();
    expect(rows.length).toBeGreaterThan(200);
    expect(new Set(rows.map(({ cost }) => cost))).toEqual(new Set([null]));
    for (const query of ['marginBelow=20', 'marginFrom=1', 'sort=cost', 'sort=margin']) {
      for (const path of ['/items', '/files/items']) {
        const refused = await sales.ask('GET', `${path}?${query}`);
        expect(refused.status).withContext(`${path}?${query}`).toBe(422);
      }
    }
  });
});

/** Its own catalogue, because the property leaves the costs that it made up last. */
describe('a catalogue with made-up costs', () => {
  let server: TestServer;
  let browser: Browser;
  beforeAll(async () => {
    server = await testServer();
    browser = await server.signedIn();
  });
  afterAll(() => server.stop());

  const find = (query: string): Promise<ItemPage> => findItems(browser, query);
  const numbers = async (query: string): Promise<string[]> =>
    (await find(query)).rows.map(({ item }) => item);

  it('finds by margin what the engine’s own costs and margins say, whatever the costs are', async () => {
    const { database } = server.services;
    const goods = await database
      .select({ id: items.id, number: items.number, unit: items.unit })
      .from(items)
      .limit(12);
    const kinds = await database.select().from(costKinds);
    const cost = fc.record({
      item: fc.nat(goods.length - 1),
      kind: fc.nat(kinds.length - 1),
      fromDay: fc.constantFrom('2026-01-01', '2026-11-24', '2026-11-25'),
      amount: fc.constantFrom('0', '0.5', '3.333333', '11', '40'),
      currency: fc.constantFrom('EUR', 'GBP', 'JPY'),
    });
    const purchase = fc.record({
      item: fc.nat(goods.length - 1),
      amount: fc.constantFrom('0', '2.5', '9'),
      currency: fc.constantFrom('EUR', 'GBP'),
      minQuantity: fc.constantFrom('0', '1', '2'),
      fromDay: fc.constantFrom(null, '2026-01-01', '2026-11-25'),
      untilDay: fc.constantFrom(null, '2026-11-25', '2026-12-25'),
    });
    await fc.assert(
      fc.asyncProperty(
        fc.array(cost, { maxLength: 20 }),
        fc.array(purchase, { maxLength: 10 }),
        fc.constantFrom('-20', '0', '12.5', '33.333333', '60'),
        async (costs, purchases, limit) => {
          const ids = goods.map(({ id }) => id);
          await database.execute(
            sql`delete from item_costs where item_id = any(${sql.param(ids)})`,
          );
          await database.execute(
            sql`delete from purchase_costs where item_id = any(${sql.param(ids)})`,
          );
          for (const { item, kind, ...rest } of costs) {
            const [itemId, kindId] = [goods[item]?.id ?? 0, kinds[kind]?.id ?? 0];
            await database
              .insert(itemCosts)
              .values({ itemId, kindId, ...rest })
              .onConflictDoNothing();
          }
          for (const { item, ...rest } of purchases) {
            const itemId = goods[item]?.id ?? 0;
            const [preferred] = await database
              .select()
              .from(itemSuppliers)
              .where(eq(itemSuppliers.itemId, itemId));
            if (!preferred) continue;
            await database
              .insert(purchaseCosts)
              .values({ itemId, supplierId: preferred.supplierId, ...rest })
              .onConflictDoNothing();
          }
          const margins = await marginsByEngine(goods.map(({ number }) => number));
          const below = await numbers(`marginBelow=${limit}`);
          const from = await numbers(`marginFrom=${limit}`);
          for (const { number } of goods) {
            const margin = margins.get(number) ?? null;
            const side = margin && compareExact(margin, decimal(limit));
            expect(below.includes(number)).toBe(side !== null && side < 0);
            expect(from.includes(number)).toBe(side !== null && side >= 0);
          }
        },
      ),
      { numRuns: 25 },
    );
  });

  /** The margins of base prices by the engine's rules alone. */
  async function marginsByEngine(asked: readonly string[]): Promise<Map<string, Exact | null>> {
    const { database, now } = server.services;
    const { homeCurrency, costOrder } = await settingsInForce(database);
    const rates = ratesOf(homeCurrency, await ratesAt(database, now()));
    const facts = await readItemsToPrice(
      database,
      { day: DAY, windows: [], attributes: [] },
      asked,
    );
    const prices = new Map((await find('')).rows.map(({ item, basePrice }) => [item, basePrice]));
    return new Map(
      facts.map((item) => {
        const cost = firstCost(costOrder, item, oneBaseUnit(item, DAY));
        const into = { unit: baseUnit(item), currency: homeCurrency, rates };
        const each = cost ? unitCost(cost, item, into) : null;
        const price = prices.get(item.item) ?? null;
        return [item.item, price === null || !each ? null : marginOf(decimal(price), each)];
      }),
    );
  }
});
