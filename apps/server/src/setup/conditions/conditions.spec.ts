import type {
  ConditionSummary,
  ConditionView,
  GoodsGroups,
  RuleAnswer,
} from '@honest-ledger/contracts';
import { randomUUID } from 'node:crypto';
import { GLAZES, refusedIn, ruleDesk, rulesIn, type RuleDesk } from '../../testing/rules';
import { testServer, type Answer, type Browser, type TestServer } from '../../testing/test-server';

const atLeast = (value: string) => ({
  kind: 'number' as const,
  fact: { kind: 'quantity' as const },
  comparison: { kind: 'atLeast' as const, value },
});

describe('conditions that are saved under a name', () => {
  let server: TestServer;
  let browser: Browser;
  let desk: RuleDesk;
  const id = randomUUID();
  beforeEach(async () => {
    server = await testServer();
    browser = await server.signedIn();
    desk = ruleDesk(browser);
  });
  afterEach(() => server.stop());

  const save = (content: unknown, key = id, revision = 0): Promise<Answer> =>
    browser.ask('PUT', `/edits/condition/${key}`, { content, revision, draft: null });
  const saved = { ...GLAZES, when: { kind: 'saved', condition: id } };
  const all = async (by = browser): Promise<ConditionSummary[]> =>
    (await by.ask('GET', '/conditions')).as<ConditionSummary[]>();

  it('are used by several rules, which follow them from the next version on', async () => {
    expect((await save({ name: 'Three or more', when: atLeast('3') })).status).toBe(200);
    expect((await desk.save(saved, randomUUID())).status).toBe(200);
    const other = { ...saved, name: 'More of it', place: 1 };
    await desk.save(other, randomUUID());
    const [drafted] = (await all()).filter((one) => one.id === id);
    expect([drafted?.state, drafted?.rules]).toEqual(['new', ['Glaze days', 'More of it']]);
    await desk.publish();
    expect(rulesIn(await desk.quote('3'))).toEqual(['Glaze days', 'More of it']);
    expect(rulesIn(await desk.quote('2'))).toEqual([]);
    await save({ name: 'Two or more', when: atLeast('2') });
    await desk.publish();
    expect(rulesIn(await desk.quote('2'))).toEqual(['Glaze days', 'More of it']);
    const view = (await browser.ask('GET', `/conditions/${id}`)).as<ConditionView>();
    expect(view.published?.name).toBe('Two or more');
    const groups = (await browser.ask('GET', '/goods-groups')).as<GoodsGroups>();
    expect(groups.savedConditions.find(({ code }) => code === id)?.name).toBe('Two or more');
  });

  it('are tried with the rule, test by test', async () => {
    await save({ name: 'Three or more', when: atLeast('3') });
    const { number } = await desk.quote('2');
    const body = { content: saved, on: { kind: 'document', number }, at: null };
    const answer = (await browser.ask('POST', `/rules/${randomUUID()}/try`, body)).as<RuleAnswer>();
    expect(answer.lines[0]?.tests.map(({ holds, actual }) => [holds, actual])).toEqual([
      [false, '2'],
    ]);
  });

  it('are not withdrawn while a rule uses them, and exist where a rule names them', async () => {
    await save({ name: 'Three or more', when: atLeast('3') });
    const rule = randomUUID();
    await desk.save(saved, rule);
    await desk.publish();
    const used = await save(null);
    expect(used.problem.detail).toContain('The rule Glaze days uses it');
    await desk.save(null, rule);
    expect((await save(null)).status).toBe(200);
    await desk.publish();
    expect((await browser.ask('GET', `/conditions/${id}`)).status).toBe(404);
    expect(refusedIn(await desk.save(saved, randomUUID()))).toBe(
      'content.when.condition: There is no such saved condition',
    );
  });

  it('are refused with what is wrong: their goods, their names, others within them', async () => {
    const goods = { kind: 'goods', scopes: [{ kind: 'brand', brand: 'nobody' }] };
    expect(refusedIn(await save({ name: 'Odd', when: goods }))).toContain(
      'content.when.scopes[0]: ',
    );
    expect(refusedIn(await save({ name: '', when: atLeast('3') }))).toContain('name');
    await save({ name: 'Three or more', when: atLeast('3') });
    const twice = await save({ name: 'three or MORE', when: atLeast('4') }, randomUUID());
    expect(refusedIn(twice)).toContain('name');
    const within = await save(
      { name: 'Within', when: { kind: 'all', of: [saved.when] } },
      randomUUID(),
    );
    expect(refusedIn(within)).toContain('a saved condition names no other one');
  });

  it('that ask for a cost are hidden from who may not see costs', async () => {
    const margin = { ...atLeast('20'), fact: { kind: 'margin' } };
    await save({ name: 'Room enough', when: margin });
    await desk.publish();
    expect((await all()).map((one) => one.id)).toContain(id);
    const seller = await server.signedIn('noor@saltmarsh.example');
    expect((await all(seller)).map((one) => one.id)).not.toContain(id);
    expect((await seller.ask('GET', `/conditions/${id}`)).status).toBe(404);
  });
});
