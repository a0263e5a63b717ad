/** Bundles benchmarks as the server is bundled, and runs them: what is measured is what ships. */
import { build } from 'esbuild';
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { DATABASE } from '../tools/installation.mjs';
import { withTestDatabase } from '../tools/test-cluster.mjs';

const here = path.dirname(fileURLToPath(import.meta.url));
// below the workspace, so that packages are found from there
const folder = mkdtempSync(path.join(here, 'bundle-'));
try {
  await withTestDatabase(async ({ cluster }) => {
    for (const name of process.argv.slice(2)) {
      const outfile = path.join(folder, `${name}.mjs`);
      await build({
        entryPoints: [path.join(here, 'src', `${name}.bench.ts`)],
        outfile,
        bundle: true,
        platform: 'node',
        format: 'esm',
        target: 'node20',
        external: ['pg', 'big.js', 'decimal.js', 'fast-formula-parser', 'json-rules-engine'],
        logLevel: 'warning',
      });
      const env = { ...process.env, HONEST_LEDGER_DATABASE: cluster.url(DATABASE) };
      const args = ['--expose-gc', outfile];
      const { status } = spawnSync(process.execPath, args, { stdio: 'inherit', env });
      process.exitCode ||= status ?? 1;
    }
  });
} finally {
  rmSync(folder, { recursive: true });
}
