/**
 * npm test: does all it needs and runs every part, or the parts that are named, and ends with one
 * line `N passed, N failed`. Use: npm test, or npm run test:engine and the like.
 */
import { spawn } from 'node:child_process';
import path from 'node:path';
import { buildIfChanged } from './build.mjs';
import { ensureChromium, ensurePostgres } from './debian.mjs';
import { ensureNodeModules } from './node-modules.mjs';
import { inProject, PROJECT } from './project.mjs';
import { inQuotelessCheckout } from './quoteless.mjs';
import { run, say, Stop } from './say.mjs';
import { withDemoServer, withTestDatabase } from './test-cluster.mjs';

/** @typedef {{ passed: number, failed: number }} Count */

const TYPES = [
  'tsconfig.json',
  'packages/engine/tsconfig.json',
  'packages/engine/tsconfig.spec.json',
  'packages/wording/tsconfig.json',
  'packages/wording/tsconfig.spec.json',
  'packages/contracts/tsconfig.json',
  'packages/contracts/tsconfig.spec.json',
  'apps/server/tsconfig.spec.json',
  'apps/web/tsconfig.spec.json',
];

/** Somebody asked to stop: what runs is ended, and what it needed is stopped in order. */
let stopped = false;
/** @type {Set<import('node:child_process').ChildProcess>} */
const running = new Set();

/** The parts in their order, the quick ones first. @type {Record<string, () => Promise<Count>>} */
const PARTS = {
  format: () =>
    check('node_modules/prettier/bin/prettier.cjs', ['--check', '--log-level', 'warn', '.']),
  types: async () => {
    const counts = [];
    for (const project of TYPES) {
      counts.push(await check('node_modules/typescript/bin/tsc', ['--noEmit', '-p', project]));
    }
    return total(counts);
  },
  lint: async () =>
    total([
      await check('node_modules/eslint/bin/eslint.js', ['--max-warnings', '0', '.']),
      await check('node_modules/dependency-cruiser/bin/dependency-cruise.mjs', [
        '--config',
        '.dependency-cruiser.mjs',
        'packages',
        'apps/server/src',
        'apps/web/src',
      ]),
    ]),
  engine: () => specs(['packages/engine/src']),
  wording: () => specs(['packages/wording/src']),
  contracts: () => specs(['packages/contracts/src']),
  tools: () => specs(['tools']),
  server: () =>
    withTestDatabase(({ cluster }) =>
      specs(['apps/server/src'], { HONEST_LEDGER_TEST_CLUSTER: cluster.url('postgres') }),
    ),
  web: async () => {
    const chromium = await ensureChromium();
    return inQuotelessCheckout((checkout) =>
      counted([path.join(checkout, 'node_modules/@angular/cli/bin/ng.js'), 'test'], {
        cwd: path.join(checkout, 'apps/web'),
        env: { CHROME_BIN: chromium, NG_CLI_ANALYTICS: 'false' },
      }),
    );
  },
  start: async () => {
    await ensurePostgres();
    await buildIfChanged();
    return specs(['e2e/start']);
  },
  e2e: async () => {
    await ensureChromium();
    await buildIfChanged();
    return total(await Promise.all(['work', 'screens'].map(walks)));
  },
};

/**
 * Parts that run beside the specs of the server, one after the other: these wait for the database most
 * of the time, and the others for one core. What they print is shown when each has ended.
 */
const BESIDE = ['format', 'types', 'lint', 'engine', 'wording', 'contracts', 'tools', 'web'];

await run(async () => {
  const wanted = process.argv.slice(2);
  const unknown = wanted.find((part) => !(part in PARTS));
  if (unknown)
    throw new Stop(`There is no part ${unknown}; the parts are ${Object.keys(PARTS).join(', ')}.`);
  await ensureNodeModules();
  /** @type {Count[]} */
  const counts = [];
  for (const signal of /** @type {const} */ (['SIGINT', 'SIGTERM'])) {
    process.on(signal, () => {
      stopped = true;
      for (const child of running) child.kill(signal);
    });
  }
  /** @param {readonly string[]} parts one after the other */
  const inTurn = async (parts) => {
    for (const part of parts) {
      if (stopped) throw new Stop('Stopped. What had been started is stopped too.');
      const began = Date.now();
      say(part);
      const { passed, failed } = await (PARTS[part]?.() ?? never(part));
      counts.push({ passed, failed });
      const took = Math.round((Date.now() - began) / 1000);
      say(`${part}: ${passed} passed, ${failed} failed (${took} s)\n`);
    }
  };
  if (wanted.length > 0) {
    await inTurn(Object.keys(PARTS).filter((part) => wanted.includes(part)));
  } else {
    await Promise.all([inTurn(BESIDE), inTurn(['server'])]);
    await inTurn(Object.keys(PARTS).filter((part) => part !== 'server' && !BESIDE.includes(part)));
  }
  if (stopped) throw new Stop('Stopped. What had been started is stopped too.');
  const { passed, failed } = total(counts);
  console.log(`${passed} passed, ${failed} failed`);
  if (failed > 0) process.exitCode = 1;
});

/** @param {string} part @returns {never} */
function never(part) {
  throw new Error(`there is no part ${part}`);
}

/** @param {readonly Count[]} counts @returns {Count} */
function total(counts) {
  return {
    passed: counts.reduce((sum, { passed }) => sum + passed, 0),
    failed: counts.reduce((sum, { failed }) => sum + failed, 0),
  };
}

/** One half of the walks through the interface, on a server and a database of its own. @param {string} half */
function walks(half) {
  const script = inProject('node_modules/@playwright/test/cli.js');
  return withDemoServer((address) =>
    counted([script, 'test', '--project', half, '--output', `test-results/${half}`], {
      cwd: inProject('e2e'),
      env: { HONEST_LEDGER_ADDRESS: address },
    }),
  );
}

/** A program that is right or wrong as a whole. @param {string} script @param {readonly string[]} args */
async function check(script, args) {
  const { code } = await runNode([inProject(script), ...args], {});
  if (code !== 0) console.log(`FAILED: ${script} ${args.join(' ')}`);
  return code === 0 ? { passed: 1, failed: 0 } : { passed: 0, failed: 1 };
}

/** @param {readonly string[]} folders @param {Record<string, string>} [env] */
function specs(folders, env = {}) {
  return counted(['--import', 'tsx', inProject('tools/run-specs.mjs'), ...folders], { env });
}

/**
 * A test runner that prints `N passed, N failed`. One that does not, or that ends wrongly while it
 * says that nothing failed, has failed.
 * @param {readonly string[]} args
 * @param {{ cwd?: string, env?: Record<string, string> }} options
 */
async function counted(args, options) {
  const { code, output } = await runNode(args, options);
  const line = [...output.matchAll(/^(\d+) passed, (\d+) failed$/gm)].at(-1);
  const count = { passed: Number(line?.[1] ?? 0), failed: Number(line?.[2] ?? 0) };
  if (line && (code === 0) === (count.failed === 0)) return count;
  console.log(`FAILED: the runner ended with exit code ${code}`);
  return { ...count, failed: Math.max(1, count.failed) };
}

/**
 * Runs Node with what it prints collected, and shown: as it comes, or at its end while something else runs.
 * @param {readonly string[]} args
 * @param {{ cwd?: string, env?: Record<string, string> }} options
 * @returns {Promise<{ code: number | null, output: string }>}
 */
function runNode(args, { cwd = PROJECT, env = {} }) {
  return new Promise((resolve, reject) => {
    const child = spawn(process.execPath, args, {
      cwd,
      env: { ...process.env, ...env },
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    const isAlone = running.size === 0;
    running.add(child);
    let output = '';
    child.stdout.on('data', (chunk) => {
      output += chunk;
      if (isAlone) process.stdout.write(chunk);
    });
    child.once('error', reject);
    child.once('close', (code) => {
      running.delete(child);
      if (!isAlone) process.stdout.write(output);
      resolve({ code, output });
    });
  });
}
