/** The npm packages, as package-lock.json names them. */
import { createHash } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { must } from './commands.mjs';
import { inProject, PROJECT } from './project.mjs';
import { say, Stop } from './say.mjs';

const STAMP = inProject('node_modules', '.honest-ledger-lock');
const OLDEST_NODE = { major: 20, minor: 19 };

/** Installs the packages where they are missing or package-lock.json has changed since. */
export async function ensureNodeModules() {
  const [major = 0, minor = 0] = process.versions.node.split('.').map(Number);
  const { major: oldest, minor: oldestMinor } = OLDEST_NODE;
  if (major < oldest || (major === oldest && minor < oldestMinor)) {
    throw new Stop(
      `Node.js ${oldest}.${oldestMinor} or later is needed; this is ${process.versions.node}.`,
    );
  }
  const lock = createHash('sha256')
    .update(readFileSync(inProject('package-lock.json')))
    .digest('hex');
  if (existsSync(STAMP) && readFileSync(STAMP, 'utf8') === lock) return;
  say('Installing the npm packages (one to two minutes)');
  // No package of ours needs its install script; without them nothing can download a binary.
  await must(
    'Installing the npm packages',
    'npm',
    ['ci', '--ignore-scripts', '--no-audit', '--no-fund'],
    {
      cwd: PROJECT,
    },
  );
  writeFileSync(STAMP, lock);
}
