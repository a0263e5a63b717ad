import { count } from 'drizzle-orm';
import { randomBytes } from 'node:crypto';
import { buildApp } from './app';
import { migrateDatabase, openDatabase, UnknownDatabase } from '../platform/database/database';
import { versions } from '../platform/database/schema/index';
import { beginEmpty } from './begin-empty';
import { sweepImports } from '../exchange/imports/sweep';
import { migrateQueue } from '../platform/jobs/queue';
import { startThreads } from '../platform/jobs/threads';
import type { Services } from '../setup/versions/services';
import { PostgresSessionStore } from '../platform/session/session-store';
import { logTo, readSettings } from './settings';
import { publishedSetups } from '../setup/versions/published-setups';

const SWEEP_MILLISECONDS = 60 * 60 * 1000;
/** How long a stop waits for what is at work. */
const GRACE_MILLISECONDS = 8000;

const settings = readSettings(process.env);
try {
  await migrateDatabase(settings.databaseUrl, settings.migrations);
  await migrateQueue(settings.databaseUrl);
} catch (error) {
  if (!(error instanceof UnknownDatabase)) throw error;
  console.error(error.message);
  process.exit(1);
}
const { database, close } = openDatabase(settings.databaseUrl);
const services: Services = { database, setups: publishedSetups(), now: () => new Date() };
// the passwords of the demo are known to everybody: where there is none, they are not even loaded
const demo = settings.demo === 'none' ? null : await import('./demo/demo');
await fillIfEmpty();

const app = await buildApp({
  services,
  sessionSecret: settings.sessionSecret,
  webRoot: settings.webRoot,
  signInsOffered: demo?.DEMO_SIGN_INS ?? [],
  logger: logTo(settings.log),
});
const address = await app.listen({ host: '127.0.0.1', port: settings.port });
const file = new URL('worker.mjs', import.meta.url); // the build lays it beside this one
const queue = startThreads(file, settings.threads, app.log);
console.log(`Honest Ledger is ready at ${address}`);

const store = new PostgresSessionStore(database, services.now);
const sweeping = setInterval(() => {
  Promise.all([store.sweep(), sweepImports(services)]).catch((error: unknown) => {
    app.log.error(error);
  });
}, SWEEP_MILLISECONDS);

let stopping = false;
for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, stop);
if (settings.attended) {
  // The start command holds the other end: when it is gone, however it went, so is the need.
  process.stdin.on('end', stop).resume();
}

function stop(): void {
  if (stopping) return;
  stopping = true;
  clearInterval(sweeping);
  process.stdin.destroy();
  // What hangs is not waited for: its transaction ends with its connection.
  setTimeout(() => {
    app.log.error('what was still at work at the stop was broken off');
    process.exit(1);
  }, GRACE_MILLISECONDS).unref();
  void app
    .close()
    .then(() => queue.stop())
    .catch((error: unknown) => {
      app.log.error({ err: error }, 'the queue could not be told of the stop');
    })
    .then(close);
}

async function fillIfEmpty(): Promise<void> {
  const [published] = await database.select({ versions: count() }).from(versions);
  if ((published?.versions ?? 0) > 0) return;
  if (demo) {
    await database.transaction((transaction) =>
      demo.loadDemo(transaction, services, settings.rateFeed),
    );
    if (settings.demo === 'work') await demo.beginWork(services);
    console.log('Loaded the demo data. Sign in with');
    for (const { email, password, role } of demo.DEMO_SIGN_INS) {
      console.log(`  ${email}  ${password}  (${role})`);
    }
    return;
  }
  const user = {
    email: 'first@localhost',
    name: 'First user',
    password: randomBytes(9).toString('base64url'),
  };
  await database.transaction((transaction) => beginEmpty(transaction, user, services.now()));
  console.log(`Began without demo data. Sign in with ${user.email} and ${user.password}`);
  console.log('The password is not shown again.');
}
