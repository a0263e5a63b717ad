import type {
  DraftRow,
  ItemPage,
  ItemView,
  CostUpdateView,
  PriceChangeRow,
  WaitingPage,
} from '@honest-ledger/contracts';
import { testServer, type Browser, type TestServer } from '../../testing/test-server';
import { beginWork } from './begin-work';

describe('the work that the demo has begun', () => {
  let server: TestServer;
  let browser: Browser;
  beforeAll(async () => {
    server = await testServer();
    browser = await server.signedIn();
  });
  afterAll(() => server.stop());

  /** What every level makes of some items, those among them whose costs came. */
  async function prices(): Promise<unknown[]> {
    const page = (
      await browser.ask('GET', '/items?category=tools&limit=30&offset=0')
    ).as<ItemPage>();
    const numbers = [
      ...page.rows.map(({ item }) => item),
      'CL-0207',
      'GL-1180',
      'TL-0042',
      'OX-0008',
      'OX-0009',
      'OX-0012',
    ];
    const found: unknown[] = [];
    for (const number of numbers) {
      const item = (await browser.ask('GET', `/items/${number}`)).as<ItemView>();
      for (const { level, line } of item.levels) {
        found.push([number, level, line.kind === 'priced' ? line.net : line.problem.kind]);
      }
    }
    return found;
  }

  it('gives every screen something to show, and makes no price another', async () => {
    const before = await prices();
    expect(before.length).toBeGreaterThan(20);
    await beginWork(server.services);
    await server.workOff();
    expect(await prices()).toEqual(before);
    const waiting = (await browser.ask('GET', '/waiting-prices?sort=item')).as<WaitingPage>();
    expect(waiting.total).toBe(3);
    const costUpdates = (await browser.ask('GET', '/cost-updates')).as<CostUpdateView[]>();
    expect(costUpdates.map(({ state }) => state).sort()).toEqual(['applied', 'ready']);
    const priceChanges = (await browser.ask('GET', '/price-changes')).as<PriceChangeRow[]>();
    expect(priceChanges.map(({ state }) => state)).toEqual(['open']);
    const drafts = (await browser.ask('GET', '/drafts')).as<DraftRow[]>();
    expect(drafts.map(({ name, edits, waits }) => [name, edits, waits !== null])).toEqual([
      ['From the new year', 3, true],
    ]);
  });
});
