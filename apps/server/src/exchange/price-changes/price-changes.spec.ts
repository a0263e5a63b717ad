import type {
  ChangePage,
  CostTableList,
  DraftRow,
  DraftView,
  ItemView,
  LevelView,
  DocumentView,
  RepricedAnswer,
  RepricedPage,
  RepricedPrice,
  PriceChangeContent,
  PriceChangeRow,
  PriceChangeView,
  TableItemsPage,
} from '@honest-ledger/contracts';
import { randomUUID } from 'node:crypto';
import { DEMO_BREAKS } from '../../app/demo/breaks';
import { GLAZES, ruleDesk } from '../../testing/rules';
import { testServer, type Answer, type Browser, type TestServer } from '../../testing/test-server';

const CONTENT: PriceChangeContent = {
  name: 'Glazes up',
  goods: { category: ['glaze'] },
  prices: [{ kind: 'basePrice' }],
  basis: { kind: 'present' },
  change: { kind: 'percent', percent: '4' },
  rounding: {
    kind: 'increment',
    currency: 'EUR',
    increment: '0.05',
    direction: 'nearest',
    leastPrice: null,
  },
  leastMargin: null,
  at: null,
  quotes: 'leave',
};
const [FROM_ONE] = DEMO_BREAKS.filter(({ content }) => content.name === 'Clay by the bag').map(
  ({ content }) => ({ ...content, name: 'From one', levels: null, parties: null, outlets: null }),
);
const TRADE = '5b0e7a52-93a1-4c55-8d3e-2f6c1f0a7b02';
const STUDIOS = '5b0e7a52-93a1-4c55-8d3e-2f6c1f0a7b01';

describe('many prices changed at once', () => {
  let server: TestServer;
  let browser: Browser;
  beforeEach(async () => {
    server = await testServer();
    browser = await server.signedIn();
  });
  afterEach(() => server.stop());

  const begin = async (changes: Partial<PriceChangeContent> = {}): Promise<PriceChangeView> => {
    const answer = await browser.ask('POST', '/price-changes', { ...CONTENT, ...changes });
    expect(answer.status).toBe(201);
    return answer.as<PriceChangeView>();
  };
  const rowsOf = async ({ id }: { id: string }, query = ''): Promise<readonly RepricedPrice[]> =>
    (await browser.ask('GET', `/price-changes/${id}/rows?limit=1000${query}`)).as<RepricedPage>()
      .rows;
  const rowOf = async (of: { id: string }, item: string): Promise<RepricedPrice> => {
    const row = (await rowsOf(of)).find((one) => one.item === item);
    if (!row) throw new Error(`no row of ${item}`);
    return row;
  };
  const decide = async (
    { id }: { id: string },
    ...rows: readonly Partial<RepricedPrice>[]
  ): Promise<Answer> =>
    browser.ask('PUT', `/price-changes/${id}/rows`, {
      revision: (await seen(id)).revision,
      rows: rows.map(({ row, typed = null, leftOut = false }) => ({ row, typed, leftOut })),
    });
  const seen = async (id: string): Promise<PriceChangeView> =>
    (await browser.ask('GET', `/price-changes/${id}`)).as<PriceChangeView>();
  const apply = async (id: string, draft: string | null = null): Promise<Answer> =>
    browser.ask('POST', `/price-changes/${id}/apply`, {
      revision: (await seen(id)).revision,
      draft,
    });
  const drafts = async (): Promise<DraftRow[]> =>
    (await browser.ask('GET', '/drafts')).as<DraftRow[]>();
  const editsOf = async (id: string): Promise<DraftView['edits']> =>
    (await browser.ask('GET', `/drafts/${id}?limit=500`)).as<DraftView>().edits;
  const publish = async (): Promise<Answer> => {
    const [draft] = await drafts();
    return browser.ask('POST', `/drafts/${draft?.id ?? ''}/publish`, {
      revision: draft?.revision,
      note: 'prices',
    });
  };

  it('are worked out row by row: a percent on the present price, made round', async () => {
    const { totals, state, own } = await begin();
    expect([state, own]).toEqual(['open', true]);
    expect(totals.rows).toBeGreaterThan(20);
    expect(totals.raised + totals.unchanged + totals.leftOut).toBe(totals.rows);
    const all = (await browser.ask('GET', '/price-changes')).as<PriceChangeRow[]>();
    expect(all.map(({ name, rows }) => [name, rows])).toEqual([['Glazes up', totals.rows]]);
    const [priceChange] = all;
    if (!priceChange) throw new Error('there is one');
    for (const row of await rowsOf(priceChange)) {
      if (row.fixed || row.before === null || row.after === null) continue;
      // reckoned here in whole cents: 4 % on top, then to five cents, halves up
      const cents = Number(row.before.replace('.', ''));
      const expected = Math.floor((cents * 104 + 250) / 500) * 5;
      expect(Number(row.after.replace('.', '')))
        .withContext(row.item)
        .toBe(expected);
    }
  });

  it('are worked out from a cost to a margin, and show the margin that comes out', async () => {
    const of = await begin({
      basis: { kind: 'cost', cost: 'last' },
      change: { kind: 'margin', percent: '36' },
      rounding: null,
    });
    const rows = (await rowsOf(of)).filter(({ after, cost }) => after !== null && cost !== null);
    expect(rows.length).toBeGreaterThan(5);
    for (const { item, after, cost, costKind, margin } of rows) {
      expect(costKind).toBe('last');
      // cost / 0.64 to the cent, within half a cent
      expect(Math.abs(Number(after) - Number(cost) / 0.64))
        .withContext(item)
        .toBeLessThan(0.00501);
      expect(Math.abs(Number(margin) - 36)).toBeLessThan(1);
    }
    const without = await rowsOf(of, '&only=withoutCost');
    expect(without.every(({ after, remark }) => after === null && remark !== null)).toBeTrue();
    expect(of.totals.withoutCost).toBe(without.length);
  });

  it('are sorted, searched and narrowed; what is empty comes last', async () => {
    const of = await begin({ goods: {} });
    const falling = await rowsOf(of, '&sort=margin&descending=true');
    const margins = falling.flatMap(({ margin }) => (margin === null ? [] : [Number(margin)]));
    expect(margins).toEqual([...margins].sort((a, b) => b - a));
    expect(falling.at(-1)?.margin).toBeNull();
    const found = await rowsOf(of, '&text=tidewater');
    expect(found.length).toBeGreaterThan(0);
    expect(found.every(({ name }) => name.toLowerCase().includes('tidewater'))).toBeTrue();
  });

  it('take what is typed of one price: a margin, a percent, the price itself', async () => {
    const of = await begin();
    const priced = (await rowsOf(of)).filter(({ cost, fixed }) => cost !== null && !fixed);
    const [one, other, third] = priced;
    if (!one || !other || !third) throw new Error('there are some');
    const answer = (
      await decide(
        of,
        { row: one.row, typed: { kind: 'margin', percent: '40' } },
        { row: other.row, typed: { kind: 'price', price: '12.34' } },
        { row: third.row, leftOut: true },
      )
    ).as<RepricedAnswer>();
    const [margined, typed, left] = answer.rows;
    // cost / 0.60, then to five cents
    const exact = Number(one.cost) / 0.6;
    expect(Math.abs(Number(margined?.after) - exact)).toBeLessThan(0.0251);
    expect(margined?.typed).toEqual({ kind: 'margin', percent: '40' });
    expect(typed?.after).toBe('12.34'); // typed to the cent: no rule makes it round
    expect(left?.leftOut).toBeTrue();
    expect(answer.priceChange.revision).toBe(of.revision + 1);
    expect(answer.priceChange.totals.leftOut).toBe(of.totals.leftOut + 1);

    const again = await browser.ask('PUT', `/price-changes/${of.id}`, {
      content: { ...CONTENT, change: { kind: 'percent', percent: '9' } },
      revision: answer.priceChange.revision,
    });
    expect(again.status).toBe(200);
    expect((await rowOf(of, other.item)).after).toBe('12.34');
    expect((await rowOf(of, third.item)).leftOut).toBeTrue();
    const stale = await browser.ask('PUT', `/price-changes/${of.id}/rows`, {
      revision: answer.priceChange.revision, // rows may have other places since
      rows: [{ row: 1, typed: null, leftOut: true }],
    });
    expect(stale.status).toBe(409);
    await decide(of, { row: other.row });
    const back = await rowOf(of, other.item);
    expect(back.typed).toBeNull();
    expect(Number(back.move)).toBeGreaterThan(7);
  });

  it('mark what lies below its cost or below a margin', async () => {
    const of = await begin({
      goods: {},
      leastMargin: '30',
      change: { kind: 'percent', percent: '-45' },
    });
    const below = await rowsOf(of, '&only=belowCost');
    expect(of.totals.belowCost).toBe(below.length);
    expect(below.length).toBeGreaterThan(0);
    expect(below.every(({ after, cost }) => Number(after) < Number(cost))).toBeTrue();
    const thin = await rowsOf(of, '&only=belowMargin');
    expect(thin.every(({ margin }) => Number(margin) < 30)).toBeTrue();
    expect(thin.length).toBeGreaterThanOrEqual(below.length);
  });

  it('go into a draft as one edit and out of it in one step', async () => {
    const of = await begin();
    const answer = await apply(of.id);
    expect(answer.status).toBe(200);
    const applied = answer.as<PriceChangeView>();
    expect(applied.state).toBe('applied');
    const { raised } = of.totals;
    const [draft] = await drafts();
    expect(draft?.edits).toBe(raised);
    expect(applied.draft?.id).toBe(draft?.id);
    const row = (await rowsOf(of)).find(
      ({ before, after, leftOut }) => before !== after && !leftOut,
    );
    const item = (await browser.ask('GET', `/items/${row?.item ?? ''}`)).as<ItemView>();
    expect(item.draft?.content?.find(({ unit }) => unit === null)).toEqual(
      jasmine.objectContaining({ kind: 'own', price: row?.after }),
    );
    expect((await decide(of, { row: row?.row ?? 0, leftOut: true })).status).toBe(409);
    expect((await apply(of.id)).status).toBe(409);
    expect((await browser.ask('DELETE', `/price-changes/${of.id}`)).status).toBe(422);

    const undone = await browser.ask('POST', `/price-changes/${of.id}/undo`, {});
    expect(undone.as<PriceChangeView>().state).toBe('undone');
    expect((await drafts())[0]?.edits).toBe(0);
    expect((await browser.ask('POST', `/price-changes/${of.id}/undo`, {})).status).toBe(422);
    expect((await apply(of.id)).status).toBe(200);
    expect((await drafts())[0]?.edits).toBe(raised);
  });

  it('leave a draft as it was before, whatever it held, while the record grows', async () => {
    const rows = await rowsOf(await begin());
    const held = rows.filter(({ fixed, leftOut }) => !fixed && !leftOut).slice(0, 3);
    for (const { item } of held) {
      const content = [{ kind: 'own', item, unit: null, price: '99.00' }];
      const saved = await browser.ask('PUT', `/edits/basePrice/${item}`, {
        content,
        revision: 0,
        draft: null,
      });
      expect(saved.status).toBe(200);
    }
    const [draft] = await drafts();
    const before = await editsOf(draft?.id ?? '');
    const recorded = async (): Promise<number> =>
      (await browser.ask('GET', '/changes?limit=500')).as<ChangePage>().changes.length;
    const count = await recorded();
    const of = await begin({
      goods: {},
      prices: [{ kind: 'basePrice' }, { kind: 'level', level: TRADE, all: false }],
    });
    expect((await rowOf(of, held[0]?.item ?? '')).before).toBe('99.00'); // as the draft has it
    expect((await apply(of.id)).status).toBe(200);
    expect((await editsOf(draft?.id ?? '')).length).toBeGreaterThan(100);
    await browser.ask('POST', `/price-changes/${of.id}/undo`, {});
    expect(await editsOf(draft?.id ?? '')).toEqual(before);
    expect(await recorded()).toBeGreaterThan(count);
  });

  it('are not undone over what somebody edited since', async () => {
    const of = await begin();
    await apply(of.id);
    const [edit] = await editsOf((await drafts())[0]?.id ?? '');
    await browser.ask('PUT', `/edits/basePrice/${edit?.key ?? ''}`, {
      content: [{ kind: 'own', item: edit?.key, unit: null, price: '1.11' }],
      revision: 1,
      draft: null,
    });
    const refused = await browser.ask('POST', `/price-changes/${of.id}/undo`, {});
    expect(refused.status).toBe(409);
    expect(refused.problem.detail).toContain(edit?.key ?? '');
    expect((await publish()).status).toBe(200);
    const late = await browser.ask('POST', `/price-changes/${of.id}/undo`, {});
    expect(late.status).toBe(200);
  });

  it('are taken back by a draft of their own once they are published, whatever came since', async () => {
    const { item } = (await rowsOf(await begin())).find(({ fixed, before, after }) => {
      return !fixed && before !== null && before !== after;
    }) ?? { item: '' };
    const price = async (): Promise<string | undefined> => {
      const page = (await browser.ask('GET', `/items/${item}`)).as<ItemView>();
      const [own] = page.basePrices.filter(({ unit }) => unit === null);
      return own?.kind === 'own' ? own.price : undefined;
    };
    const before = await price();
    const of = await begin();
    await apply(of.id);
    expect((await publish()).status).toBe(200);
    expect(await price()).not.toBe(before);
    // another version on top stays
    await ruleDesk(browser).published({});
    const undone = await browser.ask('POST', `/price-changes/${of.id}/undo`, {});
    expect(undone.as<PriceChangeView>().state).toBe('undone');
    expect((await drafts()).map(({ name }) => name)).toEqual(['Back from Glazes up']);
    expect((await publish()).status).toBe(200);
    expect(await price()).toBe(before);
    const rules = (await browser.ask('GET', '/rules')).as<{ rules: unknown[] }>();
    expect(JSON.stringify(rules)).toContain('"state":"published"');
  });

  it('are not put into a draft where they would be others than were seen', async () => {
    const of = await begin();
    const [row] = (await rowsOf(of)).filter(({ fixed }) => !fixed);
    await browser.ask('PUT', `/edits/basePrice/${row?.item ?? ''}`, {
      content: [{ kind: 'own', item: row?.item, unit: null, price: '50.00' }],
      revision: 0,
      draft: null,
    });
    const answer = await apply(of.id);
    expect(answer.status).toBe(409);
    expect((await drafts())[0]?.edits).toBe(1);
    const anew = await seen(of.id);
    expect(anew.remark).toContain('computed');
    expect((await rowOf(of, row?.item ?? '')).after).toBe('52.00');
    expect((await apply(of.id)).status).toBe(200);
  });

  it('wait in a draft of their own for their day, and open quotes follow where asked', async () => {
    const quotes = (await browser.ask('GET', '/documents?limit=50')).as<{
      rows: { number: number }[];
    }>();
    expect(quotes.rows.length).toBeGreaterThan(0);
    const of = await begin({ goods: {}, at: '2026-12-01T00:00:00Z', quotes: 'priceAgain' });
    expect(of.quotes.total).toBeGreaterThan(0);
    const [number] = of.quotes.numbers;
    const lines = async (): Promise<DocumentView['priced']> =>
      (await browser.ask('GET', `/documents/${String(number)}`)).as<DocumentView>().priced;
    const before = await lines();
    const applied = (await apply(of.id)).as<PriceChangeView>();
    expect(applied.draft).toEqual(
      jasmine.objectContaining({ name: 'Glazes up', state: 'waiting' }),
    );
    await server.workOff(); // it is not due yet
    expect(await drafts()).toContain(jasmine.objectContaining({ name: 'Glazes up' }));
    await server.moveOn('2026-12-01T00:00:01Z');
    await server.workOff();
    await server.workOff();
    await browser.signIn(); // the session ended meanwhile
    const done = await seen(of.id);
    expect(done.draft?.state).toBe('published');
    expect(done.remark).toContain('priced again');
    expect(await lines()).not.toEqual(before);
  });

  it('wait in no second draft while one holds them', async () => {
    const row = (await rowsOf(await begin())).find(({ fixed }) => !fixed);
    await browser.ask('PUT', `/edits/basePrice/${row?.item ?? ''}`, {
      content: [{ kind: 'own', item: row?.item, unit: null, price: '50.00' }],
      revision: 0,
      draft: null,
    });
    const of = await begin({ at: '2026-12-01T00:00:00Z' });
    const refused = await apply(of.id);
    expect(refused.status).toBe(422);
    expect(refused.problem.detail).toContain(row?.item ?? '');
    expect((await drafts()).length).toBe(1);
    await decide(of, { row: (await rowOf(of, row?.item ?? '')).row, leftOut: true });
    expect((await apply(of.id)).status).toBe(200);
    await browser.ask('POST', `/price-changes/${of.id}/undo`, {});
    expect((await drafts()).map(({ name }) => name)).toEqual(['Draft']);
  });

  it('start from the same prices, whatever breaks and rules are in force', async () => {
    const goods = { category: ['clay'] };
    const bases: readonly PriceChangeContent['basis'][] = [
      { kind: 'present' },
      { kind: 'basePrice' },
      { kind: 'level', level: STUDIOS },
      { kind: 'listPrice' },
      { kind: 'cost', cost: 'last' },
      { kind: 'costTable', table: null },
    ];
    const prices: PriceChangeContent['prices'] = [
      { kind: 'basePrice' },
      { kind: 'level', level: TRADE, all: true },
    ];
    const all = async (): Promise<readonly unknown[]> => {
      const rows: unknown[] = [];
      for (const basis of bases) {
        const of = await begin({ goods, prices, basis, rounding: null });
        for (const { item, level, unit, before, after } of await rowsOf(of)) {
          rows.push([basis.kind, item, level, unit, before, after]);
        }
      }
      return rows;
    };
    const before = await all();
    expect(before.length).toBeGreaterThan(200);
    // 25 % off everything for everybody, by a rule and by a break from the first unit on
    const everything = { kind: 'all' } as const;
    const when = { kind: 'all', of: [{ kind: 'goods', scopes: [everything] }] } as const;
    const effect = { ...GLAZES.effect, percent: '-25' } as typeof GLAZES.effect;
    await ruleDesk(browser).published({ when, effect });
    const quarter = { kind: 'percent', percent: '-25' } as const;
    const tiers = [{ from: '1', adjustment: quarter }];
    const saved = await browser.ask('PUT', `/edits/break/${randomUUID()}`, {
      content: { ...FROM_ONE, scopes: [everything], tiers },
      revision: 0,
      draft: null,
    });
    expect(saved.status).toBe(200);
    expect((await publish()).status).toBe(200);
    expect(await all()).toEqual(before);
  });

  it('copy what one level makes to prices typed on another', async () => {
    const of = await begin({
      goods: { category: ['porcelain'] },
      prices: [{ kind: 'level', level: TRADE, all: true }],
      basis: { kind: 'level', level: STUDIOS },
      change: { kind: 'percent', percent: '0' },
      rounding: null,
    });
    const rows = await rowsOf(of);
    expect(rows.length).toBeGreaterThan(0);
    expect(of.totals.changing).toBe(rows.length); // typed anew, even where it is the same
    await apply(of.id);
    const { draft } = (await browser.ask('GET', `/levels/${TRADE}`)).as<LevelView>();
    const typed = draft?.content?.typedPrices ?? [];
    for (const { item, after } of rows) {
      expect(typed.find((one) => one.item === item && one.minQuantity === '0')?.price)
        .withContext(item)
        .toBe(after ?? undefined);
      const page = (await browser.ask('GET', `/items/${item}`)).as<ItemView>();
      const line = page.levels.find(({ level }) => level === STUDIOS)?.line;
      const price = line?.kind === 'priced' ? line.slices[0]?.unitPrice : null;
      expect(price).withContext(item).toBe(after);
    }
  });

  it('make what a cost table makes of its items their base prices', async () => {
    const tables = (await browser.ask('GET', '/cost-tables')).as<CostTableList>().tables;
    let compared = 0;
    for (const { id, content } of tables) {
      const question = { content, withoutCost: false, offset: 0, limit: 500 };
      const answer = await browser.ask('POST', `/cost-tables/${id}/items`, question);
      const made = new Map(
        answer.as<TableItemsPage>().rows.map(({ item, price }) => [item, price]),
      );
      if (content.currency !== 'EUR') continue;
      const of = await begin({
        goods: {},
        basis: { kind: 'costTable', table: id },
        change: { kind: 'percent', percent: '0' },
        rounding: null,
      });
      for (const { item, unit, after, remark } of await rowsOf(of)) {
        const facts = (await browser.ask('GET', `/items/${item}`)).as<ItemView>();
        if (!made.has(item) || unit !== facts.unit) continue;
        expect(after)
          .withContext(item)
          .toBe(made.get(item) ?? null);
        if (after !== null) compared += 1;
        else expect(remark).not.toBeNull();
      }
      const outside = (await rowsOf(of)).find(({ remark }) =>
        remark?.includes('does not take it in'),
      );
      expect(outside?.after ?? null).toBeNull();
      if (compared > 5) break;
    }
    expect(compared).toBeGreaterThan(0);
  });

  it('leave shared prices alone, and what a cost table keeps unless it is asked for', async () => {
    const of = await begin({ goods: {} });
    const rows = await rowsOf(of);
    const shared = rows.find(({ fixed }) => fixed);
    expect(shared?.remark).toContain('Basics');
    expect((await decide(of, { row: shared?.row ?? 0 })).status).toBe(422);
    const saved = rows.find(({ remark }) => remark?.includes('cost table'));
    expect(saved?.leftOut).toBeTrue();
    const answer = (await decide(of, { row: saved?.row ?? 0 })).as<RepricedAnswer>();
    expect(answer.rows[0]?.leftOut).toBeFalse();
  });

  it('are given out as a file with everything that was looked at', async () => {
    const of = await begin();
    const answer = await browser.ask('GET', `/files/price-changes/${of.id}?format=csv&sort=move`);
    expect(answer.status).toBe(200);
    expect(String(answer.headers['content-disposition'])).toContain('prices-glazes-up.csv');
    const xlsx = await browser.ask('GET', `/files/price-changes/${of.id}?format=xlsx`);
    expect(xlsx.type).toContain('spreadsheetml');
  });

  it('refuse what makes no sense, with the reason', async () => {
    const wrong: readonly (readonly [Partial<PriceChangeContent>, string])[] = [
      [{ change: { kind: 'margin', percent: '30' } }, 'start from a cost'],
      [{ basis: { kind: 'cost', cost: null }, change: { kind: 'margin', percent: '100' } }, '99'],
      [{ prices: [] }, 'which prices'],
      [{ prices: [{ kind: 'level', level: CONTENT_OF_NOBODY, all: true }] }, 'no such level'],
      [{ basis: { kind: 'level', level: CONTENT_OF_NOBODY } }, 'no such level'],
      [{ name: ' ' }, 'name'],
    ];
    for (const [changes, sentence] of wrong) {
      const answer = await browser.ask('POST', '/price-changes', { ...CONTENT, ...changes });
      expect(answer.status).withContext(sentence).toBe(422);
      expect(answer.problem.detail).toContain(sentence);
    }
    const nothing = await begin({ change: { kind: 'percent', percent: '0' }, rounding: null });
    expect((await apply(nothing.id)).problem.detail).toContain('No price would change');
    const past = await begin({ at: '2026-11-01T00:00:00Z' });
    expect((await apply(past.id)).problem.detail).toContain('has passed');
    expect((await drafts()).length).toBe(0);
  });

  it('are changed by nobody but who prepares them', async () => {
    const of = await begin();
    const other = await server.signedIn('tom@saltmarsh.example');
    expect(
      (await other.ask('GET', `/price-changes/${of.id}`)).as<PriceChangeView>().own,
    ).toBeFalse();
    const body = { revision: of.revision, draft: null };
    expect((await other.ask('POST', `/price-changes/${of.id}/apply`, body)).status).toBe(403);
    expect((await browser.ask('DELETE', `/price-changes/${of.id}`)).status).toBe(204);
    expect((await browser.ask('GET', `/price-changes/${of.id}`)).status).toBe(404);
  });
});

const CONTENT_OF_NOBODY = '5b0e7a52-93a1-4c55-8d3e-000000000000';
