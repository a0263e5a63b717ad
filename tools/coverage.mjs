/**
 * Which lines of the engine, of its wording and of the server their specifications run, as c8 counts them
 * by V8's own coverage. Use: npm run coverage; the pages are in coverage/index.html afterwards.
 */
import { run } from './say.mjs';
import { must } from './commands.mjs';
import { inProject } from './project.mjs';
import { withTestDatabase } from './test-cluster.mjs';

const PARTS = ['packages/engine/src', 'packages/wording/src', 'apps/server/src'];

await run(() =>
  withTestDatabase(async ({ cluster }) => {
    const output = await must(
      'Counting what the specifications run',
      process.execPath,
      [
        inProject('node_modules/c8/bin/c8.js'),
        ...['--reporter', 'text', '--reporter', 'html', '--all', '--exclude-after-remap'],
        ...PARTS.flatMap((part) => ['--src', part, '--include', `${part}/**/*.ts`]),
        ...['--exclude', '**/*.spec.ts', '--exclude', '**/testing/**'],
        ...[process.execPath, '--import', 'tsx', inProject('tools/run-specs.mjs'), ...PARTS],
      ],
      {
        cwd: inProject(),
        env: { ...process.env, HONEST_LEDGER_TEST_CLUSTER: cluster.url('postgres') },
      },
    );
    console.log(output);
  }),
);
