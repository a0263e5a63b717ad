import type { WaitingPage } from '@honest-ledger/contracts';
import { problemBody, showScreen, signedIn, type ShownScreen } from '../../testing/screens';
import { WaitingPrices } from './waiting-prices';

const price = {
  follows: 'waits' as const,
  why: null,
  before: '8.80',
  after: '9.25',
  move: '5.1',
  marginBefore: '44.3',
  marginAfter: '47.0',
  markupBefore: '79.6',
  markupAfter: '88.8',
};
const row = (id: number, item: string) => ({
  id,
  costUpdate: 'r',
  supplier: 'Marsh Pits',
  at: '2026-11-24T10:00:00Z',
  item,
  name: `Name of ${item}`,
  currency: 'EUR',
  oldCost: '4.66',
  newCost: '4.90',
  price,
});
const PAGE: WaitingPage = {
  rows: [row(1, 'TL-1'), row(2, 'TL-2')],
  total: 2,
  marginBefore: '44.3',
  marginAfter: '47.0',
};

describe('prices that wait', () => {
  let screen: ShownScreen<WaitingPrices>;
  const list = (page: WaitingPage, sort = 'costUpdate'): Promise<unknown> =>
    screen.answer('GET', `/api/waiting-prices?sort=${sort}&offset=0&limit=100`, page);
  beforeEach(async () => {
    screen = await showScreen(WaitingPrices, {});
    signedIn(screen);
    await screen.settle();
    await list(PAGE);
  });
  const choose = async (item: string): Promise<void> => {
    screen.host.querySelector<HTMLInputElement>(`[aria-label="Choose ${item}"]`)?.click();
    await screen.settle();
  };

  it('are told with cost, price, markup and margin, before and then, and what the mean becomes', () => {
    for (const part of [
      '2 proposed prices',
      '44.3 % as prices are',
      '47.0 % if all are accepted',
      '▴ +5.1 %',
    ]) {
      expect(screen.text()).toContain(part);
    }
  });

  it('are accepted as chosen, at another price where one is typed', async () => {
    await choose('TL-1');
    await screen.type('New price of TL-2', '9,99');
    await screen.press('Accept 2');
    const sent = await screen.answer('POST', '/api/waiting-prices/decide', PAGE);
    expect(sent).toEqual({ ids: [1, 2], decision: 'accept', prices: { 2: '9.99' }, draft: null });
    await list({ rows: [], total: 0, marginBefore: null, marginAfter: null });
    expect(screen.text()).toContain('No proposed prices.');
    screen.server.match(() => true);
  });

  it('are refused, now or from now on', async () => {
    await choose('TL-1');
    await screen.press('Reject and exclude');
    const sent = await screen.answer(
      'POST',
      '/api/waiting-prices/decide',
      problemBody(409, 'Some of these prices wait no more.'),
      409,
    );
    expect(sent).toEqual({ ids: [1], decision: 'leaveOut', prices: {}, draft: null });
    expect(screen.text()).toContain('Some of these prices wait no more.');
    await list(PAGE);
  });

  it('stand under their receipts, and are chosen by them', async () => {
    expect(screen.host.querySelector('tr.group')?.textContent).toContain('Marsh Pits');
    const box = screen.host.querySelector<HTMLInputElement>('tr.group input');
    box?.click();
    await screen.drawn();
    expect(
      await screen.answer('POST', '/api/waiting-prices/weigh', {
        count: 2,
        marginBefore: '44.3',
        marginAfter: '47.0',
        allAfter: '46.1',
      }),
    ).toEqual({ ids: [1, 2], prices: {} });
    expect(screen.text()).toContain('47.0 % accepted; of all proposed then 46.1 %');
    box?.click();
    await screen.settle();
    expect(screen.host.querySelector<HTMLButtonElement>('[matButton=filled]')?.disabled).toBeTrue();
  });

  it('wait again where a decision is taken back', async () => {
    await choose('TL-1');
    await screen.press('Reject');
    await screen.answer('POST', '/api/waiting-prices/decide', PAGE);
    await list({ ...PAGE, rows: [row(2, 'TL-2')], total: 1 });
    expect(document.querySelector('mat-snack-bar-container')?.textContent).toContain('Rejected 1.');
    await screen.press('Undo');
    const no = problemBody(409, 'A later price of TL-1 waits by now.');
    expect(await screen.answer('POST', '/api/waiting-prices/take-back', no, 409)).toEqual({
      ids: [1],
    });
    expect(screen.text()).toContain('A later price of TL-1');
    // it is offered again, once the first offer has gone
    const offers = document.getElementsByTagName('mat-snack-bar-container');
    await screen.until(
      () => offers.length === 1 && offers[0]?.textContent.includes('Rejected 1.') === true,
      'the offer to undo it',
    );
    await screen.press('Undo');
    await screen.answer('POST', '/api/waiting-prices/take-back', null);
    await list(PAGE);
    expect(screen.text()).not.toContain('A later price of TL-1');
    screen.server.match(() => true);
  });

  it('are sorted by the size of their move, or by item', async () => {
    await screen.choose('Sort by', 'Largest change first');
    await list(PAGE, 'move');
    expect(screen.host.querySelector('tr.group')).toBeNull();
    await screen.choose('Sort by', 'By item number');
    await list(PAGE, 'item');
  });
});
