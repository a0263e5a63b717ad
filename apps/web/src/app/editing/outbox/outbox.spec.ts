import { TestBed } from '@angular/core/testing';
import type { PurchaseOrderContent } from '@honest-ledger/contracts';
import { sessionActions } from '../../shared/session/session.feature';
import { decide, problemBody, showScreen, signedIn, type ShownScreen } from '../../testing/screens';
import { outboxActions, outboxFeature } from './outbox.feature';
import { OutboxStorage } from './outbox-storage';
import type { Parcel } from './parcel';
import { UnsentNotice } from './unsent-notice';
import { PAUSES } from '../../shared/requests/pauses';

const content: PurchaseOrderContent = { supplier: 'pits', day: '2026-11-24', note: '', lines: [] };
const URL = '/api/purchase-orders/7';
const parcel = (note = 'Ring first', revision = 3): Parcel => ({
  id: 'purchaseOrder 7',
  name: 'Purchase order 7',
  address: '/purchase-orders/7',
  request: { way: 'object', url: URL },
  content: { ...content, note },
  revision,
});

describe('edits whose screen was left before the server had them', () => {
  let screen: ShownScreen<UnsentNotice>;
  beforeEach(async () => {
    screen = await showScreen(UnsentNotice, {});
    signedIn(screen);
    await screen.settle();
  });
  const parcels = () => screen.store.selectSignal(outboxFeature.selectParcels)();
  const post = async (one = parcel(), onItsWay = false): Promise<void> => {
    screen.store.dispatch(outboxActions.posted({ parcel: one, onItsWay, problem: null }));
    await screen.settle();
  };
  const saved = (): number => Object.keys(localStorage).length;

  it('are sent at once, and are told of nowhere where that goes well', async () => {
    await post();
    expect(saved()).toBe(1);
    const sent = await screen.answer('PUT', URL, { revision: 4 });
    expect(sent).toEqual({ ...content, note: 'Ring first', revision: 3 });
    expect(parcels()).toEqual({});
    expect(saved()).toBe(0);
    expect(screen.text().trim()).toBe('');
  });

  it('wait for the request that they were on their way with, and are sent from its revision', async () => {
    await post(parcel('Second thought'), true);
    screen.server.expectNone(URL);
    const first = { ...content, note: 'First thought' };
    screen.store.dispatch(
      outboxActions.answered({ id: 'purchaseOrder 7', content: first, revision: 4 }),
    );
    await screen.settle();
    const sent = await screen.answer('PUT', URL, { revision: 5 });
    expect(sent).toEqual({ ...content, note: 'Second thought', revision: 4 });
    expect(parcels()).toEqual({});
  });

  it('are sent again until the server can be reached, and are told meanwhile', async () => {
    await post();
    await screen.answer('PUT', URL, null, 0);
    expect(screen.text()).toContain('Purchase order 7: an edit is not saved.');
    expect(screen.text()).toContain('It is sent again until it is.');
    await screen.answer('PUT', URL, { revision: 4 });
    expect(screen.text().trim()).toBe('');
  });

  it('say why they are refused, and stay until somebody decides', async () => {
    await post();
    await screen.answer('PUT', URL, problemBody(422, 'The day must be a day.'), 422);
    expect(screen.text()).toContain('The day must be a day.');
    expect(saved()).toBe(1);
    await screen.press('Discard edit');
    await decide(screen, 'Cancel', 'Discard the edit of Purchase order 7?');
    expect(screen.text()).toContain('The day must be a day.');
    await screen.press('Discard edit');
    await decide(screen, 'Discard');
    expect(screen.text().trim()).toBe('');
    expect(saved()).toBe(0);
  });

  it('are sent once their user has signed in again', async () => {
    await post();
    await screen.answer('PUT', URL, problemBody(401, 'Sign in first.'), 401);
    const user = { name: 'Ines', email: 'ines@saltmarsh.example', role: 'administrator' } as const;
    screen.store.dispatch(sessionActions.signedIn({ user, back: '/' }));
    await screen.settle();
    await screen.answer('PUT', URL, { revision: 4 });
    expect(parcels()).toEqual({});
  });

  it('are not sent as another user’s, and stay on the device for their own', async () => {
    await post();
    await screen.answer('PUT', URL, problemBody(401, 'Sign in first.'), 401);
    const user = { name: 'Noor', email: 'noor@saltmarsh.example', role: 'sales' } as const;
    screen.store.dispatch(sessionActions.signedIn({ user, back: '/' }));
    await screen.settle();
    screen.server.expectNone(URL);
    expect(parcels()).toEqual({});
    expect(saved()).toBe(1);
  });

  it('are not sent while their screen is being opened', async () => {
    await post();
    await screen.answer('PUT', URL, null, 0);
    screen.store.dispatch(outboxActions.held({ id: 'purchaseOrder 7' }));
    await screen.quiet(PAUSES.again + 50);
    screen.server.expectNone(URL);
    screen.store.dispatch(outboxActions.letGo());
    await screen.quiet(PAUSES.again + 50);
    expect(parcels()['purchaseOrder 7']?.state).toBe('unreachable');
    screen.store.dispatch(outboxActions.sentAgain({ id: 'purchaseOrder 7' }));
    await screen.answer('PUT', URL, { revision: 4 });
  });
});

describe('edits that a page left behind when it was loaded anew', () => {
  const leave = (email: string, tab: string): void => {
    const key = `honest-ledger unsent ${email} ${tab} purchaseOrder 7`;
    localStorage.setItem(key, JSON.stringify(parcel()));
  };
  const shown = async (): Promise<ShownScreen<UnsentNotice>> => {
    const screen = await showScreen(UnsentNotice, {});
    signedIn(screen);
    await screen.drawn();
    return screen;
  };

  it('are sent as soon as their user is known', async () => {
    leave('ines@saltmarsh.example', 'a-tab-that-was-closed');
    const screen = await shown();
    await screen.answer('PUT', URL, { revision: 4 });
    expect(Object.keys(localStorage)).toEqual([]);
  });

  it('of this tab are on their way before a screen can ask for what they were made of', async () => {
    const tab = sessionStorage.getItem('honest-ledger unsent') ?? 'this-tab';
    sessionStorage.setItem('honest-ledger unsent', tab);
    leave('ines@saltmarsh.example', tab);
    const screen = await showScreen(UnsentNotice, {});
    signedIn(screen);
    const parcels = screen.store.selectSignal(outboxFeature.selectParcels)();
    expect(parcels['purchaseOrder 7']?.state).toBe('sending');
    await screen.answer('PUT', URL, { revision: 4 });
  });

  it('stay where they are another user’s', async () => {
    leave('noor@saltmarsh.example', 'a-tab-that-was-closed');
    const screen = await shown();
    screen.server.expectNone(URL);
    expect(Object.keys(localStorage).length).toBe(1);
  });

  it('stay with a tab that is still there', async () => {
    let close = (): void => undefined;
    const open = new Promise<void>((resolve) => {
      close = resolve;
    });
    void navigator.locks.request('honest-ledger unsent another-tab', () => open);
    leave('ines@saltmarsh.example', 'another-tab');
    const screen = await shown();
    screen.server.expectNone(URL);
    expect(Object.keys(localStorage).length).toBe(1);
    close();
  });

  it('are forgotten where the device keeps something else under that name', async () => {
    localStorage.setItem('honest-ledger unsent ines@saltmarsh.example closed purchaseOrder 7', '{');
    const screen = await shown();
    await screen.until(() => Object.keys(localStorage).length === 0);
    screen.server.expectNone(URL);
  });

  it('a device that keeps nothing says so to nobody but the developer', async () => {
    const screen = await shown();
    spyOn(Storage.prototype, 'setItem').and.throwError('full');
    const warned = spyOn(console, 'warn');
    TestBed.inject(OutboxStorage).put(parcel());
    expect(warned).toHaveBeenCalledTimes(1);
    expect(screen.text().trim()).toBe('');
  });
});
