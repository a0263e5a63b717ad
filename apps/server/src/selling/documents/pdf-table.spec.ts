import type { DocumentView } from '@honest-ledger/contracts';
import { PLAIN_LINE } from '@honest-ledger/engine';
import { randomUUID } from 'node:crypto';
import { documentDesk, lineOf } from '../../testing/documents';
import { testServer, type Browser, type TestServer } from '../../testing/test-server';
import { pdfTableOf } from './pdf-table';

describe('a document on paper', () => {
  let server: TestServer;
  let browser: Browser;
  beforeEach(async () => {
    server = await testServer();
    browser = await server.signedIn();
  });
  afterEach(() => server.stop());

  const write = async (
    lines: readonly (readonly [string, string])[],
    changes: object = {},
  ): Promise<DocumentView> => {
    const begun = (
      await browser.ask('POST', '/documents', { kind: 'quote', customer: 'C4001' })
    ).as<DocumentView>();
    const { number, revision, customer, outlet, validUntil } = begun;
    const said = { revision, customer, outlet, validUntil, currency: 'EUR', level: null };
    return (
      await browser.ask('PUT', `/documents/${String(number)}`, {
        ...said,
        title: 'Autumn term',
        lines: lines.map(([item, quantity]) => ({
          ...PLAIN_LINE,
          id: randomUUID(),
          item,
          quantity,
          unit: null,
          duration: null,
        })),
        ...changes,
      })
    ).as<DocumentView>();
  };

  it('has what is sold, in the words for the customer, down to the total', async () => {
    const stains = await browser.ask('GET', '/items?category=stains&limit=1&offset=0');
    const stain = stains.as<{ rows: readonly { item: string }[] }>().rows[0]?.item ?? '';
    const quote = await write(
      [
        ['CL-0207', '12'],
        ['OX-0009', '30'],
        [stain, '5'],
      ],
      { shipping: '12.90' },
    );
    const { title, subtitle, rows } = await pdfTableOf(server.database, quote.number);
    expect(title).toBe(`Quote ${String(quote.number)}`);
    expect(subtitle).toContain('Autumn term, 2026-11-24, in EUR, prices held until');
    const said = [...(rows as Iterable<readonly string[]>)];
    const [line] = quote.priced;
    expect(said[0]?.slice(2)).toEqual([
      '12',
      'bag',
      line?.kind === 'priced' ? (line.slices[0]?.unitPrice ?? '') : '',
      line?.kind === 'priced' ? line.amount : '',
    ]);
    const all = said.map((cells) => cells.join('|'));
    expect(all).toContain('|Clay by the bag||||');
    const slices = said.filter(([, , quantity, unit]) => quantity !== '' && unit === 'kg');
    expect(slices.length).toBeGreaterThan(1); // split slice by slice
    for (const [, , quantity = '', , each = '', amount] of slices) {
      expect((Number(quantity) * Number(each)).toFixed(2)).toBe(amount ?? '');
    }
    expect(all).toContain(`|Matching your colour, ${stain}||||24.00`);
    expect(all).toContain('|Shipping||||12.90');
    expect(all).toContain(`|Total, EUR without tax||||${quote.outcome.total}`);
  });

  it('has the notes of lines, which go along from a quote to an order', async () => {
    const desk = documentDesk(browser);
    const note = 'Keep it from the frost';
    const lines = [lineOf('CL-0207', { note }), lineOf('GL-1180')];
    const quote = await desk.begin('quote', lines);
    expect(quote.lines.map((line) => line.note)).toEqual([note, '']);
    const order = (await desk.advanced(quote.number, 'order')).as<DocumentView>();
    const { rows } = await pdfTableOf(server.database, order.number);
    const said = [...(rows as Iterable<readonly string[]>)].map((cells) => cells.join('|'));
    expect(said.filter((row) => row.includes(note))).toEqual([`|${note}||||`]);
    const long = [lineOf('CL-0207', { note: 'x'.repeat(501) })];
    expect((await desk.edited(quote, { lines: long })).problem.fields?.[0]?.path).toBe(
      'lines[0].note',
    );
  });

  it('has what is taken off without saying why, and the tax by class where the outlet charges it', async () => {
    const begun = await write([['CL-0207', '10']], { outlet: 'quay' });
    const off = { kind: 'percent', percent: '-10' } as const;
    const discount = { off, reason: 'the owner is a friend' };
    const desk = documentDesk(browser);
    const lines = begun.lines.map((line) => ({ ...line, discount }));
    const quote = await desk.save(begun, { lines, discount });
    const { subtitle, rows } = await pdfTableOf(server.database, quote.number);
    const all = [...(rows as Iterable<readonly string[]>)].map((cells) => cells.join('|'));
    const { outcome } = quote;
    expect(all[1]).toContain('10 % discount');
    expect(all).toContain(`|Discount||||${outcome.discount?.amount ?? ''}`);
    expect(all.slice(-3)).toEqual([
      `|Total, EUR without tax||||${outcome.total}`,
      `|Tax 23 % of ${outcome.total}||||${outcome.tax?.amount ?? ''}`,
      `|Total with tax, EUR||||${outcome.totalWithTax}`,
    ]);
    expect(JSON.stringify(all)).not.toContain('friend');
    expect(subtitle).not.toContain('without tax');
  });

  it('has no figure and no name that is not for the customer', async () => {
    const quote = await write([['CL-0207', '2']], { codes: ['GLOSS'] });
    const { rows, subtitle } = await pdfTableOf(server.database, quote.number);
    const pdf = JSON.stringify([subtitle, [...(rows as Iterable<readonly string[]>)]]);
    const [line] = quote.priced;
    if (line?.kind !== 'priced') throw new Error('the line has a price');
    for (const secret of [line.cost?.each, line.cost?.margin, line.level?.level.name]) {
      if (secret) expect(pdf).not.toContain(secret);
    }
    expect(pdf).not.toContain('ersion');
  });

  it('is a PDF, and none where there is nothing to sell', async () => {
    const quote = await write([['CL-0207', '2']]);
    const answer = await browser.ask('GET', `/documents/${String(quote.number)}/paper`);
    expect([answer.status, answer.type]).toEqual([200, 'application/pdf']);
    expect(answer.text.startsWith('%PDF-')).toBeTrue();
    const empty = await write([]);
    expect((await browser.ask('GET', `/documents/${String(empty.number)}/paper`)).status).toBe(422);
  });
});
