import type { CategoryRow, ItemPage } from '@honest-ledger/contracts';
import { testServer, type Browser, type TestServer } from '../../testing/test-server';

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

  it('is narrowed by brand, supplier and kind, all at once', async () => {
    const page = await find('brand=ebb');
    expect(page.total).toBeGreaterThan(5);
    expect(page.rows.every(({ brand }) => brand?.code === 'ebb')).toBeTrue();
    const pits = await find('supplier=pits');
    expect(pits.rows.every(({ supplier }) => supplier?.code === 'pits')).toBeTrue();
    const services = await find('kind=service');
    expect(services.rows.every(({ kind }) => kind === 'service')).toBeTrue();
    expect((await find('brand=ebb&kind=service')).total).toBe(0);
    expect((await browser.ask('GET', '/items?kind=unknown')).status).toBe(422);
  });

  it('is sorted by price as a number, either way, ties by number', async () => {
    const prices = async (query: string): Promise<number[]> =>
      (await find(query)).rows.flatMap(({ basePrice }) =>
        basePrice === null ? [] : [Number(basePrice)],
      );
    const up = await prices('sort=basePrice');
    expect(up).toEqual(up.toSorted((one, other) => one - other));
    const down = await prices('sort=basePrice&descending=true');
    expect(down).toEqual(up.toReversed());
    const first = (await find('sort=basePrice&limit=200')).rows.filter(
      ({ basePrice }, at, all) => basePrice === all[at + 1]?.basePrice,
    );
    expect(first.length).toBeGreaterThan(0);
    const numbersUp = await numbers('sort=brand');
    expect(new Set(numbersUp).size).toBe(numbersUp.length);
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
