/** What the server is told by its environment; the start command sets all of it. */
export interface ServerSettings {
  readonly databaseUrl: string;
  readonly port: number;
  readonly sessionSecret: string;
  readonly webRoot: string;
  readonly migrations: string;
  /** The simulated feed of exchange rates. */
  readonly rateFeed: string;
  readonly demo: boolean;
  /** Where the log goes, a line of JSON an event; null for warnings on standard output. */
  readonly log: string | null;
  /** Stop when standard input ends, because whoever started this server is gone. */
  readonly attended: boolean;
}

/** @throws {Error} that names the variable that is missing or wrong */
export function readSettings(environment: NodeJS.ProcessEnv): ServerSettings {
  const must = (name: string): string => {
    const value = environment[name];
    if (value === undefined || value === '') throw new Error(`${name} is not set`);
    return value;
  };
  const port = Number(must('HONEST_LEDGER_PORT'));
  if (!Number.isInteger(port) || port < 0 || port > 65535) {
    throw new Error('HONEST_LEDGER_PORT must be a port from 0 to 65535');
  }
  return {
    databaseUrl: must('HONEST_LEDGER_DATABASE'),
    port,
    sessionSecret: must('HONEST_LEDGER_SECRET'),
    webRoot: must('HONEST_LEDGER_WEB'),
    migrations: must('HONEST_LEDGER_MIGRATIONS'),
    rateFeed: must('HONEST_LEDGER_RATES'),
    demo: environment['HONEST_LEDGER_DEMO'] === 'yes',
    log: environment['HONEST_LEDGER_LOG'] ?? null,
    attended: environment['HONEST_LEDGER_ATTENDED'] === 'yes',
  };
}
