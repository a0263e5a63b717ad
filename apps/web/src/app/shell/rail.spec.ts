import { showScreen, signedIn, type ShownScreen } from '../testing/screens';
import { NAVIGATION } from './navigation';
import { Rail } from './rail';

describe('the rail', () => {
  let screen: ShownScreen<Rail>;
  beforeEach(async () => {
    localStorage.clear();
    screen = await showScreen(Rail, {});
    signedIn(screen);
    await screen.settle();
  });
  afterEach(() => {
    localStorage.clear();
    delete document.documentElement.dataset['appearance'];
  });

  it('leads to every screen, in the order of the work', () => {
    const links = [...screen.host.querySelectorAll('nav a')].map((one) => one.getAttribute('href'));
    expect(links).toEqual(NAVIGATION.flatMap(({ items }) => items.map(({ link }) => link)));
    expect(new Set(links).size).toBe(links.length);
  });

  it('says who is signed in and as what, and signs out', async () => {
    expect(screen.text()).toContain('Ines Marlow, administrator');
    await screen.press('Sign out');
    const [open] = screen.server.match(({ method }) => method === 'DELETE');
    expect(open?.request.url).toBe('/api/session');
  });

  it('turns from the system’s appearance to light, to dark and back, and remembers it', async () => {
    const said = (): string | undefined => document.documentElement.dataset['appearance'];
    expect(said()).toBe('system');
    for (const choice of ['light', 'dark', 'system']) {
      const turn = [...screen.host.querySelectorAll('button')].find(({ textContent }) =>
        textContent.includes('Appearance'),
      );
      turn?.click();
      await screen.settle();
      expect(said()).toBe(choice);
      expect(localStorage.getItem('honest-ledger-appearance')).toBe(choice);
    }
  });

  it('opens the finder and the keys of the screen', async () => {
    const asked: string[] = [];
    screen.fixture.componentInstance.finding.subscribe(() => asked.push('find'));
    screen.fixture.componentInstance.keysAsked.subscribe(() => asked.push('keys'));
    screen.host.querySelector<HTMLElement>('.find')?.click();
    await screen.press('Keys of this screen');
    expect(asked).toEqual(['find', 'keys']);
  });
});
