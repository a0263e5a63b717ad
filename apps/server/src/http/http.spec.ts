import { may, type Permission } from '@honest-ledger/contracts';
import { DEMO_SIGN_INS } from '../demo/sign-ins';
import { testServer, type Browser, type TestServer } from '../testing/test-server';

const LEVEL = '5b0e7a52-93a1-4c55-8d3e-2f6c1f0a7b01';
type Method = 'GET' | 'POST' | 'PUT' | 'DELETE';

/** Every route of the API, and what a role must allow for it. */
const ROUTES: readonly (readonly [Method, string, Permission])[] = [
  ['DELETE', '/session', 'look'],
  ['PUT', '/session/password', 'look'],
  ['GET', '/documents/1001/returns', 'look'],
  ['GET', '/documents/1001/returns/1002/paper', 'look'],
  ['POST', '/documents/1001/returns', 'writeDocuments'],
  ['POST', '/documents/1001/returns/worth', 'writeDocuments'],
  ['GET', '/documents/1001/repeat', 'look'],
  ['PUT', '/documents/1001/repeat', 'writeDocuments'],
  ['POST', '/documents/1001/repeat/end', 'writeDocuments'],
  ['GET', '/documents/1001/sendings', 'look'],
  ['POST', '/documents/1001/sendings', 'writeDocuments'],
  ['GET', '/sendings/1/message', 'look'],
  ['GET', '/approvals', 'look'],
  ['POST', '/documents/1001/approval', 'writeDocuments'],
  ['POST', '/approvals/1/decision', 'approve'],
  ['GET', '/hand-limits', 'look'],
  ['PUT', '/hand-limits/sales', 'manageUsers'],
  ['GET', '/items', 'look'],
  ['GET', '/items/CL-0207', 'look'],
  ['GET', '/categories', 'look'],
  ['GET', '/goods-groups', 'look'],
  ['GET', '/purchase-desk', 'seeCosts'],
  ['GET', '/purchase-orders', 'seeCosts'],
  ['POST', '/purchase-orders', 'editFacts'],
  ['GET', '/purchase-orders/5001', 'seeCosts'],
  ['PUT', '/purchase-orders/5001', 'editFacts'],
  ['POST', '/purchase-orders/5001/place', 'editFacts'],
  ['DELETE', '/purchase-orders/5001', 'editFacts'],
  ['GET', '/repricings', 'seeCosts'],
  ['POST', '/repricings', 'editSetup'],
  ['GET', '/repricings/00000000-0000-4000-8000-000000000001', 'seeCosts'],
  ['PUT', '/repricings/00000000-0000-4000-8000-000000000001', 'editSetup'],
  ['DELETE', '/repricings/00000000-0000-4000-8000-000000000001', 'editSetup'],
  ['GET', '/repricings/00000000-0000-4000-8000-000000000001/rows', 'seeCosts'],
  ['PUT', '/repricings/00000000-0000-4000-8000-000000000001/rows', 'editSetup'],
  ['POST', '/repricings/00000000-0000-4000-8000-000000000001/apply', 'editSetup'],
  ['POST', '/repricings/00000000-0000-4000-8000-000000000001/undo', 'editSetup'],
  ['GET', '/files/repricings/00000000-0000-4000-8000-000000000001', 'seeCosts'],
  ['GET', '/customers', 'look'],
  ['GET', '/customer-groups', 'look'],
  ['GET', '/ending-assignments', 'look'],
  ['GET', '/customers/C1001', 'look'],
  ['GET', '/customers/C1001/prices', 'look'],
  ['POST', '/customers/C1001/preview', 'editFacts'],
  ['PUT', '/customers/C1001', 'editFacts'],
  ['POST', '/customer-levels/preview', 'editFacts'],
  ['PUT', '/customer-levels', 'editFacts'],
  ['DELETE', '/customers/C1001?revision=1', 'editFacts'],
  ['DELETE', '/items/CL-0207?revision=1', 'editFacts'],
  ['GET', '/mass-changes', 'look'],
  ['GET', '/mass-changes/00000000-0000-4000-8000-000000000001', 'editFacts'],
  ['POST', '/mass-changes/00000000-0000-4000-8000-000000000001/undo', 'editFacts'],
  ['GET', '/agreements', 'look'],
  ['GET', '/basics', 'look'],
  ['GET', '/items/CL-0207/costs', 'seeCosts'],
  ['PUT', '/items/CL-0207/costs', 'editFacts'],
  ['GET', '/conditions', 'look'],
  ['GET', `/conditions/${LEVEL}`, 'look'],
  ['GET', '/rules', 'look'],
  ['GET', `/rules/${LEVEL}`, 'look'],
  ['GET', `/rules/${LEVEL}/record`, 'look'],
  ['POST', `/rules/${LEVEL}/try`, 'look'],
  ['POST', `/rules/${LEVEL}/items`, 'look'],
  ['POST', '/rules/try', 'look'],
  ['GET', '/documents/1001/paper', 'look'],
  ['GET', '/sales-again', 'seeCosts'],
  ['POST', '/sales-again', 'seeCosts'],
  ['GET', `/sales-again/${LEVEL}`, 'seeCosts'],
  ['POST', `/sales-again/${LEVEL}/cancel`, 'seeCosts'],
  ['GET', `/sales-again/${LEVEL}/lines`, 'seeCosts'],
  ['GET', `/sales-again/${LEVEL}/file`, 'seeCosts'],
  ['GET', '/breaks', 'look'],
  ['GET', `/breaks/${LEVEL}`, 'look'],
  ['POST', `/breaks/${LEVEL}/try`, 'look'],
  ['POST', `/breaks/${LEVEL}/items`, 'look'],
  ['GET', '/cost-tables', 'seeCosts'],
  ['GET', '/cost-gaps?lack=cost&offset=0&limit=10', 'seeCosts'],
  ['GET', `/cost-tables/${LEVEL}`, 'seeCosts'],
  ['POST', `/cost-tables/${LEVEL}/items`, 'seeCosts'],
  ['GET', '/receipts', 'seeCosts'],
  ['POST', '/receipts?supplier=pits', 'editFacts'],
  ['POST', '/bills', 'editFacts'],
  ['GET', `/receipts/${LEVEL}`, 'seeCosts'],
  ['PUT', `/receipts/${LEVEL}/mapping`, 'editFacts'],
  ['GET', `/receipts/${LEVEL}/rows`, 'seeCosts'],
  ['PUT', `/receipts/${LEVEL}/left-out`, 'editFacts'],
  ['GET', `/receipts/${LEVEL}/file`, 'seeCosts'],
  ['POST', `/receipts/${LEVEL}/take-in`, 'editFacts'],
  ['POST', `/receipts/${LEVEL}/undo`, 'editFacts'],
  ['DELETE', `/receipts/${LEVEL}`, 'editFacts'],
  ['GET', '/follow-rules', 'seeCosts'],
  ['GET', '/items/:item/follow-rule', 'seeCosts'],
  ['PUT', '/follow-rules', 'editSetup'],
  ['GET', '/waiting-prices', 'seeCosts'],
  ['POST', '/waiting-prices/decide', 'editSetup'],
  ['POST', '/waiting-prices/take-back', 'editSetup'],
  ['POST', '/waiting-prices/weigh', 'seeCosts'],
  ['GET', '/levels', 'look'],
  ['GET', `/levels/${LEVEL}`, 'look'],
  ['POST', `/levels/${LEVEL}/bench`, 'look'],
  ['POST', `/levels/${LEVEL}/reached`, 'look'],
  ['GET', '/drafts', 'look'],
  ['POST', '/drafts', 'editSetup'],
  ['GET', `/drafts/${LEVEL}`, 'look'],
  ['GET', `/drafts/${LEVEL}/trial`, 'look'],
  ['DELETE', `/drafts/${LEVEL}`, 'editSetup'],
  ['GET', '/drafts/discarded', 'look'],
  ['POST', `/drafts/${LEVEL}/bring-back`, 'editSetup'],
  ['POST', `/drafts/${LEVEL}/publish`, 'editSetup'],
  ['PUT', `/edits/level/${LEVEL}`, 'editSetup'],
  ['DELETE', `/edits/level/${LEVEL}`, 'editSetup'],
  ['GET', '/versions', 'look'],
  ['GET', '/versions/1', 'look'],
  ['GET', '/versions/1/setup', 'seeCosts'],
  ['POST', '/versions/1/draft', 'editSetup'],
  ['POST', '/price-desk', 'look'],
  ['GET', '/last-prices?item=CL-0207', 'look'],
  ['GET', '/documents', 'look'],
  ['POST', '/documents', 'writeDocuments'],
  ['GET', '/documents/1001', 'look'],
  ['PUT', '/documents/1001', 'writeDocuments'],
  ['GET', '/documents/1001/document', 'look'],
  ['GET', '/documents/1001/again', 'look'],
  ['GET', '/documents/1001/advance?into=order', 'look'],
  ['POST', '/documents/1001/advance', 'writeDocuments'],
  ['POST', '/documents/1001/cancel', 'writeDocuments'],
  ['POST', '/documents/1001/reopen', 'writeDocuments'],
  ['GET', '/find?text=glaze', 'look'],
  ['GET', '/lists/brands', 'look'],
  ['PUT', '/lists/brands/kilnwright', 'editFacts'],
  ['GET', '/rates', 'look'],
  ['PUT', '/rates', 'editFacts'],
  ['GET', '/users', 'manageUsers'],
  ['PUT', '/users/new@saltmarsh.example', 'manageUsers'],
  ['PUT', '/items/CL-0207', 'editFacts'],
  ['POST', '/items/CL-0207/foresee', 'editFacts'],
  ['GET', '/changes', 'look'],
  ['DELETE', `/drafts/${LEVEL}/waiting`, 'editSetup'],
  ['GET', '/imports', 'look'],
  ['POST', '/imports?kind=items', 'editFacts'],
  ['GET', `/imports/${LEVEL}`, 'look'],
  ['DELETE', `/imports/${LEVEL}`, 'editFacts'],
  ['GET', `/imports/${LEVEL}/rows`, 'look'],
  ['GET', `/imports/${LEVEL}/file`, 'look'],
  ['POST', `/imports/${LEVEL}/apply`, 'editFacts'],
  ['PUT', `/imports/${LEVEL}/format`, 'editFacts'],
  ['GET', '/files/items', 'look'],
  ['GET', '/files/customers', 'look'],
  ['GET', '/files/agreements', 'look'],
  ['GET', `/files/levels/${LEVEL}/prices`, 'look'],
  ['GET', '/files/customers/C1001/prices', 'look'],
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
    // every route above, the session's open two, the API's description, and the server's health
    const methods = known?.flatMap((one) => one.slice(1, -1).split(', ')) ?? [];
    expect(methods.filter((one) => one !== 'HEAD').length).toBe(ROUTES.length + 4);
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
    expect((await browser.ask('GET', '/nothing')).problem.title).toBe('Not Found');
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
      readonly paths: Record<string, Record<string, { summary: string; requestBody?: unknown }>>;
    }
    const { paths } = (await server.browser().ask('GET', '/docs')).as<Described>();
    const described = Object.values(paths).flatMap((methods) => Object.keys(methods));
    // the session's open two, and this description itself
    expect(described.length).toBe(ROUTES.length + 3);
    const keep = paths['/api/documents/{number}']?.['put'];
    expect(keep?.summary).toBe('needs the right: writeDocuments');
    expect(JSON.stringify(keep?.requestBody)).toContain('priceByHand');
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
