/** A PostgreSQL cluster for one run of tests, gone without a trace when the run ends. */
import { chmodSync, mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { DATABASE, startDatabase, startServer } from './installation.mjs';
import { ensurePostgres } from './debian.mjs';
import { freePort } from './postgres.mjs';

/**
 * @template T
 * @param {(database: Awaited<ReturnType<typeof startDatabase>>) => Promise<T>} work
 * @returns {Promise<T>}
 */
export async function withTestDatabase(work) {
  const programs = await ensurePostgres();
  const data = mkdtempSync(path.join(os.tmpdir(), 'honest-ledger-test-'));
  /** @type {Awaited<ReturnType<typeof startDatabase>> | undefined} */
  let database;
  try {
    // the database's user must get through it to its own folder
    chmodSync(data, 0o711);
    database = await startDatabase({ programs, data, forTests: true });
    return await work(database);
  } finally {
    await database?.cluster.stop();
    rmSync(data, { recursive: true, force: true });
  }
}

/**
 * The built application with demo data, on a database of its own.
 * @template T
 * @param {(address: string) => Promise<T>} work
 * @returns {Promise<T>}
 */
export function withDemoServer(work) {
  return withTestDatabase(async ({ cluster, secrets }) => {
    const { address, stop } = await startServer({
      url: cluster.url(DATABASE),
      sessionSecret: secrets.sessionSecret,
      port: await freePort(),
      demo: 'facts',
      tell: () => undefined,
    });
    try {
      return await work(address);
    } finally {
      await stop();
    }
  });
}
