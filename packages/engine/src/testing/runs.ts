declare const process: { readonly env: Readonly<Record<string, string | undefined>> };

/** `npm run mutation` runs the specifications thousands of times, so it tries fewer cases. */
const PART = Number(process.env['SPEC_RUNS_PART'] ?? 1);

/**
 * How many random cases a law is tried on. What fewer of them catch is caught by the whole number, too.
 */
export function runs(count: number): number {
  return Math.ceil(count / PART);
}

/** How many of the cases must have met what a law is about; none where fewer are tried. */
export function leastMet(count: number): number {
  return PART === 1 ? count : -1;
}
