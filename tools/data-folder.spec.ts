import { mkdtempSync, rmSync, statSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { lockDataFolder, openDataFolder } from './data-folder.mjs';

describe('a data folder', () => {
  let folder: string;
  beforeEach(() => (folder = mkdtempSync(path.join(os.tmpdir(), 'honest-ledger-data-'))));
  afterEach(() => {
    rmSync(folder, { recursive: true });
  });

  it('keeps its secrets from start to start, and from other users', () => {
    const inside = path.join(folder, 'a path with a space');
    const secrets = openDataFolder(inside);
    expect(openDataFolder(inside)).toEqual(secrets);
    expect(secrets.sessionSecret.length).toBeGreaterThanOrEqual(32);
    expect(statSync(path.join(inside, 'secrets.json')).mode & 0o077).toBe(0);
  });

  it('says in a sentence that it cannot be used', () => {
    const file = path.join(folder, 'file');
    writeFileSync(file, '');
    expect(() => openDataFolder(path.join(file, 'below'))).toThrowError(/cannot be used/);
  });

  it('is one start’s at a time', () => {
    const unlock = lockDataFolder(folder);
    expect(() => lockDataFolder(folder)).toThrowError(/is running on .* already/);
    unlock();
    lockDataFolder(folder)();
  });

  it('is taken over from a start that was killed', () => {
    // no process has the number 2^22 + 1: Linux gives out at most 2^22
    writeFileSync(path.join(folder, 'running'), '4194305');
    expect(() => {
      lockDataFolder(folder)();
    }).not.toThrow();
  });
});
