import { randomUUID } from 'node:crypto';
import pg from 'pg';
import { migrateDatabase, openDatabase, type Database } from '../platform/database/database';
import { loadDemo } from '../app/demo/load-demo';
import { migrateQueue } from '../platform/jobs/queue';
import { publishedSetups } from '../setup/versions/published-setups';
import { fileURLToPath } from 'node:url';

const MIGRATIONS = fileURLToPath(new URL('../../migrations', import.meta.url));
const RATE_FEED = fileURLToPath(new URL('../../feeds/exchange-rates.csv', import.meta.url));
const TEMPLATE = 'template_of_tests';

export interface TestDatabase {
  readonly database: Database;
  readonly url: string;
  /** Closes and drops it. */
  readonly drop: () => Promise<void>;
}

/** When specs take place, unless they move the clock; ISO 8601. */
export const SPEC_NOW = '2026-11-24T14:32:00Z';

/** A database of a suite's own with the demo data, copied from a template made once a run. */
export async function testDatabase(): Promise<TestDatabase> {
  await (template ??= makeTemplate());
  const name = `test_${randomUUID().replaceAll('-', '')}`;
  await administer(`create database ${name} template ${TEMPLATE} strategy file_copy`);
  const { database, close } = openDatabase(urlOf(name));
  return {
    database,
    url: urlOf(name),
    drop: async () => {
      await close();
      await administer(`drop database ${name}`);
    },
  };
}

let template: Promise<void> | undefined;

async function makeTemplate(): Promise<void> {
  await administer(`drop database if exists ${TEMPLATE}`);
  await administer(`create database ${TEMPLATE}`);
  await migrateDatabase(urlOf(TEMPLATE), MIGRATIONS);
  await migrateQueue(urlOf(TEMPLATE));
  const { database, close } = openDatabase(urlOf(TEMPLATE));
  const services = { database, setups: publishedSetups(), now: () => new Date(SPEC_NOW) };
  await database.transaction((transaction) => loadDemo(transaction, services, RATE_FEED));
  await close();
}

/** Runs one statement as the cluster's owner, outside of every database of a suite. */
export async function administer(statement: string): Promise<void> {
  const client = new pg.Client({ connectionString: urlOf('postgres') });
  await client.connect();
  try {
    await client.query(statement);
  } finally {
    await client.end();
  }
}

/** A database of the cluster that `npm test` starts for the server's specs. */
export function urlOf(name: string): string {
  const cluster = process.env['HONEST_LEDGER_TEST_CLUSTER'];
  if (cluster === undefined) throw new Error('run these with: npm run test:server');
  const url = new URL(cluster);
  url.pathname = `/${name}`;
  return url.href;
}
