import type {
  ChangePage,
  CostGapsPage,
  CostTableContent,
  CostTableList,
  CostTableView,
  DraftView,
  DraftRow,
  ItemView,
  SetupForm,
  TableItemsPage,
  VersionView,
} from '@honest-ledger/contracts';
import { randomUUID } from 'node:crypto';
import { DEMO_COST_TABLES } from '../../app/demo/cost-tables';
import { testServer, type Answer, type Browser, type TestServer } from '../../testing/test-server';

const [TOOLS] = DEMO_COST_TABLES;
const ID = TOOLS?.id ?? '';

describe('cost tables', () => {
  let server: TestServer;
  let browser: Browser;
  beforeEach(async () => {
    server = await testServer();
    browser = await server.signedIn();
  });
  afterEach(() => server.stop());

  const one = async (id = ID): Promise<CostTableView> =>
    (await browser.ask('GET', `/cost-tables/${id}`)).as<CostTableView>();
  const content = async (): Promise<CostTableContent> => {
    const { published } = await one();
    if (!published) throw new Error('the demo has this table');
    return published;
  };
  const save = (edit: unknown, id = ID, revision = 0): Promise<Answer> =>
    browser.ask('PUT', `/edits/costTable/${id}`, { content: edit, revision, draft: null });
  const publish = async (): Promise<Answer> => {
    const [draft] = (await browser.ask('GET', '/drafts')).as<DraftRow[]>();
    return browser.ask('POST', `/drafts/${draft?.id ?? ''}/publish`, {
      revision: draft?.revision,
      note: 'tables',
    });
  };
  const basePrice = async (item: string): Promise<string | undefined> => {
    const { levels } = (await browser.ask('GET', `/items/${item}`)).as<ItemView>();
    const line = levels.find(({ name }) => name === 'Resale')?.line ?? levels[0]?.line;
    return line?.kind === 'priced' ? line.slices[0]?.steps[0]?.source.kind : undefined;
  };

  it('are listed with the items they take in, with what lacks a cost, and with inversions', async () => {
    const list = (await browser.ask('GET', '/cost-tables')).as<CostTableList>();
    expect(list.tables.map(({ content: { name } }) => name)).toEqual([
      'Clay by form of supply',
      'Kiln furniture',
      'Minerals and oxides',
      'Tools, sliding',
      'Web, after fees',
      'Wheels and kilns',
    ]);
    const tools = list.tables.find(({ id }) => id === ID);
    expect(tools?.inversions).toBe(3);
    expect(tools?.withoutCost).toBe(2);
    expect(list.withoutCost).toBe(4);
    expect(list.withoutTable).toBeGreaterThan(0);
    const gaps = (
      await browser.ask('GET', '/cost-gaps?lack=cost&offset=0&limit=3')
    ).as<CostGapsPage>();
    expect(gaps.total).toBe(4);
    expect(gaps.rows.map(({ item, table }) => `${item} ${table}`)).toEqual([
      'OX-0003 Minerals and oxides',
      'ST-0104 Minerals and oxides',
      'TL-0046 Tools, sliding',
    ]);
    const other = await browser.ask('GET', '/cost-gaps?lack=table&offset=0&limit=1');
    expect(other.as<CostGapsPage>().total).toBe(list.withoutTable);
  });

  it('make the price of items that have none of their own', async () => {
    expect(await basePrice('TL-0048')).toBe('cost');
    expect(await basePrice('TL-0047')).toBe('basePrice');
  });

  it('come back from a version as they were published', async () => {
    const { setup } = { setup: (await browser.ask('GET', '/versions/1/setup')).as<SetupForm>() };
    const tables = setup.costTables.map(({ id, ...rest }) => ({ id, content: rest }));
    const byId = (a: { id: string }, b: { id: string }): number => (a.id < b.id ? -1 : 1);
    expect(tables.toSorted(byId)).toEqual([...DEMO_COST_TABLES].toSorted(byId));
  });

  it('are edited in a draft that tells what it moves, and change with its version', async () => {
    const first = await save({ ...(await content()), fees: { percent: '10', fixed: '0' } });
    expect(first.status).toBe(200);
    const [draft] = (await browser.ask('GET', '/drafts')).as<DraftRow[]>();
    const view = (await browser.ask('GET', `/drafts/${draft?.id ?? ''}`)).as<DraftView>();
    expect(view.edits.map(({ kind, moves }) => [kind, moves?.raised])).toEqual([['costTable', 3]]);
    expect((await publish()).status).toBe(200);
    expect((await content()).fees).toEqual({ percent: '10', fixed: '0' });
    const version = (await browser.ask('GET', '/versions/2')).as<VersionView>();
    expect(version.objects.map(({ kind, name }) => [kind, name])).toEqual([
      ['costTable', 'Tools, sliding'],
    ]);
    const { changes } = (await browser.ask('GET', '/changes?kind=costTable')).as<ChangePage>();
    expect(changes.length).toBeGreaterThan(0);
  });

  it('are made anew, for outlets, goods and kinds of cost that there are', async () => {
    const id = randomUUID();
    const made: CostTableContent = {
      ...(await content()),
      name: 'Brushes at the counter',
      scopes: [{ kind: 'category', category: 'brushes' }],
      outlets: ['quay'],
      costs: [{ cost: 'landed', bands: [{ from: '0', adjustment: { kind: 'byRequest' } }] }],
      pieceCharges: [{ scope: { kind: 'brand', brand: 'ferrybridge' }, amount: '-0.50' }],
    };
    const wrong = await save(
      {
        ...made,
        name: 'tools, SLIDING',
        scopes: [{ kind: 'category', category: 'gone' }],
        outlets: ['moon'],
        costs: [{ cost: 'guessed', bands: made.costs[0]?.bands }],
        rounding: { kind: 'increment', currency: 'GBP', increment: '1', direction: 'up' },
      },
      id,
    );
    expect(wrong.problem.fields?.map(({ sentence }) => sentence)).toEqual([
      'There is a cost table tools, SLIDING already',
      'There is no category gone',
      'There is no kind of cost guessed',
      'There is no outlet moon',
      'The table’s prices are in EUR',
    ]);
    const places = (await browser.ask('GET', '/lists/outlets')).as<{ code: string }[]>();
    const outlet = places[0]?.code ?? '';
    expect((await save({ ...made, outlets: [outlet] }, id)).status).toBe(200);
    await publish();
    expect((await one(id)).published).toEqual({ ...made, outlets: [outlet] });
    await save(null, id);
    await publish();
    expect((await browser.ask('GET', `/cost-tables/${id}`)).status).toBe(404);
  });

  it('are not for the same goods at the same outlets, and not withdrawn under a level', async () => {
    const same = await save({ ...(await content()), name: 'Twin' }, randomUUID());
    expect(same.problem.fields?.[0]?.sentence).toBe(
      'The table Tools, sliding is for the same goods',
    );
    const level = {
      name: 'Cost plus',
      currency: 'EUR',
      entries: [
        {
          id: 'a',
          scope: { kind: 'all' },
          basis: { kind: 'costTable', table: ID },
          adjusting: { kind: 'plain', adjustment: { kind: 'percent', percent: '5' } },
        },
      ],
    };
    const path = `/edits/level/${randomUUID()}`;
    const saved = await browser.ask('PUT', path, { content: level, revision: 0, draft: null });
    expect(saved.status).toBe(200);
    expect((await save(null)).problem.fields?.[0]?.sentence).toBe(
      'Level Cost plus starts from this table',
    );
  });

  it('show the items they take in as they are edited: cost, price, markup and margin', async () => {
    const edited = {
      ...(await content()),
      rounding: null,
      costs: [
        { cost: 'last', bands: [{ from: '0', adjustment: { kind: 'margin', percent: '50' } }] },
      ],
    };
    const answer = await browser.ask('POST', `/cost-tables/${ID}/items`, {
      content: edited,
      withoutCost: false,
      offset: 0,
      limit: 500,
    });
    const page = answer.as<TableItemsPage>();
    expect(page.rows.length).toBe(page.reached);
    const own = page.rows.filter(({ basePrice }) => basePrice !== null).length;
    expect(page.withBasePrice).toBe(own);
    expect(page.priced).toBe(
      page.rows.filter(({ basePrice, cost }) => basePrice === null && cost !== null).length,
    );
    const all = { ...edited, scopes: [{ kind: 'all' }] };
    const wide = await browser.ask('POST', `/cost-tables/${ID}/items`, {
      content: all,
      withoutCost: false,
      offset: 0,
      limit: 1,
    });
    expect(wide.as<TableItemsPage>().narrower.length).toBeGreaterThan(0);
    for (const { cost, price, markup, margin } of page.rows.filter((row) => row.cost !== null)) {
      expect(Number(price)).toBeCloseTo(2 * Number(cost), 2);
      expect([markup, margin]).toEqual(['100.0', '50.0']);
    }
    const lacking = (
      await browser.ask('POST', `/cost-tables/${ID}/items`, {
        content: edited,
        withoutCost: true,
        offset: 0,
        limit: 10,
      })
    ).as<TableItemsPage>();
    expect(lacking.rows.map(({ item, price }) => [item, price])).toEqual([
      ['TL-0046', null],
      ['TL-0150', null],
    ]);
    expect(lacking.rows[0]?.why).toContain('no cost of a kind');
  });
});
