import type { ReachedItem, ReachedPage } from '@honest-ledger/contracts';
import { levelContent } from '../../testing/levels';
import { problemBody, showScreen, signedIn, type ShownScreen } from '../../testing/screens';
import { ReachedItems } from './reached-items';
import { PAUSES } from '../../shared/requests/pauses';

const item = (number: string, published: string | null, edited: string | null): ReachedItem => ({
  item: number,
  name: `Name of ${number}`,
  unit: 'bag',
  published,
  edited,
  margin: '32.5',
});

const page = (rows: readonly ReachedItem[], changes: Partial<ReachedPage> = {}): ReachedPage => ({
  rows,
  reached: rows.length,
  moved: 0,
  currency: 'EUR',
  ...changes,
});

const URL = '/api/levels/l/reached';

describe('the items that a level reaches', () => {
  let screen: ShownScreen<ReachedItems>;
  beforeEach(async () => {
    screen = await showScreen(ReachedItems, { id: 'l', content: levelContent() });
  });

  const opened = async (answer: ReachedPage): Promise<unknown> => {
    await screen.press('▸ Items covered');
    return screen.answer('POST', URL, answer);
  };

  it('are not asked for before they are opened', async () => {
    await screen.quiet(PAUSES.list + 50);
    screen.server.expectNone(URL);
    expect(screen.text()).not.toContain('reached,');
  });

  it('stand with both prices and the change between them', async () => {
    await opened(page([item('A', '18.40', '16.20'), item('B', null, '2.00')], { moved: 2 }));
    expect(screen.text()).toContain('2 covered, 2 of them with another price than published');
    expect(screen.text()).toContain('−2.20');
    expect(screen.host.querySelector('td.lower')?.textContent).toContain('2.20');
  });

  it('stand with their margin for those who may see costs', async () => {
    signedIn(screen);
    await opened(page([item('A', '18.40', '16.20')]));
    expect(screen.text()).toContain('Margin %');
    expect(screen.text()).toContain('32.5');
    signedIn(screen, 'sales');
    await screen.settle();
    expect(screen.text()).not.toContain('32.5');
  });

  it('are narrowed to those that move', async () => {
    await opened(page([item('A', '1.00', '1.00')]));
    const box = screen.host.querySelector<HTMLInputElement>('input[type="checkbox"]');
    box?.click();
    const asked = await screen.answer('POST', URL, page([], { reached: 1 }));
    expect((asked as { moved: boolean }).moved).toBe(true);
    expect(screen.text()).toContain('No price moves.');
  });

  it('come in pages', async () => {
    await opened(page([item('A', '1.00', '1.00')], { reached: 90 }));
    await screen.press('Show more of 90');
    const asked = await screen.answer('POST', URL, page([], { reached: 90 }));
    expect((asked as { limit: number }).limit).toBe(100);
  });

  it('say why they could not be priced', async () => {
    await screen.press('▸ Items covered');
    await screen.answer('POST', URL, problemBody(503, 'Cancel.'), 503);
    expect(screen.text()).toContain('Cancel.');
  });
});
