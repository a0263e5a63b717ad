import type { CustomerView, LevelGivingPreview, ReachedPage } from '@honest-ledger/contracts';
import { schoolsContent } from '../../testing/levels';
import { ruleDesk } from '../../testing/rules';
import { testServer, type Answer, type Browser, type TestServer } from '../../testing/test-server';

const CLUBS = 'Clubs';

describe('one level for many', () => {
  let server: TestServer;
  let browser: Browser;
  let clubs: string;
  beforeEach(async () => {
    server = await testServer();
    browser = await server.signedIn();
    const levels = (await browser.ask('GET', '/levels')).as<
      { id: string; content: { name: string } }[]
    >();
    clubs = levels.find(({ content }) => content.name === CLUBS)?.id ?? '';
  });
  afterEach(() => server.stop());

  const customer = async (code: string): Promise<CustomerView> =>
    (await browser.ask('GET', `/customers/${code}`)).as<CustomerView>();
  const asked = async (...codes: string[]) => ({
    level: clubs,
    version: 1,
    customers: await Promise.all(
      codes.map(async (code) => ({ code, revision: (await customer(code)).revision })),
    ),
  });
  const give = (body: object): Promise<Answer> => browser.ask('PUT', '/customer-levels', body);

  it('shows first what it does to the prices of each', async () => {
    const { version, ...body } = await asked('C1001', 'C2001');
    const preview = (
      await browser.ask('POST', '/customer-levels/preview', body)
    ).as<LevelGivingPreview>();
    expect(preview.version).toBe(version);
    expect(preview.customers.map(({ code, revision }) => ({ code, revision }))).toEqual(
      body.customers,
    );
    expect(preview.customers.map(({ code, before }) => [code, before])).toEqual([
      ['C1001', null],
      ['C2001', 'Studios'],
    ]);
    expect(preview.customers.every(({ moves }) => (moves?.compared ?? 0) > 200)).toBe(true);
    expect((await customer('C1001')).level).toBeNull();
  });

  it('gives it to all, each on record', async () => {
    expect((await give(await asked('C1001', 'C2001'))).status).toBe(200);
    for (const code of ['C1001', 'C2001']) {
      expect((await customer(code)).level?.name).toBe(CLUBS);
      const record = await browser.ask('GET', `/changes?kind=customer&key=${code}`);
      expect(JSON.stringify(record.as())).toContain(CLUBS);
    }
  });

  it('gives it to nobody where one was changed meanwhile, or is not there', async () => {
    const body = await asked('C1001', 'C2001');
    await give(await asked('C2001'));
    expect((await give(body)).status).toBe(409);
    expect((await customer('C1001')).level).toBeNull();
    const unknown = { level: clubs, version: 1, customers: [{ code: 'C0', revision: 1 }] };
    expect((await give(unknown)).status).toBe(404);
    const nobody = { level: clubs, version: 1, customers: [] };
    expect((await give(nobody)).status).toBe(422);
  });

  it('gives it to nobody where another version was published since it was looked at', async () => {
    const body = await asked('C1001');
    await ruleDesk(browser).published({});
    const answer = await give(body);
    expect([answer.status, answer.problem.detail]).toEqual([
      409,
      'A version was published since you opened this, so prices may differ.',
    ]);
    expect((await customer('C1001')).level).toBeNull();
    expect((await give({ ...body, version: 2 })).status).toBe(200);
  });

  it('lists the items that a level reaches, as published and as edited', async () => {
    const reached = async (level: string, content: object, moved = false): Promise<ReachedPage> =>
      (
        await browser.ask('POST', `/levels/${level}/reached`, {
          content,
          moved,
          offset: 0,
          limit: 5,
        })
      ).as<ReachedPage>();
    const fresh = '10000000-0000-4000-8000-000000000009';
    const page = await reached(fresh, schoolsContent());
    expect(page.rows.length).toBeLessThanOrEqual(5);
    expect(page.reached).toBeGreaterThan(0);
    expect(page.rows.every(({ published, edited }) => published === null && edited !== null)).toBe(
      true,
    );
    const view = (await browser.ask('GET', `/levels/${clubs}`)).as<{ published: object }>();
    const same = await reached(clubs, view.published);
    expect(same.moved).toBe(0);
    expect((await reached(clubs, view.published, true)).rows).toEqual([]);
    expect(same.rows.every(({ published, edited }) => published === edited)).toBe(true);
  });
});
