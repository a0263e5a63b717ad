import { PLAIN_LINE } from '@honest-ledger/engine';
import type {
  BreakAnswer,
  BreakContent,
  BreakItemsPage,
  BreakList,
  BreakView,
  ChangePage,
  DraftRow,
  DraftView,
  DocumentView,
} from '@honest-ledger/contracts';
import { randomUUID } from 'node:crypto';
import { DEMO_BREAKS } from '../../app/demo/breaks';
import { testServer, type Answer, type Browser, type TestServer } from '../../testing/test-server';

const ID = DEMO_BREAKS.find(({ content }) => content.name === 'Clay by the bag')?.id ?? '';

describe('quantity breaks', () => {
  let server: TestServer;
  let browser: Browser;
  beforeEach(async () => {
    server = await testServer();
    browser = await server.signedIn();
  });
  afterEach(() => server.stop());

  const content = async (id = ID): Promise<BreakContent> => {
    const view = (await browser.ask('GET', `/breaks/${id}`)).as<BreakView>();
    if (!view.published) throw new Error('the demo has this break');
    return view.published;
  };
  const save = (edit: unknown, id = ID, revision = 0): Promise<Answer> =>
    browser.ask('PUT', `/edits/break/${id}`, { content: edit, revision, draft: null });
  const draft = async (): Promise<DraftRow> => {
    const [found] = (await browser.ask('GET', '/drafts')).as<DraftRow[]>();
    if (!found) throw new Error('a draft is open');
    return found;
  };
  const publish = async (): Promise<Answer> => {
    const { id, revision } = await draft();
    return browser.ask('POST', `/drafts/${id}/publish`, { revision, note: 'breaks' });
  };
  const tried = async (question: object, id = ID): Promise<BreakAnswer> => {
    const asked = { content: await content(), item: null, customer: null, quantities: ['1'] };
    const answer = await browser.ask('POST', `/breaks/${id}/try`, { ...asked, ...question });
    expect(answer.status).toBe(200);
    return answer.as<BreakAnswer>();
  };
  const fields = (answer: Answer): string[] =>
    (answer.problem.fields ?? []).map(({ path, sentence }) => `${path}: ${sentence}`);

  it('are listed with the items they take in and where buying more costs less', async () => {
    const { breaks } = (await browser.ask('GET', '/breaks')).as<BreakList>();
    expect(breaks.length).toBe(13);
    const clay = breaks.find(({ id }) => id === ID);
    expect(clay?.state).toBe('published');
    expect(clay?.items).toBeGreaterThan(20);
    expect(clay?.priceInversions).toBe(2);
    const incremental = breaks.find(({ content: { mode } }) => mode === 'incremental');
    expect(incremental?.priceInversions).toBe(0);
    expect(new Set(breaks.map(({ content: { measure } }) => measure.kind))).toEqual(
      new Set(['quantity', 'amount', 'term']),
    );
  });

  it('are tried on an item as published, as edited, the other way and without', async () => {
    const before = await content();
    const edited = {
      ...before,
      tiers: [{ from: '10', adjustment: { kind: 'percent', percent: '-50' } }],
    };
    const { item, rows, level } = await tried({
      content: edited,
      item: 'CL-0207',
      quantities: ['9', '10', '11'],
    });
    expect(item?.unit).toBe('bag');
    expect(level).toBeNull();
    const each = rows.map(({ now, edited: after, without }) =>
      [now, after, without].map(({ unitPrice }) => unitPrice),
    );
    expect(each[0]).toEqual(['18.40', '18.40', '18.40']);
    expect(each[1]).toEqual(['17.48', '9.20', '18.40']);
    // 9 x 18.40 + 2 x 9.20
    expect(rows[2]?.otherMode.total).toBe('184.00');
    expect(rows[2]?.edited.total).toBe('101.20');
  });

  it('are tried on the first item they take in, and on none where they take none in', async () => {
    expect((await tried({})).item?.item).toMatch(/^CL-/);
    const nothing = { ...(await content()), scopes: [{ kind: 'family', family: 'none-such' }] };
    const { item, rows, items } = await tried({ content: nothing });
    expect([item, rows, items]).toEqual([null, [], 0]);
    const missing = { content: nothing, item: 'NO-1', customer: null, quantities: ['1'] };
    expect((await browser.ask('POST', `/breaks/${ID}/try`, missing)).status).toBe(404);
  });

  it('are tried in the unit they count in, and by the term', async () => {
    const named = (name: string): string =>
      DEMO_BREAKS.find((one) => one.content.name === name)?.id ?? '';
    const pallets = named('Stoneware by the pallet');
    const inPallets = await tried(
      { content: await content(pallets), item: 'CL-0201', quantities: ['2', '3'] },
      pallets,
    );
    expect(inPallets.item?.unit).toBe('pallet');
    const [two, three] = inPallets.rows.map(({ edited }) => Number(edited.unitPrice));
    expect(three).toBeLessThan(two ?? 0);
    const terms = named('Membership by term');
    const byTerm = await tried({ content: await content(terms), quantities: ['5', '12'] }, terms);
    expect(byTerm.item?.unit).toBe('month');
    expect(byTerm.rows[0]?.edited).toEqual(byTerm.rows[0]?.without ?? (null as never));
    expect(byTerm.rows[1]?.edited).not.toEqual(byTerm.rows[1]?.without ?? (null as never));
  });

  it('show the items they take in with the price at each threshold', async () => {
    const answer = await browser.ask('POST', `/breaks/${ID}/items`, {
      content: await content(),
      offset: 0,
      limit: 500,
    });
    const { rows, total } = answer.as<BreakItemsPage>();
    expect(rows.length).toBe(total);
    const buff = rows.find(({ item }) => item === 'CL-0207');
    expect(buff?.each).toEqual(['18.40', '17.48', '16.19', '14.72']);
    // there is one for stoneware alone
    expect(buff?.narrower).toBe('Stoneware by the pallet');
  });

  it('price a quote once published, and say so in its workings', async () => {
    const { number, revision } = (
      await browser.ask('POST', '/documents', { customer: 'C4001' })
    ).as<DocumentView>();
    const line = { item: 'CL-0207', quantity: '25', unit: null, duration: null };
    const saved = await browser.ask('PUT', `/documents/${String(number)}`, {
      revision,
      customer: 'C4001',
      title: '',
      outlet: null,
      currency: 'EUR',
      level: null,
      lines: [{ id: randomUUID(), ...line, ...PLAIN_LINE }],
    });
    expect(saved.status).toBe(200);
    const [priced] = saved.as<DocumentView>().priced;
    if (priced?.kind !== 'priced') throw new Error('it has a price');
    const sources = priced.slices[0]?.steps.map(({ source }) => source) ?? [];
    const step = sources.find(({ kind }) => kind === 'quantityBreak');
    expect(step?.kind === 'quantityBreak' && [step.tier.from, step.counted]).toEqual(['25', '25']);
  });

  it('go through a draft into a version and back, whole', async () => {
    const id = randomUUID();
    const wide: BreakContent = {
      ...(await content()),
      name: 'For some',
      words: 'For our friends',
      scopes: [{ kind: 'item', item: 'CL-0207' }, { kind: 'all' }],
      parties: { customers: ['C1001'], segments: ['schools'] },
      outlets: ['quay', 'web'],
      levels: [await levelId()],
      window: { from: '2026-12-01', until: '2026-12-31' },
      count: 'goods',
      measure: { kind: 'quantity', unit: 'pallet' },
      mode: 'incremental',
      basis: { kind: 'cost', cost: 'last' },
      always: true,
      tiers: [
        { from: '2', adjustment: { kind: 'markup', percent: '40' } },
        { from: '9.5', adjustment: { kind: 'byRequest' } },
      ],
    };
    expect((await save(wide, id)).status).toBe(200);
    expect((await publish()).status).toBe(200);
    expect(await content(id)).toEqual(wide);
    expect((await save(null, id)).status).toBe(200);
    expect((await publish()).status).toBe(200);
    expect((await browser.ask('GET', `/breaks/${id}`)).status).toBe(404);
    const answer = await browser.ask('GET', `/changes?kind=break&key=${id}`);
    expect(answer.as<ChangePage>().changes.length).toBeGreaterThanOrEqual(2);
  });

  const levelId = async (): Promise<string> => {
    const levels = (await browser.ask('GET', '/levels')).as<readonly { readonly id: string }[]>();
    return levels[0]?.id ?? '';
  };

  it('say in the draft how many prices move at their thresholds', async () => {
    const before = await content();
    const tiers = before.tiers.map((tier, place) =>
      place === 0 ? { ...tier, adjustment: { kind: 'percent', percent: '-6' } } : tier,
    );
    expect((await save({ ...before, tiers })).status).toBe(200);
    const { id } = await draft();
    const view = (await browser.ask('GET', `/drafts/${id}`)).as<DraftView>();
    const [edit] = view.edits;
    expect(edit?.kind).toBe('break');
    expect(edit?.moves?.lowered).toBeGreaterThan(20);
    expect(edit?.moves?.raised).toBe(0);
  });

  it('are refused with what is wrong beside each field', async () => {
    const good = await content();
    const wrong = await save({
      ...good,
      name: 'Kiln shelves',
      scopes: [{ kind: 'category', category: 'nowhere' }],
      levels: ['nobody'],
      parties: { customers: ['C0000'], segments: ['nobody'] },
      outlets: ['moon'],
      basis: { kind: 'cost', cost: 'guess' },
      currency: 'KWD',
    });
    expect(wrong.status).toBe(422);
    const told = fields(wrong).join('\n');
    for (const what of [
      'There is a quantity break Kiln shelves already',
      'nowhere',
      'There is no such level',
      'There is no customer C0000',
      'There is no segment nobody',
      'There is no outlet moon',
      'There is no kind of cost guess',
    ]) {
      expect(told).toContain(what);
    }
    expect((await save({ ...good, tiers: [] })).status).toBe(422);
    expect(
      fields(await save({ ...good, mode: 'incremental', measure: { kind: 'amount' } })).join(),
    ).toContain('only quantities can be priced tier by tier');
    expect(
      fields(
        await save({
          ...good,
          tiers: [{ from: '5', adjustment: { kind: 'markup', percent: '5' } }],
        }),
      ).join(),
    ).toContain('reckoned on a cost');
  });

  it('keep a level from being withdrawn that they are for', async () => {
    const level = await levelId();
    await save({ ...(await content()), levels: [level] });
    const { id } = await draft();
    const answer = await browser.ask('PUT', `/edits/level/${level}`, {
      content: null,
      revision: 0,
      draft: id,
    });
    expect(answer.status).toBe(422);
    expect(fields(answer).join()).toContain('The break Clay by the bag is for this level');
  });
});
