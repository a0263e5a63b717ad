import type { SessionAnswer } from '@honest-ledger/contracts';
import { eq } from 'drizzle-orm';
import type { Session } from 'fastify';
import { sessions, users } from '../database/schema/index';
import { testServer, type Answer, type TestServer } from '../../testing/test-server';
import { PostgresSessionStore } from './session-store';

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
    const saved = new Map(browser.cookies);
    expect((await browser.ask('DELETE', '/session')).status).toBe(204);
    for (const [name, value] of saved) browser.cookies.set(name, value);
    expect((await browser.ask('GET', '/documents')).status).toBe(401);

    const idle = await server.signedIn();
    server.clock.now = new Date(server.clock.now.getTime() + 13 * 60 * 60 * 1000);
    expect((await idle.ask('GET', '/documents')).status).toBe(401);
  });

  it('ends where the account is closed, and has the role of now, from the next request on', async () => {
    const browser = await server.signedIn('noor@saltmarsh.example');
    const noor = eq(users.email, 'noor@saltmarsh.example');
    const reading = (): Promise<Answer> => browser.ask('GET', '/documents');
    const writing = (): Promise<Answer> =>
      browser.ask('POST', '/documents', { kind: 'quote', customer: 'C1001' });
    expect([(await reading()).status, (await writing()).status]).toEqual([200, 201]);
    await server.database.update(users).set({ role: 'reader' }).where(noor);
    expect([(await reading()).status, (await writing()).status]).toEqual([200, 403]);
    const told = (await browser.ask('GET', '/session')).as<SessionAnswer>();
    expect(told.user?.role).toBe('reader');
    await server.database.update(users).set({ active: false }).where(noor);
    expect([(await reading()).status, (await writing()).status]).toEqual([401, 401]);
    expect((await browser.ask('GET', '/session')).as<SessionAnswer>().user).toBeNull();
    // opened again, the account is signed in to anew
    await server.database.update(users).set({ active: true, role: 'sales' }).where(noor);
    expect((await reading()).status).toBe(401);
  });

  it('is not written again by a request that was under way when it ended', async () => {
    const store = new PostgresSessionStore(server.database, server.services.now);
    const read = (id: string): Promise<Session | null> =>
      new Promise((resolve, reject) => {
        store.get(id, (error: unknown, found) => {
          if (error) reject(new Error('the store failed', { cause: error }));
          else resolve(found ?? null);
        });
      });
    const write = (id: string, session: Session): Promise<void> =>
      new Promise((resolve, reject) => {
        store.set(id, session, (error) => {
          if (error) reject(new Error('the store failed', { cause: error }));
          else resolve();
        });
      });
    await write('begun', { cookie: {} } as Session);
    const underWay = await read('begun');
    if (!underWay) throw new Error('it was written');
    await write('begun', underWay);
    expect(await read('begun')).not.toBeNull();
    await server.database.delete(sessions).where(eq(sessions.id, 'begun'));
    await write('begun', underWay);
    expect(await read('begun')).toBeNull();
  });

  it('ends everywhere else where a password is changed, one’s own, too', async () => {
    const here = await server.signedIn();
    const there = await server.signedIn();
    const content = { name: 'Ines Marlow', role: 'administrator', active: true };
    const edit = { seen: content, content, password: 'another-long-password' };
    const answer = await here.ask('PUT', '/users/ines@saltmarsh.example', edit);
    expect(answer.status).toBe(204);
    expect((await here.ask('GET', '/documents')).status).toBe(200);
    expect((await there.ask('GET', '/documents')).status).toBe(401);
    const back = { ...edit, password: 'clay-and-kiln' };
    expect((await here.ask('PUT', '/users/ines@saltmarsh.example', back)).status).toBe(204);
  });

  it('has its own password changed by whoever knows it, and ends everywhere else', async () => {
    const here = await server.signedIn('noor@saltmarsh.example');
    const there = await server.signedIn('noor@saltmarsh.example');
    const fresh = 'seven herons by the weir';
    const change = (old: string, password: string) =>
      here.ask('PUT', '/session/password', { old, password });
    const paths = async (old: string, password: string) =>
      (await change(old, password)).problem.fields?.map(({ path }) => path);
    expect(await paths('not mine', fresh)).toEqual(['old']);
    expect(await paths('clay-and-kiln', 'elevenchars')).toEqual(['password']);
    // long, and easily guessed all the same
    for (const guessed of ['password12345', 'qwertyuiop1234', 'saltmarsh1234', 'aaaaaaaaaaaaaaa']) {
      expect(await paths('clay-and-kiln', guessed))
        .withContext(guessed)
        .toEqual(['password']);
    }
    expect((await there.ask('GET', '/documents')).status).toBe(200);
    expect((await change('clay-and-kiln', fresh)).status).toBe(204);
    expect((await here.ask('GET', '/documents')).status).toBe(200);
    expect((await there.ask('GET', '/documents')).status).toBe(401);
    expect((await server.browser().signIn('noor@saltmarsh.example')).status).toBe(401);
    expect((await server.browser().signIn('noor@saltmarsh.example', fresh)).status).toBe(200);
    expect((await change(fresh, 'clay-and-kiln')).status).toBe(204);
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
