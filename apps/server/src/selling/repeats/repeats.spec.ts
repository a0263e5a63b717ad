import type {
  ApprovalRow,
  DocumentRow,
  DocumentView,
  Page,
  RepeatEdit,
  RepeatView,
} from '@honest-ledger/contracts';
import { sql } from 'drizzle-orm';
import { documentDesk, lineOf } from '../../testing/documents';
import { testServer, type Answer, type Browser, type TestServer } from '../../testing/test-server';
import { makeRepeated } from './make';

/** The server's clock in these specs stands at 24 November 2026 before it is moved. */
const WEEKLY: RepeatEdit = {
  revision: 0,
  every: 1,
  unit: 'week',
  startsOn: '2026-12-01',
  until: null,
  prices: 'kept',
};

describe('an order that repeats', () => {
  let server: TestServer;
  let browser: Browser;
  beforeEach(async () => {
    server = await testServer();
    browser = await server.signedIn('tom@saltmarsh.example');
  });
  afterEach(() => server.stop());

  const at = (number: number): string => `/documents/${String(number)}/repeat`;
  const confirmed = async (changes = {}): Promise<DocumentView> => {
    const desk = documentDesk(browser);
    const order = await desk.begin('order', [lineOf('CL-0207'), lineOf('GL-1180')], changes);
    return (await desk.advanced(order.number, 'order')).as<DocumentView>();
  };
  const set = (number: number, changes: Partial<RepeatEdit> = {}): Promise<Answer> =>
    browser.ask('PUT', at(number), { ...WEEKLY, ...changes });
  const repeat = async (number: number): Promise<RepeatView> =>
    (await browser.ask('GET', at(number))).as<RepeatView>();
  /** Lets the clock stand at a moment, and the queue do what is due by then. */
  const moment = async (now: string): Promise<void> => {
    await server.moveOn(now);
    await server.workOff();
    await browser.signIn(); // the session of a week ago has ended
  };
  const read = (number: number): Promise<DocumentView> => documentDesk(browser).read(number);
  const dearer = async (): Promise<void> => {
    const ines = await server.signedIn();
    const content = [{ kind: 'own', item: 'CL-0207', unit: null, price: '19.90' }];
    const edit = { content, revision: 0, draft: null };
    const { draft } = (await ines.ask('PUT', '/edits/basePrice/CL-0207', edit)).as<{
      draft: string;
    }>();
    const { revision } = (await ines.ask('GET', `/drafts/${draft}`)).as<{ revision: number }>();
    const published = await ines.ask('POST', `/drafts/${draft}/publish`, {
      revision,
      note: 'dearer',
      at: null,
    });
    expect(published.status).toBe(200);
  };
  const clay = ({ priced }: DocumentView) => {
    const [line] = priced;
    return line?.kind === 'priced' ? line.slices.map(({ unitPrice }) => unitPrice) : [];
  };

  it('is made on its day and on no other, open, at the prices that were confirmed', async () => {
    const order = await confirmed();
    expect((await set(order.number)).as<RepeatView>().repeat?.next).toEqual([
      '2026-12-01',
      '2026-12-08',
      '2026-12-15',
    ]);
    await moment('2026-11-30T12:00:00Z');
    expect((await repeat(order.number)).made).toEqual([]);
    await dearer();
    await moment('2026-12-01T06:00:00Z');
    const { made, repeat: goesOn } = await repeat(order.number);
    expect(made.map(({ on }) => on)).toEqual(['2026-12-01']);
    expect(goesOn?.next[0]).toBe('2026-12-08');
    const again = await read(made[0]?.number ?? 0);
    expect([again.kind, again.state, again.customer]).toEqual(['order', 'open', 'C4001']);
    expect(clay(again)).toEqual(clay(order));
    expect(again.outcome.total).toBe(order.outcome.total);
    expect(again.lines[0]?.kept?.from).toEqual({ kind: 'order', number: order.number });
    expect((await repeat(again.number)).of).toEqual({ number: order.number, on: '2026-12-01' });
    expect((await documentDesk(browser).advanced(again.number, 'order')).status).toBe(200);
  });

  it('follows prices where it is to', async () => {
    const order = await confirmed();
    await set(order.number, { prices: 'today' });
    await dearer();
    await moment('2026-12-01T06:00:00Z');
    const again = await read((await repeat(order.number)).made[0]?.number ?? 0);
    expect(again.lines[0]?.kept).toBeNull();
    expect(clay(order)).not.toEqual(clay(again));
  });

  it('is made once for all days that went by while nothing ran, and says so', async () => {
    const order = await confirmed();
    await set(order.number);
    await moment('2026-12-23T06:00:00Z');
    const { made, repeat: goesOn } = await repeat(order.number);
    expect(made.map(({ on }) => on)).toEqual(['2026-12-22']);
    expect(goesOn?.remark).toBe('The order for 2026-12-22 stands for 3 before it, too.');
    expect(goesOn?.next[0]).toBe('2026-12-29');
  });

  it('is made once where two workers take it at the same time', async () => {
    const order = await confirmed();
    await set(order.number);
    await server.moveOn('2026-12-01T06:00:00Z');
    const job = { number: order.number, on: '2026-12-01' };
    await Promise.all([1, 2, 3].map(() => makeRepeated(server.services, job, false)));
    await browser.signIn();
    expect((await repeat(order.number)).made.map(({ on }) => on)).toEqual(['2026-12-01']);
  });

  it('goes on with the next day where an order cannot be made, and says so', async () => {
    const order = await confirmed();
    await set(order.number);
    await server.database.execute(sql`
      create function break_off() returns trigger language plpgsql as
        $$ begin raise exception 'broken off'; end $$`);
    await server.database.execute(sql`
      create trigger break_off before insert on documents
        for each row execute function break_off()`);
    await server.moveOn('2026-12-01T06:00:00Z');
    const job = { number: order.number, on: '2026-12-01' };
    await expectAsync(makeRepeated(server.services, job, false)).toBeRejected();
    await browser.signIn();
    expect((await repeat(order.number)).repeat?.next[0]).toBe('2026-12-01'); // it is tried again
    await expectAsync(makeRepeated(server.services, job, true)).toBeRejected(); // for the log
    const { made, repeat: goesOn } = await repeat(order.number);
    expect(made).toEqual([]);
    expect(goesOn?.remark).toBe('No order for 2026-12-01: The server could not make it.');
    expect(goesOn?.next[0]).toBe('2026-12-08');
    await server.database.execute(sql`drop trigger break_off on documents`);
    await moment('2026-12-08T06:00:00Z');
    expect((await repeat(order.number)).made.map(({ on }) => on)).toEqual(['2026-12-08']);
  });

  it('waits where it is begun too soon', async () => {
    const order = await confirmed();
    await set(order.number);
    await makeRepeated(server.services, { number: order.number, on: '2026-12-01' }, false);
    expect((await repeat(order.number)).made).toEqual([]);
    await moment('2026-12-01T06:00:00Z');
    expect((await repeat(order.number)).made.length).toBe(1);
  });

  it('ends with its last day', async () => {
    const order = await confirmed();
    await set(order.number, { until: '2026-12-08' });
    await moment('2026-12-01T06:00:00Z');
    await moment('2026-12-08T06:00:00Z');
    await moment('2026-12-15T06:00:00Z');
    const { made, repeat: over } = await repeat(order.number);
    expect(made.map(({ on }) => on)).toEqual(['2026-12-08', '2026-12-01']);
    expect(over?.next).toEqual([]);
  });

  it('goes on as it was changed last, and not at all once it was ended', async () => {
    const order = await confirmed();
    await set(order.number);
    const changed = await set(order.number, { revision: 1, unit: 'day', every: 3 });
    expect(changed.as<RepeatView>().repeat?.next[1]).toBe('2026-12-04');
    await moment('2026-12-01T06:00:00Z');
    expect((await repeat(order.number)).made.length).toBe(1);
    const stale = await browser.ask('POST', `${at(order.number)}/end`, { revision: 2 });
    expect(stale.status).toBe(409); // an order was made since
    const ended = await browser.ask('POST', `${at(order.number)}/end`, { revision: 3 });
    expect(ended.as<RepeatView>().repeat).toBeNull();
    await moment('2026-12-04T06:00:00Z');
    expect((await repeat(order.number)).made.length).toBe(1);
    // taken up again, the day that was made is not made twice
    await moment('2026-12-08T09:00:00Z');
    await set(order.number, { startsOn: '2026-12-08' });
    await moment('2026-12-08T10:00:00Z');
    await browser.ask('POST', `${at(order.number)}/end`, { revision: 2 });
    const next = (await set(order.number, { startsOn: '2026-12-08' })).as<RepeatView>().repeat;
    expect(next?.next[0]).toBe('2026-12-15');
  });

  it('begins today where its first day has passed, and not in the past', async () => {
    const order = await confirmed();
    const { repeat: begun } = (
      await set(order.number, { startsOn: '2026-11-05' })
    ).as<RepeatView>();
    expect(begun?.next[0]).toBe('2026-11-26');
  });

  it('is a confirmed order, with days in their order, and stays while it repeats', async () => {
    const order = await confirmed();
    const refusals = [
      await set(order.number, { until: '2026-11-30' }),
      await set(order.number, { startsOn: '2026-11-01', until: '2026-11-23' }),
      await set(order.number, { every: 0 }),
      await set(order.number, { startsOn: '2026-02-30' }),
    ];
    expect(refusals.map(({ status }) => status)).toEqual([422, 422, 422, 422]);
    expect(refusals[0]?.problem.fields?.[0]?.path).toBe('until');
    const open = await documentDesk(browser).begin('order', [lineOf('CL-0207')]);
    expect((await set(open.number)).problem.detail).toContain('only confirmed orders do');
    expect((await set(order.number, { revision: 4 })).status).toBe(409);
    await set(order.number);
    const body = { revision: order.revision };
    const cancelled = await browser.ask('POST', `/documents/${String(order.number)}/cancel`, body);
    expect(cancelled.problem.detail).toBe(`Order ${String(order.number)} repeats. End that first.`);
    const list = async (): Promise<number[]> =>
      (await browser.ask('GET', '/documents?kind=order&repeating=true'))
        .as<Page<DocumentRow>>()
        .rows.map(({ number }) => number);
    expect(await list()).toContain(order.number);
    await browser.ask('POST', `${at(order.number)}/end`, { revision: 1 });
    expect(await list()).not.toContain(order.number);
  });

  it('waits for approval again: what was approved once is not approved for ever', async () => {
    const seller = await server.signedIn('noor@saltmarsh.example');
    const off = { kind: 'percent', percent: '-12' } as const;
    const discount = { off, reason: 'the last of the old labels' };
    const desk = documentDesk(seller);
    const order = await desk.begin('order', [lineOf('CL-0207', { discount })]);
    const { number, revision } = order;
    const asked = { revision, note: 'They take all' };
    await seller.ask('POST', `/documents/${String(number)}/approval`, asked);
    const ada = await server.signedIn('ada@saltmarsh.example');
    const [waits] = (await ada.ask('GET', '/approvals')).as<Page<ApprovalRow>>().rows;
    const word = { approved: true, word: 'this once' };
    await ada.ask('POST', `/approvals/${String(waits?.id)}/decision`, word);
    expect((await desk.advanced(number, 'order')).status).toBe(200);
    expect((await set(number)).problem.fields?.[0]?.path).toBe('prices');
    expect((await set(number, { prices: 'today' })).status).toBe(200);
    await moment('2026-12-01T06:00:00Z');
    const again = await read((await repeat(number)).made[0]?.number ?? 0);
    expect(again.held).toBeTrue();
  });
});
