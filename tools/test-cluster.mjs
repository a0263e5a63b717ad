/** A PostgreSQL cluster for one run of tests, gone without a trace when the run ends. */
import { chmodSync, mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { startDatabase } from './installation.mjs';
import { ensurePostgres } from './debian.mjs';

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
