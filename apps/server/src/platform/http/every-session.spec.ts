import { may, ROLES, type Role } from '@honest-ledger/contracts';
import { ROUTES } from '../../testing/every-route';
import { testServer, type Browser, type TestServer } from '../../testing/test-server';

const PASSWORD = 'seven herons by the weir';
const ANOTHER = 'eleven curlews in the reeds';

/** How somebody's right to work ends while their session is open. */
const ENDINGS = ['closed', 'demoted', 'signed out', 'password changed'] as const;
type Ending = (typeof ENDINGS)[number];

describe('a session whose user may not go on as before', () => {
  let server: TestServer;
  let administrator: Browser;
  beforeAll(async () => {
    server = await testServer();
    administrator = await server.signedIn();
  });
  afterAll(() => server.stop());

  const put = async (email: string, edit: object): Promise<void> => {
    const answer = await administrator.ask('PUT', `/users/${email}`, edit);
    expect(answer.status).withContext(email).toBe(204);
  };

  /** Signs a new user in, and lets that happen to them. */
  async function ended(role: Role, ending: Ending, name: string): Promise<Browser> {
    const email = `${name}@saltmarsh.example`;
    const content = { name, role, active: true };
    await put(email, { seen: null, content, password: PASSWORD });
    const browser = server.browser();
    expect((await browser.signIn(email, PASSWORD)).status).toBe(200);
    expect((await browser.ask('GET', '/documents')).status).toBe(200);
    const edit = { seen: content, content, password: null };
    if (ending === 'closed') await put(email, { ...edit, content: { ...content, active: false } });
    if (ending === 'demoted')
      await put(email, { ...edit, content: { ...content, role: 'reader' } });
    if (ending === 'password changed') await put(email, { ...edit, password: ANOTHER });
    if (ending === 'signed out') {
      const cookies = new Map(browser.cookies);
      expect((await browser.ask('DELETE', '/session')).status).toBe(204);
      // somebody has kept them
      for (const [key, value] of cookies) browser.cookies.set(key, value);
    }
    return browser;
  }

  for (const role of ROLES) {
    for (const ending of ENDINGS) {
      it(`is stopped on every route: ${role}, ${ending}`, async () => {
        const name = `${role}-${ending.replace(' ', '-')}`;
        const browser = await ended(role, ending, name);
        for (const [method, path] of ROUTES) {
          const { status } = await browser.ask(method, path);
          expect(status).withContext(`${method} ${path}`).toBe(401);
        }
        if (ending !== 'demoted') return;
        // signed in anew, it is the role of now
        expect((await browser.signIn(`${name}@saltmarsh.example`, PASSWORD)).status).toBe(200);
        for (const [method, path, permission] of ROUTES) {
          if (path === '/session') continue;
          const { status } = await browser.ask(method, path);
          expect(status === 403)
            .withContext(`${method} ${path} gave ${String(status)}`)
            .toBe(!may('reader', permission));
        }
      });
    }
  }
});
