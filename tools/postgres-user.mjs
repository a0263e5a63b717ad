/** Who PostgreSQL runs as, and where that user can keep its files. */
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { chownSync, existsSync, mkdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { PROJECT } from './project.mjs';
import { Stop } from './say.mjs';

/** @typedef {{ uid: number, gid: number }} Owner */

/**
 * PostgreSQL refuses to run as root: root runs it as the user that owns the cluster already, else as
 * `postgres`; anybody else runs it as themselves (null).
 * @param {string} folder the cluster's folder
 * @returns {Owner | null}
 */
export function clusterOwner(folder) {
  if (process.getuid?.() !== 0) return null;
  const existing = existsSync(folder) ? statSync(folder) : null;
  if (existing && existing.uid !== 0) return { uid: existing.uid, gid: existing.gid };
  const line = readFileSync('/etc/passwd', 'utf8')
    .split('\n')
    .find((one) => one.startsWith('postgres:'));
  if (!line) throw new Stop('There is no user postgres to run the database as.');
  const [, , uid, gid] = line.split(':').map(Number);
  return { uid: uid ?? 0, gid: gid ?? 0 };
}

/**
 * The folder to keep a cluster in: `data`/pg, or, where the database's user cannot work there, one
 * below /var/lib that `data` remembers. No other folder's permissions are touched.
 * @param {string} data
 */
export function clusterFolder(data) {
  const note = path.join(data, 'database-folder');
  if (existsSync(note)) return readFileSync(note, 'utf8');
  const near = path.join(data, 'pg');
  if (canHold(near)) return near;
  const name = createHash('sha256').update(`${PROJECT} ${data}`).digest('hex').slice(0, 12);
  const far = path.join('/var/lib/honest-ledger', name);
  try {
    mkdirSync(path.dirname(far), { recursive: true, mode: 0o755 });
    if (canHold(far)) {
      writeFileSync(note, far);
      return far;
    }
  } catch (error) {
    if (/** @type {NodeJS.ErrnoException} */ (error).code !== 'EACCES') throw error;
  }
  throw new Stop(
    `The database can be kept neither in ${near} nor in ${far}. Choose a folder with: npm start -- --data DIR`,
  );
}

/**
 * Makes the folder for its owner and tells whether that owner can work in it.
 * @param {string} folder
 */
function canHold(folder) {
  // pg_ctl hands the path to a shell between double quotes
  if (/["$`\\]/.test(folder)) return false;
  const owner = clusterOwner(folder);
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  if (owner) chownSync(folder, owner.uid, owner.gid);
  const tried = spawnSync('/usr/bin/test', ['-w', folder, '-a', '-x', folder], {
    cwd: '/',
    ...owner,
  });
  return tried.status === 0;
}
