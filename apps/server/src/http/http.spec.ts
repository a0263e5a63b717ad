import { testServer, type Browser, type TestServer } from '../testing/test-server';

const LEVEL = '5b0e7a52-93a1-4c55-8d3e-2f6c1f0a7b01';
const ROUTES: readonly (readonly ['GET' | 'POST' | 'PUT' | 'DELETE', string])[] = [
  ['DELETE', '/session'],
  ['GET', '/items'],
  ['GET', '/categories'],
  ['GET', '/customers'],
  ['GET', '/customers/C1001'],
  ['GET', '/customers/C1001/level-preview?level='],
  ['PUT', '/customers/C1001/level'],
  ['GET', '/levels'],
  ['GET', `/levels/${LEVEL}`],
  ['PUT', `/levels/${LEVEL}/draft`],
  ['DELETE', `/levels/${LEVEL}/draft`],
  ['GET', '/draft'],
  ['POST', '/draft/publish'],
  ['GET', '/versions'],
  ['GET', '/versions/1'],
  ['GET', '/versions/1/setup'],
  ['GET', '/quotes'],
  ['POST', '/quotes'],
  ['GET', '/quotes/1001'],
  ['PUT', '/quotes/1001'],
  ['GET', '/quotes/1001/document'],
];

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
    // every route above, the session's open two, and the health of the server
    const methods = known?.flatMap((one) => one.slice(1, -1).split(', ')) ?? [];
    expect(methods.filter((one) => one !== 'HEAD').length).toBe(ROUTES.length + 3);
  });

  for (const [method, path] of ROUTES) {
    it(`lets nobody in unsigned: ${method} ${path}`, async () => {
      const answer = await server.browser().ask(method, path);
      expect(answer.status).toBe(401);
      expect(answer.type).toContain('application/problem+json');
    });
  }

  it('answers what it does not know, signed in or not, as a problem', async () => {
    expect((await browser.ask('GET', '/nothing')).status).toBe(404);
    expect((await browser.ask('GET', '/nothing')).problem.title).toBe('Not Found');
  });

  it('answers a body that is no JSON, empty, of another type or too large', async () => {
    const put = (payload: string, type = 'application/json') =>
      browser.ask('PUT', '/quotes/1001', undefined, {
        payload,
        headers: { 'content-type': type, 'x-xsrf-token': browser.cookies.get('XSRF-TOKEN') ?? '' },
      });
    expect((await put('{"revision": 1')).problem.detail).toBe('The body is not JSON.');
    expect((await put('')).status).toBe(400);
    expect((await put('<a/>', 'text/xml')).status).toBe(415);
    expect((await put(JSON.stringify({ text: 'x'.repeat(10_000_000) }))).status).toBe(413);
  });

  it('names each field that is wrong', async () => {
    const answer = await browser.ask('PUT', '/quotes/1001', {
      revision: 1,
      customer: 'C1001',
      title: '',
      lines: [{ id: 'x', item: 'CL-0207', quantity: '12,5' }],
    });
    expect(answer.status).toBe(422);
    expect(answer.problem.fields?.map(({ path }) => path)).toEqual([
      'lines[0].id',
      'lines[0].quantity',
    ]);
  });

  it('takes no path or query that makes no sense', async () => {
    expect((await browser.ask('GET', '/quotes/abc')).status).toBe(422);
    expect((await browser.ask('GET', '/levels/not-an-id')).status).toBe(422);
    expect((await browser.ask('GET', '/items?limit=0')).status).toBe(422);
    expect((await browser.ask('GET', '/items?surprise=1')).status).toBe(422);
    expect((await browser.ask('GET', '/quotes/99999999999')).status).toBe(422);
  });

  it('sets one strict content security policy', async () => {
    const { headers } = await browser.ask('GET', '/session');
    const policy = String(headers['content-security-policy']);
    expect(policy).toContain("default-src 'none'");
    expect(policy).not.toContain('unsafe');
    expect(headers['x-content-type-options']).toBe('nosniff');
    expect(headers['cache-control']).toBe('no-store');
  });
});
