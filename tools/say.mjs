/** What a command tells its user: one line a step, and one clear sentence when it cannot go on. */

/** An end that the user can do something about; told without a stack trace. */
export class Stop extends Error {}

/** @param {string} step */
export function say(step) {
  console.log(`- ${step}`);
}

/**
 * Runs a command's main function; a Stop ends it with its sentence and exit code 1.
 * @param {() => Promise<void>} main
 */
export async function run(main) {
  try {
    await main();
  } catch (error) {
    if (!(error instanceof Stop)) throw error;
    console.error(`\n${error.message}`);
    process.exitCode = 1;
  }
}
