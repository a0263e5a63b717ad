import type { Basics } from '@honest-ledger/contracts';
import { randomUUID } from 'node:crypto';
import { testServer, type Answer, type Browser, type TestServer } from '../../testing/test-server';

describe('what holds for all prices', () => {
  let server: TestServer;
  let browser: Browser;
  beforeEach(async () => {
    server = await testServer();
    browser = await server.signedIn();
  });
  afterEach(() => server.stop());

  const read = async (): Promise<Basics> => (await browser.ask('GET', '/basics')).as<Basics>();
  const save = (kind: string, key: string, content: unknown, revision = 0): Promise<Answer> =>
    browser.ask('PUT', `/edits/${kind}/${key}`, { content, revision, draft: null });

  it('is shown as published and as a draft would have it', async () => {
    const before = await read();
    expect(before.settings.published.homeCurrency).toBe('EUR');
    expect(before.settings.draft).toBeNull();
    const content = { ...before.settings.published, unitPriceDigits: { EUR: 4 } };
    expect((await save('settings', 'settings', content)).status).toBe(200);
    const { settings } = await read();
    expect(settings.published).toEqual(before.settings.published);
    expect(settings.draft?.content).toEqual(content);
  });

  it('says of each shared price how many items point to it', async () => {
    const { sharedPrices } = await read();
    const used = sharedPrices.find(({ items }) => items > 0);
    expect(used?.published).not.toBeNull();
    const fresh = { name: 'Another price for many', price: '3.20' };
    await save('sharedPrice', randomUUID(), fresh);
    const row = (await read()).sharedPrices.find(({ draft }) => draft);
    expect([row?.published, row?.draft?.content, row?.items]).toEqual([null, fresh, 0]);
    const withdrawn = await save('sharedPrice', used?.id ?? '', null);
    expect(withdrawn.status).toBe(422);
  });
});
