import { eq, sql } from 'drizzle-orm';
import { documents } from '../../platform/database/schema/index';
import { recalculate } from '../../selling/documents/recalculate';
import { demoItems } from './catalogue';
import { demoCustomers } from './customers';
import { seededRandom } from './random';
import { publishedSetups } from '../../setup/versions/published-setups';
import { testDatabase, type TestDatabase } from '../../testing/test-database';

describe('the demo data', () => {
  let test: TestDatabase;
  beforeAll(async () => (test = await testDatabase()));
  afterAll(() => test.drop());

  it('is the same every time, with no number or name twice', () => {
    const goods = demoItems(seededRandom(1));
    expect(demoItems(seededRandom(1))).toEqual(goods);
    expect(new Set(goods.map(({ number }) => number)).size).toBe(goods.length);
    expect(new Set(goods.map(({ name }) => name)).size).toBe(goods.length);
    const buyers = demoCustomers(seededRandom(1));
    expect(new Set(buyers.map(({ name }) => name)).size).toBe(buyers.length);
  });

  it('has about 240 items in 30 categories, 60 customers and quotes that are priced', async () => {
    const { rows } = await test.database.execute<Record<string, number>>(sql`
      select (select count(*)::int from items) as items,
             (select count(*)::int from categories) as categories,
             (select count(*)::int from customers) as customers,
             (select count(*)::int from documents where kind = 'quote') as quotes,
             (select count(*)::int from document_lines where amount is null) as unpriced`);
    const [counts] = rows;
    expect(counts?.['items']).toBeGreaterThanOrEqual(235);
    expect(counts?.['items']).toBeLessThanOrEqual(250);
    expect(counts).toEqual(
      jasmine.objectContaining({ categories: 30, customers: 60, quotes: 24, unpriced: 0 }),
    );
  });

  it('has eighteen months of posted sales, each of which is computed again to the same cent', async () => {
    const services = { setups: publishedSetups() };
    const sales = await test.database
      .select({ number: documents.number, at: documents.settledAt })
      .from(documents)
      .where(eq(documents.state, 'posted'))
      .orderBy(documents.settledAt);
    expect(sales.length).toBeGreaterThan(500);
    const months = new Set(sales.map(({ at }) => at?.toISOString().slice(0, 7)));
    expect(months.size).toBeGreaterThanOrEqual(18);
    for (const { number } of sales.filter((_, place) => place % 5 === 0)) {
      const { differing, whole } = await recalculate(test.database, services, number);
      expect([differing, whole])
        .withContext(`sale ${String(number)}`)
        .toEqual([[], null]);
    }
  });

  // GS1 General Specifications: weights 3 and 1 from the right, the sum a multiple of 10.
  it('has GTINs whose check digits hold', () => {
    for (const { gtin } of demoItems(seededRandom(1))) {
      const weighted = Array.from(gtin, Number)
        .reverse()
        .map((digit, at) => digit * (at % 2 ? 3 : 1));
      expect(weighted.reduce((a, b) => a + b) % 10)
        .withContext(gtin)
        .toBe(0);
    }
  });
});
