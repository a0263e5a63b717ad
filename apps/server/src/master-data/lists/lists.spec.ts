import type { CustomerGroups, ListRow, RateRow, UserRow } from '@honest-ledger/contracts';
import { testServer, type Answer, type Browser, type TestServer } from '../../testing/test-server';

describe('lists, rates and users', () => {
  let server: TestServer;
  let browser: Browser;
  beforeEach(async () => {
    server = await testServer();
    browser = await server.signedIn();
  });
  afterEach(() => server.stop());

  const list = async (name: string): Promise<ListRow[]> =>
    (await browser.ask('GET', `/lists/${name}`)).as<ListRow[]>();
  const save = (name: string, code: string, seen: unknown, content: unknown): Promise<Answer> =>
    browser.ask('PUT', `/lists/${name}/${code}`, { seen, content });

  it('makes, changes and takes out an entry, and puts each on record', async () => {
    expect((await save('brands', 'new', null, { name: 'New brand' })).status).toBe(204);
    expect((await save('brands', 'new', { name: 'New brand' }, { name: 'Better' })).status).toBe(
      204,
    );
    expect(await list('brands')).toContain(
      jasmine.objectContaining({ code: 'new', name: 'Better' }),
    );
    expect((await save('brands', 'new', { name: 'Better' }, null)).status).toBe(204);
    expect((await list('brands')).some(({ code }) => code === 'new')).toBe(false);
    const record = JSON.stringify((await browser.ask('GET', '/changes?kind=brand')).as());
    for (const action of ['made', 'changed', 'removed']) expect(record).toContain(action);
  });

  it('gives the second of two editors both values', async () => {
    await save('brands', 'new', null, { name: 'First' });
    const second = await save('brands', 'new', null, { name: 'Second' });
    expect(second.status).toBe(409);
    expect(second.problem.current).toEqual({ name: 'First' });
  });

  it('keeps what is still used', async () => {
    const [category] = await list('categories');
    const { code = '', ...seen } = category ?? {};
    const answer = await save('categories', code, seen, null);
    expect(answer.status).toBe(422);
    expect(answer.problem.detail).toMatch(/still used/);
  });

  it('keeps kinds of cost of a company’s own, and those that every setup knows', async () => {
    const own = { name: 'Fired', formOfSupply: true };
    expect((await save('costKinds', 'fired', null, own)).status).toBe(204);
    expect((await save('costKinds', 'fired', own, { ...own, name: 'Glazed' })).status).toBe(204);
    expect(await list('costKinds')).toContain(
      jasmine.objectContaining({ code: 'fired', name: 'Glazed', formOfSupply: true }),
    );
    expect((await save('costKinds', 'fired', { ...own, name: 'Glazed' }, null)).status).toBe(204);
    const last = (await list('costKinds')).find(({ code }) => code === 'last');
    const { code: _, ...seen } = last ?? {};
    const answer = await save('costKinds', 'last', seen, null);
    expect(answer.problem.detail).toBe('The kind last is part of every setup.');
    expect((await list('costKinds')).some(({ code }) => code === 'last')).toBeTrue();
    expect((await list('costKinds')).some(({ code }) => code === 'fired')).toBeFalse();
  });

  it('knows the units that items are sold by, with their plurals until somebody gives another', async () => {
    const plural = async (unit: string): Promise<unknown> =>
      (await list('units')).find(({ code }) => code === unit)?.name;
    expect(await plural('bag')).toBe('bags');
    expect((await save('units', 'bag', { name: 'bags' }, { name: 'sacks' })).status).toBe(204);
    expect(await plural('bag')).toBe('sacks');
    const groups = (await browser.ask('GET', '/customer-groups')).as<CustomerGroups>();
    expect(groups.units).toContain({ code: 'bag', name: 'sacks' });
    expect((await save('units', 'bag', { name: 'sacks' }, null)).status).toBe(204);
    expect(await plural('bag')).toBe('bags');
    expect((await save('units', 'foot', null, { name: 'feet' })).status).toBe(204);
    expect(await plural('foot')).toBe('feet');
  });

  it('lets no category lie under itself', async () => {
    await save('categories', 'a', null, { name: 'A', parent: null });
    await save('categories', 'b', null, { name: 'B', parent: 'a' });
    const answer = await save(
      'categories',
      'a',
      { name: 'A', parent: null },
      {
        name: 'A',
        parent: 'b',
      },
    );
    expect(answer.problem.detail).toBe('A category cannot lie under itself.');
  });

  it('checks the time zone, the currency and the levels of an outlet', async () => {
    const outlet = { name: 'New', timeZone: 'Europe/Lisbon', currency: 'EUR', level: null };
    const untaxed = { levelsAllowed: null, chargesTax: false, othersTaxClass: null };
    const with_ = (part: object): object => ({ ...outlet, ...untaxed, ...part });
    expect((await save('outlets', 'new', null, with_({ timeZone: 'Europe/Nowhere' }))).status).toBe(
      422,
    );
    expect((await save('outlets', 'new', null, with_({ currency: 'ZWL' }))).status).toBe(422);
    const level = '00000000-0000-4000-8000-000000000000';
    expect((await save('outlets', 'new', null, with_({ levelsAllowed: [level] }))).status).toBe(
      422,
    );
    expect((await save('outlets', 'new', null, with_({ othersTaxClass: 'x' }))).status).toBe(422);
    expect((await save('outlets', 'new', null, with_({}))).status).toBe(204);
  });

  it('keeps tax classes: a rate stands under the standard category, and under no other', async () => {
    const saved = (category: string, rate: string): Promise<Answer> =>
      save('taxClasses', 'new', null, { name: 'New', category, rate });
    expect((await saved('S', '0')).status).toBe(422);
    expect((await saved('E', '6')).status).toBe(422);
    expect((await saved('X', '0')).status).toBe(422);
    expect((await saved('S', '6.5')).status).toBe(204);
  });

  it('keeps a rate from an instant on, and puts one right', async () => {
    const from = '2026-12-01T00:00:00.000Z';
    const rate = (currency: string, text: string): Promise<Answer> =>
      browser.ask('PUT', '/rates', { currency, from, rate: text });
    expect((await rate('USD', '1.11')).status).toBe(204);
    expect((await rate('USD', '1.12')).status).toBe(204);
    const rows = (await browser.ask('GET', '/rates')).as<RateRow[]>();
    const found = rows.filter((row) => row.currency === 'USD' && row.from === from);
    expect(found.map((row) => row.rate)).toEqual(['1.12']);
    expect((await rate('EUR', '1')).problem.detail).toBe('EUR is the home currency itself.');
    expect((await rate('USD', '0')).status).toBe(422);
  });

  describe('users', () => {
    const user = { name: 'New One', role: 'sales', active: true };
    const saveUser = (email: string, seen: unknown, content: object, password: string | null) =>
      browser.ask('PUT', `/users/${email}`, { seen, content, password });

    it('sign in with the password they were given, until they may no more', async () => {
      expect((await saveUser('new@example.com', null, user, null)).status).toBe(422);
      expect((await saveUser('new@example.com', null, user, 'short')).status).toBe(422);
      expect((await saveUser('new@example.com', null, user, 'gulls over the mill')).status).toBe(
        204,
      );
      const theirs = server.browser();
      expect((await theirs.signIn('new@example.com', 'gulls over the mill')).status).toBe(200);
      expect((await theirs.ask('GET', '/users')).status).toBe(403);
      await saveUser('new@example.com', user, { ...user, active: false }, null);
      expect((await theirs.ask('GET', '/items')).status).toBe(401);
      expect((await server.browser().signIn('new@example.com', 'gulls over the mill')).status).toBe(
        401,
      );
      const record = JSON.stringify((await browser.ask('GET', '/changes?kind=user')).as());
      expect(record).not.toContain('gulls over the mill');
    });

    it('go on with their own new role at once', async () => {
      await saveUser(
        'second@example.com',
        null,
        { ...user, role: 'administrator' },
        'gulls over the mill',
      );
      const second = server.browser();
      await second.signIn('second@example.com', 'gulls over the mill');
      const seen = { ...user, role: 'administrator' };
      await second.ask('PUT', '/users/second@example.com', { seen, content: user, password: null });
      expect((await second.ask('GET', '/items')).status).toBe(200);
      expect((await second.ask('GET', '/users')).status).toBe(403);
    });

    it('always have an administrator among them', async () => {
      const [ines] = (await browser.ask('GET', '/users'))
        .as<UserRow[]>()
        .filter(({ role }) => role === 'administrator');
      const { email = '', ...seen } = ines ?? {};
      const answer = await saveUser(email, seen, { ...seen, role: 'reader' }, null);
      expect(answer.problem.detail).toMatch(/^Nobody else may manage users/);
    });
  });

  it('keeps the facts of an item, and makes a new one', async () => {
    const { facts, revision } = (await browser.ask('GET', '/items/CL-0207')).as<{
      facts: object;
      revision: number;
    }>();
    const put = (item: string, body: object): Promise<Answer> =>
      browser.ask('PUT', `/items/${item}`, body);
    const renamed = { ...facts, name: 'Renamed', revision };
    expect((await put('CL-0207', renamed)).status).toBe(200);
    expect((await put('CL-0207', renamed)).status).toBe(409);
    expect((await put('NEW-1', { ...renamed, gtin: null, revision: 0 })).status).toBe(200);
    expect((await put('NEW-1', { ...renamed, gtin: null, revision: 0 })).problem.detail).toBe(
      'There is an item NEW-1 already.',
    );
    const wrong = await put('NEW-2', { ...renamed, brand: 'nobody', revision: 0 });
    expect(wrong.problem.fields?.map(({ path }) => path)).toEqual(['brand', 'gtin']);
  });
});
