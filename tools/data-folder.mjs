/** The folder that holds what an installation keeps: its database and its secrets. */
import { randomBytes } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { Stop } from './say.mjs';

/** @typedef {{ databasePassword: string, sessionSecret: string }} Secrets */

/**
 * @param {string} folder
 * @returns {Secrets} made on the first call and kept
 */
export function openDataFolder(folder) {
  try {
    mkdirSync(folder, { recursive: true });
    const file = path.join(folder, 'secrets.json');
    if (!existsSync(file)) {
      const secrets = {
        databasePassword: randomBytes(24).toString('base64url'),
        sessionSecret: randomBytes(48).toString('base64url'),
      };
      writeFileSync(file, JSON.stringify(secrets, null, 2), { mode: 0o600 });
    }
    return JSON.parse(readFileSync(file, 'utf8'));
  } catch (error) {
    throw new Stop(
      `The data folder ${folder} cannot be used: ${/** @type {Error} */ (error).message}`,
    );
  }
}

/**
 * Keeps two starts on the same data apart. A lock whose process is gone is taken over.
 * @param {string} folder
 * @returns {() => void} gives the lock back
 */
export function lockDataFolder(folder) {
  const file = path.join(folder, 'running');
  for (const taken of [false, true]) {
    try {
      writeFileSync(file, String(process.pid), { flag: 'wx' });
      return () => rmSync(file, { force: true });
    } catch (error) {
      if (/** @type {NodeJS.ErrnoException} */ (error).code !== 'EEXIST') throw error;
      const pid = Number(readFileSync(file, 'utf8'));
      if (taken || isAlive(pid)) {
        throw new Stop(
          `Honest Ledger is running on ${folder} already (process ${pid}). Stop that one first.`,
        );
      }
      rmSync(file, { force: true });
    }
  }
  throw new Stop(`Another start took ${folder} at this very moment.`);
}

/**
 * @param {string} folder
 * @returns {boolean} whether a start is running on it
 */
export function isInUse(folder) {
  const file = path.join(folder, 'running');
  return existsSync(file) && isAlive(Number(readFileSync(file, 'utf8')));
}

/** @param {number} pid */
function isAlive(pid) {
  try {
    process.kill(pid, 0);
    return !/^State:\s+Z/m.test(readFileSync(`/proc/${pid}/status`, 'utf8'));
  } catch (error) {
    return /** @type {NodeJS.ErrnoException} */ (error).code === 'EPERM';
  }
}
