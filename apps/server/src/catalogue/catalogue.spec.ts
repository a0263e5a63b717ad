import type { CategoryRow, ItemPage } from '@honest-ledger/contracts';
import { testServer, type Browser, type TestServer } from '../testing/test-server';

describe('the catalogue', () => {
  let server: TestServer;
  let browser: Browser;
  beforeAll(async () => {
    server = await testServer();
    browser = await server.signedIn();
  });
  afterAll(() => server.stop());

  const find = async (query: string): Promise<ItemPage> =>
    (await browser.ask('GET', `/items?${query}`)).as<ItemPage>();
  const numbers = async (query: string): Promise<string[]> =>
    (await find(query)).rows.map(({ item }) => item);

  it('has the demo’s goods with their base prices as typed', async () => {
    const page = await find('');
    expect(page.total).toBeGreaterThanOrEqual(235);
    expect(page.rows.length).toBe(page.total);
    const clay = page.rows.find(({ item }) => item === 'CL-0207');
    expect(clay?.basePrice).toBe('18.40');
    expect(clay?.categories.map(({ name }) => name)).toEqual(['Clay', 'Stoneware bodies']);
    expect([page.currency, page.version]).toEqual(['EUR', 1]);
  });

  it('is searched by every word, in number or name, in any case', async () => {
    expect(await numbers('text=cl-0207')).toEqual(['CL-0207']);
    expect(await numbers('text=GROGGED+stoneware')).toEqual(['CL-0207']);
    expect(await numbers('text=nothing+like+it')).toEqual([]);
  });

  it('takes the signs of a pattern as letters', async () => {
    expect(await numbers('text=%25')).toEqual([]);
    expect(await numbers('text=_')).toEqual([]);
    expect(await numbers('text=%5C')).toEqual([]);
  });

  it('is narrowed to all that lies under a category', async () => {
    const clay = await numbers('category=clay');
    expect(clay).toContain('CL-0207');
    expect(clay.every((number) => number.startsWith('CL-'))).toBeTrue();
    expect(await numbers('category=stoneware')).toEqual(clay.slice(0, 10));
    expect(await numbers('category=nowhere')).toEqual([]);
  });

  it('is given in pages that leave nothing out', async () => {
    const all = await numbers('');
    const pages = [...(await numbers('limit=100')), ...(await numbers('limit=1000&offset=100'))];
    expect(pages).toEqual(all);
  });

  it('counts a category’s items and those under it', async () => {
    const rows = (await browser.ask('GET', '/categories')).as<CategoryRow[]>();
    expect(rows.length).toBe(30);
    const clay = rows.find(({ code }) => code === 'clay');
    const under = rows.filter(({ parent }) => parent === 'clay');
    expect(clay?.items).toBe(under.reduce((sum, { items }) => sum + items, 0));
  });
});
