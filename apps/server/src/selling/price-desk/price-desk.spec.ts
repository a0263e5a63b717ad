import type { DeskAnswer, LastPrices, PricedLineForm } from '@honest-ledger/contracts';
import { documents } from '../../platform/database/schema/index';
import { testServer, type Browser, type TestServer } from '../../testing/test-server';

describe('the price desk', () => {
  let server: TestServer;
  let browser: Browser;
  beforeAll(async () => {
    server = await testServer();
    browser = await server.signedIn();
  });
  afterAll(() => server.stop());

  const asked = async (question: object): Promise<DeskAnswer> => {
    const answer = await browser.ask('POST', '/price-desk', { quantity: '1', ...question });
    if (answer.status !== 200) throw new Error(answer.problem.detail);
    return answer.as<DeskAnswer>();
  };
  const each = (line: PricedLineForm): string =>
    line.kind === 'priced' ? line.slices.map(({ unitPrice }) => unitPrice).join() : 'no price';

  it('answers for nobody known, and for a customer at its outlet and in its currency', async () => {
    const anybody = await asked({ item: 'CL-0207' });
    expect([each(anybody.priced), anybody.currency, anybody.outlet]).toEqual([
      '18.40',
      'EUR',
      null,
    ]);
    const agreed = await asked({ item: 'CL-0207', customer: 'C3001' });
    expect(each(agreed.priced)).toBe('13.20');
    expect(agreed.outlet).not.toBeNull();
  });

  it('shows the quantities at which something else counts, and every level beside each other', async () => {
    const answer = await asked({ item: 'CL-0207', customer: 'C3001', quantity: '7' });
    const ladder = answer.ladder.map(({ quantity }) => quantity);
    expect(ladder).toContain('7');
    // the agreement of this customer is another from 60 on
    expect(ladder).toContain('60');
    const at60 = answer.ladder.find(({ quantity }) => quantity === '60');
    expect(at60 && each(at60.priced)).toBe('12.60');
    expect(ladder).toEqual([...ladder].sort((a, b) => Number(a) - Number(b)));
    expect(answer.levels.length).toBeGreaterThanOrEqual(7);
  });

  it('answers by another unit, at another moment, and for goods priced by time', async () => {
    const pallet = await asked({ item: 'CL-0207', unit: 'pallet' });
    const [start] = pallet.priced.kind === 'priced' ? (pallet.priced.slices[0]?.steps ?? []) : [];
    expect(start?.after).toBe('1040.00');
    // by the clock of the outlet
    const when = { asOf: '2026-08-01T10:00', outlet: 'mill' };
    const past = await asked({ item: 'GL-1180', customer: 'C3001', ...when });
    expect([past.asOf, past.pricedAt]).toEqual(['2026-08-01T10:00', '2026-08-01T07:00:00.000Z']);
    const [hired] = (await browser.ask('GET', '/items?category=hire&limit=1&offset=0')).as<{
      rows: { item: string }[];
    }>().rows;
    const hire = await asked({ item: hired?.item ?? '' });
    expect(hire.priced.kind === 'priced' && hire.priced.duration).toBe('1');
  });

  it('says what is wrong with a question', async () => {
    for (const [question, status] of [
      [{ item: 'NO-1', quantity: '1' }, 404],
      [{ item: 'CL-0207', quantity: '0' }, 422],
      [{ item: 'CL-0207', quantity: '-3' }, 422],
      [{ item: 'CL-0207', quantity: '1', customer: 'NOBODY' }, 404],
      [{ item: 'CL-0207', quantity: '1', asOf: 'yesterday' }, 422],
      [{ item: 'CL-0207', quantity: '1', outlet: 'mill', asOf: '2027-03-28T03:30' }, 422],
    ] as const) {
      expect((await browser.ask('POST', '/price-desk', question)).status).toBe(status);
    }
    const half = await asked({ item: 'CL-0207', quantity: '1.5' });
    expect(half.priced.kind).toBe('unpriced');
  });

  it('knows what a customer paid last, and others of its segment, on posted sales alone', async () => {
    const rows = await server.database.select().from(documents);
    expect(rows.filter(({ state }) => state === 'posted').length).toBeGreaterThan(500);
    const items = (await browser.ask('GET', '/items?limit=60&offset=0')).as<{
      rows: { item: string }[];
    }>().rows;
    let known = 0;
    for (const { item } of items) {
      const answer = await browser.ask('GET', `/last-prices?item=${item}&customer=C2001`);
      const { customer, segment } = answer.as<LastPrices>();
      known += customer.length;
      for (const all of [customer, segment]) {
        const instants = all.map(({ at }) => at);
        expect(instants).toEqual([...instants].sort().reverse());
        expect(all.length).toBeLessThanOrEqual(5);
      }
      expect(new Set(customer.map((one) => one.customer)).size).toBeLessThanOrEqual(1);
    }
    expect(known).toBeGreaterThan(0);
    const everybody = (await browser.ask('GET', '/last-prices?item=CL-0207')).as<LastPrices>();
    expect(everybody.customer).toEqual([]);
  });
});
