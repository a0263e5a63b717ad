/**
 * Runs the Jasmine specs below one or more folders and ends with `N passed, N failed`.
 * Use: node --import tsx tools/run-specs.mjs FOLDER... [--seed N]
 * A run without specs fails, and so does one in which a spec is focused or skipped.
 */
import Jasmine from 'jasmine';
import path from 'node:path';
import { parseArgs } from 'node:util';

const { positionals: folders, values } = parseArgs({
  allowPositionals: true,
  options: { seed: { type: 'string' } },
});
const seed = values.seed ?? String(Math.floor(Math.random() * 100_000));
console.log(`Specs in random order, seed ${seed} (again with --seed ${seed}).`);

const jasmine = new Jasmine({ projectBaseDir: process.cwd() });
jasmine.exitOnCompletion = false;
jasmine.clearReporters();
jasmine.loadConfig({
  spec_dir: '.',
  spec_files: folders.map((folder) => path.join(folder, '**/*.spec.ts')),
  random: true,
  stopSpecOnExpectationFailure: true, // so that fast-check sees a failure and shrinks it
});
jasmine.seed(Number(seed));

// only ends what hangs: on a machine that is busy with something else, a minute was too short for
// a hundred people's three hundred requests
globalThis.jasmine.DEFAULT_TIMEOUT_INTERVAL = 300_000;

let passed = 0;
let failed = 0;
/** @param {string} name @param {readonly {message: string, stack?: string}[]} failures */
function tell(name, failures) {
  failed += 1;
  console.log(`FAILED: ${name}`);
  for (const { message, stack } of failures) console.log(`  ${message}\n${stack ?? ''}`);
}
jasmine.addReporter({
  specDone(result) {
    if (result.status === 'passed') passed += 1;
    else if (result.status === 'failed') tell(result.fullName, result.failedExpectations);
    else tell(result.fullName, [{ message: `not run: ${result.status}` }]);
  },
  suiteDone(result) {
    if (result.failedExpectations.length > 0) tell(result.fullName, result.failedExpectations);
  },
});
const result = await jasmine.execute();
if (passed + failed === 0) tell('no spec was found', []);
else if (result.overallStatus !== 'passed' && failed === 0) {
  tell(`the run is ${result.overallStatus}`, [
    { message: result.incompleteReason ?? '' },
    ...result.failedExpectations,
  ]);
}
console.log(`${passed} passed, ${failed} failed`);
process.exitCode = failed > 0 ? 1 : 0;
