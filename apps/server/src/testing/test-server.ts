import type { ProblemDetails } from '@honest-ledger/contracts';
import { sql } from 'drizzle-orm';
import type { FastifyInstance, InjectOptions } from 'fastify';
import { runOnce } from 'graphile-worker';
import { buildApp } from '../app/app';
import { openDatabase, type Database } from '../platform/database/database';
import { DEMO_SIGN_INS } from '../app/demo/sign-ins';
import { publishedSetups } from '../setup/versions/published-setups';
import { jobHandlers } from '../app/job-handlers';
import { silent } from '../platform/jobs/queue';
import type { Services } from '../setup/versions/services';
import { undeclared } from './declared-answers';
import { SPEC_NOW, testDatabase } from './test-database';

type Method = 'GET' | 'POST' | 'PUT' | 'DELETE';

export interface Answer {
  readonly status: number;
  readonly type: string;
  readonly headers: Readonly<Record<string, unknown>>;
  /** What a spec expects it to be; the specs are what checks it. */
  // eslint-disable-next-line @typescript-eslint/no-unnecessary-type-parameters -- a cast, on purpose
  as<T>(): T;
  readonly problem: ProblemDetails;
  /** The body as it is: of files. */
  readonly text: string;
}

/** A browser of one user: it keeps cookies and sends the page's token back. */
export interface Browser {
  ask(method: Method, path: string, body?: unknown, options?: InjectOptions): Promise<Answer>;
  /** Sends a file as a form does. */
  send(path: string, name: string, content: string | Buffer): Promise<Answer>;
  signIn(email?: string, password?: string): Promise<Answer>;
  readonly cookies: Map<string, string>;
}

export interface TestServer {
  readonly app: FastifyInstance;
  readonly database: Database;
  /** What the server takes for the present; a spec may move it. */
  readonly clock: { now: Date };
  readonly services: Services;
  /** Of its database. */
  readonly url: string;
  /** Does all jobs of the queue that are due. */
  workOff(): Promise<void>;
  /** Moves the clock on to a moment: what waits in the queue comes as much nearer. */
  moveOn(to: string): Promise<void>;
  browser(): Browser;
  /** The same user at a second server on the same database, with the same cookies. */
  elsewhere(browser: Browser): Promise<Browser>;
  /** A browser that has signed in. */
  signedIn(email?: string): Promise<Browser>;
  stop(): Promise<void>;
}

export async function testServer(): Promise<TestServer> {
  const { database, url, drop } = await testDatabase();
  const clock = { now: new Date(SPEC_NOW) };
  const services = { database, setups: publishedSetups(), now: () => clock.now };
  const app = await buildApp({ services, sessionSecret: SECRET, signInsOffered: DEMO_SIGN_INS });
  const more: (() => Promise<void>)[] = [];
  return {
    app,
    database,
    clock,
    services,
    url,
    workOff: () =>
      runOnce({
        connectionString: url,
        taskList: jobHandlers(services),
        noHandleSignals: true,
        logger: silent,
      }),
    moveOn: async (to) => {
      const passed = new Date(to).getTime() - clock.now.getTime();
      clock.now = new Date(to);
      await database.execute(sql`update graphile_worker._private_jobs
        set run_at = run_at - ${passed / 1000} * interval '1 second'`);
    },
    browser: () => browserOf(app),
    signedIn: async (email) => {
      const browser = browserOf(app);
      await browser.signIn(email);
      return browser;
    },
    elsewhere: async ({ cookies }) => {
      const { database: own, close } = openDatabase(url);
      const others = { database: own, setups: publishedSetups(), now: services.now };
      const second = await buildApp({ services: others, sessionSecret: SECRET });
      more.push(async () => {
        await second.close();
        await close();
      });
      return browserOf(second, cookies);
    },
    stop: async () => {
      for (const end of more) await end();
      await app.close();
      await drop();
    },
  };
}

const SECRET = 'a secret of the tests, long enough to sign with';

function browserOf(app: FastifyInstance, cookies = new Map<string, string>()): Browser {
  const browser: Browser = {
    cookies,
    ask: async (method, path, body, options = {}) => {
      const token = cookies.get('XSRF-TOKEN');
      const response = await app.inject({
        method,
        url: `/api${path}`,
        ...(body === undefined ? {} : { payload: body as object }),
        cookies: Object.fromEntries(cookies),
        headers: token === undefined ? {} : { 'x-xsrf-token': token },
        ...options,
      });
      for (const { name, value } of response.cookies) cookies.set(name, value);
      // whatever a spec is about: no answer is another than its operation declares
      if (response.statusCode < 300 && isJson(response.headers['content-type'])) {
        const faults = undeclared(method, path, response.json());
        if (faults.length > 0) throw new Error(faults.slice(0, 5).join('; '));
      }
      return {
        status: response.statusCode,
        type: String(response.headers['content-type']),
        headers: response.headers,
        text: response.body,
        // eslint-disable-next-line @typescript-eslint/no-unnecessary-type-parameters -- as above
        as: <T>() => response.json<T>(),
        get problem() {
          return response.json<ProblemDetails>();
        },
      };
    },
    send: (path, name, content) => {
      const form = formWith(name, content);
      const token = cookies.get('XSRF-TOKEN') ?? '';
      return browser.ask('POST', path, undefined, {
        payload: form.body,
        headers: { 'content-type': form.type, 'x-xsrf-token': token },
      });
    },
    signIn: (email = DEMO_SIGN_INS[0].email, password = DEMO_SIGN_INS[0].password) =>
      browser.ask('POST', '/session', { email, password }),
  };
  return browser;
}

function isJson(type: unknown): boolean {
  return typeof type === 'string' && type.startsWith('application/json');
}

/** A form with one file, as multipart/form-data (RFC 7578). */
function formWith(name: string, content: string | Buffer): { body: Buffer; type: string } {
  const boundary = 'a-boundary-of-the-specs';
  const body = Buffer.concat([
    Buffer.from(
      `--${boundary}\r\ncontent-disposition: form-data; name="file"; filename="${name}"\r\n` +
        'content-type: application/octet-stream\r\n\r\n',
    ),
    Buffer.from(content),
    Buffer.from(`\r\n--${boundary}--\r\n`),
  ]);
  return { body, type: `multipart/form-data; boundary=${boundary}` };
}
