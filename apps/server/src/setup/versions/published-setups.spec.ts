import type { BasePriceForm, DraftRow } from '@honest-ledger/contracts';
import { testServer, type Browser, type TestServer } from '../../testing/test-server';
import { publishedSetups } from './published-setups';
import { readSetupOfVersion } from './setup-of-version';

describe('the setups of versions', () => {
  let server: TestServer;
  let browser: Browser;
  beforeEach(async () => {
    server = await testServer();
    browser = await server.signedIn();
  });
  afterEach(() => server.stop());

  const own = (item: string, price: string, unit: string | null = null): BasePriceForm => ({
    kind: 'own',
    item,
    unit,
    price,
  });
  const edit = async (item: string, content: readonly BasePriceForm[] | null): Promise<void> => {
    const body = { content, revision: 0, draft: null };
    expect((await browser.ask('PUT', `/edits/basePrice/${item}`, body)).status).toBe(200);
  };
  const publish = async (): Promise<void> => {
    const [draft] = (await browser.ask('GET', '/drafts')).as<DraftRow[]>();
    const body = { revision: draft?.revision, note: '', at: null };
    const answer = await browser.ask('POST', `/drafts/${draft?.id ?? ''}/publish`, body);
    expect(answer.status).toBe(200);
  };

  it('are the same whether they are read whole or made from an earlier one', async () => {
    const { database } = server;
    const setups = publishedSetups();
    const first = await setups.of(database, 1);
    await edit('CL-0207', [own('CL-0207', '18.90'), own('CL-0207', '1050', 'pallet')]);
    await edit('CL-0201', []);
    await publish();
    await edit('CL-0201', [own('CL-0201', '17.10')]);
    await edit('CL-0207', [own('CL-0207', '18.90')]);
    await publish();
    const third = await setups.of(database, 3);
    const whole = await readSetupOfVersion(database, 3);
    expect(third.setup).toEqual(whole);
    expect(third.setup.basePrices.length).toBe(first.setup.basePrices.length - 1);
    const second = await setups.of(database, 2);
    expect(second.setup).toEqual(await readSetupOfVersion(database, 2));
    expect(second.compiled.basePrice('CL-0201', null)).toBeUndefined();
  });

  it('share their base prices where a version changes none', async () => {
    const setups = publishedSetups();
    const first = await setups.of(server.database, 1);
    const settings = { ...(await settingsOf()), roundingMode: 'halfToEven' };
    const body = { content: settings, revision: 0, draft: null };
    expect((await browser.ask('PUT', '/edits/settings/settings', body)).status).toBe(200);
    await publish();
    const second = await setups.of(server.database, 2);
    expect(second.setup.roundingMode).toBe('halfToEven');
    expect(second.setup.basePrices).toBe(first.setup.basePrices);
  });

  async function settingsOf(): Promise<object> {
    const { settings } = (await browser.ask('GET', '/basics')).as<{
      settings: { published: object };
    }>();
    return settings.published;
  }
});
