/**
 * npm run worker -- [--data DIR]: a process that takes jobs from the queue of an Honest Ledger that is
 * running, beside its own threads, until Ctrl+C. Any number may run.
 */
import { spawn } from 'node:child_process';
import { existsSync } from 'node:fs';
import path from 'node:path';
import { parseArgs } from 'node:util';
import { buildIfChanged, WORKER } from './build.mjs';
import { isInUse, openDataFolder } from './data-folder.mjs';
import { ensurePostgres } from './debian.mjs';
import { DATABASE } from './installation.mjs';
import { clusterFolder } from './postgres-user.mjs';
import { joinCluster } from './postgres.mjs';
import { PROJECT } from './project.mjs';
import { run, say, Stop } from './say.mjs';

await run(async () => {
  const { values } = parseArgs({ options: { data: { type: 'string', default: '.data' } } });
  const data = path.resolve(PROJECT, values.data);
  if (!existsSync(data) || !isInUse(data)) {
    throw new Stop('Honest Ledger does not run on this data folder. Start it with: npm start');
  }
  const programs = await ensurePostgres();
  await buildIfChanged();
  const { databasePassword: password } = openDataFolder(data);
  const cluster = joinCluster({ programs, folder: clusterFolder(data), password });
  const child = spawn(process.execPath, ['--enable-source-maps', WORKER], {
    stdio: ['pipe', 'inherit', 'inherit'],
    detached: true,
    env: {
      ...process.env,
      NODE_ENV: 'production',
      HONEST_LEDGER_DATABASE: cluster.url(DATABASE),
      HONEST_LEDGER_ATTENDED: 'yes',
      HONEST_LEDGER_LOG: path.join(data, 'worker.log'),
    },
  });
  say('Ctrl+C stops it once the jobs that it has begun are done.');
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) {
    process.on(signal, () => child.kill('SIGTERM'));
  }
  const code = await new Promise((resolve) => child.once('close', resolve));
  if (code !== 0) throw new Stop(`The worker ended by itself (exit code ${code}).`);
});
