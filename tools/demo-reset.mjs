/** npm run demo:reset: drops the database, so that the next start begins with fresh demo data. */
import path from 'node:path';
import { parseArgs } from 'node:util';
import { lockDataFolder, openDataFolder } from './data-folder.mjs';
import { ensurePostgres } from './debian.mjs';
import { DATABASE, startDatabase } from './installation.mjs';
import { PROJECT } from './project.mjs';
import { run, say } from './say.mjs';

await run(async () => {
  const { values } = parseArgs({ options: { data: { type: 'string', default: '.data' } } });
  const data = path.resolve(PROJECT, values.data);
  openDataFolder(data);
  const unlock = lockDataFolder(data);
  try {
    const { cluster } = await startDatabase({ programs: await ensurePostgres(), data });
    try {
      await cluster.query(`drop database ${DATABASE}`);
      say('The database is gone. The next npm start begins with fresh demo data.');
    } finally {
      await cluster.stop();
    }
  } finally {
    unlock();
  }
});
