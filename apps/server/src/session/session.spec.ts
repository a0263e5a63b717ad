import type { SessionAnswer } from '@honest-ledger/contracts';
import { testServer, type TestServer } from '../testing/test-server';

describe('a session', () => {
  let server: TestServer;
  beforeAll(async () => (server = await testServer()));
  afterAll(() => server.stop());

  it('begins with the right address, however capitalised, and password', async () => {
    const browser = server.browser();
    expect((await browser.ask('GET', '/session')).as<SessionAnswer>().user).toBeNull();
    const answer = await browser.signIn('INES@saltmarsh.example');
    expect(answer.as<SessionAnswer>().user?.name).toBe('Ines Marlow');
    expect((await browser.ask('GET', '/session')).as<SessionAnswer>().user?.name).toBe(
      'Ines Marlow',
    );
  });

  it('tells a wrong password and an unknown address alike', async () => {
    const wrong = await server.browser().signIn('ines@saltmarsh.example', 'wrong');
    const unknown = await server.browser().signIn('nobody@saltmarsh.example', 'wrong');
    expect([wrong.status, unknown.status]).toEqual([401, 401]);
    expect(wrong.problem.detail).toBe(unknown.problem.detail);
    expect((await server.browser().signIn('', '')).problem.fields?.length).toBe(2);
  });

  it('has another id after signing in than before', async () => {
    const browser = await server.signedIn();
    const first = browser.cookies.get('honest-ledger');
    await browser.signIn();
    expect(browser.cookies.get('honest-ledger')).not.toBe(first);
  });

  it('ends on signing out and after twelve hours without use', async () => {
    const browser = await server.signedIn();
    const kept = new Map(browser.cookies);
    expect((await browser.ask('DELETE', '/session')).status).toBe(204);
    for (const [name, value] of kept) browser.cookies.set(name, value);
    expect((await browser.ask('GET', '/documents')).status).toBe(401);

    const idle = await server.signedIn();
    server.clock.now = new Date(server.clock.now.getTime() + 13 * 60 * 60 * 1000);
    expect((await idle.ask('GET', '/documents')).status).toBe(401);
  });

  it('keeps its cookie from scripts and other sites', async () => {
    const answer = await server.browser().signIn();
    const cookies = [answer.headers['set-cookie']].flat().map(String);
    const session = cookies.find((one) => one.startsWith('honest-ledger='));
    expect(session).toContain('HttpOnly');
    expect(session).toContain('SameSite=Strict');
  });

  it('writes nothing without the page’s own token', async () => {
    const browser = await server.signedIn();
    const forged = { headers: { 'x-xsrf-token': 'forged' } };
    const answer = await browser.ask('POST', '/documents', { customer: 'C1001' }, forged);
    expect(answer.status).toBe(403);
    expect(answer.problem.detail).toContain('Load it again');
    expect(
      (await browser.ask('POST', '/documents', { customer: 'C1001' }, { headers: {} })).status,
    ).toBe(403);
  });

  it('is not to be guessed: after many tries with one address it says to wait', async () => {
    const guesser = server.browser();
    const tries: number[] = [];
    for (let count = 0; count < 21; count += 1) {
      tries.push((await guesser.signIn('Tom@saltmarsh.example', 'guess')).status);
    }
    expect(tries.slice(0, 20).every((status) => status === 401)).toBeTrue();
    const refused = await guesser.signIn('tom@saltmarsh.example');
    expect([tries[20], refused.status]).toEqual([429, 429]);
    expect(refused.problem.detail).toContain('Too many tries to sign in');
    // another address is not held up
    expect((await guesser.signIn('ines@saltmarsh.example')).status).toBe(200);
  });
});
