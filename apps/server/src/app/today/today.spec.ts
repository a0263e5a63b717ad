import type { TodayView, WaitingCounts } from '@honest-ledger/contracts';
import { sql } from 'drizzle-orm';
import { documentDesk, lineOf } from '../../testing/documents';
import { testServer, type Browser, type TestServer } from '../../testing/test-server';

describe('what needs attention today', () => {
  let server: TestServer;
  let ines: Browser;
  beforeEach(async () => {
    server = await testServer();
    ines = await server.signedIn();
  });
  afterEach(() => server.stop());

  const today = async (who: Browser = ines): Promise<TodayView> =>
    (await who.ask('GET', '/today')).as<TodayView>();
  const counts = async (who: Browser): Promise<WaitingCounts> =>
    (await who.ask('GET', '/waiting-counts')).as<WaitingCounts>();

  it('names the version in force, and the latest changes first', async () => {
    await ines.ask('PUT', '/margin-target', { percent: '41.5' });
    const { version, changes } = await today();
    expect(version.number).toBe(1);
    expect(changes[0]).toEqual(
      jasmine.objectContaining({ kind: 'firm', name: 'Target margin', by: 'Ines Marlow' }),
    );
    expect(changes.length).toBeLessThanOrEqual(6);
  });

  it('saves a target margin, takes it away, and refuses what is none', async () => {
    const target = async (): Promise<string | null | undefined> => (await today()).margins?.target;
    expect(await target()).toBeNull();
    expect((await ines.ask('PUT', '/margin-target', { percent: '41.5' })).status).toBe(204);
    expect(await target()).toBe('41.5');
    for (const percent of ['100', '-1', '4.125', 'much', 41]) {
      expect((await ines.ask('PUT', '/margin-target', { percent })).status)
        .withContext(String(percent))
        .toBe(422);
    }
    expect(await target()).toBe('41.5');
    expect((await ines.ask('PUT', '/margin-target', { percent: null })).status).toBe(204);
    expect(await target()).toBeNull();
  });

  it('tells drafts that hold edits, and when they are published', async () => {
    const edits = { content: [{ kind: 'own', item: 'CL-0207', unit: null, price: '20.00' }] };
    await ines.ask('PUT', '/edits/basePrice/CL-0207', { ...edits, revision: 0, draft: null });
    const [draft] = (await today()).drafts;
    expect([draft?.edits, draft?.createdBy, draft?.publishAt]).toEqual([1, 'Ines Marlow', null]);
    const sales = await server.signedIn('noor@saltmarsh.example');
    expect((await today(sales)).drafts).toEqual([]);
  });

  it('counts quotes by the day on which they stop holding their prices, for 14 days', async () => {
    await server.database.execute(sql`update documents set valid_until = null`);
    const desk = documentDesk(ines);
    const now = server.clock.now;
    const day = (later: number): string =>
      new Date(now.getTime() + later * 86_400_000).toISOString().slice(0, 10);
    for (const later of [-1, 0, 14, 14, 15]) {
      const quote = await desk.begin('quote', [lineOf('CL-0207', { quantity: '1' })]);
      await desk.edited(quote, { validUntil: day(later) });
    }
    const quotes = (await today()).ahead.filter(({ kind }) => kind === 'quotes');
    expect(quotes.map(({ day: last, count }) => [last, count])).toEqual([
      [day(0), 1],
      [day(14), 2],
    ]);
    expect(quotes[1]?.totals.map(({ currency }) => currency)).toEqual(['EUR']);
  });

  it('adds up the posted sales of 13 weeks, with the margin over their costs', async () => {
    const margins = (await today()).margins;
    expect(margins?.weeks.length).toBe(13);
    const mondays = margins?.weeks.map(({ monday }) => new Date(monday).getUTCDay());
    expect(new Set(mondays)).toEqual(new Set([1]));
    const before = margins?.weeks.at(-1);
    const desk = documentDesk(ines);
    const sale = await desk.begin('sale', [lineOf('CL-0207', { quantity: '10' })]);
    await desk.advanced(sale.number, 'sale');
    const after = (await today()).margins?.weeks.at(-1);
    expect(Number(after?.amount) - Number(before?.amount)).toBeGreaterThan(0);
    // a fresh reading of the line's own figures, in binary: good enough for one decimal
    const [line] = (
      await server.database.execute<{ net: string; cost: string }>(
        sql`select sum(net)::text as net, sum(rtrim(priced->'cost'->>'amount', '.')::numeric)::text as cost
            from document_lines join documents on documents.number = document_number
            where kind = 'sale' and state = 'posted' and currency = 'EUR' and priced->'cost'->>'amount' is not null
              and settled_at >= ${`${after?.monday ?? ''}T00:00:00Z`}`,
      )
    ).rows;
    const margin = (100 * (Number(line?.net) - Number(line?.cost))) / Number(line?.net);
    expect(Math.abs(Number(after?.margin) - margin)).toBeLessThanOrEqual(0.05001);
  });

  it('shows nobody what their role may not see or decide', async () => {
    const [noor, otto] = await Promise.all([
      server.signedIn('noor@saltmarsh.example'),
      server.signedIn('otto@saltmarsh.example'),
    ]);
    for (const who of [noor, otto]) {
      const view = await today(who);
      expect([view.approvals, view.proposedPrices, view.margins]).toEqual([null, null, null]);
      expect(await counts(who)).toEqual({ approvals: 0, proposedPrices: 0 });
      expect((await who.ask('PUT', '/margin-target', { percent: '1' })).status).toBe(403);
    }
  });

  it('counts what waits the same beside the screens and on Today', async () => {
    const view = await today();
    expect(await counts(ines)).toEqual({
      approvals: view.approvals?.count ?? 0,
      proposedPrices: view.proposedPrices?.count ?? 0,
    });
  });
});
