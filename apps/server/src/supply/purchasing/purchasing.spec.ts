import type {
  ItemCostsView,
  PurchaseAnswer,
  PurchaseOrderContent,
  PurchaseOrderRow,
  PurchaseOrderView,
} from '@honest-ledger/contracts';
import { sql } from 'drizzle-orm';
import { testServer, type Answer, type Browser, type TestServer } from '../../testing/test-server';

const ITEM = 'TL-0042';

describe('the purchase side', () => {
  let server: TestServer;
  let browser: Browser;
  beforeEach(async () => {
    server = await testServer();
    browser = await server.signedIn();
    await setCosts();
  });
  afterEach(() => server.stop());

  /** Ferrybridge asks 5.00, 4.40 from 60 on and 4.00 from December; Orrin 5.50 dollars. */
  async function setCosts(): Promise<void> {
    const view = (await browser.ask('GET', `/items/${ITEM}/costs`)).as<ItemCostsView>();
    const offer = (amount: string, minQuantity: string, from: string | null, currency = 'EUR') => ({
      amount,
      currency,
      unit: null,
      minQuantity,
      window: { from, until: null },
    });
    const suppliers = [
      {
        supplier: 'ferrybridge',
        preferred: true,
        number: 'FE-42',
        leadTimeDays: 7,
        costs: [
          offer('5.00', '0', null),
          offer('4.40', '60', null),
          offer('4.00', '0', '2026-12-01'),
        ],
      },
      {
        supplier: 'orrin',
        preferred: false,
        number: null,
        leadTimeDays: 30,
        costs: [offer('5.50', '0', null, 'USD')],
      },
      { supplier: 'northgate', preferred: false, number: null, leadTimeDays: null, costs: [] },
    ];
    const saved = await browser.ask('PUT', `/items/${ITEM}/costs`, {
      seen: view.costs,
      content: { ...view.costs, suppliers },
    });
    expect(saved.status).withContext(JSON.stringify(saved.problem)).toBe(200);
  }

  const ask = async (query: string): Promise<PurchaseAnswer> =>
    (await browser.ask('GET', `/purchase-desk?item=${ITEM}&${query}`)).as<PurchaseAnswer>();

  it('says which supplier is cheapest for a quantity on a day, and what each cost is worth', async () => {
    const one = await ask('quantity=10');
    expect(one.day).toBe('2026-11-24');
    const [first, second, last] = one.suppliers;
    const dollars = Number(one.suppliers.find(({ supplier }) => supplier.code === 'orrin')?.inHome);
    expect([first?.inHome, second?.inHome].map(Number).sort((a, b) => a - b)).toEqual(
      [50, dollars].sort((a, b) => a - b),
    );
    expect(Number(first?.inHome)).toBeLessThanOrEqual(Number(second?.inHome));
    expect(first?.dearer).toBe('0.0');
    expect(last?.supplier.code).toBe('northgate');
    expect(last?.picked).toBeNull();
    const ferrybridge = one.suppliers.find(({ supplier }) => supplier.code === 'ferrybridge');
    expect(ferrybridge?.offers.map(({ verdict }) => verdict)).toEqual([
      'counts',
      'toCome',
      'moreNeeded',
    ]);
    const picks = async (query: string): Promise<string | undefined> =>
      (await ask(query)).suppliers.find(({ supplier }) => supplier.code === 'ferrybridge')?.picked
        ?.amount;
    expect(await picks('quantity=60')).toBe('264.00');
    expect(await picks('quantity=10&day=2026-12-01')).toBe('40.00');
  });

  it('refuses what cannot be asked', async () => {
    const wrong: readonly (readonly [string, string])[] = [
      ['quantity=0', 'above 0'],
      ['quantity=1.5', 'whole units'],
      ['quantity=1&unit=barrel', 'no unit barrel'],
      ['quantity=1&day=2026-02-30', 'day'],
    ];
    for (const [query, sentence] of wrong) {
      const answer = await browser.ask('GET', `/purchase-desk?item=${ITEM}&${query}`);
      expect(answer.status).withContext(query).toBe(422);
      expect(answer.problem.detail).toContain(sentence);
    }
    expect((await browser.ask('GET', '/purchase-desk?item=NO-1&quantity=1')).status).toBe(404);
  });

  const content = (changes: Partial<PurchaseOrderContent> = {}): PurchaseOrderContent => ({
    supplier: 'ferrybridge',
    day: '2026-11-24',
    note: '',
    lines: [{ item: ITEM, quantity: '60', unit: null }],
    ...changes,
  });
  const order = async (changes: Partial<PurchaseOrderContent> = {}): Promise<PurchaseOrderView> => {
    const answer = await browser.ask('POST', '/purchase-orders', content(changes));
    expect(answer.status).toBe(201);
    return answer.as<PurchaseOrderView>();
  };
  const save = (
    { number, revision }: PurchaseOrderView,
    changes: Partial<PurchaseOrderContent>,
  ): Promise<Answer> =>
    browser.ask('PUT', `/purchase-orders/${String(number)}`, { ...content(changes), revision });

  it('picks the cost of every line of an order by its day and its quantity', async () => {
    const first = await order();
    expect(first.lines[0]?.picked).toEqual(
      jasmine.objectContaining({ each: '4.40', amount: '264.00' }),
    );
    expect(first.lines[0]?.number).toBe('FE-42');
    const later = (await save(first, { day: '2026-12-01' })).as<PurchaseOrderView>();
    expect(later.lines[0]?.picked?.amount).toBe('264.00'); // the highest minimum goes first
    const fewer = (
      await save(later, { day: '2026-12-01', lines: [{ item: ITEM, quantity: '10', unit: null }] })
    ).as<PurchaseOrderView>();
    expect(fewer.totals).toEqual([{ currency: 'EUR', amount: '40.00' }]);
    expect((await save(first, {})).status).toBe(409);
    // the last edit once more, whose answer did not get there
    const again = await save(later, {
      day: '2026-12-01',
      lines: [{ item: ITEM, quantity: '10', unit: null }],
    });
    expect(again.as<PurchaseOrderView>().revision).toBe(fewer.revision);
    const rows = (await browser.ask('GET', '/purchase-orders')).as<PurchaseOrderRow[]>();
    expect(rows.map(({ number, state, lines }) => [number, state, lines])).toEqual([
      [first.number, 'open', 1],
    ]);
  });

  it('keeps what was picked once an order is placed, whatever costs do then', async () => {
    const open = await order();
    const place = (revision: number): Promise<Answer> =>
      browser.ask('POST', `/purchase-orders/${String(open.number)}/place`, { revision });
    expect((await place(open.revision + 1)).status).toBe(409);
    expect((await place(open.revision)).as<PurchaseOrderView>().state).toBe('placed');
    const view = (await browser.ask('GET', `/items/${ITEM}/costs`)).as<ItemCostsView>();
    await browser.ask('PUT', `/items/${ITEM}/costs`, {
      seen: view.costs,
      content: {
        ...view.costs,
        suppliers: view.costs.suppliers.map((one) => ({ ...one, costs: [] })),
      },
    });
    const placed = (
      await browser.ask('GET', `/purchase-orders/${String(open.number)}`)
    ).as<PurchaseOrderView>();
    expect(placed.lines[0]?.picked?.amount).toBe('264.00');
    expect((await save(placed, {})).status).toBe(409);
    expect((await browser.ask('DELETE', `/purchase-orders/${String(open.number)}`)).status).toBe(
      409,
    );
  });

  it('places no order of nothing, and none with a line that the supplier asks nothing for', async () => {
    const none = await order({ lines: [] });
    const place = ({ number, revision }: PurchaseOrderView): Promise<Answer> =>
      browser.ask('POST', `/purchase-orders/${String(number)}/place`, { revision });
    expect((await place(none)).problem.detail).toContain('no lines');
    const other = await order({ supplier: 'northgate' });
    expect(other.lines[0]?.picked).toBeNull();
    expect(other.lines[0]?.cheaper?.name).toBeDefined();
    expect((await place(other)).problem.detail).toContain(ITEM);
    expect((await browser.ask('DELETE', `/purchase-orders/${String(other.number)}`)).status).toBe(
      204,
    );
  });

  it('is shown though an item has lost the unit it was ordered by, and then not placed', async () => {
    const unit = (of: string) =>
      sql.raw(`${of} where item_id = (select id from items where number = '${ITEM}')`);
    await server.database.execute(
      sql`insert into item_units (item_id, unit, factor, digits)
        select id, 'box', 10, 0 from items where number = ${ITEM}`,
    );
    const open = await order({ lines: [{ item: ITEM, quantity: '6', unit: 'box' }] });
    expect(open.lines[0]?.picked?.amount).toBe('264.00'); // 60 pieces
    await server.database.execute(unit('delete from item_units'));
    const path = `/purchase-orders/${String(open.number)}`;
    expect((await browser.ask('GET', path)).status).toBe(200);
    const refused = await browser.ask('POST', `${path}/place`, { revision: open.revision });
    expect(refused.problem.detail).toContain('no unit box');
  });

  it('says which line of an order is wrong, and keeps nothing of it', async () => {
    const open = await order();
    const lines = [
      { item: ITEM, quantity: '1', unit: null },
      { item: 'NO-1', quantity: '1', unit: null },
    ];
    const answer = await save(open, { lines });
    expect(answer.status).toBe(422);
    expect(answer.problem.fields).toEqual([
      { path: 'lines[1].item', sentence: 'There is no item NO-1' },
    ]);
    expect((await save(open, { supplier: 'nobody' })).problem.detail).toContain('no supplier');
    const same = (
      await browser.ask('GET', `/purchase-orders/${String(open.number)}`)
    ).as<PurchaseOrderView>();
    expect(same).toEqual(open);
  });
});
