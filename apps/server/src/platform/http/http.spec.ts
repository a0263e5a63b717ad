import { may } from '@honest-ledger/contracts';
import { brotliDecompressSync, gunzipSync } from 'node:zlib';
import { DEMO_SIGN_INS } from '../../app/demo/sign-ins';
import { ROUTES } from '../../testing/every-route';
import { testServer, type Browser, type TestServer } from '../../testing/test-server';

describe('the border of the server', () => {
  let server: TestServer;
  let browser: Browser;
  beforeAll(async () => {
    server = await testServer();
    browser = await server.signedIn();
  });
  afterAll(() => server.stop());

  it('lists every route of the API above', () => {
    const known = server.app
      .printRoutes({ commonPrefix: false })
      .match(/\((GET|POST|PUT|DELETE)[^)]*\)/g);
    // every route above, the session's open two, the description of the API and of its problems (two), and the
    // server's health
    const methods = known?.flatMap((one) => one.slice(1, -1).split(', ')) ?? [];
    expect(methods.filter((one) => one !== 'HEAD').length).toBe(ROUTES.length + 6);
  });

  for (const [method, path] of ROUTES) {
    it(`lets nobody in unsigned: ${method} ${path}`, async () => {
      const answer = await server.browser().ask(method, path);
      expect(answer.status).toBe(401);
      expect(answer.type).toContain('application/problem+json');
    });
  }

  for (const { email, role } of DEMO_SIGN_INS) {
    it(`lets every role do what it may and no more: ${role}`, async () => {
      const signedIn = await server.signedIn(email);
      for (const [method, path, permission] of ROUTES) {
        const someone = path === '/session' ? await server.signedIn(email) : signedIn;
        const { status } = await someone.ask(method, path);
        expect(status === 403)
          .withContext(`${role}: ${method} ${path} gave ${String(status)}`)
          .toBe(!may(role, permission));
      }
    });
  }

  it('answers what it does not know, signed in or not, as a problem', async () => {
    expect((await browser.ask('GET', '/nothing')).status).toBe(404);
    expect((await browser.ask('GET', '/nothing')).problem.title).toBe('It does not exist');
  });

  it('answers a body that is no JSON, empty, of another type or too large', async () => {
    const put = (payload: string, type = 'application/json') =>
      browser.ask('PUT', '/documents/1001', undefined, {
        payload,
        headers: { 'content-type': type, 'x-xsrf-token': browser.cookies.get('XSRF-TOKEN') ?? '' },
      });
    expect((await put('{"revision": 1')).problem.detail).toBe('The body is not JSON.');
    expect((await put('')).status).toBe(400);
    expect((await put('<a/>', 'text/xml')).status).toBe(415);
    expect((await put(JSON.stringify({ text: 'x'.repeat(10_000_000) }))).status).toBe(413);
  });

  it('names each field that is wrong', async () => {
    const answer = await browser.ask('PUT', '/documents/1001', {
      revision: 1,
      customer: 'C1001',
      title: '',
      outlet: null,
      currency: 'EUR',
      level: null,
      lines: [{ id: 'x', item: 'CL-0207', quantity: '12,5' }],
    });
    expect(answer.status).toBe(422);
    expect(answer.problem.fields?.map(({ path }) => path)).toEqual([
      'lines[0].id',
      'lines[0].quantity',
    ]);
  });

  it('takes no path or query that makes no sense', async () => {
    expect((await browser.ask('GET', '/documents/abc')).status).toBe(422);
    expect((await browser.ask('GET', '/levels/not-an-id')).status).toBe(422);
    expect((await browser.ask('GET', '/items?limit=0')).status).toBe(422);
    expect((await browser.ask('GET', '/items?surprise=1')).status).toBe(422);
    expect((await browser.ask('GET', '/documents/99999999999')).status).toBe(422);
  });

  it('describes every route of the API, with the schemas that guard it', async () => {
    interface Described {
      readonly paths: Record<
        string,
        Record<string, { summary: string; description: string; requestBody?: unknown }>
      >;
    }
    const { paths } = (await server.browser().ask('GET', '/docs')).as<Described>();
    const described = Object.values(paths).flatMap((methods) => Object.keys(methods));
    // the session's open two, this description itself, and that of problems (two)
    expect(described.length).toBe(ROUTES.length + 5);
    const save = paths['/api/documents/{number}']?.['put'];
    expect(save?.summary).toBe('Changes a document; all of it is priced');
    expect(save?.description).toContain('writeDocuments');
    expect(JSON.stringify(save?.requestBody)).toContain('shipping');
  });

  it('sets one strict content security policy', async () => {
    const { headers } = await browser.ask('GET', '/session');
    const policy = String(headers['content-security-policy']);
    expect(policy).toContain("default-src 'none'");
    expect(policy).not.toContain('unsafe');
    expect(headers['x-content-type-options']).toBe('nosniff');
    expect(headers['cache-control']).toBe('no-store');
  });

  it('compresses what is long by what the browser accepts, and leaves what is short', async () => {
    const sent = (url: string, accepted: string) =>
      server.app.inject({ url, headers: { 'accept-encoding': accepted } });
    const plain = await sent('/api/docs', 'identity');
    expect(plain.headers['content-encoding']).toBeUndefined();
    const brotli = await sent('/api/docs', 'gzip, br');
    expect(brotli.headers['content-encoding']).toBe('br');
    expect(brotliDecompressSync(brotli.rawPayload).toString()).toBe(plain.body);
    const gzip = await sent('/api/docs', 'gzip');
    expect(gunzipSync(gzip.rawPayload).toString()).toBe(plain.body);
    expect((await sent('/healthz', 'br')).headers['content-encoding']).toBeUndefined();
  });
});
