/** npm run screenshots: makes docs/screenshots anew from fresh demo data. */
import { buildIfChanged } from './build.mjs';
import { ensureChromium } from './debian.mjs';
import { must } from './commands.mjs';
import { DATABASE, startServer } from './installation.mjs';
import { ensureNodeModules } from './node-modules.mjs';
import { freePort } from './postgres.mjs';
import { inProject } from './project.mjs';
import { run, say } from './say.mjs';
import { withTestDatabase } from './test-cluster.mjs';

await run(async () => {
  await ensureNodeModules();
  await ensureChromium();
  await buildIfChanged();
  await withTestDatabase(async ({ cluster, secrets }) => {
    const { address, stop } = await startServer({
      url: cluster.url(DATABASE),
      sessionSecret: secrets.sessionSecret,
      port: await freePort(),
      demo: true,
      tell: () => undefined,
    });
    try {
      const said = await must(
        'Taking the pictures',
        process.execPath,
        ['--import', 'tsx', inProject('e2e/screenshots.ts')],
        {
          env: { ...process.env, HONEST_LEDGER_ADDRESS: address },
        },
      );
      say(said.trim());
    } finally {
      await stop();
    }
  });
});
