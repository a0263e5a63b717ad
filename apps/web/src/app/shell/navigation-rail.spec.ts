import { decide, showScreen, signedIn, type ShownScreen } from '../testing/screens';
import { NAVIGATION, screenAt } from './navigation';
import { NavigationRail } from './navigation-rail';
import { WaitingCounts } from './waiting-counts';
import { TestBed } from '@angular/core/testing';
import { OutboxStorage } from '../editing/outbox/outbox-storage';

describe('the navigation', () => {
  let screen: ShownScreen<NavigationRail>;
  const show = async (): Promise<void> => {
    screen = await showScreen(NavigationRail, {});
    signedIn(screen);
    await screen.settle();
  };
  beforeEach(show);
  afterEach(() => {
    delete document.documentElement.dataset['appearance'];
  });

  const links = (): (string | null)[] =>
    [...screen.host.querySelectorAll('mat-nav-list a')].map((one) => one.getAttribute('href'));
  const openMenu = async (name: string): Promise<HTMLElement[]> => {
    await screen.press(name);
    await screen.drawn();
    return [...document.querySelectorAll<HTMLElement>('.mat-mdc-menu-item')];
  };
  const named = (items: readonly HTMLElement[], name: string): HTMLElement | undefined =>
    items.find(({ textContent }) => textContent.includes(name));

  it('leads to every screen, in the order of the work', async () => {
    await screen.press('Purchasing');
    await screen.press('History');
    expect(links()).toEqual(NAVIGATION.flatMap(({ items }) => items.map(({ link }) => link)));
    expect(new Set(links()).size).toBe(links().length);
  });

  it('folds a group, and remembers it', async () => {
    await screen.press('Pricing');
    expect(links()).not.toContain('/levels');
    expect(links()).toContain('/quotes');
    TestBed.resetTestingModule();
    await show();
    expect(links()).not.toContain('/levels');
    await screen.press('Pricing');
    expect(links()).toContain('/levels');
  });

  it('folds to icons, from which the screens of a group are still reached, and remembers it', async () => {
    await screen.press('Fold to icons');
    expect(screen.host.querySelector('mat-nav-list')).toBeNull();
    const items = await openMenu('Documents');
    expect(items.map(({ textContent }) => textContent.trim())).toEqual([
      'Quotes',
      'Orders',
      'Sales',
      'Approvals',
    ]);
    items[0]?.click();
    await screen.drawn();
    TestBed.resetTestingModule();
    await show();
    expect(screen.host.querySelector('mat-nav-list')).toBeNull();
    await screen.press('Show names');
    expect(links().length).toBeGreaterThan(10);
  });

  it('counts what waits beside the screen on which it is decided', async () => {
    TestBed.inject(WaitingCounts).counts.set({ approvals: 2, proposedPrices: 14 });
    await screen.settle();
    expect(screen.text()).toMatch(/Approvals\s*2\s*, 2 waiting/);
    expect(screen.text()).toMatch(/Price changes\s*14\s*, 14 waiting/);
    await screen.press('Fold to icons');
    const badges = [...screen.host.querySelectorAll('.mat-badge-content')].map(
      ({ textContent }) => textContent,
    );
    expect(badges).toContain('14');
    expect(badges).toContain('2');
  });

  it('does not count what nobody waits for', () => {
    expect(screen.text()).not.toContain('waiting');
  });

  it('has only the screens that a role may see', async () => {
    signedIn(screen, 'sales');
    await screen.settle();
    expect(links()).not.toContain('/cost-tables');
    expect(screen.text()).not.toContain('Purchasing');
  });

  it('says who is signed in and as what, and signs out', async () => {
    const items = await openMenu('Account of Ines Marlow');
    expect(document.querySelector('.mat-mdc-menu-panel')?.textContent).toContain('administrator');
    named(items, 'Sign out')?.click();
    await screen.settle();
    const [open] = screen.server.match(({ method }) => method === 'DELETE');
    expect(open?.request.url).toBe('/api/session');
  });

  it('asks before edits that are not saved are lost by signing out', async () => {
    spyOn(TestBed.inject(OutboxStorage), 'holdsAny').and.returnValue(true);
    const signOut = async (): Promise<void> => {
      named(await openMenu('Account of Ines Marlow'), 'Sign out')?.click();
    };
    const requests = () => screen.server.match(({ method }) => method === 'DELETE').length;
    await signOut();
    await decide(screen, 'Cancel', 'Discard the edits that are not saved?');
    expect(requests()).toBe(0);
    await signOut();
    await decide(screen, 'Discard and sign out');
    expect(requests()).toBe(1);
  });

  it('takes light, dark or the system’s appearance, and remembers it', async () => {
    const said = (): string | undefined => document.documentElement.dataset['appearance'];
    expect(said()).toBe('system');
    for (const [name, choice] of [
      ['Light', 'light'],
      ['Dark', 'dark'],
      ['As the system', 'system'],
    ] as const) {
      named(await openMenu('Account of Ines Marlow'), 'Appearance')?.click();
      await screen.drawn();
      named([...document.querySelectorAll<HTMLElement>('.mat-mdc-menu-item')], name)?.click();
      await screen.drawn();
      expect(said()).toBe(choice);
      expect(localStorage.getItem('honest-ledger-appearance')).toBe(choice);
    }
  });

  it('opens the finder, and the help of the screen', async () => {
    const asked: string[] = [];
    screen.fixture.componentInstance.finding.subscribe(() => asked.push('find'));
    screen.fixture.componentInstance.keysAsked.subscribe(() => asked.push('keys'));
    screen.host.querySelector<HTMLElement>('.find')?.click();
    named(await openMenu('Account of Ines Marlow'), 'Help')?.click();
    await screen.settle();
    expect(asked).toEqual(['find', 'keys']);
  });
});

describe('the screen that an address belongs to', () => {
  const nameAt = (address: string): string | undefined => screenAt(address)?.name;

  it('is the one whose address begins it, whatever is asked besides', () => {
    expect(nameAt('/quotes')).toBe('Quotes');
    expect(nameAt('/quotes/1001?tab=history')).toBe('Quotes');
    expect(nameAt('/nowhere')).toBeUndefined();
  });

  it('is one for all its tabs', () => {
    const addresses = ['/waiting-prices', '/price-changes/1', '/follow-rules#top'];
    expect(addresses.map(nameAt)).toEqual(addresses.map(() => 'Price changes'));
  });
});
