/**
 * npm run restore -- FILE [--data DIR]: makes the database what a backup has. What was there before
 * goes only when all of the backup is in. Honest Ledger must not be running.
 */
import { existsSync } from 'node:fs';
import path from 'node:path';
import { parseArgs } from 'node:util';
import { lockDataFolder, openDataFolder } from './data-folder.mjs';
import { ensurePostgres } from './debian.mjs';
import { DATABASE, startDatabase } from './installation.mjs';
import { PROJECT } from './project.mjs';
import { run, say, Stop } from './say.mjs';

const USE = 'Use: npm run restore -- FILE [--data DIR]';
const INCOMING = `${DATABASE}_incoming`;

await run(async () => {
  const { positionals, values } = parseArgs({
    allowPositionals: true,
    options: { data: { type: 'string', default: '.data' } },
  });
  const [file, ...more] = positionals;
  if (file === undefined || more.length > 0) throw new Stop(USE);
  const source = path.resolve(process.env['INIT_CWD'] ?? process.cwd(), file);
  if (!existsSync(source)) throw new Stop(`There is no file ${source}.`);
  const data = path.resolve(PROJECT, values.data);
  openDataFolder(data);
  const unlock = lockDataFolder(data);
  try {
    const { cluster } = await startDatabase({ programs: await ensurePostgres(), data });
    try {
      await cluster.query(`drop database if exists ${INCOMING}`);
      await cluster.query(`create database ${INCOMING}`);
      await fill(cluster, source);
      await cluster.query(`drop database ${DATABASE}`);
      await cluster.query(`alter database ${INCOMING} rename to ${DATABASE}`);
      say('The database is what the backup has.');
    } finally {
      await cluster.query(`drop database if exists ${INCOMING}`);
      await cluster.stop();
    }
  } finally {
    unlock();
  }
});

/**
 * @param {import('./postgres.mjs').Cluster} cluster
 * @param {string} source
 */
async function fill(cluster, source) {
  try {
    await cluster.run(
      'pg_restore',
      ['--exit-on-error', '--single-transaction', '--no-owner', `--dbname=${INCOMING}`, source],
      INCOMING,
    );
  } catch (error) {
    throw new Stop(
      `${source} is no backup that can be read whole; nothing was changed.\n${/** @type {Error} */ (error).message}`,
    );
  }
}
