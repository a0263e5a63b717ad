/**
 * Plants faults at lines of the engine and its wording that are drawn at random, and counts those that its
 * specifications catch: an estimate of what `npm run mutation` says of all of them, in minutes.
 * Faults that span several lines (a whole block taken out) are not drawn.
 * Use: npm run mutation:sample [-- --lines 200 --seed 7]
 */
import { spawnSync } from 'node:child_process';
import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import fc from 'fast-check';

const SOURCES = ['packages/engine/src', 'packages/wording/src'];

/** Empty, a comment, an import, a type, or brackets alone. */
const SAYS_NOTHING = /^\s*(?:$|\/?\*|\/\/|import |export type|[{}()[\];,]*$)/;

const { values } = parseArgs({
  options: {
    lines: { type: 'string', default: '200' },
    seed: { type: 'string', default: String(Date.now() % 100_000) },
  },
});
const seed = Number(values.seed);
const drawn = drawLines(codeLines(), Number(values.lines), seed);
console.log(`${drawn.length} lines, seed ${seed}`);
const { status } = spawnSync(
  'npx',
  ['stryker', 'run', 'tools/mutation.config.mjs', '--mutate', drawn.join(',')],
  { stdio: 'inherit' },
);
process.exitCode = status ?? 1;

/**
 * Every line of the engine and its wording that says something: `file.ts:10-10`.
 * @returns {string[]}
 */
function codeLines() {
  return SOURCES.flatMap((source) =>
    readdirSync(source, { recursive: true })
      .map(String)
      .filter((file) => /(?<!\.spec)\.ts$/.test(file) && !/^(testing\/|index\.ts)/.test(file))
      .sort()
      .map((file) => join(source, file)),
  ).flatMap((file) =>
    readFileSync(file, 'utf8')
      .split('\n')
      .flatMap((line, index) =>
        SAYS_NOTHING.test(line) ? [] : [`${file}:${index + 1}-${index + 1}`],
      ),
  );
}

/**
 * So many of them, each once, the same ones for the same seed.
 * @param {string[]} lines
 * @param {number} count
 * @param {number} seed
 * @returns {string[]}
 */
function drawLines(lines, count, seed) {
  const [drawn = []] = fc.sample(
    fc.shuffledSubarray(lines, { minLength: count, maxLength: count }),
    {
      numRuns: 1,
      seed,
    },
  );
  return drawn;
}
