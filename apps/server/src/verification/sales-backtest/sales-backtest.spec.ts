import type {
  SalesBacktestAsked,
  SalesBacktestPage,
  SalesBacktestView,
} from '@honest-ledger/contracts';
import { eq, sql } from 'drizzle-orm';
import { spawn, type ChildProcess } from 'node:child_process';
import { setTimeout as pause } from 'node:timers/promises';
import { fileURLToPath } from 'node:url';
import { documentLines, documents } from '../../platform/database/schema/index';
import { ruleDesk } from '../../testing/rules';
import { testServer, type Browser, type TestServer } from '../../testing/test-server';
import { priceSalesPart } from './price-part';

describe('past sales priced again', () => {
  let server: TestServer;
  let browser: Browser;
  beforeEach(async () => {
    server = await testServer();
    browser = await server.signedIn();
  });
  afterEach(() => server.stop());

  const ALL: SalesBacktestAsked = {
    from: null,
    until: null,
    customer: null,
    category: null,
    by: { kind: 'own' },
    withoutTyped: 'imported',
  };
  const begin = async (asked: Partial<SalesBacktestAsked> = {}): Promise<SalesBacktestView> => {
    const answer = await browser.ask('POST', '/sales-backtest', { ...ALL, ...asked });
    if (answer.status !== 201) throw new Error(answer.problem.detail);
    return answer.as<SalesBacktestView>();
  };
  const read = async (id: string): Promise<SalesBacktestView> =>
    (await browser.ask('GET', `/sales-backtest/${id}`)).as<SalesBacktestView>();
  const lines = async (id: string, query = ''): Promise<SalesBacktestPage> =>
    (
      await browser.ask('GET', `/sales-backtest/${id}/lines?limit=500&offset=0${query}`)
    ).as<SalesBacktestPage>();
  const finished = async (id: string): Promise<SalesBacktestView> => {
    await server.workOff();
    return read(id);
  };

  it('come out the same under their own versions, every line of eighteen months', async () => {
    const { id, sales, state } = await begin();
    expect([state, sales > 500]).toEqual(['running', true]);
    const done = await finished(id);
    expect([done.state, done.salesDone, done.faults, done.different, done.older]).toEqual([
      'done',
      sales,
      0,
      0,
      0,
    ]);
    expect(done.lines).toBeGreaterThan(2000);
    for (const { was, now } of done.sums) expect(now).toBe(was);
    expect((await lines(id)).total).toBe(0);
  });

  it('tell what a draft would have made of them, line by line, with causes, in a file, too', async () => {
    const desk = ruleDesk(browser);
    await desk.save(
      {
        ...GLAZES_FOR_ALL,
        name: 'Glazes down',
      },
      '20000000-0000-4000-8000-000000000001',
    );
    const draft = await desk.draft();
    const asked = {
      from: '2026-01-01',
      until: '2026-06-30',
      category: 'glaze',
      by: { kind: 'draft', draft: draft.id },
    } as const;
    const done = await finished((await begin(asked)).id);
    expect([done.state, done.faults]).toEqual(['done', 0]);
    expect(done.by).toBe(`the draft ${draft.name}`);
    expect(done.different).toBeGreaterThan(20);
    expect(done.causes[0]).toEqual({
      cause: 'Rule Glazes down now applies',
      lines: done.different,
    });
    const page = await lines(done.id);
    expect(page.total).toBe(done.different);
    expect(page.spread.reduce((sum, one) => sum + one.lines, 0)).toBe(page.total);
    for (const row of page.rows) {
      expect(row.kind).toBe('lower');
      expect(row.soldAt >= '2026-01-01' && row.soldAt < '2026-07-01').toBeTrue();
    }
    expect((await lines(done.id, '&kind=higher')).total).toBe(0);
    const [first] = page.rows;
    expect((await lines(done.id, `&text=${first?.item ?? ''}`)).total).toBeGreaterThan(0);
    const file = await browser.ask('GET', `/sales-backtest/${done.id}/file?format=csv&kind=lower`);
    expect(file.text.trim().split('\r\n').length).toBe(page.total + 1);
    expect(file.text).toContain('Rule Glazes down now applies');
  });

  it('sound the alarm where a line comes out otherwise though nothing else differs', async () => {
    const [line] = await server.database
      .select({ number: documentLines.documentNumber, id: documentLines.id })
      .from(documentLines)
      .innerJoin(documents, eq(documents.number, documentLines.documentNumber))
      .where(eq(documents.state, 'posted'))
      .limit(1);
    await server.database.execute(sql`update document_lines
      set priced = jsonb_set(priced, '{net}', '"0.01"') where id = ${line?.id ?? ''}::uuid`);
    const done = await finished((await begin()).id);
    expect([done.faults, done.different]).toEqual([1, 1]);
    const { rows } = await lines(done.id, '&kind=fault');
    expect(rows.map(({ sale, kind, was }) => [sale, kind, was])).toEqual([
      [line?.number ?? 0, 'fault', '0.01'],
    ]);
  });

  it('sound the alarm where a unit price is another, though the line comes to the same', async () => {
    const [line] = await server.database
      .select({ id: documentLines.id, number: documents.number })
      .from(documentLines)
      .innerJoin(documents, eq(documents.number, documentLines.documentNumber))
      .where(eq(documents.state, 'posted'))
      .limit(1);
    await server.database.execute(sql`update document_lines
      set priced = jsonb_set(priced, '{slices,0,unitPrice}', '"0.01"')
      where id = ${line?.id ?? ''}::uuid`);
    const done = await finished((await begin()).id);
    expect([done.faults, (await lines(done.id, '&kind=fault')).rows[0]?.sale]).toEqual([
      1,
      line?.number,
    ]);
  });

  it('count once where several take the same part, and not at all once cancelled', async () => {
    const { id } = await begin();
    const part = { run: id, place: 0 };
    await Promise.all([1, 2, 3].map(() => priceSalesPart(server.services, part, false)));
    const once = await read(id);
    await priceSalesPart(server.services, part, false);
    const again = await read(id);
    expect(once.lines).toBeGreaterThan(0);
    expect([again.lines, again.salesDone]).toEqual([once.lines, once.salesDone]);
    await browser.ask('POST', `/sales-backtest/${id}/cancel`, {});
    await priceSalesPart(server.services, { run: id, place: 1 }, false);
    expect((await read(id)).lines).toBe(once.lines);
    const done = await finished((await begin()).id);
    expect([done.state, done.lines > once.lines]).toEqual(['done', true]);
  });

  it('are cancelled where they are, and refused where there is nothing to price by', async () => {
    const { id } = await begin();
    const cancelled = await browser.ask('POST', `/sales-backtest/${id}/cancel`);
    expect(cancelled.as<SalesBacktestView>().state).toBe('cancelled');
    expect((await browser.ask('POST', `/sales-backtest/${id}/cancel`)).status).toBe(404);
    const done = await finished(id);
    expect([done.state, done.salesDone]).toEqual(['cancelled', 0]);

    const refused = async (asked: Partial<SalesBacktestAsked>): Promise<string | undefined> =>
      (await browser.ask('POST', '/sales-backtest', { ...ALL, ...asked })).problem.detail;
    expect(await refused({ by: { kind: 'version', version: 99 } })).toContain('no version 99');
    expect(await refused({ from: '2027-01-01' })).toContain('No posted sale');
    expect(await refused({ from: '2026-03-01', until: '2026-02-01' })).toContain('turn them round');
    const seller = await server.signedIn('noor@saltmarsh.example');
    expect((await seller.ask('GET', '/sales-backtest')).status).toBe(403);
  });

  it('are finished by another process where one is killed in the middle, with the same result', async () => {
    const asked = { from: '2025-05-01', until: '2026-11-23' };
    const alone = await finished((await begin(asked)).id);
    const run = await begin(asked);
    // each part takes a second, so that the middle is not over before it is seen
    await server.database.execute(sql`
      create function slowly() returns trigger language plpgsql as
        $$ begin perform pg_sleep(1); return new; end $$`);
    await server.database.execute(sql`
      create trigger slowly before update on sales_again_parts
        for each row execute function slowly()`);
    const killed = workerOf(server.url);
    await until(async () => (await read(run.id)).salesDone > 0);
    killed.kill('SIGKILL');
    expect((await read(run.id)).state).toBe('running');
    await server.database.execute(sql`drop trigger slowly on sales_again_parts`);
    // it is taken for dead once it was not heard of for a while
    await server.database.execute(sql`update workers set seen_at = now() - interval '5 minutes'`);
    const other = workerOf(server.url);
    await until(async () => (await read(run.id)).state !== 'running');
    other.kill('SIGTERM');
    const { state, lines, sums } = await read(run.id);
    expect([state, lines, sums]).toEqual(['done', alone.lines, alone.sums]);
  }, 120_000);

  it('fail with a reason where the draft was edited meanwhile', async () => {
    const desk = ruleDesk(browser);
    const id = '20000000-0000-4000-8000-000000000001';
    await desk.save({ ...GLAZES_FOR_ALL, name: 'Once' }, id);
    const draft = await desk.draft();
    const run = await begin({ from: '2026-06-01', by: { kind: 'draft', draft: draft.id } });
    await desk.save({ ...GLAZES_FOR_ALL, name: 'Twice' }, id, 1);
    await server.database.execute(sql`update graphile_worker._private_jobs set max_attempts = 1`);
    const done = await finished(run.id);
    expect([done.state, done.problem]).toEqual([
      'failed',
      'The draft was edited since you chose it, so its prices differ.',
    ]);
  });
});

/** A process that takes jobs and does nothing else. */
function workerOf(url: string): ChildProcess {
  const file = fileURLToPath(new URL('../../app/worker.ts', import.meta.url));
  return spawn(process.execPath, ['--import', 'tsx', file], {
    stdio: 'ignore',
    env: { ...process.env, HONEST_LEDGER_DATABASE: url },
  });
}

async function until(holds: () => Promise<boolean>): Promise<void> {
  while (!(await holds())) await pause(50);
}

/** 10 % off every glaze, whoever buys it. */
const GLAZES_FOR_ALL = {
  words: '',
  currency: 'EUR',
  place: 0,
  paused: false,
  validity: { days: { from: null, until: null }, weekdays: null, times: null },
  outlets: null,
  trigger: { kind: 'automatic' },
  when: { kind: 'goods', scopes: [{ kind: 'category', category: 'glaze' }] },
  effect: { kind: 'percent', percent: '-10', of: 'running', startsFrom: 'running' },
  combinable: true,
  stopProcessing: false,
  limits: { inAll: null, perCustomer: null },
};
