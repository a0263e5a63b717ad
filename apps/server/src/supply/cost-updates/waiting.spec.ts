import type {
  DraftRow,
  DraftView,
  FollowRule,
  CostUpdateRowPage,
  WaitingPage,
  WaitingPrice,
  Weighed,
} from '@honest-ledger/contracts';
import { readPriceFile, takePriceFileIn } from '../../testing/cost-updates';
import { testServer, type Answer, type Browser, type TestServer } from '../../testing/test-server';

describe('prices that wait', () => {
  let server: TestServer;
  let browser: Browser;
  let first: WaitingPrice;
  let second: WaitingPrice;
  beforeEach(async () => {
    server = await testServer();
    browser = await server.signedIn();
    await takePriceFileIn(server, browser, 'sku,cost\nTL-0042,6\nTL-0043,9\nTL-0044,5\n');
    const { rows } = await waiting('move');
    const [one, other] = rows;
    if (!one || !other) throw new Error('three wait');
    [first, second] = [one, other];
  });
  afterEach(() => server.stop());

  const waiting = async (sort = 'costUpdate'): Promise<WaitingPage> =>
    (await browser.ask('GET', `/waiting-prices?sort=${sort}`)).as<WaitingPage>();
  const decide = (ids: number[], decision: string, prices = {}): Promise<Answer> =>
    browser.ask('POST', '/waiting-prices/decide', { ids, decision, prices, draft: null });
  const takeBack = (...ids: number[]): Promise<Answer> =>
    browser.ask('POST', '/waiting-prices/take-back', { ids });
  const drafted = async (): Promise<Map<string, unknown>> => {
    const [draft] = (await browser.ask('GET', '/drafts')).as<DraftRow[]>();
    const view = (await browser.ask('GET', `/drafts/${draft?.id ?? ''}`)).as<DraftView>();
    return new Map(view.edits.map(({ key, after }) => [key, after]));
  };

  it('are looked through, the largest move first, with what the margin becomes', async () => {
    const { rows: found, total, marginBefore, marginAfter } = await waiting('move');
    expect(total).toBe(3);
    const moves = found.map(({ price }) => Math.abs(Number(price.move)));
    expect(moves).toEqual(moves.toSorted((a, b) => b - a));
    expect(Number(marginAfter)).toBeGreaterThan(Number(marginBefore));
  });

  it('come cost update by cost update, the latest first, and by item where asked', async () => {
    server.clock.now = new Date(server.clock.now.getTime() + 60_000);
    await takePriceFileIn(server, browser, 'sku,cost\nTL-0045,9\n');
    const { rows } = await waiting();
    const [latest, ...others] = rows;
    expect(latest?.item).toBe('TL-0045');
    expect(others.every(({ costUpdate }) => costUpdate === first.costUpdate)).toBeTrue();
    const sizes = others.map(({ price }) => Math.abs(Number(price.move)));
    expect(sizes).toEqual(sizes.toSorted((one, other) => other - one));
    const items = (await waiting('item')).rows.map(({ item }) => item);
    expect(items).toEqual(items.toSorted());
  });

  it('are weighed before they are decided on: the chosen, and all with them', async () => {
    const all = await waiting();
    const weigh = async (ids: number[], prices = {}): Promise<Weighed> =>
      (await browser.ask('POST', '/waiting-prices/weigh', { ids, prices })).as<Weighed>();
    const one = await weigh([first.id]);
    expect([one.count, one.marginBefore, one.marginAfter]).toEqual([
      1,
      first.price.marginBefore,
      first.price.marginAfter,
    ]);
    expect(Number(one.allAfter)).toBeGreaterThan(Number(all.marginBefore));
    expect(Number(one.allAfter)).toBeLessThan(Number(all.marginAfter));
    const whole = await weigh(all.rows.map(({ id }) => id));
    expect([whole.marginBefore, whole.marginAfter]).toEqual([all.marginBefore, all.marginAfter]);
    expect(whole.allAfter).toBe(all.marginAfter);
    // at twice its cost a price has a margin of 50 %
    const doubled = String(Number(first.newCost) * 2);
    expect((await weigh([first.id], { [first.id]: doubled })).marginAfter).toBe('50.0');
  });

  it('go into the draft once accepted, at another price where one is typed', async () => {
    const answer = await decide([first.id, second.id], 'accept', { [first.id]: '11.11' });
    expect(answer.as<WaitingPage>().total).toBe(1);
    const edits = await drafted();
    expect(edits.get(first.item)).toEqual([
      { kind: 'own', item: first.item, unit: null, price: '11.11' },
    ]);
    expect(edits.size).toBe(2);
    expect((await decide([first.id], 'refuse')).status).toBe(409);
  });

  it('are let be once refused, and left out from now on', async () => {
    await decide([first.id], 'refuse');
    await decide([second.id], 'leaveOut');
    expect((await waiting()).total).toBe(1);
    const content = `sku,cost\n${first.item},7.77\n${second.item},7.77\n`;
    const { id } = await readPriceFile(server, browser, content);
    const page = (await browser.ask('GET', `/cost-updates/${id}/rows`)).as<CostUpdateRowPage>();
    expect(page.rows.map(({ price }) => price?.follows)).toEqual(['waits', 'stays']);
  });

  it('wait again as they did once a decision is taken back', async () => {
    const before = await waiting('item');
    const rules = async (): Promise<FollowRule[]> =>
      (await browser.ask('GET', '/follow-rules')).as<FollowRule[]>();
    const rulesBefore = await rules();
    await decide([first.id], 'accept', { [first.id]: '11.11' });
    await decide([second.id], 'leaveOut');
    expect((await takeBack(first.id)).status).toBe(204);
    expect((await takeBack(second.id)).status).toBe(204);
    expect(await waiting('item')).toEqual(before);
    expect((await drafted()).size).toBe(0);
    expect(await rules()).toEqual(rulesBefore);
    expect((await takeBack(first.id)).status).toBe(409);
  });

  it('are not taken back over what somebody made of the price since', async () => {
    await decide([first.id], 'accept');
    const saved = await browser.ask('PUT', `/edits/basePrice/${first.item}`, {
      content: [{ kind: 'own', item: first.item, unit: null, price: '1.23' }],
      revision: 1,
      draft: null,
    });
    expect(saved.status).toBe(200);
    const refused = await takeBack(first.id);
    expect(refused.status).toBe(409);
    expect(refused.problem.detail).toContain(first.item);
    expect((await drafted()).size).toBe(1);
  });

  it('are overtaken by a later cost of the same goods, and then not taken back', async () => {
    await decide([first.id], 'refuse');
    await takePriceFileIn(server, browser, `sku,cost\n${first.item},7\n`);
    const { rows: found } = await waiting();
    expect(found.filter(({ item }) => item === first.item).map(({ newCost }) => newCost)).toEqual([
      '7',
    ]);
    expect((await takeBack(first.id)).problem.detail).toContain('later price');
  });

  it('leave the draft with the cost update that they came of, where somebody says so', async () => {
    const [{ costUpdate } = { costUpdate: '' }] = (await waiting()).rows;
    await decide([first.id], 'accept');
    const asked = await browser.ask('POST', `/cost-updates/${costUpdate}/undo`, {});
    expect(asked.status).toBe(409);
    expect(asked.problem.detail).toContain(first.item);
    expect(asked.problem.current).toEqual({ accepted: [first.item] });
    expect((await drafted()).size).toBe(1);
    const undone = await browser.ask('POST', `/cost-updates/${costUpdate}/undo`, {
      accepted: 'takeOut',
    });
    expect(undone.status).toBe(200);
    expect((await drafted()).size).toBe(0);
    expect((await takeBack(first.id)).status).toBe(409);
  });

  it('wait again once the cost update that overtook them is undone', async () => {
    const before = await waiting();
    const later = await takePriceFileIn(server, browser, `sku,cost\n${first.item},7\n`);
    expect((await waiting()).rows).not.toEqual(before.rows);
    expect((await browser.ask('POST', `/cost-updates/${later}/undo`, {})).status).toBe(200);
    expect(await waiting()).toEqual(before);
  });

  it('stay overtaken where the cost update they came of is undone as well', async () => {
    const [{ costUpdate } = { costUpdate: '' }] = (await waiting()).rows;
    const later = await takePriceFileIn(server, browser, `sku,cost\n${first.item},7\n`);
    expect((await browser.ask('POST', `/cost-updates/${later}/undo`, {})).status).toBe(200);
    expect((await browser.ask('POST', `/cost-updates/${costUpdate}/undo`, {})).status).toBe(200);
    expect((await waiting()).rows).toEqual([]);
  });
});
