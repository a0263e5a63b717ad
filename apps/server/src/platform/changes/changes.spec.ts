import type { ChangePage, ChangeRow, ItemView, Page } from '@honest-ledger/contracts';
import { changeCustomer } from '../../testing/customers';
import { testServer, type Browser, type TestServer } from '../../testing/test-server';

describe('the record of changes', () => {
  let server: TestServer;
  let browser: Browser;
  beforeEach(async () => {
    server = await testServer();
    browser = await server.signedIn();
  });
  afterEach(() => server.stop());

  const read = async (query = ''): Promise<ChangePage> =>
    (await browser.ask('GET', `/changes?${query}`)).as<ChangePage>();
  const rename = (name: string): Promise<unknown> => changeCustomer(browser, 'C1001', { name });
  const names = ({ changes }: ChangePage): (string | undefined)[] =>
    changes.map(({ after }) => (after as { name?: string } | null)?.name);

  it('says who, when, what, before and after, the latest first', async () => {
    await rename('First');
    await rename('Second');
    const [second, first] = (await read('kind=customer')).changes;
    expect([second?.by, second?.key, second?.action]).toEqual(['Ines Marlow', 'C1001', 'changed']);
    expect(second?.at).toBe('2026-11-24T14:32:00.000Z');
    expect((second?.before as { name: string }).name).toBe('First');
    expect(second?.before).toEqual(first?.after);
  });

  it('is read back a page at a time, and nothing comes twice or is left out', async () => {
    const wanted = ['a', 'b', 'c', 'd', 'e', 'f', 'g'];
    for (const name of wanted) await rename(name);
    const found: (string | undefined)[] = [];
    let below: number | undefined;
    for (let more = true; more;) {
      const query = below === undefined ? '' : `&below=${String(below)}`;
      const page = await read(`kind=customer&limit=3${query}`);
      found.push(...names(page));
      below = page.changes.at(-1)?.id;
      more = page.more;
      // what comes on top meanwhile moves nothing
      if (found.length === 3) await rename('meanwhile');
    }
    expect(found).toEqual(wanted.toReversed());
  });

  it('is narrowed to an object, a user and a time', async () => {
    await rename('By Ines');
    server.clock.now = new Date('2026-11-24T15:00:00Z');
    const tom = await server.signedIn('tom@saltmarsh.example');
    await changeCustomer(tom, 'C1002', { name: 'By Tom' });
    expect(names(await read('kind=customer&by=tom'))).toEqual(['By Tom']);
    expect(names(await read('kind=customer&key=C1001'))).toEqual(['By Ines']);
    expect(names(await read('kind=customer&since=2026-11-24T15:00:00Z'))).toEqual(['By Tom']);
    expect(names(await read('kind=customer&before=2026-11-24T15:00:00Z'))).toEqual(['By Ines']);
    expect(names(await read('kind=customer&by=%25'))).toEqual([]);
    expect((await browser.ask('GET', '/changes?since=yesterday')).status).toBe(422);
  });

  it('is a list that is searched, narrowed and sorted', async () => {
    await rename('By Ines');
    server.clock.now = new Date('2026-11-25T00:10:00Z');
    const tom = await server.signedIn('tom@saltmarsh.example');
    await changeCustomer(tom, 'C1002', { name: 'By Tom' });
    const log = async (query: string): Promise<Page<ChangeRow>> =>
      (
        await browser.ask(
          'GET',
          `/change-log?${['kind=customer', query].filter(Boolean).join('&')}`,
        )
      ).as<Page<ChangeRow>>();
    const keys = async (query: string): Promise<string[]> =>
      (await log(query)).rows.map(({ key }) => key);
    expect(await keys('')).toEqual(['C1002', 'C1001']);
    expect(await keys('sort=name&descending=false')).toEqual(['C1001', 'C1002']);
    expect(await keys('text=tom')).toEqual(['C1002']);
    expect(await keys('key=C1001')).toEqual(['C1001']);
    expect(await keys('changedTo=2026-11-24')).toEqual(['C1001']);
    expect(await keys('changedFrom=2026-11-25')).toEqual(['C1002']);
    expect(await log('limit=1&offset=1')).toEqual(
      jasmine.objectContaining({ total: 2, rows: [jasmine.objectContaining({ key: 'C1001' })] }),
    );
    expect((await log('kind=item')).total).toBe(2);
    expect((await browser.ask('GET', '/change-log?changedFrom=today')).status).toBe(422);
  });

  it('has nothing of a change that was refused, whole or in part', async () => {
    const { facts, revision } = (await browser.ask('GET', '/items/CL-0207')).as<ItemView>();
    const refused = { ...facts, name: 'Other', brand: 'nobody', revision };
    expect((await browser.ask('PUT', '/items/CL-0207', refused)).status).toBe(422);
    expect((await read('kind=item')).changes).toEqual([]);
  });

  it('cannot be changed, not even by who reaches the database', async () => {
    await rename('Kept');
    for (const statement of ["update changes set action = 'made'", 'delete from changes']) {
      await expectAsync(server.database.execute(statement)).toBeRejected();
    }
  });
});
