import {
  customerContentOf,
  type CustomerContent,
  type CustomerView,
  type DraftRow,
  type ImportView,
  type ItemContent,
  type ItemCostsView,
  type ItemView,
  type LevelGiven,
  type LevelView,
  type MassChangeRow,
  type MassChangeView,
} from '@honest-ledger/contracts';
import { fileDesk, type FileDesk } from '../../testing/files';
import { testServer, type Answer, type Browser, type TestServer } from '../../testing/test-server';

const LEVEL = '5b0e7a52-93a1-4c55-8d3e-2f6c1f0a7b01';

describe('a change of many', () => {
  let server: TestServer;
  let browser: Browser;
  let takenIn: FileDesk['takenIn'];
  beforeEach(async () => {
    server = await testServer();
    browser = await server.signedIn();
    ({ takenIn } = fileDesk(server, browser));
  });
  afterEach(() => server.stop());

  const get = async <T>(path: string): Promise<T> => {
    const answer = await browser.ask('GET', path);
    expect(answer.status).withContext(path).toBe(200);
    return answer.as<T>();
  };
  const foreseen = (id: string): Promise<MassChangeView> => get(`/mass-changes/${id}`);
  const undo = (id: string, { back, stays }: MassChangeView): Promise<Answer> =>
    browser.ask('POST', `/mass-changes/${id}/undo`, { back, stays });
  /** Undoes it as it is foreseen. */
  const undone = async (id: string): Promise<MassChangeView> => {
    const view = await foreseen(id);
    expect((await undo(id, view)).status).toBe(200);
    return view;
  };
  const customer = (code: string): Promise<CustomerView> => get(`/customers/${code}`);
  const item = (number: string): Promise<ItemView> => get(`/items/${number}`);
  const edited = async (path: string, content: object): Promise<void> => {
    const answer = await browser.ask('PUT', path, content);
    expect(answer.status).withContext(JSON.stringify(answer.as())).toBe(200);
  };
  const editCustomer = async (code: string, part: Partial<CustomerContent>): Promise<void> => {
    const seen = await customer(code);
    const content = { ...customerContentOf(seen), ...part };
    await edited(`/customers/${code}`, { ...content, revision: seen.revision });
  };
  const editItem = async (number: string, part: Partial<ItemContent>): Promise<void> => {
    const { facts, revision } = await item(number);
    await edited(`/items/${number}`, { ...facts, ...part, revision });
  };

  describe('a level that was given', () => {
    const CODES = ['C1001', 'C1002', 'C2001', 'C2002'];
    let clubs: string;
    beforeEach(async () => {
      const levels = await get<{ id: string; content: { name: string } }[]>('/levels');
      clubs = levels.find(({ content }) => content.name === 'Clubs')?.id ?? '';
    });
    const given = async (): Promise<string> => {
      const customers = await Promise.all(
        CODES.map(async (code) => ({ code, revision: (await customer(code)).revision })),
      );
      const answer = await browser.ask('PUT', '/customer-levels', {
        level: clubs,
        version: 1,
        customers,
      });
      return answer.as<LevelGiven>().massChange;
    };
    const levels = async (): Promise<(string | null)[]> =>
      Promise.all(CODES.map(async (code) => (await customer(code)).level?.id ?? null));

    it('is undone in one step: each has what it had, and the record keeps both', async () => {
      const before = await levels();
      const id = await given();
      expect(await levels()).toEqual(CODES.map(() => clubs));
      const [listed] = await get<MassChangeRow[]>('/mass-changes?kind=levels');
      expect([listed?.id, listed?.things, listed?.undone]).toEqual([id, 4, null]);
      const view = await foreseen(id);
      expect([view.back, view.removed, view.stays]).toEqual([4, 0, 0]);
      expect(await levels()).toEqual(CODES.map(() => clubs)); // it was only foreseen
      expect((await undo(id, view)).as<MassChangeRow>().undone?.by).toBe('Ines Marlow');
      expect(await levels()).toEqual(before);
      expect((await undo(id, view)).status).toBe(409);
      const record = await browser.ask('GET', '/changes?kind=customer&key=C2001');
      expect(record.as<{ changes: unknown[] }>().changes.length).toBeGreaterThanOrEqual(2);
    });

    it('leaves alone whom somebody has given another since, and keeps what else was changed', async () => {
      const [first] = await levels();
      const id = await given();
      await editCustomer('C1001', { name: 'Renamed since' });
      await editCustomer('C2001', { level: null });
      const view = await undone(id);
      expect([view.back, view.stays]).toEqual([3, 1]);
      expect(view.staying).toEqual([
        { what: 'customer', key: 'C2001', why: 'somebody has changed it since' },
      ]);
      const now = await customer('C1001');
      expect([now.name, now.level?.id ?? null]).toEqual(['Renamed since', first ?? null]);
      expect((await customer('C2001')).level).toBeNull();
    });

    it('is not undone where that would be something else than was seen', async () => {
      const id = await given();
      const view = await foreseen(id);
      await editCustomer('C2001', { level: null });
      expect((await undo(id, view)).status).toBe(409);
      expect((await customer('C1001')).level?.id).toBe(clubs);
    });
  });

  it('that was a file of customers is undone: new ones are gone, others as they were', async () => {
    const before = await customer('C1001');
    const { id } = await takenIn('kind=customers', 'Customer,Name\nC1001,Other\nN-1,New\nN-2,Used');
    expect((await browser.ask('POST', '/documents', { customer: 'N-2' })).status).toBe(201);
    const view = await undone(id);
    expect([view.back, view.removed]).toEqual([2, 1]);
    expect(view.staying).toEqual([
      { what: 'customer', key: 'N-2', why: 'there is a quote, an order or a sale of theirs' },
    ]);
    expect((await customer('C1001')).name).toBe(before.name);
    expect((await browser.ask('GET', '/customers/N-1')).status).toBe(404);
    expect((await customer('N-2')).name).toBe('Used');
    expect((await get<ImportView>(`/imports/${id}`)).state).toBe('undone');
  });

  it('that was a file of items is undone, with the base prices that it put into the draft', async () => {
    const before = await item('CL-0207');
    const columns = 'Item,Name,Category,Unit,Further units,Base price';
    const { id } = await takenIn(
      'kind=items',
      [
        columns,
        `CL-0207,Other name,${before.facts.category},${before.facts.unit},crate 40,19.95`,
        `X-1,New,${before.facts.category},piece,,4.00`,
        `X-2,New and used,${before.facts.category},piece,,5.00`,
        `X-3,New and named,${before.facts.category},piece,,`,
      ].join('\n'),
    );
    expect((await item('CL-0207')).name).toBe('Other name');
    const [draft] = await get<DraftRow[]>('/drafts');
    expect(draft?.edits).toBe(3);
    const { costs } = await get<ItemCostsView>('/items/X-2/costs');
    const cost = { kind: 'last', from: '2026-11-01', amount: '2', currency: 'EUR', unit: null };
    await edited('/items/X-2/costs', { seen: costs, content: { ...costs, costs: [cost] } });
    await editItem('GL-1180', { replacedBy: 'X-3' });
    const view = await undone(id);
    expect(view.staying.map(({ key, why }) => [key, why])).toEqual([
      ['X-2', 'it has a cost'],
      ['X-3', 'another item is replaced by it'],
    ]);
    expect([view.back, view.removed]).toEqual([5, 1]); // three prices, an item as it was, and one that is gone
    expect((await item('CL-0207')).facts).toEqual(before.facts);
    expect((await browser.ask('GET', '/items/X-1')).status).toBe(404);
    expect((await get<DraftRow[]>('/drafts')).every(({ edits }) => edits === 0)).toBeTrue();
  });

  it('that was a file of a level’s prices is undone in its draft', async () => {
    const level = (): Promise<LevelView> => get(`/levels/${LEVEL}`);
    const before = (await level()).published?.typedPrices.length ?? 0;
    const { id } = await takenIn(
      `kind=levelPrices&level=${LEVEL}`,
      'Item,Price\nCL-0207,9.10\nGL-1180,9.20',
    );
    expect((await level()).draft?.content?.typedPrices.length).toBe(before + 2);
    await undone(id);
    expect((await level()).draft).toBeNull();
  });

  it('that was a file of agreements is undone but for those that somebody has edited since', async () => {
    const { id } = await takenIn(
      'kind=agreements',
      'Customer,Item,Price,Currency\nC1001,CL-0207,9.10,EUR\nC1001,GL-1180,9.20,EUR',
    );
    const rows = await server.database.execute<{ key: string }>(
      `update draft_edits set content = jsonb_set(content, '{price}', '"9.99"')
        where object_kind = 'agreement' and content->>'item' = 'GL-1180' returning object_key as key`,
    );
    const after = await undone(id);
    expect([after.back, after.stays]).toEqual([1, 1]);
    expect(after.staying[0]).toEqual({
      what: 'agreed price',
      key: rows.rows[0]?.key ?? '',
      why: 'somebody has changed it since',
    });
  });

  it('that was a file of past sales is undone: they are gone, and count as sold no more', async () => {
    const sold = async (): Promise<string> =>
      (await get<ItemCostsView>('/items/GL-1180/costs')).sold.ever;
    const before = await sold();
    const { id } = await takenIn(
      'kind=sales',
      `Sale,Line,Posted,Customer,Outlet,Item,Quantity,Price
P-1,1,2024-03-05,C4001,quay,GL-1180,3,11.50
P-2,1,2024-03-05,C4001,quay,GL-1180,4,11.50`,
    );
    expect(Number(await sold())).toBe(Number(before) + 7);
    const { rows } = await server.database.execute<{ number: number; line: string }>(
      `select d.number, l.id as line from documents d
        join document_lines l on l.document_number = d.number where d.imported_as = 'P-2'`,
    );
    const [sale] = rows;
    const at = `/documents/${String(sale?.number)}`;
    const lines = [{ line: sale?.line, quantity: '1' }];
    const worth = await browser.ask('POST', `${at}/returns/worth`, { lines });
    const { amountWithTax } = worth.as<{ amountWithTax: string }>();
    const back = { lines, goodsBack: true, reason: 'broken', amountWithTax };
    expect((await browser.ask('POST', `${at}/returns`, back)).status).toBe(201);
    const view = await undone(id);
    expect([view.back, view.removed]).toEqual([1, 1]);
    expect(view.staying).toEqual([{ what: 'sale', key: 'P-2', why: 'it has returns' }]);
    expect(Number(await sold())).toBe(Number(before) + 3);
    expect((await browser.ask('GET', at)).status).toBe(200);
  });

  it('is undone only by those who may do what it did', async () => {
    const { id } = await takenIn('kind=items', 'Item,Base price\nCL-0207,19.95');
    const noor = await server.signedIn('noor@saltmarsh.example');
    expect((await noor.ask('GET', '/mass-changes')).status).toBe(200);
    expect((await noor.ask('GET', `/mass-changes/${id}`)).status).toBe(403);
    expect((await noor.ask('POST', `/mass-changes/${id}/undo`, { back: 1, stays: 0 })).status).toBe(
      403,
    );
    expect((await browser.ask('GET', `/mass-changes/${LEVEL}`)).status).toBe(404);
  });
});
