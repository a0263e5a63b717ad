import type {
  DraftView,
  RuleAnswer,
  RuleContent,
  RuleItemsPage,
  RuleList,
  RuleView,
  RulesAnswer,
} from '@honest-ledger/contracts';
import { compare, decimal, percentOf, roundToDigits } from '@honest-ledger/engine';
import { randomUUID } from 'node:crypto';
import { GLAZES, refusedIn, ruleDesk, rulesIn, type RuleDesk } from '../../testing/rules';
import { testServer, type Browser, type TestServer } from '../../testing/test-server';

describe('conditional rules', () => {
  let server: TestServer;
  let browser: Browser;
  let save: RuleDesk['save'];
  let draft: RuleDesk['draft'];
  let publish: RuleDesk['publish'];
  let quote: RuleDesk['quote'];
  let dipping: RuleDesk['dipping'];
  beforeEach(async () => {
    server = await testServer();
    browser = await server.signedIn();
    ({ save, draft, publish, quote, dipping } = ruleDesk(browser));
  });
  afterEach(() => server.stop());

  it('go through a draft into a version, price quotes, and are withdrawn', async () => {
    const id = randomUUID();
    expect((await save(GLAZES, id)).status).toBe(200);
    expect(rulesIn(await quote('3'))).toEqual([]);
    const { rules } = (await browser.ask('GET', '/rules')).as<RuleList>();
    expect(rules.find((rule) => rule.id === id)?.state).toBe('new');
    await publish();
    const view = (await browser.ask('GET', `/rules/${id}`)).as<RuleView>();
    expect(view.published).toEqual(GLAZES);
    expect(rulesIn(await quote('3'))).toEqual(['Glaze days']);
    expect(rulesIn(await quote('2'))).toEqual([]);
    expect((await save(null, id)).status).toBe(200);
    await publish();
    expect((await browser.ask('GET', `/rules/${id}`)).status).toBe(404);
  });

  it('tell the goods that they reach, with what one costs without them and under them', async () => {
    const asked = async (content: RuleContent, by = browser): Promise<RuleItemsPage> =>
      (
        await by.ask('POST', `/rules/${id}/items`, { content, offset: 0, limit: 25 })
      ).as<RuleItemsPage>();
    const id = randomUUID();
    // what it asks besides goods is taken to hold: three of each, a code, a day that is past
    const coded: RuleContent = {
      ...GLAZES,
      paused: true,
      trigger: { kind: 'code', code: 'KILN' },
      validity: {
        ...GLAZES.validity,
        days: { from: '2001-01-01', until: '2001-01-02' },
      },
    };
    const page = await asked(coded);
    expect(page.rows.length).toBe(Math.min(page.total, 25));
    expect(page.pricesLines).toBeTrue();
    expect(page.total).toBeGreaterThan(3);
    for (const { without, under, cost, margin } of page.rows) {
      const [plain, off] = [decimal(without ?? ''), decimal(under ?? '')];
      const tenth = roundToDigits(percentOf(plain, decimal('90')), 2, 'halfAwayFromZero');
      expect(compare(off, tenth)).toBe(0);
      if (cost != null) expect(margin).not.toBeNull();
    }
    const bundle = await asked({ ...coded, effect: { kind: 'charge', amount: '1' } });
    expect([bundle.total, bundle.pricesLines]).toEqual([page.total, false]);
    await save(coded, id);
    const seller = await server.signedIn('noor@saltmarsh.example');
    const [row] = (await asked(coded, seller)).rows;
    expect(Object.keys(row ?? {}).sort()).toEqual(['item', 'name', 'under', 'unit', 'without']);
  });

  it('start with their code, which is kept on the quote', async () => {
    await save({ ...GLAZES, trigger: { kind: 'code', code: 'KILN' } }, randomUUID());
    await publish();
    expect(rulesIn(await quote('3'))).toEqual([]);
    const coded = await quote('3', { codes: ['kiln'] });
    expect(rulesIn(coded)).toEqual(['Glaze days']);
    expect(coded.codes).toEqual(['kiln']);
  });

  it('ask for what the company keeps of its goods, and name no attribute that there is not', async () => {
    const finish = (code: string, value: string): unknown => ({
      ...GLAZES,
      when: {
        kind: 'word',
        fact: { kind: 'attribute', of: 'item', code },
        comparison: { kind: 'isOneOf', values: [value] },
      },
    });
    const facts = (await browser.ask('GET', `/items/${await dipping()}`)).as<{
      readonly attributes: Readonly<Record<string, string>>;
    }>();
    const own = facts.attributes['finish'] ?? '';
    expect(own).not.toBe('');
    expect(refusedIn(await save(finish('glitter', 'much'), randomUUID()))).toBe(
      'content.when.fact.code: There is no attribute glitter of items',
    );
    const id = randomUUID();
    await save(finish('finish', own), id);
    await publish();
    expect(rulesIn(await quote('1'))).toEqual(['Glaze days']);
    await save(finish('finish', own === 'gloss' ? 'matt' : 'gloss'), id);
    await publish();
    expect(rulesIn(await quote('1'))).toEqual([]);
  });

  it('are tried on a quote before anybody else sees them, paused and coded ones, too', async () => {
    const { number, outcome, lines } = await quote('2');
    const ask = async (changes: Partial<RuleContent>, at: string | null = null) => {
      const on = { kind: 'document', number };
      const body = { content: { ...GLAZES, ...changes }, on, at };
      const answer = await browser.ask('POST', `/rules/${randomUUID()}/try`, body);
      expect(answer.status).toBe(200);
      return answer.as<RuleAnswer>();
    };
    const failing = await ask({});
    expect(failing.total).toEqual({ now: outcome.total, edited: outcome.total });
    const told = failing.lines.map(({ tests }) =>
      tests.map(({ holds, actual }) => [holds, actual]),
    );
    expect(told).toEqual([
      [
        [true, lines[0]?.item ?? ''],
        [false, '2'],
      ],
    ]);
    const anything = { when: { kind: 'goods', scopes: [{ kind: 'all' }] } } as const;
    const coded = await ask({
      ...anything,
      paused: true,
      trigger: { kind: 'code', code: 'KILN' },
    });
    expect(Number(coded.total.edited)).toBeLessThan(Number(coded.total.now));
    const whole = await ask({
      ...anything,
      effect: { kind: 'subtotal', off: { kind: 'amount', amount: '-1' } },
    });
    expect(whole.did).toEqual({ times: 1, amount: '-1.00' });
    const days = { from: '2031-01-01', until: '2031-01-31' };
    const later = { ...anything, validity: { days, weekdays: null, times: null } };
    const kinds = ({ lines: [line] }: RuleAnswer): string[] =>
      (line?.reasons ?? []).map(({ kind }) => kind);
    expect(kinds(await ask(later))).toEqual(['ruleNotNow']);
    expect(kinds(await ask(later, '2031-01-15T12:00:00Z'))).toEqual([]);
    expect(kinds(await ask({ ...anything, outlets: ['quay'] }))).toEqual(['notAtOutlet']);
    const gone = await browser.ask('POST', `/rules/${randomUUID()}/try`, {
      content: GLAZES,
      on: { kind: 'document', number: 99_999 },
      at: null,
    });
    expect(gone.status).toBe(404);
    // nobody else sees it
    expect((await quote('3')).outcome.total).toBe((Number(outcome.total) * 1.5).toFixed(2));
  });

  it('charge a line as a whole, and the total has it', async () => {
    await save({ ...GLAZES, effect: { kind: 'flat', amount: '7.50', every: null } }, randomUUID());
    const without = Number((await quote('3')).outcome.total);
    await publish();
    expect(Number((await quote('3')).outcome.total)).toBeCloseTo(without + 7.5, 6);
  });

  it('say in the draft how many prices move, at the quantities they name', async () => {
    await save(GLAZES, randomUUID());
    const { id } = await draft();
    const view = (await browser.ask('GET', `/drafts/${id}`)).as<DraftView>();
    expect(view.edits[0]?.moves?.lowered).toBeGreaterThan(5);
  });

  it('are tried on a basket of nobody, all of them at once, as drafts have them', async () => {
    const id = randomUUID();
    await save(GLAZES, id);
    const glaze = await dipping();
    const basket = (quantity: string, changes = {}) => ({
      kind: 'basket',
      currency: 'EUR',
      lines: [{ item: glaze, quantity }],
      ...changes,
    });
    const ask = async (on: object) => {
      const answer = await browser.ask('POST', '/rules/try', { on });
      expect(answer.status).toBe(200);
      return answer.as<RulesAnswer>();
    };
    const fate = ({ rules }: RulesAnswer, name: string) => rules.find((rule) => rule.name === name);
    const three = await ask(basket('3', { codes: ['WELCOME'] }));
    expect(fate(three, 'Glaze days')?.items).toEqual([glaze]);
    expect(fate(three, 'Welcome code')?.items).toEqual([glaze]);
    expect(fate(three, 'Two percent over 2,500')?.reasons.map(({ kind }) => kind)).toEqual([
      'conditionFails',
    ]);
    expect(fate(three, 'Cones, every 20')).toBeUndefined();
    const two = await ask(basket('2'));
    expect(fate(two, 'Glaze days')?.reasons.map(({ kind }) => kind)).toEqual(['conditionFails']);
    const many = await ask(basket('2000'));
    expect(Number(fate(many, 'Two percent over 2,500')?.amount)).toBeLessThan(-50);
    // one rule alone is tried on it, too
    const body = {
      content: { ...GLAZES, effect: { kind: 'flat', amount: '-1' } },
      on: basket('3'),
    };
    const one = (await browser.ask('POST', `/rules/${id}/try`, body)).as<RuleAnswer>();
    expect(Number(one.total.now) - Number(one.total.edited)).toBeCloseTo(1, 6);
    const wrong: [object, number][] = [
      [basket('0'), 422],
      [basket('1', { customer: 'NOBODY' }), 404],
      [basket('1', { outlet: 'moon' }), 422],
      [{ kind: 'sack' }, 422],
    ];
    for (const [on, status] of wrong) {
      expect((await browser.ask('POST', '/rules/try', { on })).status).toBe(status);
    }
    const unknown = await ask(basket('1', { lines: [{ item: 'NO-1', quantity: '1' }] }));
    expect(unknown.lines.map(({ kind }) => kind)).toEqual(['unpriced']);
  });

  it('say in their list which of them never does anything, and why', async () => {
    const { rules } = (await browser.ask('GET', '/rules')).as<RuleList>();
    const snags = rules.flatMap(({ content, snag }) => (snag ? [[content.name, snag]] : []));
    expect(snags).toEqual([
      ['Brushes in small lots of many', { kind: 'neverHolds' }],
      ['School brushes, once more', { kind: 'beaten', rule: 'Back to school brushes' }],
    ]);
  });

  it('are refused with what is wrong beside each part', async () => {
    const told = refusedIn(
      await save(
        {
          ...GLAZES,
          outlets: ['moon'],
          currency: 'KWD',
          when: {
            kind: 'any',
            of: [
              { kind: 'goods', scopes: [{ kind: 'brand', brand: 'nobody' }] },
              { kind: 'segment', segments: ['nobody'] },
              { kind: 'customer', customers: ['C0000'] },
            ],
          },
        },
        randomUUID(),
      ),
    );
    for (const what of [
      'when.of[0].scopes[0]: ',
      'There is no segment nobody',
      'There is no customer C0000',
      'There is no outlet moon',
    ]) {
      expect(told).toContain(what);
    }
    const twice = { ...GLAZES, trigger: { kind: 'code', code: 'Kiln' } };
    await save(twice, randomUUID());
    const other = await save({ ...twice, name: 'Other' }, randomUUID());
    expect(refusedIn(other)).toContain('The rule Glaze days has this code');
    const deep = Array.from({ length: 20 }).reduce<object>(
      (inner) => ({ kind: 'all', of: [inner] }),
      GLAZES.when,
    );
    expect(refusedIn(await save({ ...GLAZES, when: deep }, randomUUID()))).toContain('nested');
    const reversed = {
      kind: 'number',
      fact: { kind: 'quantity' },
      comparison: { kind: 'between', value: '5', to: '3' },
    };
    expect(refusedIn(await save({ ...GLAZES, when: reversed }, randomUUID()))).toContain(
      'turn them',
    );
    expect((await save({ ...GLAZES, when: { kind: 'guess' } }, randomUUID())).status).toBe(422);
  });
});
