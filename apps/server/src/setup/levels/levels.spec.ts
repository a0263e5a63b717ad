import type {
  BenchAnswer,
  BenchQuestion,
  LevelContent,
  LevelSummary,
  LevelView,
  PricedLineForm,
  ReachedPage,
} from '@honest-ledger/contracts';
import { randomUUID } from 'node:crypto';
import { percentEntry, schoolsContent } from '../../testing/levels';
import { testServer, type Answer, type Browser, type TestServer } from '../../testing/test-server';

const STUDIOS = '5b0e7a52-93a1-4c55-8d3e-2f6c1f0a7b01';

describe('levels', () => {
  let server: TestServer;
  let browser: Browser;
  beforeEach(async () => {
    server = await testServer();
    browser = await server.signedIn();
  });
  afterEach(() => server.stop());

  const save = (id: string, content: LevelContent | null): Promise<Answer> =>
    browser.ask('PUT', `/edits/level/${id}`, { content, revision: 0, draft: null });
  const list = async (): Promise<LevelSummary[]> =>
    (await browser.ask('GET', '/levels')).as<LevelSummary[]>();
  const published = async (id: string): Promise<LevelContent> => {
    const found = (await browser.ask('GET', `/levels/${id}`)).as<LevelView>().published;
    if (!found) throw new Error('not published');
    return found;
  };
  const eachOf = (line: PricedLineForm | null): string | null =>
    line?.kind === 'priced' ? (line.slices[0]?.unitPrice ?? null) : null;

  it('are listed with their state, as the drafts have them, and with their customers', async () => {
    const before = await list();
    expect(before.length).toBe(7);
    expect(before.every(({ state }) => state === 'published')).toBeTrue();
    expect(before.find(({ id }) => id === STUDIOS)?.customers).toBe(10);
    const fresh = randomUUID();
    await save(STUDIOS, { ...(await published(STUDIOS)), name: 'Ateliers' });
    await save(fresh, schoolsContent());
    const [fair] = before.filter(({ content }) => content.name === 'Fair stand');
    await save(fair?.id ?? '', null);
    const states = new Map((await list()).map(({ content, state }) => [content.name, state]));
    expect(states.get('Ateliers')).toBe('edited');
    expect(states.get('Schools')).toBe('new');
    expect(states.get('Fair stand')).toBe('withdrawn');
    expect(states.has('Studios')).toBeFalse();
  });

  it('are told from what is no level', async () => {
    expect((await browser.ask('GET', `/levels/${randomUUID()}`)).status).toBe(404);
    expect((await browser.ask('GET', '/levels/studios')).status).toBe(422);
  });

  describe('on the bench', () => {
    const ask = (id: string, question: Partial<BenchQuestion> = {}): Promise<Answer> =>
      browser.ask('POST', `/levels/${id}/bench`, {
        content: schoolsContent(),
        item: 'CL-0207',
        quantity: '1',
        unit: null,
        customer: null,
        day: null,
        ...question,
      });
    const tried = async (id: string, question: Partial<BenchQuestion>): Promise<BenchAnswer> =>
      (await ask(id, question)).as<BenchAnswer>();

    it('have a price as published and one as edited, kept nowhere', async () => {
      const content = await published(STUDIOS);
      const entries = [percentEntry('all', '-50', { kind: 'all' })];
      const answer = await tried(STUDIOS, { content: { ...content, entries } });
      // 18.40 less 10 %, and less 50 %, each to the nearest 0.05
      expect([eachOf(answer.published), eachOf(answer.edited)]).toEqual(['16.55', '9.20']);
      expect(await published(STUDIOS)).toEqual(content);
      expect((await list()).every(({ state }) => state === 'published')).toBeTrue();
    });

    it('have none as published where they are new', async () => {
      const answer = await tried(randomUUID(), {});
      expect([answer.published, eachOf(answer.edited)]).toEqual([null, '16.20']);
    });

    it('are tried with what else their draft holds', async () => {
      await save(STUDIOS, await published(STUDIOS));
      const fresh = randomUUID();
      await save(fresh, schoolsContent());
      const price = { kind: 'own', item: 'CL-0207', unit: null, price: '20.00' };
      const edit = { content: [price], revision: 0, draft: null };
      await browser.ask('PUT', '/edits/basePrice/CL-0207', edit);
      const answer = await tried(fresh, {});
      expect(eachOf(answer.edited)).toBe('17.60');
    });

    it('are tried for a quantity, in a unit, on a day', async () => {
      const typed = {
        id: 'autumn',
        item: 'CL-0207',
        price: '12.00',
        unit: null,
        window: { from: '2026-12-01', until: '2026-12-31' },
        minQuantity: '9',
        closes: false,
      };
      const content = schoolsContent({ typedPrices: [typed] });
      const id = randomUUID();
      const at = async (quantity: string, day: string): Promise<string | null> =>
        eachOf((await tried(id, { content, quantity, day })).edited);
      expect(await at('9', '2026-12-01')).toBe('12.00');
      expect(await at('8', '2026-12-01')).toBe('16.20');
      expect(await at('9', '2026-11-30')).toBe('16.20');
      expect(await at('9', '2027-01-01')).toBe('16.20');
      const pallet = await tried(id, { content: schoolsContent(), unit: 'pallet' });
      expect(pallet.edited.kind).toBe('priced');
    });

    it('say what is wrong with what is asked', async () => {
      expect((await ask(STUDIOS, { item: 'NOTHING' })).status).toBe(404);
      expect((await ask(STUDIOS, { quantity: '0' })).status).toBe(422);
      expect((await ask(STUDIOS, { quantity: '12,5' })).status).toBe(422);
      expect((await ask(STUDIOS, { day: '2026-02-30' })).status).toBe(422);
      expect((await ask(STUDIOS, { customer: 'NOBODY' })).status).toBe(404);
      const line = (await tried(STUDIOS, { quantity: '1.5' })).edited;
      expect(line.kind).toBe('unpriced');
    });
  });

  it('keep the rounding of an entry and bands of several kinds when they are published', async () => {
    const content = await published(STUDIOS);
    const rounding = {
      kind: 'increment' as const,
      currency: 'EUR',
      increment: '0.50',
      direction: 'up' as const,
      leastPrice: null,
    };
    const adjusting = {
      kind: 'byPrice' as const,
      bands: [
        { from: '0', adjustment: { kind: 'percent' as const, percent: '-5' } },
        { from: '10', adjustment: { kind: 'set' as const, price: '9.90', unit: null } },
      ],
    };
    const entries = content.entries.map((entry) => ({ ...entry, adjusting, rounding }));
    await save(STUDIOS, { ...content, entries });
    const [draft] = (await browser.ask('GET', '/drafts')).as<{ id: string; revision: number }[]>();
    const publishing = { revision: draft?.revision, note: 'bands' };
    const answer = await browser.ask('POST', `/drafts/${draft?.id ?? ''}/publish`, publishing);
    expect(answer.status).toBe(200);
    expect((await published(STUDIOS)).entries).toEqual(entries);
  });

  it('reach the items whose prices they make, before and after, a page at a time', async () => {
    const content = await published(STUDIOS);
    const ask = async (question: object): Promise<ReachedPage> =>
      (
        await browser.ask('POST', `/levels/${STUDIOS}/reached`, {
          content,
          moved: false,
          offset: 0,
          limit: 500,
          ...question,
        })
      ).as<ReachedPage>();
    const whole = await ask({});
    expect(whole.rows.length).toBe(whole.reached);
    expect(whole.moved).toBe(0);
    expect(whole.rows.every(({ published: old, edited }) => old === edited)).toBeTrue();
    const page = await ask({ offset: 10, limit: 5 });
    expect(page.rows).toEqual(whole.rows.slice(10, 15));
    const entries = content.entries.filter(({ id }) => id !== 'clay');
    const edited = await ask({ content: { ...content, entries }, moved: true });
    expect(edited.rows.length).toBe(edited.moved);
    expect(edited.moved).toBeGreaterThan(20);
    expect(edited.rows.every(({ item }) => item.startsWith('CL-'))).toBeTrue();
    expect((await browser.ask('POST', `/levels/${STUDIOS}/reached`, {})).status).toBe(422);
    expect(whole.rows.some(({ margin }) => margin !== null)).toBeTrue();
    const seller = await server.signedIn('noor@saltmarsh.example');
    const question = { content, moved: false, offset: 0, limit: 500 };
    const seen = await seller.ask('POST', `/levels/${STUDIOS}/reached`, question);
    expect(seen.as<ReachedPage>().rows.every(({ margin }) => margin === null)).toBeTrue();
  });
});
