import {
  BARE_LINE,
  type TransitionView,
  type ComputedAgain,
  type DocumentContent,
  type DocumentEdit,
  type DocumentView,
  type RuleContent,
  type RuleRecord,
} from '@honest-ledger/contracts';
import { rulesOn, type DocumentKind } from '@honest-ledger/engine';
import { randomUUID } from 'node:crypto';
import { count, sql } from 'drizzle-orm';
import { documents, ruleUses } from '../../platform/database/schema/index';
import { ruleDesk, type RuleDesk } from '../../testing/rules';
import { testServer, type Answer, type Browser, type TestServer } from '../../testing/test-server';

describe('a document on its way', () => {
  let server: TestServer;
  let browser: Browser;
  let desk: RuleDesk;
  beforeEach(async () => {
    server = await testServer();
    browser = await server.signedIn();
    desk = ruleDesk(browser);
  });
  afterEach(() => server.stop());

  const at = (number: number): string => `/documents/${String(number)}`;
  async function begin(
    kind: DocumentKind,
    quantity = '2',
    content: Partial<DocumentContent> = {},
    customer: string | null = 'C4001',
  ): Promise<DocumentView> {
    const begun = (await browser.ask('POST', '/documents', { kind, customer })).as<DocumentView>();
    return keep(begun, { lines: [{ ...BARE_LINE, ...LINE(quantity) }], ...content });
  }
  async function keep(
    document: DocumentView,
    changes: Partial<DocumentEdit>,
  ): Promise<DocumentView> {
    const { revision, customer, title, outlet, currency, validUntil, codes, shipping } = document;
    const { byHand, discount, attributes, level, lines } = document;
    const said = { revision, customer, title, outlet, currency, validUntil, codes, shipping };
    const body = { ...said, byHand, discount, attributes, level, lines, ...changes };
    const kept = await browser.ask('PUT', at(document.number), body);
    if (kept.status !== 200) throw new Error(kept.problem.detail);
    return kept.as<DocumentView>();
  }
  const LINE = (quantity: string) => ({
    id: randomUUID() as string,
    item: 'GL-1180',
    quantity,
    unit: null,
    duration: null,
  });
  const foresee = async (number: number, into: DocumentKind): Promise<TransitionView> =>
    (await browser.ask('GET', `${at(number)}/transition?into=${into}`)).as<TransitionView>();
  const transition = (
    number: number,
    { into, revision, priceFingerprint }: TransitionView,
    keep: readonly string[] = [],
    by = browser,
  ): Promise<Answer> =>
    by.ask('POST', `${at(number)}/transition`, { into, revision, keep, priceFingerprint });
  async function step(
    number: number,
    into: DocumentKind,
    keep: readonly string[] = [],
  ): Promise<DocumentView> {
    const answer = await transition(number, await foresee(number, into), keep);
    if (answer.status !== 200) throw new Error(answer.problem.detail);
    return answer.as<DocumentView>();
  }
  const off = (percent: string, changes: Partial<RuleContent> = {}): Promise<string> =>
    desk.published({
      effect: { kind: 'percent', percent, of: 'running', startsFrom: 'running' },
      when: { kind: 'all', of: [] },
      ...changes,
    });

  const ruleIds = ({ priced: [line] }: DocumentView): string[] =>
    line?.kind === 'priced' ? rulesOn(line).map(({ id }) => id) : [];

  it('goes from a quote to an order to a posted sale, which is final', async () => {
    const quote = await begin('quote');
    const order = await step(quote.number, 'order');
    expect([order.kind, order.state, order.from, order.outcome.total]).toEqual([
      'order',
      'open',
      { kind: 'quote', number: quote.number },
      quote.outcome.total,
    ]);
    const early = await browser.ask('GET', `${at(order.number)}/transition?into=sale`);
    expect([early.status, early.problem.detail]).toEqual([
      422,
      `Order ${String(order.number)} does not become a sale. It is to be confirmed first.`,
    ]);
    const confirmed = await step(order.number, 'order');
    expect([confirmed.number, confirmed.state]).toEqual([order.number, 'confirmed']);
    const sale = await step(order.number, 'sale');
    const posted = await step(sale.number, 'sale');
    expect([posted.state, posted.outcome.total]).toEqual(['posted', quote.outcome.total]);

    const { title: _, ...content } = posted;
    const edit = await browser.ask('PUT', at(posted.number), {
      revision: posted.revision,
      title: 'Later',
      customer: content.customer,
      outlet: content.outlet,
      currency: content.currency,
      level: content.level,
      lines: content.lines,
    });
    expect([edit.status, edit.problem.detail]).toEqual([
      409,
      `Sale ${String(posted.number)} is posted, so it is not changed.`,
    ]);
    for (const { number } of [quote, order, posted]) {
      const computed = await browser.ask('GET', `${at(number)}/again`);
      const { differing, whole } = computed.as<ComputedAgain>();
      expect([differing, whole]).toEqual([[], null]);
    }
    // what stands there besides its lines is compared, too
    await server.database.execute(sql`update documents
      set outcome = jsonb_set(outcome, '{total}', '"1.00"') where number = ${posted.number}`);
    const forged = await browser.ask('GET', `${at(posted.number)}/again`);
    const { differing, whole } = forged.as<ComputedAgain>();
    expect([differing, whole?.promised.total, whole?.today.total]).toEqual([
      [],
      '1.00',
      posted.outcome.total,
    ]);
    const again = (await browser.ask('GET', at(quote.number))).as<DocumentView>();
    expect(again.became).toEqual([{ kind: 'order', number: order.number }]);
    const twice = await browser.ask('GET', `${at(quote.number)}/transition?into=order`);
    expect(twice.status).toBe(409);
  });

  it('takes an amount off the whole once, whichever promises are kept', async () => {
    const goods = { kind: 'goods', scopes: [{ kind: 'item', item: 'GL-1180' }] } as const;
    const rule = await off('-10', { when: goods });
    const clay = { ...BARE_LINE, ...LINE('4'), item: 'CL-0207' };
    const discount = { off: { kind: 'amount', amount: '-10.01' }, reason: 'so' } as const;
    const quote = await begin('quote', '2', {
      lines: [{ ...BARE_LINE, ...LINE('2') }, clay],
      discount,
    });
    await desk.withdrawn(rule);
    const { differing, kept, today } = await foresee(quote.number, 'order');
    // the glaze has another price, and the clay another part of what is taken off
    expect(differing.length).toBe(2);
    const glaze = differing.find(({ promised }) => promised.item === 'GL-1180');
    expect(kept.total).toBe(quote.outcome.total);
    const order = await step(quote.number, 'order', [glaze?.id ?? '']);
    expect(order.outcome.total).toBe(quote.outcome.total);
    expect(today.discount?.amount).toBe('-10.01');
    const confirmed = await step(order.number, 'order');
    expect(confirmed.outcome.total).toBe(quote.outcome.total);
  });

  it('keeps the promised price of a rule that ended since, or takes today’s, by choice', async () => {
    const rule = await off('-10');
    const quotes = [await begin('quote'), await begin('quote')] as const;
    const promised = quotes[0].outcome.total;
    await desk.withdrawn(rule);
    const view = await foresee(quotes[0].number, 'order');
    expect([view.differing.length, view.keepsPromise, view.promised.total]).toEqual([
      1,
      true,
      promised,
    ]);
    expect(view.kept.total).toBe(promised);
    const [line] = view.differing;
    const kept = await step(quotes[0].number, 'order', [line?.id ?? '']);
    expect(kept.outcome.total).toBe(promised);
    expect(kept.lines[0]?.kept?.from).toEqual({ kind: 'quote', number: quotes[0].number });
    const today = await step(quotes[1].number, 'order');
    expect([today.outcome.total, today.lines[0]?.kept]).toEqual([view.today.total, null]);

    // what is kept stays kept on the way to a sale, and is told apart from today's price
    await step(kept.number, 'order');
    const onward = await foresee(kept.number, 'sale');
    expect([onward.keepsPromise, onward.today.total]).toEqual([true, view.today.total]);
    const sale = await step(kept.number, 'sale', [onward.differing[0]?.id ?? '']);
    const computed = await browser.ask('GET', `${at(sale.number)}/again`);
    expect(computed.as<ComputedAgain>().differing).toEqual([]);
    expect([sale.outcome.total, sale.lines[0]?.kept?.from.number]).toEqual([
      promised,
      quotes[0].number,
    ]);
  });

  it('ends a promise with another quantity, and takes it up again where that is undone', async () => {
    const rule = await off('-10');
    const quote = await begin('quote');
    await desk.withdrawn(rule);
    const [line] = (await foresee(quote.number, 'order')).differing;
    const order = await step(quote.number, 'order', [line?.id ?? '']);
    const [first] = order.lines;
    if (!first) throw new Error('the order must have a line');
    const more = await keep(order, { lines: [{ ...first, quantity: '3' }] });
    expect(more.priced[0]?.kind === 'priced' && more.priced[0].kept).toBeNull();
    const givenUp = await keep(more, { lines: [{ ...first, kept: null }] });
    expect(givenUp.outcome.total).not.toBe(order.outcome.total);
    const back = await keep(givenUp, { lines: [first] });
    expect(back.outcome.total).toBe(order.outcome.total);

    const forged = first.kept && { ...first.kept, rest: '-1.00' };
    const { revision, customer, title, outlet, currency, level } = back;
    const lines = [{ ...first, kept: forged }];
    const body = { revision, customer, title, outlet, currency, level, lines };
    const answer = await browser.ask('PUT', at(back.number), body);
    expect(answer.problem.fields).toEqual([
      { path: 'lines[0].kept', sentence: 'No such price was held' },
    ]);
  });

  it('takes no step on prices that nobody has seen', async () => {
    const quote = await begin('quote');
    const seen = await foresee(quote.number, 'order');
    await off('-10');
    const answer = await transition(quote.number, seen);
    expect(answer.status).toBe(409);
    expect((answer.problem.current as TransitionView).differing.length).toBe(1);
    const { became } = (await browser.ask('GET', at(quote.number))).as<DocumentView>();
    expect(became).toEqual([]);
  });

  it('tells other prices from those that were seen where they come to the same in all', async () => {
    const two = [LINE('2'), { ...LINE('2'), item: 'CL-0207' }];
    const lines = two.map((line) => ({ ...BARE_LINE, ...line }));
    const quote = await begin('quote', '2', { lines });
    const seen = await foresee(quote.number, 'order');
    for (const [item, amount] of [
      ['GL-1180', '1.00'],
      ['CL-0207', '-1.00'],
    ] as const) {
      await off('0', {
        when: { kind: 'goods', scopes: [{ kind: 'item', item }] },
        effect: { kind: 'flat', amount, every: null },
      });
    }
    const now = await foresee(quote.number, 'order');
    expect([now.today.total, now.differing.length]).toEqual([seen.today.total, 2]);
    expect((await transition(quote.number, seen)).status).toBe(409);
  });

  it('refuses what is empty, what has no price, and what it is not', async () => {
    const empty = (
      await browser.ask('POST', '/documents', { kind: 'sale', customer: null })
    ).as<DocumentView>();
    const none = await browser.ask('GET', `${at(empty.number)}/transition?into=sale`);
    expect(none.problem.detail).toBe(`Sale ${String(empty.number)} has no lines yet.`);
    const unpriced = await begin('sale', '1.5');
    const answer = await transition(unpriced.number, await foresee(unpriced.number, 'sale'));
    expect(answer.problem.detail).toContain('has lines without a price');
    const still = (await browser.ask('GET', at(unpriced.number))).as<DocumentView>();
    expect([still.state, still.revision]).toEqual(['open', unpriced.revision]);
    expect((await browser.ask('GET', `${at(unpriced.number)}/transition?into=order`)).status).toBe(
      422,
    );
    const quote = await begin('quote');
    const wrong = await transition(quote.number, await foresee(quote.number, 'order'), [
      randomUUID(),
    ]);
    expect(wrong.problem.fields?.[0]?.path).toBe('keep');
  });

  it('is written for a customer nobody knows, at a counter', async () => {
    const sale = await begin('sale', '2', {}, null);
    expect([sale.customer, sale.kind]).toEqual([null, 'sale']);
    const posted = await step(sale.number, 'sale');
    expect(posted.state).toBe('posted');
    const rows = (await browser.ask('GET', '/documents?kind=sale&state=posted')).as<{
      rows: { number: number; customer: unknown }[];
    }>();
    expect(rows.rows.map(({ number, customer }) => [number, customer])).toContain([
      posted.number,
      null,
    ]);
  });

  it('knows what the customer bought before: anything, the item, its category, on posted sales', async () => {
    const firstOnly = (of: 'anything' | 'item' | 'category'): Promise<string> =>
      off('-10', {
        when: {
          kind: 'number',
          fact: { kind: 'salesBefore', of },
          comparison: { kind: 'exactly', value: '0' },
        },
      });
    await server.database.update(documents).set({ customerId: null });
    for (const of of ['anything', 'item', 'category'] as const) {
      const rule = await firstOnly(of);
      const first = await begin('sale');
      expect(ruleIds(first)).withContext(`${of}, first`).toEqual([rule]);
      expect(ruleIds(await begin('sale', '2', {}, null))).toEqual([]);
      await step(first.number, 'sale');
      const second = await begin('sale');
      expect(ruleIds(second)).withContext(`${of}, second`).toEqual([]);
      const { bought } = second.pricing.document.facts;
      expect(bought?.items).toEqual([{ code: 'GL-1180', sales: 1 }]);
      await desk.withdrawn(rule);
      await server.database.update(documents).set({ customerId: null });
    }
  });

  it('tells what a rule did once its sales are posted, margins only to who may see costs', async () => {
    const rule = await off('-10');
    const sale = await begin('sale', '3');
    const path = `/rules/${rule}/record`;
    expect((await browser.ask('GET', path)).as<RuleRecord>()).toEqual({ uses: 0, deeds: [] });
    const posted = await step(sale.number, 'sale');
    const { deeds } = (await browser.ask('GET', path)).as<RuleRecord>();
    const [line] = posted.priced;
    if (line?.kind !== 'priced') throw new Error('the line is priced');
    const given = line.slices
      .flatMap(({ steps }) => steps)
      .filter(({ source }) => source.kind === 'rule')
      .reduce((sum, { change }) => sum + 3 * Number(change), 0);
    expect(deeds).toEqual([
      jasmine.objectContaining({ uses: 1, lines: 1, sales: line.net, currency: posted.currency }),
    ]);
    expect(Number(deeds[0]?.given)).toBeCloseTo(given, 2);
    expect(deeds[0]?.margin).not.toBeNull();
    const seller = await server.signedIn('noor@saltmarsh.example');
    const seen = (await seller.ask('GET', path)).as<RuleRecord>();
    expect(seen.deeds[0]?.margin).toBeNull();
  });

  describe('with a rule that may be used only so often', () => {
    const uses = async (): Promise<number> => {
      const [row] = await server.database.select({ uses: count() }).from(ruleUses);
      return row?.uses ?? 0;
    };
    const limited = (inAll: number | null, perCustomer: number | null): Promise<string> =>
      off('-10', { limits: { inAll, perCustomer } });

    it('counts it once, when the order is confirmed and not again when it is sold', async () => {
      await limited(1, null);
      const order = await begin('order');
      expect(await uses()).toBe(0);
      await step(order.number, 'order');
      expect(await uses()).toBe(1);
      // it is used up for all others, not for the sale of this order
      const other = await begin('order');
      expect(other.outcome.total).not.toBe(order.outcome.total);
      const sale = await step(order.number, 'sale');
      expect(sale.outcome.total).toBe(order.outcome.total);
      await step(sale.number, 'sale');
      expect(await uses()).toBe(1);
    });

    it('gives it back when the order is cancelled or opened again', async () => {
      await limited(null, 1);
      const first = await step((await begin('order')).number, 'order');
      expect(await uses()).toBe(1);
      const { revision } = first;
      const cancelled = await browser.ask('POST', `${at(first.number)}/cancel`, { revision });
      expect(cancelled.as<DocumentView>().state).toBe('cancelled');
      expect(await uses()).toBe(0);
      const again = await browser.ask('POST', `${at(first.number)}/reopen`, {
        revision: revision + 1,
      });
      expect(again.as<DocumentView>().state).toBe('open');
      const sale = await begin('sale');
      const posted = await step(sale.number, 'sale');
      const final = await browser.ask('POST', `${at(posted.number)}/cancel`, {
        revision: posted.revision,
      });
      expect(final.problem.detail).toContain('a posted sale is final');
    });

    it('opens no cancelled order again in whose place another was made', async () => {
      const quote = await begin('quote');
      const first = await step(quote.number, 'order');
      const gone = await browser.ask('POST', `${at(first.number)}/cancel`, { revision: 2 });
      expect(gone.as<DocumentView>().state).toBe('cancelled');
      const second = await step(quote.number, 'order');
      const { revision } = gone.as<DocumentView>();
      const back = await browser.ask('POST', `${at(first.number)}/reopen`, { revision });
      expect(back.problem.detail).toBe(
        `Order ${String(second.number)} was made in place of Order ${String(first.number)}, so it stays.`,
      );
    });

    it('is used exactly ten times by a hundred orders that are confirmed at once', async () => {
      await limited(10, null);
      const orders = [];
      for (let index = 0; index < 100; index += 1) orders.push(await begin('order', '1'));
      const seen = await Promise.all(orders.map(({ number }) => foresee(number, 'order')));
      const answers = await Promise.all(
        orders.map(({ number }, place) => {
          const view = seen[place];
          if (!view) throw new Error('every order is foreseen');
          return transition(number, view);
        }),
      );
      const statuses = answers.map(({ status }) => status).sort();
      const expected = [...Array<number>(10).fill(200), ...Array<number>(90).fill(409)];
      expect(statuses).toEqual(expected);
      expect(await uses()).toBe(10);
    });
  });
});
