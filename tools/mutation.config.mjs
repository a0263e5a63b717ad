// a law that is tried on a twentieth of its random cases finds nearly all that it finds on all of them
process.env['SPEC_RUNS_PART'] ??= '20';

/**
 * Plants faults in the engine and its wording and counts those that its specifications catch.
 * Use: npm run mutation [-- --mutate packages/engine/src/pricing/tax/tax.ts]
 * @type {import('@stryker-mutator/api/core').PartialStrykerOptions}
 */
export default {
  testRunner: 'jasmine',
  testRunnerNodeArgs: ['--import', 'tsx'],
  jasmineConfigFile: 'tools/mutation-jasmine.json',
  coverageAnalysis: 'perTest',
  mutate: [
    'packages/{engine,wording}/src/**/*.ts',
    '!packages/*/src/**/*.spec.ts',
    '!packages/*/src/testing/**',
    '!packages/*/src/index.ts',
  ],
  ignoreStatic: true,
  tempDirName: 'dist/mutation',
  reporters: ['progress', 'clear-text'],
  clearTextReporter: { allowColor: false, logTests: false, reportTests: false },
  thresholds: { high: 97, low: 95, break: 95 },
  concurrency: 2,
};
