import type { CustomerRow, ItemPage, LevelSummary, Page } from '@honest-ledger/contracts';
import { parse } from 'csv-parse/sync';
import { testServer, type Browser, type TestServer } from '../../testing/test-server';

describe('what the screens show, as files', () => {
  let server: TestServer;
  let browser: Browser;
  beforeAll(async () => {
    server = await testServer();
    browser = await server.signedIn();
  });
  afterAll(() => server.stop());

  const fetched = (path: string, from = browser) =>
    server.app.inject({ url: `/api${path}`, cookies: Object.fromEntries(from.cookies) });
  const rows = async (path: string): Promise<Record<string, string>[]> => {
    const { body, statusCode } = await fetched(path);
    expect(statusCode).toBe(200);
    return parse(body, { bom: true, columns: true });
  };
  const column = async (path: string, name: string): Promise<(string | undefined)[]> =>
    (await rows(path)).map((row) => row[name]);

  it('have the rows of the screen in its order: the catalogue', async () => {
    const query = 'category=glaze&text=brush&sort=basePrice&descending=true';
    const shown = (await browser.ask('GET', `/items?${query}&limit=1000`)).as<ItemPage>().rows;
    expect(shown.length).toBeGreaterThan(5);
    expect(await column(`/files/items?${query}`, 'Item')).toEqual(shown.map(({ item }) => item));
    expect(await column(`/files/items?${query}`, 'Base price')).toEqual(
      shown.map(({ basePrice }) => basePrice ?? ''),
    );
  });

  it('have the rows of the screen in its order: the customers', async () => {
    const query = 'text=school&sort=name&descending=true';
    const shown = (await browser.ask('GET', `/customers?${query}`)).as<Page<CustomerRow>>().rows;
    expect(await column(`/files/customers?${query}`, 'Customer')).toEqual(
      shown.map(({ code }) => code),
    );
    const [first] = await rows(`/files/customers?${query}`);
    expect(first?.['Attributes']).toMatch(/^invoice (post|e-mail); since \d{4}-\d{2}-01$/);
  });

  it('have what a draft would make of agreements and of the prices of a level', async () => {
    const before = await rows('/files/agreements?segment=schools');
    expect(before.map((row) => row['Segment'])).toEqual(before.map(() => 'schools'));
    const levels = (await browser.ask('GET', '/levels')).as<LevelSummary[]>();
    const trade = levels.find(({ content }) => content.name === 'Trade');
    const typed = await rows(`/files/levels/${trade?.id ?? ''}/prices`);
    expect(typed.map((row) => [row['Item'], row['Price']])).toEqual(
      (trade?.content.typedPrices ?? []).map(({ item, price }) => [item, price]),
    );
    expect(typed.length).toBe(2);
  });

  it('have a price list of what a customer pays, to the cent as the screen has it', async () => {
    const list = '/customers/C1001/prices?text=stoneware';
    const shown = (await browser.ask('GET', list)).as<{
      rows: { item: { item: string }; line: { slices: { unitPrice: string }[] } }[];
    }>().rows;
    const file = await rows('/files/customers/C1001/prices?text=stoneware');
    expect(file.length).toBe(shown.length);
    const texts = file.map((row) => Object.values(row));
    for (const [at, { item, line }] of shown.entries()) {
      expect(texts[at]).toContain(item.item);
      expect(texts[at]).toContain(line.slices[0]?.unitPrice ?? '');
    }
  });

  it('are named after what they hold, and come in the format asked for', async () => {
    const xlsx = await fetched('/files/items?format=xlsx&text=CL-0207');
    expect(xlsx.headers['content-disposition']).toBe('attachment; filename="catalogue.xlsx"');
    expect(xlsx.rawPayload.subarray(0, 2).toString()).toBe('PK'); // a ZIP archive: ECMA-376
    const pdf = await fetched('/files/customers/C1001/prices?format=pdf&text=CL-0207');
    expect(pdf.rawPayload.subarray(0, 5).toString()).toBe('%PDF-');
    expect((await fetched('/files/items?format=pdf')).statusCode).toBe(422);
    expect((await fetched('/files/items?format=docx')).statusCode).toBe(422);
    expect((await fetched('/files/customers/NOBODY/prices')).statusCode).toBe(404);
  });

  it('are for who has signed in', async () => {
    expect((await fetched('/files/items', server.browser())).statusCode).toBe(401);
  });
});
