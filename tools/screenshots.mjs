/** npm run screenshots: makes docs/screenshots anew from fresh demo data. */
import { buildIfChanged } from './build.mjs';
import { ensureChromium } from './debian.mjs';
import { must } from './commands.mjs';
import { ensureNodeModules } from './node-modules.mjs';
import { inProject } from './project.mjs';
import { run, say } from './say.mjs';
import { withDemoServer } from './test-cluster.mjs';

await run(async () => {
  await ensureNodeModules();
  await ensureChromium();
  await buildIfChanged();
  const said = await withDemoServer((address) =>
    must(
      'Taking the pictures',
      process.execPath,
      ['--import', 'tsx', inProject('e2e/screenshots.ts')],
      { env: { ...process.env, HONEST_LEDGER_ADDRESS: address } },
    ),
  );
  say(said.trim());
});
