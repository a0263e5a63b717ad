import {
  customerContentOf,
  type ChangePage,
  type CustomerEdit,
  type CustomerGroups,
  type CustomerPreview,
  type CustomerRow,
  type CustomerView,
  type EndingAssignments,
  type Page,
  type PriceListPage,
} from '@honest-ledger/contracts';
import { randomUUID } from 'node:crypto';
import { changeCustomer, giveLevel } from '../../testing/customers';
import { schoolsContent } from '../../testing/levels';
import { testServer, type Answer, type Browser, type TestServer } from '../../testing/test-server';

const CLUBS = '5b0e7a52-93a1-4c55-8d3e-2f6c1f0a7b03';

describe('customers', () => {
  let server: TestServer;
  let browser: Browser;
  beforeEach(async () => {
    server = await testServer();
    browser = await server.signedIn();
  });
  afterEach(() => server.stop());

  const give = (level: string | null): Promise<Answer> => giveLevel(browser, 'C1001', level);
  const change = (changes: Partial<CustomerEdit>): Promise<Answer> =>
    changeCustomer(browser, 'C1001', changes);
  const paths = (answer: Answer): string[] | undefined =>
    answer.problem.fields?.map(({ path }) => path);
  const prices = async (query = '', code = 'C1001'): Promise<PriceListPage> =>
    (await browser.ask('GET', `/customers/${code}/prices?${query}`)).as<PriceListPage>();

  it('are sixty in six segments, three of which have a level', async () => {
    const { rows, total } = (await browser.ask('GET', '/customers')).as<Page<CustomerRow>>();
    expect([rows.length, total]).toEqual([60, 60]);
    expect(new Set(rows.map(({ segment }) => segment?.code)).size).toBe(6);
    expect(rows.filter(({ level }) => level).length).toBe(30);
    expect(rows[0]?.name).toBe('Harbour Lane School');
  });

  it('come a page at a time, narrowed and in the order asked for', async () => {
    const found = async (query: string): Promise<Page<CustomerRow>> =>
      (await browser.ask('GET', `/customers?${query}`)).as<Page<CustomerRow>>();
    const all = await found('sort=name&descending=true');
    const names = all.rows.map(({ name }) => name);
    expect(names[0]?.localeCompare(names.at(-1) ?? '')).toBe(1);
    const page = await found('sort=name&descending=true&offset=20&limit=7');
    expect(page.rows.map(({ name }) => name)).toEqual(names.slice(20, 27));
    expect(page.total).toBe(60);
    const schools = await found('text=school&sort=segment');
    expect(schools.total).toBe(schools.rows.length);
    expect(schools.total).toBeLessThan(60);
    expect((await found('offset=60')).rows).toEqual([]);
    expect((await browser.ask('GET', '/customers?sort=phone')).status).toBe(422);
    expect((await browser.ask('GET', '/customers?limit=0')).status).toBe(422);
  });

  it('are given a level, which counts at once', async () => {
    const given = (await give(CLUBS)).as<CustomerRow>();
    expect([given.level?.name, given.revision]).toEqual(['Clubs', 2]);
    expect((await give(null)).as<CustomerRow>().level).toBeNull();
  });

  it('are not given a level that is only drafted or does not exist', async () => {
    const id = randomUUID();
    const edit = { content: schoolsContent(), revision: 0, draft: null };
    await browser.ask('PUT', `/edits/level/${id}`, edit);
    expect((await give(id)).status).toBe(422);
    expect((await give(id)).problem.detail).toContain('not published');
    expect((await give(randomUUID())).status).toBe(422);
  });

  it('show the second of two editors what stands there', async () => {
    await give(CLUBS);
    const second = await change({ level: null, revision: 1 });
    expect(second.status).toBe(409);
    expect((second.problem.current as CustomerRow).level?.name).toBe('Clubs');
  });

  it('show before a level is given how many prices it moves', async () => {
    const preview = async (level: string | null): Promise<CustomerPreview> => {
      const customer = (await browser.ask('GET', '/customers/C1001')).as<CustomerView>();
      const content = { ...customerContentOf(customer), level };
      return (await browser.ask('POST', '/customers/C1001/preview', content)).as<CustomerPreview>();
    };
    const { moves } = await preview(CLUBS);
    expect(moves.compared).toBeGreaterThanOrEqual(235);
    // glazes 5 % off and tools off by their price, both up to the next 0.10
    expect(moves.lowered).toBeGreaterThan(30);
    const same = await preview(null);
    expect([same.moves.lowered, same.moves.raised]).toEqual([0, 0]);
    expect((await browser.ask('GET', '/customers/NOBODY')).status).toBe(404);
  });

  it('are found by text, segment and level', async () => {
    const codes = async (query: string): Promise<string[]> =>
      (await browser.ask('GET', `/customers?${query}`))
        .as<Page<CustomerRow>>()
        .rows.map(({ code }) => code);
    expect(await codes('text=harbour+SCHOOL')).toContain('C1001');
    expect((await codes('segment=clubs')).every((code) => code.startsWith('C4'))).toBeTrue();
    expect((await codes(`level=${CLUBS}`)).length).toBe(10);
    expect(await codes('text=%25')).toEqual([]);
  });

  it('have levels for some of the goods, in their order', async () => {
    const assignments = [
      {
        id: randomUUID(),
        level: CLUBS,
        scope: { kind: 'brand' as const, brand: 'tidemark' },
        window: { from: '2026-11-01', until: null },
      },
      {
        id: randomUUID(),
        level: CLUBS,
        scope: { kind: 'item' as const, item: 'CL-0207' },
        window: { from: null, until: null },
      },
    ];
    const saved = (await change({ assignments })).as<CustomerView>();
    expect(saved.assignments).toEqual(assignments);
    const unknown = assignments.map((one) => ({
      ...one,
      scope: { kind: 'supplier' as const, supplier: 'no' },
    }));
    expect(paths(await change({ assignments: unknown }))).toEqual([
      'assignments[0].scope',
      'assignments[1].scope',
    ]);
    const reversed = assignments.map((one) => ({
      ...one,
      window: { from: '2026-12-02', until: '2026-12-01' },
    }));
    expect((await change({ assignments: reversed })).problem.detail).toContain('before it begins');
  });

  it('refuse a segment, an outlet or a currency that is not there', async () => {
    expect((await change({ segment: 'no' })).problem.detail).toBe('There is no segment no.');
    expect((await change({ outlet: 'no' })).problem.detail).toBe('There is no outlet no.');
    expect(paths(await change({ currency: 'EURO' }))).toEqual(['currency']);
    const groups = (await browser.ask('GET', '/customer-groups')).as<CustomerGroups>();
    expect(groups.currencies).toEqual(['EUR', 'GBP', 'JPY', 'KWD', 'USD']);
    expect(groups.outlets.find(({ code }) => code === 'fair')?.levelsAllowed?.length).toBe(2);
  });

  it('have a price list: what each pays today for everything', async () => {
    const list = await prices('limit=50');
    expect([list.rows.length, list.currency, list.day]).toEqual([50, 'EUR', '2026-11-24']);
    expect(list.total).toBeGreaterThanOrEqual(235);
    const amount = ({ rows }: PriceListPage): unknown =>
      rows[0]?.line.kind === 'priced' ? rows[0].line.amount : rows[0]?.line.problem;
    expect(amount(await prices('text=CL-0207'))).toBe('18.40');
    // The shop's agreement, and a price in yen.
    expect(amount(await prices('text=CL-0207', 'C3001'))).toBe('13.20');
    expect(amount(await prices('text=CL-0207', 'C3008'))).toBe('2253');
  });

  it('leave a trace of every change: who, when, what, before and after', async () => {
    await give(CLUBS);
    const page = (await browser.ask('GET', '/changes?kind=customer&key=C1001')).as<ChangePage>();
    const [change] = page.changes;
    expect(page.changes.length).toBe(1);
    expect([change?.by, change?.action, change?.at]).toEqual([
      'Ines Marlow',
      'changed',
      '2026-11-24T14:32:00.000Z',
    ]);
    expect((change?.before as CustomerView).level).toBeNull();
    expect((change?.after as CustomerView).level?.name).toBe('Clubs');
    const by = async (query: string): Promise<ChangePage> =>
      (await browser.ask('GET', `/changes?${query}`)).as<ChangePage>();
    const first = await by('limit=2');
    expect([first.changes.length, first.more]).toEqual([2, true]);
    const next = await by(`limit=2&below=${String(first.changes[1]?.id)}`);
    expect(next.changes[0]?.id).toBeLessThan(first.changes[1]?.id ?? 0);
    expect(
      (await by('by=petrie&limit=500')).changes.every((one) => one.by === 'Tom Petrie'),
    ).toBeTrue();
    expect((await by('by=nobody')).changes).toEqual([]);
  });

  it('have levels that end soon, the first to end first', async () => {
    const ending = async (days: number): Promise<EndingAssignments> =>
      (
        await browser.ask('GET', `/ending-assignments?days=${String(days)}`)
      ).as<EndingAssignments>();
    expect((await ending(60)).assignments).toEqual([]); // the glaze weeks last until 31 January
    const found = await ending(68); // from 24 November
    expect(found.day).toBe('2026-11-24');
    expect(found.assignments.map(({ customer, until }) => [customer.code, until])).toEqual([
      ['C2002', '2027-01-31'],
      ['C2003', '2027-01-31'],
    ]);
    expect(found.assignments[0]?.scope).toEqual({ kind: 'category', category: 'glaze' });
    expect((await browser.ask('GET', '/ending-assignments?days=0')).status).toBe(422);
  });
});
