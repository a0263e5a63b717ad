import type {
  AgreementRow,
  ItemPage,
  PriceListPage,
  SetupContents,
} from '@honest-ledger/contracts';
import { randomUUID } from 'node:crypto';
import { testServer, type Answer, type Browser, type TestServer } from '../../testing/test-server';

type Content = SetupContents['agreement'];

describe('agreements', () => {
  let server: TestServer;
  let browser: Browser;
  beforeEach(async () => {
    server = await testServer();
    browser = await server.signedIn();
  });
  afterEach(() => server.stop());

  const content = (changes: Partial<Content> = {}): Content => ({
    party: { kind: 'customer', customer: 'C1001' },
    item: 'CL-0213',
    price: '12.00',
    currency: 'EUR',
    unit: null,
    window: { from: null, until: null },
    minQuantity: '0',
    open: false,
    ...changes,
  });
  const save = (id: string, wanted: Content | null): Promise<Answer> =>
    browser.ask('PUT', `/edits/agreement/${id}`, { content: wanted, revision: 0, draft: null });
  const find = async (query: string): Promise<AgreementRow[]> =>
    (await browser.ask('GET', `/agreements?${query}`)).as<AgreementRow[]>();
  const paths = (answer: Answer): string[] | undefined =>
    answer.problem.fields?.map(({ path }) => path);

  it('are found by customer, segment and item, as published and as drafted', async () => {
    const all = await find('');
    expect(all.length).toBeGreaterThan(2);
    const id = randomUUID();
    await save(id, content());
    const [row] = (await find('customer=C1001')).filter((one) => one.id === id);
    expect([row?.published, row?.draft?.content]).toEqual([null, content()]);
    expect((await find('item=CL-0213')).map((one) => one.id)).toContain(id);
    expect(
      (await find('segment=schools')).every(({ published }) => published?.party.kind === 'segment'),
    ).toBeTrue();
    expect(await find('customer=NOBODY')).toEqual([]);
  });

  it('that a draft ends are still shown, with nothing in the draft’s place', async () => {
    const [first] = await find('segment=schools');
    await save(first?.id ?? '', null);
    const [ended] = await find('segment=schools');
    expect(ended?.published).toEqual(first?.published ?? null);
    expect(ended?.draft?.content).toBeNull();
  });

  it('name what is wrong with them', async () => {
    const wrong = [
      [content({ item: 'NOTHING' }), 'item'],
      [content({ party: { kind: 'customer', customer: 'NOBODY' } }), 'party'],
      [content({ price: '-1' }), 'price'],
      [content({ currency: 'ZWL' }), 'currency'],
      [content({ unit: 'lorry' }), 'unit'],
      [content({ minQuantity: '-1' }), 'minQuantity'],
      [content({ window: { from: '2026-12-31', until: '2026-12-01' } }), 'window'],
    ] as const;
    for (const [one, path] of wrong) {
      const answer = await save(randomUUID(), one);
      expect(answer.status).withContext(path).toBe(422);
      expect(paths(answer)?.some((found) => found.includes(path)))
        .withContext(`${path} in ${String(paths(answer)?.join())}`)
        .toBeTrue();
    }
  });

  it('count for the customer once they are published, and for nobody before', async () => {
    const priceOf = async (code: string): Promise<string | undefined> => {
      const list = (
        await browser.ask('GET', `/customers/${code}/prices?text=CL-0213`)
      ).as<PriceListPage>();
      const line = list.rows[0]?.line;
      return line?.kind === 'priced' ? line.slices[0]?.unitPrice : undefined;
    };
    const { rows } = (await browser.ask('GET', '/items?text=CL-0213')).as<ItemPage>();
    const base = rows[0]?.basePrice ?? '';
    await save(randomUUID(), content());
    expect(await priceOf('C1001')).toBe(base);
    const [draft] = (await browser.ask('GET', '/drafts')).as<{ id: string; revision: number }[]>();
    const body = { revision: draft?.revision, note: '', at: null };
    await browser.ask('POST', `/drafts/${draft?.id ?? ''}/publish`, body);
    expect(await priceOf('C1001')).toBe('12.00');
    expect(await priceOf('C1002')).toBe(base);
  });
});
