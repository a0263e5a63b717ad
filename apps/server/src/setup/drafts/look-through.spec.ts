import type {
  Basics,
  BreakContent,
  CustomerRow,
  DraftRow,
  DraftTrial,
  DraftView,
  LevelSummary,
  ObjectEdit,
  RuleContent,
} from '@honest-ledger/contracts';
import { randomUUID } from 'node:crypto';
import { DEMO_BREAKS } from '../../app/demo/breaks';
import { percentEntry, schoolsContent } from '../../testing/levels';
import { GLAZES } from '../../testing/rules';
import { testServer, type Browser, type TestServer } from '../../testing/test-server';

const EVERYTHING: RuleContent['when'] = {
  kind: 'all',
  of: [{ kind: 'goods', scopes: [{ kind: 'all' }] }],
};
const HALF: RuleContent['effect'] = {
  kind: 'percent',
  percent: '-50',
  of: 'running',
  startsFrom: 'running',
};

describe('the look through a draft', () => {
  let server: TestServer;
  let browser: Browser;
  beforeEach(async () => {
    server = await testServer();
    browser = await server.signedIn();
  });
  afterEach(() => server.stop());

  const save = async (kind: string, content: unknown, key: string = randomUUID()) => {
    const answer = await browser.ask('PUT', `/edits/${kind}/${key}`, {
      content,
      revision: 0,
      draft: null,
    });
    expect(answer.status).withContext(JSON.stringify(answer.as())).toBe(200);
    return key;
  };
  const rule = (changes: Partial<RuleContent>): Promise<string> =>
    save('rule', { ...GLAZES, name: randomUUID(), when: EVERYTHING, effect: HALF, ...changes });
  const draft = async (): Promise<DraftView> => {
    const [open] = (await browser.ask('GET', '/drafts')).as<DraftRow[]>();
    return (await browser.ask('GET', `/drafts/${open?.id ?? ''}`)).as<DraftView>();
  };
  const editOf = async (key: string): Promise<ObjectEdit> => {
    const found = (await draft()).edits.find((one) => one.key === key);
    if (!found) throw new Error(`no edit of ${key}`);
    return found;
  };
  const trial = async (): Promise<DraftTrial> =>
    (await browser.ask('GET', `/drafts/${(await draft()).id}/trial`)).as<DraftTrial>();
  const clay = (changes: Partial<BreakContent>): BreakContent => {
    const [one] = DEMO_BREAKS.filter(({ content }) => content.name === 'Clay by the bag');
    if (!one) throw new Error('the demo has this break');
    return { ...one.content, name: randomUUID(), levels: null, ...changes };
  };

  it('tells what a default level does to customers without a level, and how many those are', async () => {
    const { id } = await cheaper();
    const { settings } = (await browser.ask('GET', '/basics')).as<Basics>();
    await save('settings', { ...settings.published, defaultLevel: id }, 'settings');
    const edit = await editOf('settings');
    expect(edit.asked?.who).toEqual({ kind: 'nobody' });
    expect(edit.moves?.lowered).toBeGreaterThan(200);
    const { rows } = (await browser.ask('GET', '/customers?limit=200')).as<{
      rows: readonly CustomerRow[];
    }>();
    expect(edit.customers).toBeGreaterThan(0);
    expect(edit.customers).toBeLessThan(rows.length);
  });

  /** A new level that takes a tenth off everything. */
  const cheaper = async (): Promise<{ id: string }> => {
    const entries = [percentEntry('all', '-10', { kind: 'all' })];
    const id = await save('level', schoolsContent({ name: 'Tenth', entries, rounding: null }));
    return { id };
  };

  it('compares what a rule gives free by what all the units come to', async () => {
    const key = await rule({
      effect: {
        kind: 'buyAndGet',
        buy: { quantity: 2, scopes: [{ kind: 'all' }] },
        get: { quantity: 1, scopes: [{ kind: 'all' }] },
        offer: { kind: 'percent', percent: '-100' },
        dearest: false,
        most: null,
      },
    });
    const { asked, moves } = await editOf(key);
    expect(asked?.quantities).toEqual(['1', '3']);
    expect(moves?.lowered).toBeGreaterThan(200);
  });

  it('asks for one more where a condition says more than', async () => {
    const more = {
      kind: 'number',
      fact: { kind: 'quantity' },
      comparison: { kind: 'moreThan', value: '10' },
    } as const;
    const key = await rule({ when: { kind: 'all', of: [more] } });
    const { asked, moves } = await editOf(key);
    expect(asked?.quantities).toEqual(['1', '11']);
    expect(moves?.lowered).toBeGreaterThan(200);
  });

  it('says at which quantities a break was compared', async () => {
    const tier = { kind: 'percent', percent: '-10' } as const;
    const key = await save('break', clay({ tiers: [{ from: '3', adjustment: tier }] }));
    const { asked, moves } = await editOf(key);
    expect(asked).toEqual({
      who: { kind: 'nobody' },
      quantities: ['3'],
      outlet: null,
      day: null,
      trigger: null,
    });
    expect(moves?.lowered).toBe(moves?.compared);
  });

  it('compares for whom an edit is meant, at the outlet, on the day and with the code that it asks for', async () => {
    const key = await rule({
      when: { kind: 'all', of: [{ kind: 'segment', segments: ['schools'] }] },
      validity: { days: { from: '2031-03-01', until: null }, weekdays: null, times: null },
      trigger: { kind: 'code', code: 'SPRING31' },
    });
    const { asked, moves } = await editOf(key);
    expect(asked?.who).toEqual(jasmine.objectContaining({ kind: 'segment' }));
    expect([asked?.day, asked?.trigger]).toEqual(['2031-03-01', 'code']);
    expect(moves?.lowered).toBeGreaterThan(200);
  });

  it('blames each edit for its own moves alone', async () => {
    const half = await rule({
      when: { kind: 'all', of: [{ kind: 'segment', segments: ['schools'] }] },
    });
    const whole = await rule({
      effect: { kind: 'subtotal', off: { kind: 'percent', percent: '-5' } },
    });
    expect((await editOf(half)).moves?.lowered).toBeGreaterThan(200);
    // a rule for the document shows on no item: it is tried on documents alone
    const document = await editOf(whole);
    expect([document.moves, document.asked]).toEqual([null, null]);
    const { edits } = await trial();
    const of = (key: string) => edits.find((one) => one.key === key);
    expect(of(whole)?.moved).toBeGreaterThan(0);
    expect(of(half)?.moved).not.toBe(of(whole)?.moved);
  });

  it('tries edits on the documents of the last ninety days, and names those that move most', async () => {
    const key = await rule({
      effect: { kind: 'subtotal', off: { kind: 'percent', percent: '-5' } },
    });
    const { documents, edits, untried } = await trial();
    expect(documents).toBeGreaterThan(40);
    expect(untried).toBe(0);
    const [one] = edits;
    expect(one?.key).toBe(key);
    expect(one?.moved).toBeGreaterThan(30);
    expect(one?.largest.length).toBe(3);
    for (const { before, after } of one?.sums ?? []) {
      expect(Number(after)).toBeLessThan(Number(before));
    }
  });

  it('counts the customers of a level that their segment gives, or that they have for some goods', async () => {
    const { id } = await cheaper();
    await browser.ask('POST', `/drafts/${(await draft()).id}/publish`, {
      revision: (await draft()).revision,
      note: '',
    });
    const holders = async (): Promise<number | undefined> =>
      (await browser.ask('GET', '/levels')).as<LevelSummary[]>().find((one) => one.id === id)
        ?.customers;
    expect(await holders()).toBe(0);
    const all = (await browser.ask('GET', '/customers?limit=500')).as<{
      rows: readonly CustomerRow[];
    }>();
    const plain = all.rows.filter(({ level }) => level === null);
    const code = plain[0]?.segment?.code ?? '';
    const own = plain.filter(({ segment }) => segment?.code === code);
    const list = (await browser.ask('GET', '/lists/segments')).as<
      { code: string; name: string; level: string | null }[]
    >();
    const { name, level } = list.find((one) => one.code === code) ?? { name: '', level: null };
    const saved = await browser.ask('PUT', `/lists/segments/${code}`, {
      seen: { name, level },
      content: { name, level: id },
    });
    expect(saved.status).toBe(204);
    expect(await holders()).toBe(own.length);
    expect(own.length).toBeGreaterThan(0);
  });
});
