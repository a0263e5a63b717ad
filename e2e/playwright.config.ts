import { defineConfig } from '@playwright/test';

/** The address of the server that `npm test` has started with demo data. */
const address = process.env['HONEST_LEDGER_ADDRESS'];
if (address === undefined) throw new Error('run these with: npm run test:e2e');

/** The specs that go through every screen, and through what happens on them when the server is away. */
const SCREENS = [
  'every-screen.spec.ts',
  'first-page.spec.ts',
  'keyboard.spec.ts',
  'unsent.spec.ts',
];

export default defineConfig({
  testDir: './src',
  // Each half has a database of its own, and its later specs build on the demo data as it stands:
  // one after the other.
  workers: 1,
  fullyParallel: false,
  forbidOnly: true,
  // The first walk begins with the demo data as it is loaded; the others come after it. The two
  // halves take about as long as each other.
  projects: [
    { name: 'first', testMatch: 'first-price.spec.ts' },
    {
      name: 'work',
      testIgnore: ['first-price.spec.ts', ...SCREENS],
      dependencies: ['first'],
    },
    { name: 'screens', testMatch: SCREENS, dependencies: ['first'] },
  ],
  // only ends what hangs: a machine may be busy with something else
  timeout: 1_800_000,
  expect: { timeout: 20_000 },
  reporter: [['./closing-line.ts']],
  outputDir: './test-results',
  use: {
    baseURL: address,
    // a button that never comes is told, and told as that
    actionTimeout: 60_000,
    navigationTimeout: 60_000,
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: ['--no-sandbox', '--disable-background-networking', '--disable-component-update'],
    },
  },
});
