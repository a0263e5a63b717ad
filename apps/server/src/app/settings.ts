import { availableParallelism } from 'node:os';

/** What the server is told by its environment; the start command sets all of it. */
export interface ServerSettings {
  readonly databaseUrl: string;
  readonly port: number;
  readonly sessionSecret: string;
  readonly webRoot: string;
  readonly migrations: string;
  /** The simulated feed of exchange rates. */
  readonly rateFeed: string;
  /** What an empty database begins with: nothing, the demo, or the demo with work that was begun. */
  readonly demo: 'none' | 'facts' | 'work';
  /** Where the log goes, a line of JSON an event; null for warnings on standard output. */
  readonly log: string | null;
  /** Stop when standard input ends, because whoever started this server is gone. */
  readonly attended: boolean;
  /** How many threads take jobs from the queue; with none, another process has to. */
  readonly threads: number;
}

/** What a process that only takes jobs is told. */
export type WorkerSettings = Pick<ServerSettings, 'databaseUrl' | 'log' | 'attended'>;

/** @throws {Error} that names the variable that is missing or wrong */
export function readSettings(environment: NodeJS.ProcessEnv): ServerSettings {
  const must = (name: string): string => needed(environment, name);
  const port = Number(must('HONEST_LEDGER_PORT'));
  if (!Number.isInteger(port) || port < 0 || port > 65535) {
    throw new Error('HONEST_LEDGER_PORT must be a port from 0 to 65535');
  }
  const threads = Number(environment['HONEST_LEDGER_THREADS'] ?? usualThreads());
  if (!Number.isInteger(threads) || threads < 0 || threads > 64) {
    throw new Error('HONEST_LEDGER_THREADS must be a number from 0 to 64');
  }
  return {
    ...readWorkerSettings(environment),
    port,
    threads,
    sessionSecret: must('HONEST_LEDGER_SECRET'),
    webRoot: must('HONEST_LEDGER_WEB'),
    migrations: must('HONEST_LEDGER_MIGRATIONS'),
    rateFeed: must('HONEST_LEDGER_RATES'),
    demo: demoOf(environment['HONEST_LEDGER_DEMO']),
  };
}

/** @throws {Error} that names the variable that is missing */
export function readWorkerSettings(environment: NodeJS.ProcessEnv): WorkerSettings {
  return {
    databaseUrl: needed(environment, 'HONEST_LEDGER_DATABASE'),
    log: environment['HONEST_LEDGER_LOG'] ?? null,
    attended: environment['HONEST_LEDGER_ATTENDED'] === 'yes',
  };
}

/** Where a log goes: warnings to standard output where no file is named. */
export function logTo(file: string | null): { level: string; file?: string } {
  return file === null ? { level: 'warn' } : { level: 'info', file };
}

/** One core is left to answer. */
function usualThreads(): number {
  return Math.max(1, availableParallelism() - 1);
}

function needed(environment: NodeJS.ProcessEnv, name: string): string {
  const value = environment[name];
  if (value === undefined || value === '') throw new Error(`${name} is not set`);
  return value;
}

function demoOf(value: string | undefined): ServerSettings['demo'] {
  return value === 'facts' || value === 'work' ? value : 'none';
}
