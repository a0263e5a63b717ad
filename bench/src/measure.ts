import os from 'node:os';

/** A contestant, the milliseconds of its best round, and the sum that it came to. */
export interface Measured<Total = string> {
  readonly name: string;
  readonly milliseconds: number;
  readonly total: Total;
}

/** Runs once to warm up, then counts the best round: the others were disturbed by something else. */
export function measure(name: string, rounds: number, run: () => string): Measured {
  let total = run();
  let best = Number.POSITIVE_INFINITY;
  for (let round = 0; round < rounds; round += 1) {
    const start = performance.now();
    total = run();
    best = Math.min(best, performance.now() - start);
  }
  return { name, milliseconds: best, total };
}

/** The machine that a benchmark runs on. */
export function machine(): string {
  const [cpu] = os.cpus();
  return `${cpu?.model.trim() ?? 'unknown processor'}, ${String(os.cpus().length)} cores, Node ${process.version}`;
}

/** The database that the command lends to its benchmarks. @throws {Error} where it lends none */
export function lentDatabase(): string {
  const url = process.env['HONEST_LEDGER_DATABASE'];
  if (url === undefined) throw new Error('run this with: npm run bench');
  return url;
}
