import { logTo, readSettings, readWorkerSettings } from './settings';

const SET = {
  HONEST_LEDGER_DATABASE: 'postgresql://somebody@localhost/ledger',
  HONEST_LEDGER_PORT: '4710',
  HONEST_LEDGER_SECRET: 'long enough to sign with, as the start command makes it',
  HONEST_LEDGER_WEB: 'web',
  HONEST_LEDGER_MIGRATIONS: 'migrations',
  HONEST_LEDGER_RATES: 'rates.csv',
};

describe('what the server is told by its environment', () => {
  it('is read, with what is usual where nothing is said', () => {
    const settings = readSettings(SET);
    expect(settings).toEqual({
      databaseUrl: SET.HONEST_LEDGER_DATABASE,
      port: 4710,
      sessionSecret: SET.HONEST_LEDGER_SECRET,
      webRoot: 'web',
      migrations: 'migrations',
      rateFeed: 'rates.csv',
      demo: 'none',
      log: null,
      attended: false,
      threads: settings.threads,
    });
    expect(settings.threads).toBeGreaterThan(0);
  });

  it('may ask for the demo, with work that was begun or without, and for threads', () => {
    const told = (more: Record<string, string>) => readSettings({ ...SET, ...more });
    expect(told({ HONEST_LEDGER_DEMO: 'work' }).demo).toBe('work');
    expect(told({ HONEST_LEDGER_DEMO: 'facts' }).demo).toBe('facts');
    expect(told({ HONEST_LEDGER_DEMO: 'yes' }).demo).toBe('none');
    expect(told({ HONEST_LEDGER_THREADS: '0' }).threads).toBe(0);
    expect(told({ HONEST_LEDGER_ATTENDED: 'yes' }).attended).toBeTrue();
  });

  it('is refused by the name of what is missing or wrong', () => {
    for (const name of Object.keys(SET)) {
      expect(() => readSettings({ ...SET, [name]: '' })).toThrowError(`${name} is not set`);
    }
    for (const port of ['65536', '-1', '4710.5', 'web']) {
      expect(() => readSettings({ ...SET, HONEST_LEDGER_PORT: port })).toThrowError(
        'HONEST_LEDGER_PORT must be a port from 0 to 65535',
      );
    }
    for (const threads of ['-1', '65', '1.5', 'many']) {
      expect(() => readSettings({ ...SET, HONEST_LEDGER_THREADS: threads })).toThrowError(
        'HONEST_LEDGER_THREADS must be a number from 0 to 64',
      );
    }
    expect(() => readWorkerSettings({})).toThrowError('HONEST_LEDGER_DATABASE is not set');
  });

  it('names the file of the log, or leaves warnings on standard output', () => {
    expect(logTo(null)).toEqual({ level: 'warn' });
    expect(logTo('ledger.log')).toEqual({ level: 'info', file: 'ledger.log' });
  });
});
