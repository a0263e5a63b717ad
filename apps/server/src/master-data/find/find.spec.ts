import type { FoundThing } from '@honest-ledger/contracts';
import { testServer, type Browser, type TestServer } from '../../testing/test-server';

describe('finding anything', () => {
  let server: TestServer;
  let browser: Browser;
  beforeAll(async () => {
    server = await testServer();
    browser = await server.signedIn('otto@saltmarsh.example');
  });
  afterAll(() => server.stop());

  const found = async (text: string): Promise<FoundThing[]> =>
    (await browser.ask('GET', `/find?text=${encodeURIComponent(text)}`)).as<FoundThing[]>();

  it('finds items, customers, levels and quotes by parts of what they are called', async () => {
    const kinds = new Set((await found('stu')).map(({ kind }) => kind));
    expect([...kinds]).toEqual(jasmine.arrayContaining(['customer', 'level']));
    expect((await found('cl-0207'))[0]).toEqual(
      jasmine.objectContaining({ kind: 'item', key: 'CL-0207' }),
    );
    expect((await found('1001')).some(({ kind, key }) => kind === 'quote' && key === '1001')).toBe(
      true,
    );
  });

  it('puts what is called exactly so first, and takes signs of patterns as letters', async () => {
    expect((await found('C1001'))[0]?.key).toBe('C1001');
    expect(await found('%')).toEqual([]);
    expect((await browser.ask('GET', '/find?text=')).status).toBe(422);
  });
});
