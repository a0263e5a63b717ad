import type { TransitionView, DocumentView } from '@honest-ledger/contracts';
import { TestBed } from '@angular/core/testing';
import type { DocumentEditor } from '../editor/document-editor';
import { outcomeOf } from '../../../testing/outcome';
import { LINE, showDocument, view } from '../../../testing/documents';
import { problemBody, type ShownScreen } from '../../../testing/screens';

/** What is asked waits for so long. */
const PAUSE = 340;
const ASK = '/api/documents/1007/transition?into=order';
const TAKE = '/api/documents/1007/transition';

/** The quote's line at another price today. */
function foreseen(changes: Partial<TransitionView> = {}): TransitionView {
  const [promised] = view().priced;
  const [today] = view([{ ...LINE, quantity: '1' }]).priced;
  if (!promised || !today) throw new Error('the line is priced');
  return {
    into: 'order',
    revision: 1,
    differing: [{ id: LINE.id, promised, today }],
    promised: outcomeOf('32.40'),
    kept: outcomeOf('32.40'),
    today: outcomeOf('16.20'),
    priceFingerprint: 'as seen',
    keepsPromise: true,
    ...changes,
  };
}

describe('the step that a document takes', () => {
  let screen: ShownScreen<DocumentEditor>;
  const open = async (changes: Partial<DocumentView> = {}): Promise<void> => {
    screen = await showDocument(view([LINE], changes));
  };
  const kept = (): boolean | undefined =>
    screen.host.querySelector<HTMLInputElement>(
      `[aria-label="Keep the held price of ${LINE.item}"]`,
    )?.checked;

  it('shows what differs and keeps what was promised where the promise still counts', async () => {
    await open();
    await screen.press('Convert to order');
    await screen.answer('GET', ASK, foreseen());
    expect(screen.text()).toContain('One price has changed since they were held');
    expect(kept()).toBe(true);
    await screen.press('Convert quote 1007 to order');
    const order = view([LINE], { kind: 'order', number: 1008 });
    const sent = await screen.answer('POST', TAKE, order);
    expect(sent).toEqual({
      into: 'order',
      revision: 1,
      keep: [LINE.id],
      priceFingerprint: 'as seen',
    });
  });

  it('takes today’s price where somebody says so', async () => {
    await open();
    await screen.press('Convert to order');
    await screen.answer('GET', ASK, foreseen());
    screen.host
      .querySelector<HTMLInputElement>(`[aria-label="Keep the held price of ${LINE.item}"]`)
      ?.click();
    await screen.settle();
    await screen.press('Convert quote 1007 to order');
    const sent = await screen.answer('POST', TAKE, view([LINE], { kind: 'order', number: 1008 }));
    expect((sent as { keep: unknown }).keep).toEqual([]);
  });

  it('says so where nothing differs, and goes away when it is not wanted', async () => {
    await open();
    await screen.press('Convert to sale');
    const none = foreseen({ into: 'sale', differing: [] });
    await screen.answer('GET', '/api/documents/1007/transition?into=sale', none);
    expect(screen.text()).toContain('Every price is as held');
    await screen.press('Cancel');
    expect(screen.text()).not.toContain('Every price is as held');
  });

  it('shows the prices anew where they moved meanwhile, and says why it is refused', async () => {
    await open();
    await screen.press('Convert to order');
    await screen.answer('GET', ASK, foreseen({ differing: [] }));
    await screen.press('Convert quote 1007 to order');
    const body = problemBody(409, 'others', { current: foreseen() });
    await screen.answer('POST', TAKE, body, 409);
    expect(screen.text()).toContain('Prices changed since you looked');
    await screen.press('Convert quote 1007 to order');
    await screen.answer('POST', TAKE, problemBody(409, 'Order 1008 was made already.'), 409);
    expect(screen.text()).toContain('Order 1008 was made already.');
  });

  it('is none for a posted sale, of which nothing is edited', async () => {
    await open({ kind: 'sale', state: 'posted', settledAt: '2026-11-24T14:40:00Z' });
    expect(screen.text()).toContain('Sale 1007');
    expect(screen.text()).toContain('posted');
    for (const lapsed of ['Post', 'Convert to sale', `Remove ${LINE.item}`]) {
      const names = [...screen.host.querySelectorAll('button')].map(
        (one) => one.getAttribute('aria-label') ?? one.textContent.trim(),
      );
      expect(names).not.toContain(lapsed);
    }
  });

  it('is computed again to the cent, and a difference is a fault that is told', async () => {
    await open({ kind: 'sale', state: 'posted', settledAt: '2026-11-24T14:40:00Z' });
    await screen.press('Verify prices');
    await screen.quiet(PAUSE);
    const same = {
      version: 2,
      pricedAt: '2026-11-24T14:32:00Z',
      modelVersion: 8,
      pricedBy: 8,
      differing: [],
      whole: null,
    };
    await screen.answer('GET', '/api/documents/1007/again', same);
    expect(screen.text()).toContain('every price, all workings and the total come out the same');
  });

  it('says where a line comes out otherwise: by another engine, or by a fault of this one', async () => {
    for (const [pricedBy, said] of [
      [7, 'priced by model version 7, and this is 8'],
      [8, 'That is a fault of Honest Ledger'],
    ] as const) {
      await open({ kind: 'sale', state: 'posted', settledAt: '2026-11-24T14:40:00Z' });
      await screen.press('Verify prices');
      await screen.quiet(PAUSE);
      const { differing, promised, today } = foreseen();
      const whole = { promised, today };
      const other = { version: 2, pricedAt: '2026-11-24T14:32:00Z', modelVersion: 8, pricedBy };
      await screen.answer('GET', '/api/documents/1007/again', { ...other, differing, whole });
      expect(screen.text()).toContain(said);
      expect(screen.text()).toContain('1 line, the total (16.20, not 32.40)');
      TestBed.resetTestingModule();
    }
  });

  it('is taken back for an order', async () => {
    await open({ kind: 'order', state: 'confirmed', settledAt: '2026-11-24T14:40:00Z' });
    await screen.press('Cancel the order');
    const order = view([LINE], { kind: 'order', state: 'cancelled' });
    const sent = await screen.answer('POST', '/api/documents/1007/cancel', order);
    expect(sent).toEqual({ revision: 1 });
  });
});
