/** Debian packages that the project needs and a fresh machine does not have. */
import { existsSync, readdirSync } from 'node:fs';
import { capture, must } from './commands.mjs';
import { say, Stop } from './say.mjs';

const POSTGRES_HOME = '/usr/lib/postgresql';
const POSTGRES_PROGRAMS = ['postgres', 'initdb', 'pg_ctl', 'psql'];
export const CHROMIUM = '/usr/bin/chromium';

/** The folder of the newest PostgreSQL's programs, or null. */
export function postgresPrograms() {
  if (!existsSync(POSTGRES_HOME)) return null;
  const newestFirst = readdirSync(POSTGRES_HOME).sort((a, b) => Number(b) - Number(a));
  return (
    newestFirst
      .map((version) => `${POSTGRES_HOME}/${version}/bin`)
      .find((bin) => POSTGRES_PROGRAMS.every((program) => existsSync(`${bin}/${program}`))) ?? null
  );
}

/** @returns {Promise<string>} the folder of PostgreSQL's programs, installed where it was missing */
export async function ensurePostgres() {
  const found = postgresPrograms();
  if (found) return found;
  // Without this, Debian's package would create and start a cluster of its own.
  await install('postgresql', [
    'mkdir -p /etc/postgresql-common/createcluster.d',
    "echo 'create_main_cluster = false' > /etc/postgresql-common/createcluster.d/honest-ledger.conf",
  ]);
  const installed = postgresPrograms();
  if (!installed)
    throw new Stop('Debian’s postgresql package was installed, but its programs are missing.');
  return installed;
}

/** @returns {Promise<string>} Chromium, installed where it was missing */
export async function ensureChromium() {
  if (!existsSync(CHROMIUM)) await install('chromium', []);
  return CHROMIUM;
}

/**
 * @param {string} name
 * @param {readonly string[]} before shell commands to run as root first
 */
async function install(name, before) {
  say(`Installing Debian’s ${name} package (about half a minute)`);
  const asRoot = await rootPrefix(name);
  const script = [...before, 'apt-get update -qq', `apt-get install -y -qq ${name}`].join(' && ');
  await must(`Installing ${name}`, asRoot[0] ?? 'sh', [...asRoot.slice(1), '-c', script], {
    env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
  });
}

/** @param {string} name */
async function rootPrefix(name) {
  if (!existsSync('/usr/bin/apt-get')) {
    throw new Stop(
      `${name} is missing and there is no apt-get to install it. Install it and start again.`,
    );
  }
  if (process.getuid?.() === 0) return ['sh'];
  const sudo = await capture('sudo', ['-n', 'true']).catch(() => ({ code: 1 }));
  if (sudo.code === 0) return ['sudo', '-n', 'sh'];
  throw new Stop(
    `${name} is missing, and installing it needs root. Run "apt-get install ${name}" as root, then start again.`,
  );
}
