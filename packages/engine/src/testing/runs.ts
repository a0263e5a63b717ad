declare const process: { readonly env: Readonly<Record<string, string | undefined>> };

/**
 * How many random cases a law is tried on. `npm run mutation` tries fewer, since it runs the
 * specifications thousands of times: what it tells as caught is caught by the whole number, too.
 */
export function runs(count: number): number {
  return Math.ceil(count / Number(process.env['SPEC_RUNS_PART'] ?? 1));
}
