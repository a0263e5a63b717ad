import type {
  ChangePage,
  CostFileMapping,
  FollowRule,
  ItemCostsView,
  ItemView,
  CostUpdateRowPage,
  CostUpdateView,
  RuleInForce,
} from '@honest-ledger/contracts';
import { sql } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import { testServer, type Answer, type Browser, type TestServer } from '../../testing/test-server';

const FERRYBRIDGE = 'ferrybridge';

describe('a supplier’s price file', () => {
  let server: TestServer;
  let browser: Browser;
  beforeEach(async () => {
    server = await testServer();
    browser = await server.signedIn();
  });
  afterEach(() => server.stop());

  const send = (content: string | Buffer, name = 'prices.csv'): Promise<Answer> =>
    browser.send(`/cost-updates?supplier=${FERRYBRIDGE}`, name, content);
  const one = async (id: string): Promise<CostUpdateView> =>
    (await browser.ask('GET', `/cost-updates/${id}`)).as<CostUpdateView>();
  const map = async (
    { id, mapping }: CostUpdateView,
    part: Partial<CostFileMapping> = {},
  ): Promise<CostUpdateView> => {
    const answer = await browser.ask('PUT', `/cost-updates/${id}/mapping`, { ...mapping, ...part });
    expect(answer.status).withContext(JSON.stringify(answer.as<unknown>())).toBe(200);
    await server.workOff();
    return one(id);
  };
  const read = async (content: string | Buffer, part: Partial<CostFileMapping> = {}) =>
    map((await send(content)).as<CostUpdateView>(), part);
  const rows = async (id: string, query = ''): Promise<CostUpdateRowPage['rows']> =>
    (await browser.ask('GET', `/cost-updates/${id}/rows?limit=500${query}`)).as<CostUpdateRowPage>()
      .rows;
  const takeIn = async (
    { id, revision }: CostUpdateView,
    withoutWrong = false,
  ): Promise<Answer> => {
    const answer = await browser.ask('POST', `/cost-updates/${id}/take-in`, {
      revision,
      withoutWrong,
    });
    await server.workOff();
    return answer;
  };
  const costsOf = async (item: string): Promise<ItemCostsView['costs']> =>
    (await browser.ask('GET', `/items/${item}/costs`)).as<ItemCostsView>().costs;
  const basePrice = async (item: string): Promise<unknown> =>
    (await browser.ask('GET', `/items/${item}`))
      .as<ItemView>()
      .basePrices.map((price) => (price.kind === 'own' ? price.price : price.shared));
  const rule = (part: Partial<FollowRule>): FollowRule => ({
    id: randomUUID(),
    scope: { kind: 'all' },
    follows: 'waits',
    cap: null,
    keeping: { kind: 'markup' },
    rounding: null,
    ...part,
  });
  const rules = async (...content: FollowRule[]): Promise<Answer> => {
    const seen = (await browser.ask('GET', '/follow-rules')).as<FollowRule[]>();
    return browser.ask('PUT', '/follow-rules', { seen, content });
  };
  const everything = async (): Promise<unknown> => {
    const { rows: found } = await server.database.execute(sql`
      select (select json_agg(c order by item_id, kind_id, from_day) from item_costs c) as costs,
        (select json_agg(row(item_id, supplier_id, amount, currency, unit, min_quantity, from_day,
          until_day) order by item_id, supplier_id, unit, min_quantity, from_day)
          from purchase_costs) as purchases,
        (select json_agg(row(item_id, unit, price, shared_id) order by item_id, unit)
          from base_price_rows where to_version is null) as prices`);
    return found;
  };

  it('is read with the columns that their names suggest, and compared row by row', async () => {
    const sent = await send(
      'Article no;Description;Net price;Valid from\nFETL0042;Loop tool set;"4,90";01.11.2026\n',
    );
    expect(sent.status).toBe(201);
    const view = sent.as<CostUpdateView>();
    expect(view.state).toBe('mapping');
    expect(view.columns).toEqual(['Article no', 'Description', 'Net price', 'Valid from']);
    expect(view.mapping).toEqual(
      jasmine.objectContaining({
        columns: jasmine.objectContaining({ number: 0, cost: 2, from: 3, item: null }),
        decimalMark: ',',
        currency: 'EUR',
        countsAs: 'last',
      }),
    );
    const ready = await map(view);
    expect([ready.state, ready.counts.changed]).toEqual(['ready', 1]);
    const [row] = await rows(ready.id);
    expect(row).toEqual(
      jasmine.objectContaining({
        item: 'TL-0042',
        cost: '4.90',
        from: '2026-11-01',
        verdict: 'changed',
      }),
    );
    expect(row?.price?.follows).toBe('waits');
  });

  it('may be in any common encoding, with any common mark between its cells, or a workbook', async () => {
    const text = 'SKU\tPreis in €\tWährung\nTL-0042\t4.90\tEUR\n';
    const windows = Buffer.from(text.replace('€', '\u0080').replace('ä', '\u00e4'), 'latin1');
    const utf16 = Buffer.from(`\ufeff${text}`, 'utf16le');
    for (const bytes of [Buffer.from(text), windows, utf16]) {
      const { columns } = (await send(bytes)).as<CostUpdateView>();
      expect(columns).toEqual(['SKU', 'Preis in €', 'Währung']);
    }
    const bars = (await send('sku|cost\nTL-0042|4.90\n')).as<CostUpdateView>();
    expect(bars.columns).toEqual(['sku', 'cost']);
    expect((await send('')).status).toBe(422);
    expect((await send('sku,cost\n')).problem.detail).toContain('nothing below it');
    expect((await send(Buffer.from([0x50, 0x4b, 3, 4, 0, 0]))).status).toBe(422);
  });

  it('says of each wrong row what is wrong, and takes nothing in before that is settled', async () => {
    const ready = await read(
      [
        'number,sku,ean,cost,currency,unit,min qty,valid from,valid until',
        'FETL0042,,,4.90,EUR,,,,',
        ',TL-9999,,4.90,EUR,,,,',
        ',TL-0043,,abc,EUR,,,,',
        ',TL-0043,,0,EUR,,,,',
        ',TL-0043,,1.5,CHF,,,,',
        ',TL-0043,,1.5,EUR,truck,,,',
        'FETL0042,TL-0043,,1,EUR,,,,',
        'FETL0042,,,5.00,EUR,,,,',
        ',TL-0044,,1,EUR,,,2026-02-30,',
        ',TL-0044,,1,EUR,,,2026-05-02,2026-05-01',
        ',,,1,EUR,,,,',
      ].join('\n'),
    );
    expect(ready.counts).toEqual({ new: 0, changed: 1, unchanged: 0, wrong: 10 });
    const wrong = await rows(ready.id, '&verdict=wrong');
    expect(wrong.map(({ problem }) => problem)).toEqual([
      'no item is known as TL-9999',
      '“abc” is not a cost',
      'a cost of 0 would say that none is known',
      'there is no rate to CHF',
      'TL-0043 has no unit truck',
      'FETL0042 is TL-0042, but TL-0043 is TL-0043',
      'row 2 is for the same goods and quantity already',
      '“2026-02-30” is not a day',
      'it ends on 2026-05-01, before 2026-05-02',
      'it names no item',
    ]);
    const refused = await takeIn(ready);
    expect(refused.problem.detail).toContain('10 rows have errors');
    const file = await browser.ask('GET', `/cost-updates/${ready.id}/file?format=csv`);
    expect(file.type).toContain('text/csv');
    expect((await takeIn(ready, true)).status).toBe(200);
    expect((await one(ready.id)).state).toBe('applied');
  });

  it('twice changes nothing the second time, and is read as the first was', async () => {
    const text = 'Code,Their price\nFETL0042,4.90\nFETL0043,2.10\n';
    const first = await read(text, { columns: { ...empty(), number: 0, cost: 1 } });
    await takeIn(first);
    const again = (await send(text)).as<CostUpdateView>();
    expect(again.mapping.columns).toEqual({ ...empty(), number: 0, cost: 1 });
    const second = await map(again);
    expect(second.counts).toEqual({ new: 0, changed: 0, unchanged: 2, wrong: 0 });
    expect((await takeIn(second)).problem.detail).toBe('It changes nothing.');
  });

  it('writes costs with their days, and the supplier’s costs with minimum quantities', async () => {
    const ready = await read('sku,cost,min\nTL-0042,4.90,\nTL-0042,4.50,100\n');
    await takeIn(ready);
    const { costs, suppliers } = await costsOf('TL-0042');
    expect(costs.at(-1)).toEqual({
      kind: 'last',
      from: '2026-11-24',
      amount: '4.90',
      currency: 'EUR',
      unit: null,
    });
    const offers = suppliers.find(({ supplier }) => supplier === FERRYBRIDGE)?.costs ?? [];
    const fresh = offers.filter(({ window }) => window.from === '2026-11-24');
    expect(fresh.map(({ minQuantity, amount }) => [minQuantity, amount])).toEqual([
      ['0', '4.90'],
      ['100', '4.50'],
    ]);
  });

  it('can be purchase costs alone: then no item’s cost changes, and no price follows', async () => {
    const ready = await read('sku,cost\nTL-0042,4.90\n', { countsAs: null });
    expect(ready.follows).toEqual({ moves: 0, waits: 0, stays: 0, none: 0 });
    const before = (await costsOf('TL-0042')).costs;
    await takeIn(ready);
    expect((await costsOf('TL-0042')).costs).toEqual(before);
  });

  it('never touches levels, tables, agreements or typed prices', async () => {
    const setup = async (): Promise<unknown> => {
      const { rows: found } = await server.database.execute(sql`
        select (select json_agg(l) from level_rows l) as levels,
          (select json_agg(l) from level_entry_rows l) as entries,
          (select json_agg(l) from level_price_rows l) as typed,
          (select json_agg(l) from level_exception_rows l) as exceptions,
          (select json_agg(l) from cost_table_band_rows l) as bands,
          (select json_agg(l) from agreement_rows l) as agreements`);
      return found;
    };
    await rules(rule({ follows: 'moves' }));
    const before = await setup();
    await takeIn(await read('sku,cost\nTL-0042,4.90\nTL-0043,9\n'));
    expect(await setup()).toEqual(before);
  });

  it('lets prices move by themselves as one version, up to a cap, above which they wait', async () => {
    const before = [await basePrice('TL-0042'), await basePrice('TL-0043')];
    expect((await rules(rule({ follows: 'moves', cap: '10' }))).status).toBe(200);
    const last = (await costsOf('TL-0042')).costs.at(-1)?.amount ?? '';
    const ready = await read(`sku,cost\nTL-0042,${(Number(last) * 1.05).toFixed(2)}\nTL-0043,99\n`);
    expect(ready.follows).toEqual({ moves: 1, waits: 1, stays: 0, none: 0 });
    const [, second] = await rows(ready.id);
    expect(second?.price?.why).toContain('more than the cap of 10 %');
    await takeIn(ready);
    const done = await one(ready.id);
    expect([done.version, done.waiting]).toEqual([2, 1]);
    expect(await basePrice('TL-0042')).not.toEqual(before[0]);
    expect(await basePrice('TL-0043')).toEqual(before[1]);
    const { changes } = (await browser.ask('GET', '/changes?kind=basePrice')).as<ChangePage>();
    expect(changes.map(({ key, action }) => `${key} ${action}`)).toEqual(['TL-0042 published']);
  });

  it('asks the narrowest rule, and says why a price does not follow', async () => {
    await rules(
      rule({ follows: 'moves' }),
      rule({ scope: { kind: 'category', category: 'tools' }, follows: 'stays' }),
      rule({
        scope: { kind: 'item', item: 'TL-0043' },
        keeping: { kind: 'stated', adjustment: { kind: 'margin', percent: '50' } },
      }),
      rule({ scope: { kind: 'item', item: 'TL-0044' }, keeping: { kind: 'costTable' } }),
    );
    for (const [item, scope] of [
      ['TL-0043', { kind: 'item', item: 'TL-0043' }],
      ['TL-0042', { kind: 'category', category: 'tools' }],
      ['CL-0207', { kind: 'all' }],
    ] as const) {
      const found = await browser.ask('GET', `/items/${item}/follow-rule`);
      expect(found.as<RuleInForce>().rule?.scope).toEqual(scope);
    }
    expect((await browser.ask('GET', '/items/NO-1/follow-rule')).status).toBe(404);
    const ready = await read('sku,cost\nTL-0042,9\nTL-0043,4\nTL-0044,4\nTL-0048,4\nTL-0046,2\n');
    const found = (await rows(ready.id)).map(({ item, price }) => [
      item,
      price?.follows,
      price?.after,
      price?.why,
    ]);
    expect(found).toEqual([
      ['TL-0042', 'stays', null, 'its rule says that it stays'],
      ['TL-0043', 'waits', '8.00', null],
      ['TL-0044', 'waits', '9.49', null],
      [
        'TL-0048',
        'none',
        null,
        'it has no base price: its cost table makes its price as it is asked for',
      ],
      ['TL-0046', 'stays', null, 'its rule says that it stays'],
    ]);
  });

  it('leaves rows out on request', async () => {
    const ready = await read('sku,cost\nTL-0042,4.90\nTL-0043,9\n');
    await browser.ask('PUT', `/cost-updates/${ready.id}/left-out`, { rows: [3], leftOut: true });
    const before = (await costsOf('TL-0043')).costs;
    await takeIn(ready);
    expect((await costsOf('TL-0043')).costs).toEqual(before);
    expect((await costsOf('TL-0042')).costs.at(-1)?.amount).toBe('4.90');
  });

  it('is undone to the last cost and price, while the record grows', async () => {
    await rules(rule({ follows: 'moves' }));
    const before = await everything();
    const ready = await read(
      'sku,cost,min\nTL-0042,4.90,\nTL-0042,4.1,50\nTL-0043,9,\nTL-0046,1,\n',
    );
    await takeIn(ready);
    expect(await everything()).not.toEqual(before);
    const recorded = async (): Promise<number> =>
      (await browser.ask('GET', '/changes?limit=500')).as<ChangePage>().changes.length;
    const then = await recorded();
    expect(
      (await browser.ask('POST', `/cost-updates/${ready.id}/undo`, {})).as<CostUpdateView>().state,
    ).toBe('undone');
    expect(await everything()).toEqual(before);
    expect(await recorded()).toBeGreaterThan(then);
    expect((await browser.ask('POST', `/cost-updates/${ready.id}/undo`, {})).status).toBe(409);
  });

  it('takes back the supplier of items that it had brought with it', async () => {
    const suppliers = async (item: string): Promise<string[]> =>
      (await browser.ask('GET', `/items/${item}/costs`))
        .as<ItemCostsView>()
        .costs.suppliers.map(({ supplier }) => supplier);
    const items = ['CL-0207', 'GL-1180'];
    const before = await Promise.all(items.map(suppliers));
    expect(before.flat()).not.toContain(FERRYBRIDGE);
    const ready = await read('sku,cost\nCL-0207,4.90\nGL-1180,5.10\n');
    await takeIn(ready);
    const then = await Promise.all(items.map(suppliers));
    expect(then.every((some) => some.includes(FERRYBRIDGE))).toBeTrue();
    // somebody works with one of them by now
    const { costs } = (await browser.ask('GET', '/items/GL-1180/costs')).as<ItemCostsView>();
    const agreed = costs.suppliers.map((one) =>
      one.supplier === FERRYBRIDGE ? { ...one, leadTimeDays: 4 } : one,
    );
    const content = { ...costs, suppliers: agreed };
    const edit = { seen: costs, content };
    expect((await browser.ask('PUT', '/items/GL-1180/costs', edit)).status).toBe(200);
    await browser.ask('POST', `/cost-updates/${ready.id}/undo`, {});
    expect(await suppliers('CL-0207')).toEqual(before[0] ?? []);
    expect(await suppliers('GL-1180')).toContain(FERRYBRIDGE);
  });

  it('is not undone over what somebody has changed since', async () => {
    const ready = await read('sku,cost\nTL-0042,4.90\n');
    await takeIn(ready);
    await takeIn(await read('sku,cost\nTL-0042,4.95\n'));
    const refused = await browser.ask('POST', `/cost-updates/${ready.id}/undo`, {});
    expect(refused.problem.detail).toContain('TL-0042');
    expect((await costsOf('TL-0042')).costs.at(-1)?.amount).toBe('4.95');
  });

  it('is compared anew where something changed since it was looked through', async () => {
    const ready = await read('sku,cost\nTL-0042,4.90\n');
    const { costs } = (await browser.ask('GET', '/items/TL-0042/costs')).as<ItemCostsView>();
    await browser.ask('PUT', '/items/TL-0042/costs', {
      seen: costs,
      content: { ...costs, costs: costs.costs.slice(0, 2) },
    });
    await takeIn(ready);
    const again = await one(ready.id);
    expect([again.state, again.revision]).toEqual(['ready', 2]);
    expect(again.remark).toContain('compared again');
    expect((await takeIn(ready)).status).toBe(409);
  });

  it('leaves everything as it was where its taking in is broken off, and can be repeated', async () => {
    const ready = await read('sku,cost\nTL-0042,4.90\n');
    const before = await everything();
    // the database refuses the last thing that taking in does, as a process that dies would
    await server.database.execute(sql`
      create function break_off() returns trigger language plpgsql as
        $$ begin raise exception 'broken off'; end $$`);
    await server.database.execute(sql`
      create trigger break_off before insert on changes for each row execute function break_off()`);
    await takeIn(ready);
    expect(await everything()).toEqual(before);
    expect((await one(ready.id)).state).toBe('applying');
    await server.database.execute(sql`drop trigger break_off on changes`);
    await server.database.execute(sql`update graphile_worker._private_jobs set run_at = now()`);
    await server.workOff();
    expect((await one(ready.id)).state).toBe('applied');
  });

  it('can be a bill that is typed in', async () => {
    const made = await browser.ask('POST', '/bills', {
      supplier: FERRYBRIDGE,
      reference: '4711',
      from: '2026-11-20',
      countsAs: 'last',
      lines: [{ item: 'TL-0042', cost: '4.88', currency: 'EUR', unit: null }],
    });
    expect(made.status).toBe(201);
    await server.workOff();
    const ready = await one(made.as<CostUpdateView>().id);
    expect([ready.fileName, ready.state, ready.counts.changed]).toEqual(['Bill 4711', 'ready', 1]);
    await takeIn(ready);
    expect((await costsOf('TL-0042')).costs.at(-1)?.from).toBe('2026-11-20');
  });
});

function empty(): CostFileMapping['columns'] {
  return {
    number: null,
    item: null,
    gtin: null,
    cost: null,
    currency: null,
    unit: null,
    minQuantity: null,
    from: null,
    until: null,
  };
}
