/**
 * npm run backup -- FILE [--data DIR]: writes the whole database into a file, whether Honest Ledger
 * is running or not. The file is PostgreSQL's own archive format.
 */
import { existsSync, rmSync } from 'node:fs';
import path from 'node:path';
import { parseArgs } from 'node:util';
import { isInUse, lockDataFolder, openDataFolder } from './data-folder.mjs';
import { ensurePostgres } from './debian.mjs';
import { DATABASE, startDatabase } from './installation.mjs';
import { clusterFolder } from './postgres-user.mjs';
import { joinCluster } from './postgres.mjs';
import { PROJECT } from './project.mjs';
import { run, say, Stop } from './say.mjs';

const USE = 'Use: npm run backup -- FILE [--data DIR]';

await run(async () => {
  const { positionals, values } = parseArgs({
    allowPositionals: true,
    options: { data: { type: 'string', default: '.data' } },
  });
  const [file, ...more] = positionals;
  if (file === undefined || more.length > 0) throw new Stop(USE);
  const data = path.resolve(PROJECT, values.data);
  const target = path.resolve(process.env['INIT_CWD'] ?? process.cwd(), file);
  if (!existsSync(data)) throw new Stop(`There is no data folder ${data}.`);
  if (existsSync(target)) throw new Stop(`${target} is there already; nothing was overwritten.`);
  const programs = await ensurePostgres();
  const { cluster, done } = await database(programs, data);
  try {
    await cluster.run('pg_dump', ['--format=custom', `--file=${target}`], DATABASE);
    say(`The database is in ${target}.`);
  } catch (error) {
    rmSync(target, { force: true }); // half a backup is none
    throw error;
  } finally {
    await done();
  }
});

/**
 * @param {string} programs
 * @param {string} data
 */
async function database(programs, data) {
  if (isInUse(data)) {
    const { databasePassword: password } = openDataFolder(data);
    const cluster = joinCluster({ programs, folder: clusterFolder(data), password });
    return { cluster, done: () => Promise.resolve() };
  }
  const unlock = lockDataFolder(data);
  const { cluster } = await startDatabase({ programs, data });
  return {
    cluster,
    done: async () => {
      await cluster.stop();
      unlock();
    },
  };
}
