import type { ItemPage, ItemView, LevelSummary } from '@honest-ledger/contracts';
import { randomUUID } from 'node:crypto';
import { testServer, type Browser, type TestServer } from '../../testing/test-server';

describe('prices at levels in the catalogue', () => {
  let server: TestServer;
  let browser: Browser;
  let levels: readonly string[];
  beforeAll(async () => {
    server = await testServer();
    browser = await server.signedIn();
    const all = (await browser.ask('GET', '/levels')).as<readonly LevelSummary[]>();
    levels = all.filter(({ state }) => state === 'published').map(({ id }) => id);
  });
  afterAll(() => server.stop());

  const asking = (ids: readonly string[]): string => ids.map((id) => `level=${id}`).join('&');
  const list = async (query: string): Promise<ItemPage> =>
    (await browser.ask('GET', `/items?${query}`)).as<ItemPage>();

  it('are those of each item’s own page', async () => {
    expect(levels.length).toBeGreaterThan(1);
    const { rows, total } = await list(`limit=400&${asking(levels)}`);
    expect(rows.length).toBe(total);
    for (const { item, levelPrices } of rows.filter((_, place) => place % 20 === 0)) {
      const view = (await browser.ask('GET', `/items/${item}`)).as<ItemView>();
      expect(levelPrices)
        .withContext(item)
        .toEqual(
          Object.fromEntries(
            view.levels.flatMap(({ level, line }) =>
              line.kind === 'priced' ? [[level, line.slices[0]?.unitPrice ?? '']] : [],
            ),
          ),
        );
    }
  });

  it('come with what a page is narrowed to and sorted by, and only where they are asked for', async () => {
    const narrowed = 'category=glaze&sort=basePrice&descending=true&limit=10&offset=3';
    const without = await list(narrowed);
    expect(without.rows.some((row) => 'levelPrices' in row)).toBe(false);
    const { rows } = await list(`${narrowed}&${asking(levels.slice(0, 1))}`);
    expect(rows.map(({ levelPrices: _, ...row }) => row)).toEqual([...without.rows]);
    const asked = new Set(rows.flatMap(({ levelPrices }) => Object.keys(levelPrices ?? {})));
    expect([...asked]).toEqual(levels.slice(0, 1));
  });

  it('are none at a level that is not there, as a saved view may still ask for it', async () => {
    const gone = randomUUID();
    const { rows, levels: priced } = await list(`limit=5&${asking([gone])}`);
    expect(priced).toEqual([]);
    expect(rows.map(({ levelPrices }) => levelPrices)).toEqual(rows.map(() => ({})));
  });

  it('are not worked out for more than a page has room for', async () => {
    const many = Array.from({ length: 13 }, () => randomUUID());
    for (const query of [
      asking(many),
      'level=Trade',
      asking([levels[0] ?? '', levels[0] ?? '']),
      `limit=1001&${asking(levels.slice(0, 1))}`,
    ]) {
      expect((await browser.ask('GET', `/items?${query}`)).status)
        .withContext(query)
        .toBe(422);
    }
  });

  it('are shown to sales, too, as each item’s page shows them', async () => {
    const sales = await server.signedIn('noor@saltmarsh.example');
    const query = `/items?limit=5&${asking(levels.slice(0, 1))}`;
    const { rows } = (await sales.ask('GET', query)).as<ItemPage>();
    expect(rows.every(({ cost }) => cost === null)).toBe(true);
    expect(rows.some(({ levelPrices }) => Object.keys(levelPrices ?? {}).length > 0)).toBe(true);
  });
});
