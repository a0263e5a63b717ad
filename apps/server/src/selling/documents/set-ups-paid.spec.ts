import type { TransitionView, DocumentView } from '@honest-ledger/contracts';
import { PLAIN_LINE, type DocumentKind } from '@honest-ledger/engine';
import { randomUUID } from 'node:crypto';
import { setUpsPaid } from '../../platform/database/schema/index';
import { testServer, type Answer, type Browser, type TestServer } from '../../testing/test-server';

/** The demo's break on stains asks 24.00 once for matching a colour, from five on. */
describe('the set-up charge of a break', () => {
  let server: TestServer;
  let browser: Browser;
  let stain: string;
  beforeEach(async () => {
    server = await testServer();
    browser = await server.signedIn();
    const page = await browser.ask('GET', '/items?category=stains&limit=1&offset=0');
    stain = page.as<{ readonly rows: readonly { readonly item: string }[] }>().rows[0]?.item ?? '';
  });
  afterEach(() => server.stop());

  async function begin(kind: DocumentKind, customer: string | null): Promise<DocumentView> {
    const begun = (await browser.ask('POST', '/documents', { kind, customer })).as<DocumentView>();
    const { number, revision, outlet } = begun;
    const line = { id: randomUUID(), item: stain, quantity: '5', unit: null, duration: null };
    const said = { revision, customer, title: '', outlet, currency: 'EUR', level: null };
    const edit = { ...said, lines: [{ ...PLAIN_LINE, ...line }] };
    return (await browser.ask('PUT', `/documents/${String(number)}`, edit)).as<DocumentView>();
  }
  const foresee = async (number: number, into: DocumentKind): Promise<TransitionView> =>
    (await browser.ask('GET', `/documents/${String(number)}/transition?into=${into}`)).as();
  const take = (
    number: number,
    { into, revision, priceFingerprint, differing }: TransitionView,
    kept: boolean,
  ): Promise<Answer> =>
    browser.ask('POST', `/documents/${String(number)}/transition`, {
      into,
      revision,
      priceFingerprint,
      keep: kept ? differing.map(({ id }) => id) : [],
    });
  const step = async (number: number, into: DocumentKind, kept = false): Promise<DocumentView> =>
    (await take(number, await foresee(number, into), kept)).as<DocumentView>();
  const told = ({ priced: [line] }: DocumentView): string | null =>
    line?.kind === 'priced' && line.setUp
      ? `${line.setUp.amount}${line.setUp.paid ? ' paid' : ''}`
      : null;

  it('is paid with the order that is confirmed, asked in its sale, and of nobody twice', async () => {
    const [order, other] = [await begin('order', 'C4001'), await begin('order', 'C4001')];
    expect([told(order), told(other)]).toEqual(['24.00', '24.00']);
    await step(order.number, 'order');
    // the other was written before: what it asks is another price by now, and so it is shown
    const view = await foresee(other.number, 'order');
    expect(view.differing.length).toBe(1);
    expect(Number(view.promised.total) - Number(view.today.total)).toBeCloseTo(24);
    expect(told(await step(other.number, 'order', true))).toBe('0.00 paid');
    const sale = await step(order.number, 'sale');
    expect(told(sale)).toBe('24.00');
    expect(told(await step(sale.number, 'sale'))).toBe('24.00');
    expect(told(await step(other.number, 'sale'))).toBe('0.00 paid');
    expect((await server.database.select().from(setUpsPaid)).length).toBe(1);
    expect(told(await begin('quote', 'C2001'))).toBe('24.00');
  });

  it('is given back with an order that is cancelled', async () => {
    const order = await begin('order', 'C4001');
    const { number, revision } = await step(order.number, 'order');
    expect(told(await begin('quote', 'C4001'))).toBe('0.00 paid');
    await browser.ask('POST', `/documents/${String(number)}/cancel`, { revision });
    expect(told(await begin('quote', 'C4001'))).toBe('24.00');
  });

  it('is asked of customers nobody knows each time', async () => {
    const sale = await begin('sale', null);
    expect(told(await step(sale.number, 'sale'))).toBe('24.00');
    expect(told(await begin('sale', null))).toBe('24.00');
    expect(await server.database.select().from(setUpsPaid)).toEqual([]);
  });

  it('stays in a promise, which is not forged without it', async () => {
    const [quote, order] = [await begin('quote', 'C4001'), await begin('order', 'C4001')];
    await step(order.number, 'order');
    const made = await step(quote.number, 'order', true);
    const [line] = made.lines;
    expect([line?.kept?.setUp?.amount, told(made)]).toEqual(['24.00', '0.00 paid']);
    const { number, revision, customer, outlet, currency } = made;
    const said = { revision, customer, title: '', outlet, currency, level: null };
    const forged = { ...line, kept: line?.kept && { ...line.kept, setUp: null } };
    const answer = await browser.ask('PUT', `/documents/${String(number)}`, {
      ...said,
      lines: [forged],
    });
    expect(answer.problem.fields?.map(({ path }) => path)).toEqual(['lines[0].kept']);
  });

  it('is paid once where several orders are confirmed at the same time', async () => {
    const orders = await Promise.all(['1', '2', '3'].map(() => begin('order', 'C4001')));
    const views = await Promise.all(orders.map(({ number }) => foresee(number, 'order')));
    const answers = await Promise.all(
      orders.map(({ number }, place) => {
        const view = views[place];
        if (!view) throw new Error('every order was foreseen');
        return take(number, view, false);
      }),
    );
    // the others' prices are not those that were seen any more
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 409, 409]);
    expect((await server.database.select().from(setUpsPaid)).length).toBe(1);
  });
});
