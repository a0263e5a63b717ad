/** A running Honest Ledger: its database and its server, on loopback. */
import { spawn } from 'node:child_process';
import net from 'node:net';
import { SERVER, WEB } from './build.mjs';
import { openDataFolder } from './data-folder.mjs';
import { clusterFolder } from './postgres-user.mjs';
import { startCluster } from './postgres.mjs';
import { inProject } from './project.mjs';
import { Stop } from './say.mjs';

export const DATABASE = 'honest_ledger';

/**
 * Starts the installation's database, with an empty database in it at first.
 * @param {{ programs: string, data: string, forTests?: boolean }} options
 */
export async function startDatabase({ programs, data, forTests }) {
  const secrets = openDataFolder(data);
  const cluster = await startCluster({
    programs,
    folder: clusterFolder(data),
    password: secrets.databasePassword,
    ...(forTests ? { forTests } : {}),
  });
  const found = await cluster.query(`select 1 from pg_database where datname = '${DATABASE}'`);
  if (found.trim() === '') await cluster.query(`create database ${DATABASE}`);
  return { cluster, secrets };
}

/**
 * Starts the built server and waits until it answers.
 * @param {{ url: string, sessionSecret: string, port: number, demo: 'none' | 'facts' | 'work', log?: string, tell?: (line: string) => void }} options
 * @returns {Promise<{ address: string, ended: Promise<number | null>, stop: () => Promise<void> }>}
 */
export function startServer({ url, sessionSecret, port, demo, log, tell = console.log }) {
  const child = spawn(process.execPath, ['--enable-source-maps', SERVER], {
    // its standard input ends when this process does, however it ends: then the server stops too
    stdio: ['pipe', 'pipe', 'inherit'],
    // its own group: Ctrl+C reaches this process alone, which then stops things in order
    detached: true,
    env: {
      ...process.env,
      NODE_ENV: 'production',
      HONEST_LEDGER_DATABASE: url,
      HONEST_LEDGER_PORT: String(port),
      HONEST_LEDGER_SECRET: sessionSecret,
      HONEST_LEDGER_WEB: WEB,
      HONEST_LEDGER_MIGRATIONS: inProject('apps/server/migrations'),
      HONEST_LEDGER_RATES: inProject('apps/server/feeds/exchange-rates.csv'),
      HONEST_LEDGER_DEMO: demo,
      HONEST_LEDGER_ATTENDED: 'yes',
      ...(log === undefined ? {} : { HONEST_LEDGER_LOG: log }),
    },
  });
  /** @type {Promise<number | null>} */
  const ended = new Promise((resolve) => child.once('close', resolve));
  const stop = async () => {
    child.kill('SIGTERM');
    await ended;
  };
  return new Promise((resolve, reject) => {
    let rest = '';
    child.stdout.on('data', (chunk) => {
      const lines = `${rest}${chunk}`.split('\n');
      rest = lines.pop() ?? '';
      for (const line of lines) {
        const address = /^Honest Ledger is ready at (\S+)/.exec(line)?.[1];
        if (address) resolve({ address, ended, stop });
        else tell(line);
      }
    });
    void ended.then((code) =>
      reject(new Stop(`The server ended before it was ready (exit code ${code}).`)),
    );
  });
}

/**
 * @param {number} port
 * @returns {Promise<void>} rejected with a sentence where the port is taken
 */
export function checkPortFree(port) {
  return new Promise((resolve, reject) => {
    const server = net.createServer();
    server.once('error', () =>
      reject(
        new Stop(
          `Port ${port} is taken by another program. Choose one with: npm start -- --port 4711`,
        ),
      ),
    );
    server.listen(port, '127.0.0.1', () => server.close(() => resolve()));
  });
}
