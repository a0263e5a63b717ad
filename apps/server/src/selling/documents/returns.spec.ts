import type {
  DocumentView,
  NewReturn,
  ReturnWorth,
  ReturnedQuantity,
  SaleReturns,
} from '@honest-ledger/contracts';
import { documentDesk, lineOf } from '../../testing/documents';
import { pdfTableOfReturn } from './return-pdf-table';
import { testServer, type Answer, type Browser, type TestServer } from '../../testing/test-server';

describe('a return', () => {
  let server: TestServer;
  let browser: Browser;
  beforeEach(async () => {
    server = await testServer();
    browser = await server.signedIn('noor@saltmarsh.example');
  });
  afterEach(() => server.stop());

  const at = ({ number }: DocumentView): string => `/documents/${String(number)}/returns`;
  const sold = async (): Promise<DocumentView> => {
    const desk = documentDesk(browser);
    const lines = [lineOf('GL-1180', { quantity: '7' }), lineOf('CL-0207', { quantity: '3' })];
    const sale = await desk.begin('sale', lines);
    return (await desk.advanced(sale.number, 'sale')).as<DocumentView>();
  };
  const worth = (sale: DocumentView, lines: readonly ReturnedQuantity[]): Promise<Answer> =>
    browser.ask('POST', `${at(sale)}/worth`, { lines });
  const post = async (
    sale: DocumentView,
    lines: readonly ReturnedQuantity[],
    changes: Partial<NewReturn> = {},
  ): Promise<Answer> => {
    const { amountWithTax } = (await worth(sale, lines)).as<ReturnWorth>();
    const body = { lines, goodsBack: true, reason: 'cracked', amountWithTax, ...changes };
    return browser.ask('POST', at(sale), body);
  };
  const of = ({ lines }: DocumentView, place: number, quantity: string): ReturnedQuantity => ({
    line: lines[place]?.id ?? '',
    quantity,
  });

  it('is worth the sale’s own prices, whatever they are by now, down to all of it', async () => {
    const sale = await sold();
    server.clock.now = new Date('2027-03-01T09:00:00Z'); // other levels, other costs
    browser = await server.signedIn('noor@saltmarsh.example');
    for (const quantity of ['2', '1', '4']) {
      expect((await post(sale, [of(sale, 0, quantity)])).status).toBe(201);
    }
    const rest = await post(sale, [of(sale, 1, '3')], {
      goodsBack: false,
      reason: 'the wrong one',
    });
    const { lines, returns } = rest.as<SaleReturns>();
    expect(lines.map(({ sold: all, returned }) => [all, returned])).toEqual([
      ['7', '7'],
      ['3', '3'],
    ]);
    const cents = (text: string | undefined): number => Math.round(Number(text) * 100);
    const all = returns.reduce((so, { amount }) => so + cents(amount), 0);
    expect(all).toBe(cents(sale.outcome.total));
    const tax = returns.reduce((so, one) => so + cents(one.tax?.amount), 0);
    expect(tax).toBe(cents(sale.outcome.tax?.amount));
    expect(returns.map(({ goodsBack }) => goodsBack)).toEqual([true, true, true, false]);
    expect(returns.at(-1)?.reason).toBe('the wrong one');
  });

  it('is of no more than was sold, of lines of that sale, and of posted sales alone', async () => {
    const sale = await sold();
    await post(sale, [of(sale, 0, '5')]);
    const more = await worth(sale, [of(sale, 0, '3')]);
    expect([more.status, more.problem.detail]).toEqual([422, 'At most 2 jar can still come back.']);
    expect((await worth(sale, [of(sale, 0, '0.5')])).status).toBe(422);
    const stranger = { line: '00000000-0000-4000-8000-000000000000', quantity: '1' };
    expect((await worth(sale, [stranger])).problem.detail).toContain('no such line');
    expect((await worth(sale, [])).status).toBe(422);
    expect((await post(sale, [of(sale, 0, '1')], { reason: ' ' })).status).toBe(422);
    const quote = await documentDesk(browser).begin('quote', [lineOf('GL-1180')]);
    expect((await worth(quote, [of(quote, 0, '1')])).status).toBe(422);
  });

  it('is posted as it was seen, and once where two post the same at once', async () => {
    const sale = await sold();
    expect((await post(sale, [of(sale, 0, '1')], { amountWithTax: '0.01' })).status).toBe(409);
    const both = await Promise.all([
      post(sale, [of(sale, 0, '4')]),
      post(sale, [of(sale, 0, '4')]),
    ]);
    expect(both.map(({ status }) => status).sort()).toEqual([201, 422]);
  });

  it('is on paper as its customer gets it, with its tax and without what is internal', async () => {
    const sale = await sold();
    const reason = 'they always complain';
    const answer = await post(sale, [of(sale, 0, '2')], { goodsBack: false, reason });
    const [credit] = answer.as<SaleReturns>().returns;
    if (!credit) throw new Error('it was posted');
    const pdf = await pdfTableOfReturn(
      server.database,
      server.services,
      sale.number,
      credit.number,
    );
    expect([pdf.name, pdf.title]).toEqual([
      `credit-${String(credit.number)}`,
      `Credit ${String(credit.number)}`,
    ]);
    expect(pdf.subtitle).toBe(
      `For Harbour Lane Potters, of Sale ${String(sale.number)} of 2026-11-24, 2026-11-24, in EUR`,
    );
    const rows = [...(pdf.rows as Iterable<readonly string[]>)];
    expect(rows[0]?.slice(2)).toEqual(['2', 'jar', credit.amount]);
    const [total, tax, all] = rows.slice(1).map((cells) => [cells[1], cells.at(-1)]);
    expect(total).toEqual(['Total, EUR without tax', credit.amount]);
    expect(tax?.[1]).toBe(credit.tax?.amount);
    expect(all).toEqual(['Total with tax, EUR', credit.amountWithTax]);
    expect(JSON.stringify([pdf.subtitle, rows])).not.toContain(reason);
    const file = await browser.ask('GET', `${at(sale)}/${String(credit.number)}/paper`);
    expect([file.status, file.type]).toEqual([200, 'application/pdf']);
    const other = await browser.ask('GET', `${at(sale)}/1/paper`);
    expect([other.status, other.problem.detail]).toEqual([
      404,
      `Return 1 of sale ${String(sale.number)} does not exist.`,
    ]);
  });

  it('says what the goods had earned for those that are kept, and keeps it back with a reason', async () => {
    const desk = documentDesk(browser);
    // from 10 bags on each costs less
    const sale = await desk.begin('sale', [lineOf('CL-0207', { quantity: '12' })]);
    const posted = (await desk.advanced(sale.number, 'sale')).as<DocumentView>();
    const back = [of(posted, 0, '9')];
    const seen = (await worth(posted, back)).as<ReturnWorth>();
    const cents = (text: string | undefined): number => Math.round(Number(text) * 100);
    expect(cents(seen.kept?.would)).toBe(cents(seen.kept?.left) + cents(seen.kept?.earned));
    expect(cents(seen.kept?.earned)).toBeGreaterThan(0);
    expect(cents(seen.kept?.left)).toBe(cents(posted.outcome.total) - cents(seen.amount));
    const kept = await browser.ask('POST', `${at(posted)}/worth`, { lines: back, takesOff: true });
    const less = kept.as<ReturnWorth>();
    expect(cents(less.amount)).toBe(cents(seen.amount) - cents(seen.kept?.earned));
    expect(less.takenOff).toBe(seen.kept?.earned ?? '');
    const { amountWithTax } = less;
    const takesOffBecause = 'The tier was for ten';
    // as it was seen without keeping anything back it is worth another amount
    expect((await post(posted, back, { takesOffBecause })).status).toBe(409);
    expect((await post(posted, back, { amountWithTax, takesOffBecause: ' ' })).status).toBe(422);
    const credit = { amountWithTax, takesOffBecause, goodsBack: false };
    expect((await post(posted, back, credit)).status).toBe(422);
    const answer = await post(posted, back, { amountWithTax, takesOffBecause });
    const [one] = answer.as<SaleReturns>().returns;
    expect([one?.takenOff, one?.takenOffBecause]).toEqual([less.takenOff, takesOffBecause]);
    expect(one?.kept).toEqual(seen.kept);
    const pdf = await pdfTableOfReturn(
      server.database,
      server.services,
      posted.number,
      one?.number ?? 0,
    );
    const rows = [...(pdf.rows as Iterable<readonly string[]>)];
    const figures = rows.map((cells) => cells.at(-1));
    expect(figures.slice(0, 3)).toEqual([seen.amount, `-${less.takenOff}`, less.amount]);
    expect(JSON.stringify(rows)).not.toContain(takesOffBecause);
    // whoever brings the rest back, too, gets all of it
    await post(posted, [of(posted, 0, '3')]);
    const { returns } = (await browser.ask('GET', at(posted))).as<SaleReturns>();
    const all = returns.reduce((so, { amount }) => so + cents(amount), 0);
    expect(all).toBe(cents(posted.outcome.total));
  });

  it('says nothing where the goods had earned nothing', async () => {
    const sale = await sold();
    // three bags are below any tier
    expect((await worth(sale, [of(sale, 1, '2')])).as<ReturnWorth>().kept).toBeNull();
  });

  it('has a number of its own in the row of all documents', async () => {
    const sale = await sold();
    const answer = await post(sale, [of(sale, 0, '1')]);
    const [first] = answer.as<SaleReturns>().returns;
    const next = await documentDesk(browser).begin('quote', [lineOf('GL-1180')]);
    expect([first?.number, next.number]).toEqual([sale.number + 1, sale.number + 2]);
  });
});
