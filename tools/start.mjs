/** npm start: does all it needs, says what it is doing, serves until Ctrl+C, and stops cleanly. */
import path from 'node:path';
import { parseArgs } from 'node:util';
import { buildIfChanged } from './build.mjs';
import { lockDataFolder, openDataFolder } from './data-folder.mjs';
import { ensurePostgres } from './debian.mjs';
import { checkPortFree, DATABASE, startDatabase, startServer } from './installation.mjs';
import { ensureNodeModules } from './node-modules.mjs';
import { PROJECT } from './project.mjs';
import { run, say, Stop } from './say.mjs';

const DEFAULT_PORT = '4710';
const HELP = `Use: npm start -- [--port N] [--data DIR] [--no-demo]
  --port N     serve on 127.0.0.1:N (${DEFAULT_PORT})
  --data DIR   keep the database and secrets in DIR (.data)
  --no-demo    begin an empty database without the demo data`;

await run(async () => {
  const { port, data, demo } = readOptions();
  openDataFolder(data);
  const unlock = lockDataFolder(data);
  /** @type {(() => Promise<void>)[]} what to stop, the last started first */
  const running = [];
  try {
    await checkPortFree(port);
    const interrupted = interruption();
    const programs = await ensurePostgres();
    await ensureNodeModules();
    await buildIfChanged();
    say('Starting the database');
    const { cluster, secrets } = await startDatabase({ programs, data });
    running.unshift(cluster.stop);
    say('Starting the server');
    const server = await startServer({
      url: cluster.url(DATABASE),
      sessionSecret: secrets.sessionSecret,
      port,
      demo,
      log: path.join(data, 'server.log'),
      tell: (line) => console.log(`  ${line}`),
    });
    running.unshift(server.stop);
    console.log(`\nHonest Ledger is ready: ${server.address}`);
    console.log('Ctrl+C stops it.');
    const code = await Promise.race([interrupted, server.ended]);
    if (code !== undefined) throw new Stop(`The server ended by itself (exit code ${code}).`);
    console.log('\nStopping.');
  } finally {
    for (const stop of running) await stop();
    unlock();
  }
});

function readOptions() {
  try {
    const { values } = parseArgs({
      options: {
        port: { type: 'string', default: DEFAULT_PORT },
        data: { type: 'string', default: '.data' },
        'no-demo': { type: 'boolean', default: false },
        help: { type: 'boolean', default: false },
      },
    });
    if (values.help) throw new Stop(HELP);
    const port = Number(values.port);
    if (!/^\d+$/.test(values.port) || port < 1 || port > 65535) {
      throw new Stop(`--port takes a number from 1 to 65535, not "${values.port}".`);
    }
    return {
      port,
      data: path.resolve(PROJECT, values.data),
      demo: /** @type {'none' | 'work'} */ (values['no-demo'] ? 'none' : 'work'),
    };
  } catch (error) {
    if (error instanceof Stop) throw error;
    throw new Stop(`${/** @type {Error} */ (error).message}\n${HELP}`);
  }
}

/** @returns {Promise<undefined>} kept when somebody asks to stop */
function interruption() {
  return new Promise((resolve) => {
    for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'])
      process.on(signal, () => resolve(undefined));
  });
}
