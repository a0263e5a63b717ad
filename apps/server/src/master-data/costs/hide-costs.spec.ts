import type {
  DraftRow,
  LevelView,
  PurchaseOrderView,
  DocumentView,
  PriceChangeView,
} from '@honest-ledger/contracts';
import { DEMO_COST_TABLES } from '../../app/demo/cost-tables';
import { percentEntry } from '../../testing/levels';
import { GLAZES, ruleDesk } from '../../testing/rules';
import { testServer, type Browser, type TestServer } from '../../testing/test-server';
import { hidden } from './hide-costs';

const LEVEL = '5b0e7a52-93a1-4c55-8d3e-2f6c1f0a7b01';
const ITEM = 'TL-0042';

const BREAK = '3b9e5d70-6a1c-4f28-8c43-9e0d7f5a2b99';
const BREAK_OF_COST = {
  name: 'Near its cost',
  currency: 'EUR',
  scopes: [{ kind: 'item', item: 'TL-0043' }],
  basis: { kind: 'cost', cost: 'last' },
  always: true,
  tiers: [{ from: '10', adjustment: { kind: 'multiplier', factor: '1.1' } }],
};

const RULE = '3b9e5d70-6a1c-4f28-8c43-9e0d7f5a2b98';
const RULE_OF_MARGIN = {
  ...GLAZES,
  name: 'Room enough',
  trigger: { kind: 'code', code: 'ROOM' },
  when: {
    kind: 'number',
    fact: { kind: 'margin' },
    comparison: { kind: 'atLeast', value: '99' },
  },
};

/** Prices changed together to a margin, which says what they cost; they come to the record. */
async function reprice(browser: Browser): Promise<void> {
  const content = {
    name: 'By margin',
    goods: { category: 'modelling' },
    prices: [{ kind: 'basePrice' }],
    basis: { kind: 'cost', cost: 'last' },
    change: { kind: 'margin', percent: '36' },
    rounding: null,
    leastMargin: null,
    at: null,
    quotes: 'leave',
  };
  const made = (await browser.ask('POST', '/price-changes', content)).as<PriceChangeView>();
  const { id, revision } = made;
  const applied = await browser.ask('POST', `/price-changes/${id}/apply`, {
    revision,
    draft: null,
  });
  expect(applied.status).toBe(200);
}

/** An order at the costs of a supplier; it comes to the record, too. */
async function order(browser: Browser): Promise<void> {
  const lines = [{ item: ITEM, quantity: '3', unit: null }];
  const content = { supplier: 'ferrybridge', day: '2026-11-24', note: '', lines };
  const made = (await browser.ask('POST', '/purchase-orders', content)).as<PurchaseOrderView>();
  const path = `/purchase-orders/${String(made.number)}/place`;
  expect((await browser.ask('POST', path, { revision: made.revision })).status).toBe(200);
}

/** Everything that the roles without costs may read. */
const READS = [
  '/items?limit=500',
  `/items/${ITEM}`,
  '/items/TL-0048',
  '/goods-groups',
  '/customers/C1001',
  '/customers/C1001/prices?limit=500',
  '/levels',
  `/levels/${LEVEL}`,
  '/basics',
  '/breaks',
  '/rules',
  '/agreements?segment=schools',
  '/versions/1',
  '/versions/2',
  '/documents/1001',
  '/documents/1001/document',
  '/documents/1001/again',
  '/last-prices?item=CL-0207',
  '/documents/1001/transition?into=order',
  '/changes',
  '/find?text=ribbon',
  '/files/customers/C1001/prices',
  `/files/levels/${LEVEL}/prices`,
];

describe('costs that somebody may not see', () => {
  let server: TestServer;
  let pricing: Browser;
  beforeAll(async () => {
    server = await testServer();
    pricing = await server.signedIn();
    // a level that starts from a cost, in force and edited once more
    const { published } = (await pricing.ask('GET', `/levels/${LEVEL}`)).as<LevelView>();
    const entry = {
      ...percentEntry('tool', '0', { kind: 'item', item: ITEM }),
      basis: { kind: 'cost', cost: 'last' },
    };
    const content = { ...published, entries: [entry, ...(published?.entries ?? [])] };
    const path = `/edits/level/${LEVEL}`;
    await pricing.ask('PUT', path, { content, revision: 0, draft: null });
    // and a rule that asks for a margin
    await pricing.ask('PUT', `/edits/rule/${RULE}`, {
      content: RULE_OF_MARGIN,
      revision: 0,
      draft: null,
    });
    const [draft] = (await pricing.ask('GET', '/drafts')).as<DraftRow[]>();
    const revision = draft?.revision ?? 0;
    await pricing.ask('POST', `/drafts/${draft?.id ?? ''}/publish`, { revision, note: '' });
    await pricing.ask('PUT', path, {
      content: { ...content, name: 'Anew' },
      revision: 0,
      draft: null,
    });
    // and a break that is reckoned on one
    await pricing.ask('PUT', `/edits/break/${BREAK}`, {
      content: BREAK_OF_COST,
      revision: 0,
      draft: null,
    });
    await reprice(pricing);
    await order(pricing);
    const [table] = DEMO_COST_TABLES;
    await pricing.ask('PUT', `/edits/costTable/${table?.id ?? ''}`, {
      content: { ...table?.content, fees: { percent: '1', fixed: '0' } },
      revision: 0,
      draft: null,
    });
  });
  afterAll(() => server.stop());

  /** Words that only costs bring into an answer, with what they may stand for elsewhere taken out. */
  function tells(text: string): string[] {
    const plain = text
      .replaceAll('"cost":null', '')
      .replaceAll('"id":"fees"', '') // an entry of the demo's levels, for items that are a fee
      .replaceAll(/"(costs|purchaseCosts|costTables)":\[\]/g, '')
      .replaceAll(/"costKinds":\[[^\]]*\]/g, '')
      .replaceAll(/"costOrder":\[[^\]]*\]/g, '')
      .replaceAll(/"kind":"(costs|costTable|fromCost)"/g, '');
    return (
      plain.match(
        /"(cost|costs|costTable|byCost|markup|margin|multiplier|purchaseCosts|fees|tableFees|pieceCharges?|tableRounding|totals)"/g,
      ) ?? []
    );
  }

  for (const email of ['noor@saltmarsh.example', 'otto@saltmarsh.example']) {
    it(`are in no answer to ${email}`, async () => {
      const browser = await server.signedIn(email);
      const [draft] = (await browser.ask('GET', '/drafts')).as<DraftRow[]>();
      const asked = [...READS, `/drafts/${draft?.id ?? ''}`];
      for (const path of asked) {
        const answer = await browser.ask('GET', path);
        expect(answer.status).withContext(path).toBe(200);
        if (answer.type.includes('json')) {
          expect(tells(JSON.stringify(answer.as<unknown>())))
            .withContext(path)
            .toEqual([]);
        }
      }
      expect((await browser.ask('GET', `/breaks/${BREAK}`)).status).toBe(404);
      for (const path of [
        `/items/${ITEM}/costs`,
        '/cost-tables',
        '/versions/1/setup',
        '/price-changes',
        '/purchase-orders',
      ]) {
        expect((await browser.ask('GET', path)).status)
          .withContext(path)
          .toBe(403);
      }
    });
  }

  it('are not told by a rule that asks for a margin', async () => {
    const quote = await ruleDesk(pricing).quote('2', { codes: ['ROOM'] });
    expect(JSON.stringify(quote.outcome.codes)).toContain('"margin"');
    const seller = await server.signedIn('noor@saltmarsh.example');
    const seen = await seller.ask('GET', `/documents/${String(quote.number)}`);
    expect(tells(JSON.stringify(seen.as()))).toEqual([]);
    expect(JSON.stringify(seen.as<DocumentView>().outcome.codes)).toContain('"unmet":[]');
    expect((await seller.ask('GET', `/rules/${RULE}`)).status).toBe(404);
    const on = { kind: 'document', number: quote.number };
    const body = { content: RULE_OF_MARGIN, on, at: null };
    expect((await seller.ask('POST', `/rules/${RULE}/try`, body)).status).toBe(404);
  });

  it('are there for who may see them', async () => {
    const answer = await pricing.ask('GET', `/items/${ITEM}`);
    expect(tells(JSON.stringify(answer.as<unknown>()))).not.toEqual([]);
  });

  it('make the same prices: the server alone prices quotes that reach them', async () => {
    const seller = await server.signedIn('noor@saltmarsh.example');
    const { number } = (
      await pricing.ask('POST', '/documents', { customer: 'C1001' })
    ).as<DocumentView>();
    const begun = (await pricing.ask('GET', `/documents/${String(number)}`)).as<DocumentView>();
    const { customer, title, outlet, currency, revision } = begun;
    const lines = [ITEM, 'TL-0048'].map((item, place) => ({
      id: `00000000-0000-4000-8000-00000000000${String(place)}`,
      item,
      quantity: '2',
    }));
    const saved = await pricing.ask('PUT', `/documents/${String(number)}`, {
      customer,
      title,
      outlet,
      currency,
      level: LEVEL,
      lines,
      revision,
    });
    const whole = saved.as<DocumentView>();
    const seen = (await seller.ask('GET', `/documents/${String(number)}`)).as<DocumentView>();
    expect(seen.outcome.total).toBe(whole.outcome.total);
    expect(whole.pricing.setup).not.toBeNull();
    expect(seen.pricing.setup).toBeNull();
    const sources = seen.priced.flatMap((line) =>
      line.kind === 'priced' ? line.slices.map(({ steps }) => steps[0]?.source.kind) : [],
    );
    expect(sources).toEqual(['fromCost', 'fromCost']);
  });

  it('are not told by a level of one’s own making', async () => {
    const reader = await server.signedIn('otto@saltmarsh.example');
    const { published } = (await pricing.ask('GET', `/levels/${LEVEL}`)).as<LevelView>();
    const bare = { ...published, entries: [], rounding: null };
    const probing = {
      ...bare,
      entries: [
        { ...percentEntry('x', '0', { kind: 'all' }), basis: { kind: 'cost', cost: 'last' } },
      ],
    };
    const ask = (content: unknown) =>
      reader.ask('POST', `/levels/${LEVEL}/bench`, {
        content,
        item: 'TL-0043',
        quantity: '1',
        unit: null,
        customer: null,
        day: null,
      });
    const [probed, plain] = [await ask(probing), await ask(bare)];
    expect(probed.status).toBe(200);
    expect(probed.as<unknown>()).toEqual(plain.as<unknown>());
  });

  it('are not told by a quantity break of one’s own making', async () => {
    const reader = await server.signedIn('otto@saltmarsh.example');
    const ask = (id: string) =>
      reader.ask('POST', `/breaks/${id}/try`, {
        content: {
          ...BREAK_OF_COST,
          tiers: [{ from: '1', adjustment: { kind: 'percent', percent: '0' } }],
        },
        item: 'TL-0043',
        customer: null,
        quantities: ['1'],
      });
    expect((await ask(BREAK)).status).toBe(404);
    const other = await ask('3b9e5d70-6a1c-4f28-8c43-9e0d7f5a2b10');
    const { rows } = other.as<{
      readonly rows: readonly { readonly edited: unknown; readonly without: unknown }[];
    }>();
    expect(rows[0]?.edited).toEqual(rows[0]?.without);
  });
});

describe('what is hidden of floors', () => {
  const margin = { id: 'a', then: 'hold', least: { kind: 'margin', percent: '12' } };
  const amount = { id: 'b', then: 'hold', least: { kind: 'amount', amount: '8', currency: 'EUR' } };

  it('is those that are margins, and nothing of those by which others are priced the same', () => {
    expect(hidden({ floors: [margin, amount] })).toEqual({ floors: [amount] });
  });

  it('is how far goods are below a margin, and that one could not be tested', () => {
    const guard = { kind: 'floor', item: 'A', missing: '1.00', untested: null };
    const unknown = { ...guard, least: null, missing: null };
    expect(hidden({ ...guard, least: margin.least })).toEqual(unknown);
    const untested = { ...guard, least: margin.least, missing: null, untested: 'cost' };
    expect(hidden(untested)).toEqual(unknown);
    // an amount may be tested together with a margin, by which the cost would follow
    expect(hidden({ ...guard, least: amount.least })).toEqual(unknown);
  });
});
