import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import { chmodSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import os from 'node:os';
import path from 'node:path';
import { fileURLToPath } from 'node:url';

const START = fileURLToPath(new URL('../../tools/start.mjs', import.meta.url));

/** `npm start` as a process of its own. */
interface Started {
  readonly said: () => string;
  readonly ended: Promise<number | null>;
  readonly process: ChildProcess;
  /** Waits until it has said this. */
  until(words: RegExp): Promise<RegExpExecArray>;
}

const started: Started[] = [];

function start(...args: string[]): Started {
  const child = spawn(process.execPath, [START, ...args], { stdio: ['ignore', 'pipe', 'pipe'] });
  let said = '';
  child.stdout.on('data', (chunk: Buffer) => (said += chunk.toString()));
  child.stderr.on('data', (chunk: Buffer) => (said += chunk.toString()));
  const ended = new Promise<number | null>((resolve) => {
    child.once('close', resolve);
  });
  const one: Started = {
    said: () => said,
    ended,
    process: child,
    until: async (words) => {
      for (let tries = 0; tries < 1500; tries += 1) {
        const found = words.exec(said);
        if (found) return found;
        if (child.exitCode !== null) break;
        await pause(100);
      }
      throw new Error(`it never said ${String(words)}, but:\n${said}`);
    },
  };
  started.push(one);
  return one;
}

const pause = (milliseconds: number): Promise<void> =>
  new Promise((resolve) => setTimeout(resolve, milliseconds));

async function freePort(): Promise<number> {
  const server = createServer();
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const address = server.address();
  await new Promise((resolve) => server.close(resolve));
  return typeof address === 'object' && address ? address.port : 0;
}

function isAlive(pid: number): boolean {
  try {
    // a process that has ended but was not reaped by a container's first process counts as gone
    return !/^State:\s+Z/m.test(readFileSync(`/proc/${String(pid)}/status`, 'utf8'));
  } catch {
    return false;
  }
}

describe('npm start', () => {
  let data: string;
  let port: number;
  beforeEach(async () => {
    const folder = mkdtempSync(path.join(os.tmpdir(), 'honest-ledger-start-'));
    chmodSync(folder, 0o755); // the database's user must get through it
    data = path.join(folder, "it's data");
    port = await freePort();
  });
  afterEach(async () => {
    // what a failed expectation left running
    for (const { process: child, ended } of started.splice(0)) {
      if (child.exitCode === null) child.kill('SIGINT');
      await ended;
    }
    rmSync(path.dirname(data), { recursive: true, force: true });
  });
  const begin = (...args: string[]): Started =>
    start('--port', String(port), '--data', data, ...args);
  /** The process of the database that runs on the data. */
  const databasePid = (): number =>
    Number(readFileSync(path.join(data, 'pg', 'postmaster.pid'), 'utf8').split('\n')[0]);

  it('serves the page and the demo, keeps the data, and leaves nothing running', async () => {
    const first = begin();
    await first.until(/Honest Ledger is ready: (\S+)/);
    expect(first.said()).toContain('Loaded the demo data');
    const address = `http://127.0.0.1:${String(port)}`;
    const page = await fetch(address);
    const nonce = /ngCspNonce="([0-9a-f]+)"/i.exec(await page.text())?.[1] ?? 'none';
    expect(page.headers.get('content-security-policy')).toContain(`'nonce-${nonce}'`);
    expect((await fetch(`${address}/api/documents`)).status).toBe(401);
    expect((await fetch(`${address}/levels`, { headers: { accept: 'text/html' } })).status).toBe(
      200,
    );
    expect((await fetch(`${address}/nothing.js`)).status).toBe(404);
    const database = databasePid();
    first.process.kill('SIGINT');
    expect(await first.ended).toBe(0);
    expect(isAlive(database)).toBeFalse();

    const second = begin();
    await second.until(/Honest Ledger is ready/);
    expect(second.said()).not.toContain('Loaded the demo data');
    second.process.kill('SIGTERM');
    expect(await second.ended).toBe(0);
  });

  it('refuses a second start on the same data, and a port that is taken, with a sentence', async () => {
    const first = begin();
    await first.until(/Honest Ledger is ready/);
    const second = begin();
    expect(await second.ended).toBe(1);
    expect(second.said()).toContain('is running on');
    const elsewhere = start('--port', String(port), '--data', `${data}-2`);
    expect(await elsewhere.ended).toBe(1);
    expect(elsewhere.said()).toContain(`Port ${String(port)} is taken`);
    for (const { said } of [second, elsewhere]) expect(said()).not.toContain('    at ');
    first.process.kill('SIGINT');
    await first.ended;
  });

  it('starts again after it was killed without mercy', async () => {
    const first = begin('--no-demo');
    await first.until(/Honest Ledger is ready/);
    // nothing of the demo is told where there is none
    expect(first.said()).toContain('first@localhost');
    expect(first.said()).not.toContain('saltmarsh');
    const session = await fetch(`http://127.0.0.1:${String(port)}/api/session`);
    expect(await session.json()).toEqual({ user: null, demo: [] });
    const database = databasePid();
    first.process.kill('SIGKILL');
    await first.ended;
    expect(isAlive(database)).toBeTrue();
    // its server notices that it is alone, and gives the port back
    const second = begin('--no-demo');
    await second.until(/Honest Ledger is ready/);
    expect(isAlive(database)).toBeFalse();
    second.process.kill('SIGINT');
    expect(await second.ended).toBe(0);
  });

  it('says so where its database dies, and stops cleanly all the same', async () => {
    const first = begin('--no-demo');
    await first.until(/Honest Ledger is ready/);
    const database = databasePid();
    process.kill(database, 'SIGQUIT');
    while (isAlive(database)) await pause(50);
    const answer = await fetch(`http://127.0.0.1:${String(port)}/api/session`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ email: 'first@localhost', password: 'whatever it is' }),
    });
    expect(answer.status).toBe(503);
    expect(await answer.text()).toContain('The database cannot be reached');
    first.process.kill('SIGINT');
    expect(await first.ended).toBe(0);
  });

  it('is backed up while it runs, and restored when it does not', async () => {
    const backup = path.join(path.dirname(data), 'one.backup');
    const tool = (name: string, file: string) => {
      const script = path.join(path.dirname(START), `${name}.mjs`);
      const { status, stdout, stderr } = spawnSync(
        process.execPath,
        [script, file, '--data', data],
        { encoding: 'utf8' },
      );
      return { status, said: `${stdout}${stderr}` };
    };
    const first = begin('--no-demo');
    await first.until(/Honest Ledger is ready/);
    expect(tool('backup', backup).said).toContain('The database is in');
    expect(tool('backup', backup).said).toContain('nothing was overwritten');
    expect(tool('restore', backup).said).toContain('Stop that one first');
    first.process.kill('SIGINT');
    await first.ended;
    const junk = path.join(path.dirname(data), 'junk.backup');
    writeFileSync(junk, 'this is no backup');
    const refused = tool('restore', junk);
    expect([refused.status, refused.said.includes('nothing was changed')]).toEqual([1, true]);
    expect(tool('restore', backup).status).toBe(0);
    const second = begin('--no-demo');
    await second.until(/Honest Ledger is ready/);
    // the first user is in the backup, so none is made anew
    expect(second.said()).not.toContain('Sign in with');
    second.process.kill('SIGINT');
    await second.ended;
  });

  it('begins without the demo data, with a sign-in that works', async () => {
    const first = begin('--no-demo');
    await first.until(/Honest Ledger is ready/);
    const [, email, password] = await first.until(/Sign in with (\S+) and (\S+)/);
    const answer = await fetch(`http://127.0.0.1:${String(port)}/api/session`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ email, password }),
    });
    expect(answer.status).toBe(200);
    first.process.kill('SIGINT');
    await first.ended;
  });

  for (const [args, sentence] of [
    [['--port', 'abc'], '--port takes a number'],
    [['--port', '70000'], '--port takes a number'],
    [['--prot', '1'], 'Use: npm start'],
    [['--help'], 'Use: npm start'],
  ] as const) {
    it(`answers ${args.join(' ')} with a sentence`, async () => {
      const { ended, said } = start(...args);
      expect(await ended).toBe(1);
      expect(said()).toContain(sentence);
      expect(said()).not.toContain('    at ');
    });
  }

  it('says that its data folder cannot be used', async () => {
    const file = `${path.dirname(data)}/file`;
    writeFileSync(file, '');
    const { ended, said } = start('--data', path.join(file, 'below'));
    expect(await ended).toBe(1);
    expect(said()).toContain('cannot be used');
  });
});
