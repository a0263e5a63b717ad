import {
  BARE_LINE,
  documentFromForm,
  setupFromForm,
  type DraftRow,
  type LevelContent,
  type DocumentEdit,
  type Page,
  type DocumentRow,
  type DocumentView,
  type SetupForm,
} from '@honest-ledger/contracts';
import { NO_SALES_CONTEXT, compileSetup, priceDocument, serialized } from '@honest-ledger/engine';
import { eq } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import { factSets, documentLines } from '../../platform/database/schema/index';
import { giveLevel } from '../../testing/customers';
import { schoolsContent } from '../../testing/levels';
import { testServer, type Answer, type Browser, type TestServer } from '../../testing/test-server';
import { readSetupOfVersion } from '../../setup/versions/setup-of-version';

describe('a quote', () => {
  let server: TestServer;
  let browser: Browser;
  let school: string;
  beforeEach(async () => {
    server = await testServer();
    browser = await server.signedIn();
    school = randomUUID();
    await publishLevel(school, schoolsContent());
    await giveLevel(browser, 'C1001', school);
  });
  afterEach(() => server.stop());

  async function publishLevel(id: string, content: LevelContent): Promise<void> {
    await browser.ask('PUT', `/edits/level/${id}`, { content, revision: 0, draft: null });
    const [draft] = (await browser.ask('GET', '/drafts')).as<DraftRow[]>();
    await browser.ask('POST', `/drafts/${draft?.id ?? ''}/publish`, {
      revision: draft?.revision,
      note: '',
    });
  }
  async function begin(): Promise<DocumentView> {
    return (await browser.ask('POST', '/documents', { customer: 'C1001' })).as<DocumentView>();
  }
  const save = (number: number, edit: Partial<DocumentEdit>): Promise<Answer> =>
    browser.ask('PUT', `/documents/${String(number)}`, {
      revision: 1,
      customer: 'C1001',
      title: 'Year 9 studio',
      outlet: 'quay',
      currency: 'EUR',
      level: null,
      lines: [line('CL-0207', '1')],
      ...edit,
    });
  const line = (
    item: string,
    quantity: string,
    changes: Partial<DocumentEdit['lines'][number]> = {},
  ): DocumentEdit['lines'][number] => ({
    id: randomUUID(),
    item,
    quantity,
    unit: null,
    duration: null,
    ...BARE_LINE,
    ...changes,
  });

  it('tell a larger quantity that costs less, with what it saves', async () => {
    const { number } = await begin();
    const own = line('CL-0207', '24');
    // a school has 24 bags of clay at the break from 10, and 25 at the one from 25
    const before = (await save(number, { lines: [own] })).as<DocumentView>();
    const [cheaper] = before.cheaper;
    expect([cheaper?.line, cheaper?.quantity, cheaper?.more]).toEqual([own.id, '25', '1']);
    const taken = (
      await save(number, { revision: before.revision, lines: [{ ...own, quantity: '25' }] })
    ).as<DocumentView>();
    const saved = Number(before.outcome.total) - Number(taken.outcome.total);
    expect(saved.toFixed(2)).toBe(cheaper?.saves ?? '');
    expect(taken.cheaper.some(({ line: of }) => of === own.id)).toBeFalse();
  });

  it('say who sells and where the goods go, from the lists that there are', async () => {
    const { number } = await begin();
    const salesContext = {
      salesPerson: 'noor',
      department: null,
      deliveryMethod: 'van',
      deliveryPostcode: 'QY1 4AB',
    };
    const saved = (await save(number, { salesContext })).as<DocumentView>();
    expect(saved.salesContext).toEqual(salesContext);
    for (const deliveryPostcode of ['qy1 4ab', 'QY1  4AB', ' QY1', 'Q'.repeat(17)]) {
      const written = await save(number, {
        revision: saved.revision,
        salesContext: { ...salesContext, deliveryPostcode },
      });
      expect(written.problem.fields?.map(({ path }) => path))
        .withContext(deliveryPostcode)
        .toEqual(['salesContext.deliveryPostcode']);
    }
    const refused = await save(number, {
      revision: saved.revision,
      salesContext: { ...salesContext, department: 'moon', salesPerson: 'nobody' },
    });
    expect(refused.status).toBe(422);
    expect(refused.problem.fields?.map(({ sentence }) => sentence)).toEqual([
      'There is no sales person nobody',
      'There is no department moon',
    ]);
    const used = await browser.ask('PUT', '/lists/salesPeople/noor', {
      seen: { name: 'Noor Salter' },
      content: null,
    });
    expect(used.problem.detail).toContain('still used');
  });

  it('prices worked example 1 on its line, workings and all', async () => {
    const { number } = await begin();
    const quote = (await save(number, {})).as<DocumentView>();
    expect([quote.outcome.total, quote.version, quote.revision]).toEqual(['16.20', 2, 2]);
    const [priced] = quote.priced;
    const steps = priced?.kind === 'priced' ? priced.slices.flatMap((slice) => slice.steps) : [];
    expect(steps.map(({ source, change, after }) => [source.kind, change, after])).toEqual([
      ['basePrice', '18.40', '18.40'],
      ['levelEntry', '-2.208', '16.192'],
      ['levelRounding', '0.008', '16.20'],
    ]);
  });

  it('is priced alike by what it sends the browser', async () => {
    const { number } = await begin();
    const lines = [line('CL-0207', '3'), line('GL-1180', '5'), line('OX-0009', '0.250')];
    const quote = (await save(number, { lines })).as<DocumentView>();
    const { setup, document } = quote.pricing;
    if (!setup) throw new Error('costs are hidden from nobody here');
    const here = priceDocument(compileSetup(setupFromForm(setup)), documentFromForm(document));
    expect(serialized(here).lines as unknown).toEqual(quote.priced);
    // one of them has a price by the pallet, too
    expect(setup.basePrices.length).toBe(4);
    // the customer's level, and one that a rule for clay prices at
    expect(setup.levels.length).toBe(2);
  });

  it('can be computed again to the cent under its version, instant and facts, whatever came since', async () => {
    const { number } = await begin();
    const lines = [line('CL-0207', '24'), line('TL-0042', '2')];
    const before = (await save(number, { lines })).as<DocumentView>();
    await publishLevel(school, schoolsContent({ entries: [] }));
    const after = (await browser.ask('GET', `/documents/${String(number)}`)).as<DocumentView>();
    expect([after.version, after.versionInForce, after.outcome.total]).toEqual([
      2,
      3,
      before.outcome.total,
    ]);

    const rows = await server.database
      .select()
      .from(documentLines)
      .innerJoin(factSets, eq(factSets.hash, documentLines.factsHash))
      .where(eq(documentLines.documentNumber, number));
    expect(rows.length).toBe(2);
    for (const { document_lines: saved, fact_sets: facts } of rows) {
      const setup = compileSetup(await readSetupOfVersion(server.database, saved.version));
      const again = priceDocument(
        setup,
        documentFromForm({
          format: 'honest-ledger-document',
          formatVersion: 3,
          pricedAt: saved.pricedAt.toISOString(),
          currency: 'EUR',
          level: null,
          codes: [],
          shipping: null,
          byHand: [],
          discount: null,
          attributes: {},
          kind: 'quote',
          salesContext: NO_SALES_CONTEXT,
          facts: facts.content,
          // rules and breaks look at all lines of the quote
          lines: before.lines,
        }),
      );
      expect(serialized(again).lines.find(({ id }) => id === saved.id)).toEqual(saved.priced);
    }
  });

  it('takes the version in force when it is kept again', async () => {
    const { number } = await begin();
    const first = (await save(number, {})).as<DocumentView>();
    await publishLevel(school, schoolsContent({ entries: [] }));
    const again = (await save(number, { revision: 2, lines: first.lines })).as<DocumentView>();
    expect([again.version, again.outcome.total]).toEqual([3, '18.40']);
  });

  it('stores the same facts once', async () => {
    const facts = async (): Promise<number> =>
      (await server.database.select().from(factSets)).length;
    const { number } = await begin();
    await save(number, {});
    const once = await facts();
    await save(number, { revision: 2, lines: [line('CL-0207', '7')] });
    expect(await facts()).toBe(once);
  });

  const listed = async (query: string): Promise<readonly DocumentRow[]> =>
    (await browser.ask('GET', `/documents?${query}`)).as<Page<DocumentRow>>().rows;

  it('is listed the one changed last first, or as asked, and found by what it says', async () => {
    const { number } = await begin();
    expect((await listed(''))[0]?.number).toBe(number);
    const byNumber = (await listed('sort=number&descending=false')).map((row) => row.number);
    expect(byNumber).toEqual([...byNumber].sort((a, b) => a - b));
    expect((await listed(`text=${String(number)}`)).map((row) => row.number)).toEqual([number]);
    expect((await listed('offset=1&limit=1')).length).toBe(1);
    const none = (await browser.ask('GET', '/documents?text=nobody%20at%20all')).as<
      Page<DocumentRow>
    >();
    expect(none).toEqual({ rows: [], total: 0 });
  });

  it('tells a line without a price from the total', async () => {
    const { number } = await begin();
    const lines = [line('CL-0207', '1'), line('CL-0207', '1.5')];
    const quote = (await save(number, { lines })).as<DocumentView>();
    expect([quote.outcome.total, quote.unpricedLines]).toEqual(['16.20', 1]);
    const [row] = await listed('');
    expect([row?.number, row?.lines, row?.total, row?.unpricedLines]).toEqual([
      number,
      2,
      '16.20',
      1,
    ]);
  });

  it('shows the second of two writers what stands there', async () => {
    const { number } = await begin();
    await save(number, { title: 'First' });
    const second = await save(number, { title: 'Second' });
    expect(second.status).toBe(409);
    expect((second.problem.current as DocumentView).title).toBe('First');
    const both = await Promise.all([
      save(number, { revision: 2, title: 'Third' }),
      save(number, { revision: 2, title: 'Fourth' }),
    ]);
    expect(both.map(({ status }) => status).sort()).toEqual([200, 409]);
  });

  it('takes an edit once more whose answer did not get there, and changes nothing by it', async () => {
    const { number } = await begin();
    const lines = [line('CL-0207', '2')];
    const first = await save(number, { title: 'First', lines });
    const again = await save(number, { title: 'First', lines });
    expect([first.status, again.status]).toEqual([200, 200]);
    expect(again.as<DocumentView>().revision).toBe(first.as<DocumentView>().revision);
    // revision 2 by somebody else is not what was sent from 1
    await save(number, { revision: 2, title: 'Second', lines });
    expect((await save(number, { title: 'First', lines })).status).toBe(409);
  });

  it('refuses what does not exist and keeps what was there', async () => {
    const { number } = await begin();
    await save(number, {});
    const wrong = await save(number, {
      revision: 2,
      lines: [line('CL-0207', '1'), line('NO-1', '1')],
    });
    expect(wrong.problem.fields).toEqual([
      { path: 'lines[1].item', sentence: 'There is no item NO-1' },
    ]);
    expect((await save(number, { revision: 2, customer: 'NOBODY' })).status).toBe(422);
    expect((await browser.ask('POST', '/documents', { customer: 'NOBODY' })).status).toBe(422);
    const saved = (await browser.ask('GET', `/documents/${String(number)}`)).as<DocumentView>();
    expect([saved.lines.length, saved.revision]).toEqual([1, 2]);
    expect((await save(1, {})).status).toBe(404);
  });

  it('and its setup can be taken away as the files npm run price reads', async () => {
    const { number } = await begin();
    await save(number, {});
    const document = await browser.ask('GET', `/documents/${String(number)}/document`);
    expect(document.headers['content-disposition']).toContain(`quote-${String(number)}.json`);
    const setup = (await browser.ask('GET', '/versions/2/setup')).as<SetupForm>();
    const priced = priceDocument(
      compileSetup(setupFromForm(setup)),
      documentFromForm(document.as()),
    );
    expect(serialized(priced).total).toBe('16.20');
  });
});
