import type { ListView, ListViewContent, ListViews } from '@honest-ledger/contracts';
import { testServer, type Browser, type TestServer } from '../../testing/test-server';

const VIEW: ListViewContent = {
  name: 'Low margins',
  shared: false,
  params: [
    { name: 'marginBelow', values: ['20'] },
    { name: 'brand', values: ['ebb', 'kf'] },
  ],
  columns: [
    { id: 'item', width: 120, hidden: false },
    { id: 'brand', width: null, hidden: true },
  ],
};

describe('lists as people save them', () => {
  let server: TestServer;
  let ines: Browser;
  let noor: Browser;
  beforeAll(async () => {
    server = await testServer();
    ines = await server.signedIn();
    noor = await server.signedIn('noor@saltmarsh.example');
  });
  afterAll(() => server.stop());

  const save = (browser: Browser, view: Partial<ListViewContent> = {}, list = 'items') =>
    browser.ask('POST', `/list-views/${list}`, { ...VIEW, ...view });
  const viewsOf = async (browser: Browser, list = 'items'): Promise<ListViews> =>
    (await browser.ask('GET', `/list-views/${list}`)).as<ListViews>();

  it('are their own until they share them, and of one list', async () => {
    const { id, own, by } = (await save(ines)).as<ListView>();
    expect([own, by]).toEqual([true, 'Ines Marlow']);
    expect((await viewsOf(ines)).views).toEqual([{ ...VIEW, id, own: true, by }]);
    expect((await viewsOf(ines, 'customers')).views).toEqual([]);
    expect((await viewsOf(noor)).views).toEqual([]);
    const shared = { ...VIEW, shared: true };
    expect((await ines.ask('PUT', `/list-views/items/${id}`, shared)).status).toBe(200);
    expect((await viewsOf(noor)).views).toEqual([{ ...shared, id, own: false, by }]);
    for (const method of ['PUT', 'DELETE'] as const) {
      const body = method === 'PUT' ? VIEW : undefined;
      expect((await noor.ask(method, `/list-views/items/${id}`, body)).status).toBe(404);
    }
    expect((await ines.ask('DELETE', `/list-views/customers/${id}`)).status).toBe(404);
    expect((await ines.ask('DELETE', `/list-views/items/${id}`)).status).toBe(204);
    expect((await viewsOf(noor)).views).toEqual([]);
  });

  it('keep the columns as each person left them, apart from the views', async () => {
    expect((await viewsOf(ines, 'rules')).layout).toBeNull();
    for (const columns of [VIEW.columns, VIEW.columns.toReversed()]) {
      const left = await ines.ask('PUT', '/list-views/rules/layout', { columns });
      expect(left.status).toBe(204);
      expect(await viewsOf(ines, 'rules')).toEqual({ layout: columns, views: [] });
    }
    expect((await viewsOf(noor, 'rules')).layout).toBeNull();
  });

  it('are refused a name that is taken, empty or too long, and what is no list', async () => {
    const { id } = (await save(ines, { name: 'Mine' }, 'quotes')).as<ListView>();
    const again = await save(ines, { name: 'Mine' }, 'quotes');
    expect(again.status).toBe(422);
    expect(again.problem.fields?.[0]?.sentence).toContain('Choose another name.');
    expect((await save(noor, { name: 'Mine' }, 'quotes')).status).toBe(200);
    const renamed = await ines.ask('PUT', `/list-views/quotes/${id}`, { ...VIEW, name: 'Mine' });
    expect(renamed.status).toBe(200);
    expect((await save(ines, { name: '   ' })).status).toBe(422);
    expect((await save(ines, { name: 'x'.repeat(200) })).status).toBe(422);
    expect((await save(ines, {}, 'secrets')).status).toBe(422);
    const twice = [...VIEW.columns, ...VIEW.columns];
    expect((await save(ines, { columns: twice })).status).toBe(422);
  });

  it('are so many at most', async () => {
    const statuses: number[] = [];
    for (let number = 0; number <= 51; number += 1) {
      statuses.push((await save(ines, { name: `View ${String(number)}` }, 'breaks')).status);
    }
    expect(statuses.filter((status) => status === 200).length).toBe(51);
    expect(statuses.at(-1)).toBe(422);
  });
});
