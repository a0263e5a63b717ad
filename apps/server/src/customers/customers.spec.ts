import type { CustomerRow, LevelPreview } from '@honest-ledger/contracts';
import { randomUUID } from 'node:crypto';
import { schoolsContent } from '../testing/levels';
import { testServer, type Answer, type Browser, type TestServer } from '../testing/test-server';

const CLUBS = '5b0e7a52-93a1-4c55-8d3e-2f6c1f0a7b03';

describe('customers', () => {
  let server: TestServer;
  let browser: Browser;
  beforeEach(async () => {
    server = await testServer();
    browser = await server.signedIn();
  });
  afterEach(() => server.stop());

  const give = (level: string | null, revision = 1): Promise<Answer> =>
    browser.ask('PUT', '/customers/C1001/level', { level, revision });

  it('are sixty in six segments, three of which have a level', async () => {
    const rows = (await browser.ask('GET', '/customers')).as<CustomerRow[]>();
    expect(rows.length).toBe(60);
    expect(new Set(rows.map(({ segment }) => segment)).size).toBe(6);
    expect(rows.filter(({ level }) => level).length).toBe(30);
    expect(rows[0]?.name).toBe('Harbour Lane School');
  });

  it('are given a level, which counts at once', async () => {
    const given = (await give(CLUBS)).as<CustomerRow>();
    expect([given.level?.name, given.revision]).toEqual(['Clubs', 2]);
    expect((await give(null, 2)).as<CustomerRow>().level).toBeNull();
  });

  it('are not given a level that is only drafted or does not exist', async () => {
    const id = randomUUID();
    await browser.ask('PUT', `/levels/${id}/draft`, { content: schoolsContent(), revision: 0 });
    expect((await give(id)).status).toBe(422);
    expect((await give(id)).problem.detail).toContain('not published');
    expect((await give(randomUUID())).status).toBe(422);
  });

  it('show the second of two editors what stands there', async () => {
    await give(CLUBS);
    const second = await give(null);
    expect(second.status).toBe(409);
    expect((second.problem.current as CustomerRow).level?.name).toBe('Clubs');
  });

  it('show before a level is given how many prices it moves', async () => {
    const preview = (
      await browser.ask('GET', `/customers/C1001/level-preview?level=${CLUBS}`)
    ).as<LevelPreview>();
    expect(preview.moves.compared).toBeGreaterThanOrEqual(235);
    // glazes 5 % off and tools 10 % off, both up to the next 0.10
    expect(preview.moves.lowered).toBeGreaterThan(50);
    const same = (
      await browser.ask('GET', '/customers/C1001/level-preview?level=')
    ).as<LevelPreview>();
    expect([same.moves.lowered, same.moves.raised]).toEqual([0, 0]);
    expect((await browser.ask('GET', '/customers/NOBODY')).status).toBe(404);
  });
});
