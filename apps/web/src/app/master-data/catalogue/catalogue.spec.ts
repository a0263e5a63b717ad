import type { ItemPage, LevelSummary } from '@honest-ledger/contracts';
import { levelContent } from '../../testing/levels';
import { narrow, narrowTo } from '../../testing/lists';
import { itemRow } from '../../testing/goods';
import { CATEGORY_ROWS, showScreen, signedIn, type ShownScreen } from '../../testing/screens';
import { Catalogue } from './catalogue';

const page = (...items: readonly string[]): ItemPage => ({
  rows: items.map((item) => itemRow(item, '18.40')),
  total: items.length,
  currency: 'EUR',
  version: 3,
});
const LEVELS: readonly LevelSummary[] = ['Schools', 'Export'].map((name) => ({
  id: name.toLowerCase(),
  state: 'published',
  content: levelContent({ name }),
  customers: 3,
}));
const FIRST = '/api/items?offset=0&limit=200';

describe('the catalogue', () => {
  let screen: ShownScreen<Catalogue>;
  beforeEach(async () => {
    screen = await showScreen(Catalogue, {});
    screen.host.style.cssText =
      'display: flex; flex-direction: column; height: 600px; width: 1200px';
    signedIn(screen);
    await screen.answer('GET', '/api/categories', CATEGORY_ROWS);
    await screen.answerReference({ levels: LEVELS });
    await came(FIRST, page('CL-0201', 'CL-0207'));
  });
  async function came(url: string, found: ItemPage): Promise<void> {
    await screen.answer('GET', url, found);
    await screen.drawn();
  }
  const links = (): string[] => [...document.querySelectorAll('a')].map(({ href }) => href);

  it('says how many items there are, in which version and currency their prices are', () => {
    for (const part of ['2 items; base prices as in version 3', 'Base price, EUR', 'CL-0207']) {
      expect(screen.text()).toContain(part);
    }
  });

  it('is narrowed by what is chosen and typed, and its file with it', async () => {
    await narrow(screen, 'Brand', 'Brand', 'Ebb & Flood');
    await came('/api/items?brand=ebb&offset=0&limit=200', page('CL-0207'));
    await narrow(screen, 'Kind of goods', 'Kind of goods', 'stock goods');
    await came('/api/items?brand=ebb&kind=stock&offset=0&limit=200', page('CL-0207'));
    await screen.type('Part of an item number or name', 'buff');
    await came('/api/items?brand=ebb&kind=stock&text=buff&offset=0&limit=200', page());
    expect(screen.text()).toContain('No item fits the filters.');
    await screen.press('Export');
    const query = 'brand=ebb&kind=stock&text=buff&format=csv';
    expect(links().some((href) => href.endsWith(`/api/files/items?${query}`))).toBeTrue();
  });

  it('remembers what was searched for', async () => {
    await narrow(screen, 'Brand', 'Brand', 'Ebb & Flood');
    await came('/api/items?brand=ebb&offset=0&limit=200', page('CL-0207'));
    expect(screen.text()).toContain('Brand: Ebb & Flood');
    await screen.press('Remove filter Brand');
    await came(FIRST, page('CL-0201', 'CL-0207'));
  });

  it('finds what has a low margin, for who may see costs', async () => {
    await narrowTo(screen, 'Margin', 'Less than', '20');
    await came('/api/items?marginBelow=20&offset=0&limit=200', page('CL-0207'));
    expect(screen.text()).toContain('Margin: less than 20 %');
    await screen.press('Clear all');
    await came(FIRST, page('CL-0201', 'CL-0207'));
    signedIn(screen, 'sales');
    await screen.drawn();
    expect(screen.text()).not.toContain('Margin');
    expect(screen.text()).not.toContain('Cost');
  });

  it('shows the price at any level as a column, in the level’s own currency', async () => {
    await screen.press('Columns');
    const box = [...document.querySelectorAll('.columns mat-checkbox')].find((one) =>
      one.textContent.includes('Export'),
    );
    box?.querySelector('input')?.click();
    await screen.answer('PUT', '/api/list-views/items/layout', null);
    const { rows, ...rest } = page('CL-0207');
    await came('/api/items?offset=0&limit=200&level=export', {
      ...rest,
      rows: rows.map((row) => ({ ...row, levelPrices: { export: '15.75' } })),
      levels: [{ id: 'export', name: 'Export', currency: 'GBP' }],
    });
    await screen.press('Done');
    expect(screen.text()).toContain('Export, GBP');
    expect(screen.text()).toContain('15.75');
    expect(screen.text()).not.toContain('Schools');
  });

  it('offers a new item to who may make one', async () => {
    expect(links().some((href) => href.endsWith('/catalogue/new/item'))).toBeTrue();
    signedIn(screen, 'sales');
    await screen.settle();
    expect(links().some((href) => href.endsWith('/catalogue/new/item'))).toBeFalse();
  });
});
