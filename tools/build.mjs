/** Builds the interface and the server into dist folders, where their sources have changed since. */
import { createHash } from 'node:crypto';
import {
  existsSync,
  mkdirSync,
  readFileSync,
  readdirSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { must } from './commands.mjs';
import { ensureNodeModules } from './node-modules.mjs';
import { inProject, PROJECT } from './project.mjs';
import { run, say } from './say.mjs';

const STAMP = inProject('dist', 'sources');
const SOURCES = ['packages', 'apps', 'package-lock.json', 'tsconfig.base.json'];
const SKIPPED = new Set(['node_modules', 'dist', '.angular', 'coverage']);
export const WEB = inProject('apps', 'web', 'dist', 'browser');
export const SERVER = inProject('apps', 'server', 'dist', 'main.mjs');
export const WORKER = inProject('apps', 'server', 'dist', 'worker.mjs');

export async function buildIfChanged() {
  const sources = hashSources();
  const built = existsSync(WEB) && existsSync(SERVER) && existsSync(STAMP);
  if (built && readFileSync(STAMP, 'utf8') === sources) return;
  say('Building the server');
  await buildServer();
  say('Building the interface (about a minute)');
  await must(
    'Building the interface',
    process.execPath,
    [inProject('node_modules/@angular/cli/bin/ng.js'), 'build'],
    {
      cwd: inProject('apps', 'web'),
      env: { ...process.env, NG_CLI_ANALYTICS: 'false' },
    },
  );
  mkdirSync(path.dirname(STAMP), { recursive: true });
  writeFileSync(STAMP, sources);
}

/**
 * One file of our own code for the server and one for its workers, and what these share or load when
 * they need it; packages stay outside, in node_modules.
 */
async function buildServer() {
  const { build } = await import('esbuild');
  rmSync(path.dirname(SERVER), { recursive: true, force: true }); // parts of builds before
  await build(serverBuild());
}

/**
 * How the server is bundled.
 * @returns {import('esbuild').BuildOptions & { outdir: string }}
 */
export function serverBuild() {
  const { dependencies } = JSON.parse(readFileSync(inProject('apps/server/package.json'), 'utf8'));
  return {
    entryPoints: [
      inProject('apps/server/src/app/main.ts'),
      inProject('apps/server/src/app/worker.ts'),
    ],
    outdir: path.dirname(SERVER),
    outExtension: { '.js': '.mjs' },
    bundle: true,
    splitting: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    sourcemap: true,
    external: Object.keys(dependencies).filter((name) => !name.startsWith('@honest-ledger/')),
    logLevel: 'warning',
  };
}

function hashSources() {
  const hash = createHash('sha256');
  for (const source of SOURCES) hashInto(hash, source);
  return hash.digest('hex');
}

/** @param {import('node:crypto').Hash} hash @param {string} relative */
function hashInto(hash, relative) {
  const full = path.join(PROJECT, relative);
  if (statSync(full).isDirectory()) {
    for (const entry of readdirSync(full).sort()) {
      if (!SKIPPED.has(entry)) hashInto(hash, path.join(relative, entry));
    }
  } else if (!relative.endsWith('.spec.ts')) {
    hash.update(relative).update(readFileSync(full));
  }
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  await run(async () => {
    await ensureNodeModules();
    await buildIfChanged();
  });
}
