import type { Page, VersionRow } from '@honest-ledger/contracts';
import { showScreen, signedIn, type ShownScreen } from '../../testing/screens';
import { VersionList } from './version-list';

const row = (number: number, changes: Partial<VersionRow> = {}): VersionRow => ({
  number,
  publishedAt: '2026-11-24T14:32:00Z',
  publishedBy: 'Ines Marlow',
  note: '',
  changes: 1,
  ...changes,
});

describe('the list of versions', () => {
  let screen: ShownScreen<VersionList>;
  beforeEach(async () => {
    screen = await showScreen(VersionList, {});
    screen.host.style.cssText =
      'display: flex; flex-direction: column; height: 600px; width: 1200px';
    signedIn(screen);
    await screen.drawn();
  });
  const came = async (url: string, page: Page<VersionRow>): Promise<void> => {
    await screen.answer('GET', url, page);
    await screen.drawn();
  };
  const cells = (): string[] =>
    [...screen.host.querySelectorAll('[role=gridcell]')].map(({ textContent }) => textContent);

  it('says what each was published for, by whom, and how much it changed', async () => {
    const rows = [row(2, { note: 'Autumn', changes: 35 }), row(1)];
    await came('/api/versions?offset=0&limit=200', { rows, total: 2 });
    for (const part of ['2', 'Autumn', '35', 'Ines Marlow', '–']) expect(cells()).toContain(part);
  });

  it('is searched by what for, and sorted by the server', async () => {
    await came('/api/versions?offset=0&limit=200', { rows: [row(1)], total: 1 });
    await screen.type('Part of a number, of what for, or of who', 'autumn');
    await came('/api/versions?text=autumn&offset=0&limit=200', { rows: [], total: 0 });
    expect(screen.text()).toContain('No version was published for that.');
    screen.host.querySelector<HTMLElement>('[col-id=note] .ag-header-cell-label')?.click();
    const sorted = '/api/versions?text=autumn&sort=note&descending=false&offset=0&limit=200';
    await came(sorted, { rows: [], total: 0 });
  });
});
