import type { ChangeRow } from '@honest-ledger/contracts';
import { narrow } from '../../testing/lists';
import { problemBody, showScreen, signedIn, type ShownScreen } from '../../testing/screens';
import { Changes } from './changes';

const change = (id: number, changes: Partial<ChangeRow> = {}): ChangeRow => ({
  id,
  at: '2026-11-24T14:32:00Z',
  by: 'Ines Marlow',
  kind: 'customer',
  key: 'C1001',
  name: 'Harbour Lane School',
  action: 'changed',
  before: { name: 'Harbour Lane School', level: null, revision: 1 },
  after: { name: 'Harbour Lane School', level: { name: 'Clubs' }, revision: 2 },
  ...changes,
});

const FIRST = '/api/change-log?offset=0&limit=200';
const page = (...rows: readonly ChangeRow[]) => ({ rows, total: rows.length });

describe('the change log', () => {
  let screen: ShownScreen<Changes>;
  beforeEach(async () => {
    screen = await showScreen(Changes, {});
    screen.host.style.cssText =
      'display: flex; flex-direction: column; height: 600px; width: 1200px';
    signedIn(screen);
    await screen.drawn();
  });

  it('shows who changed what, and field by field what differs', async () => {
    const opened = change(2, { kind: 'document', name: 'Order 1641', action: 'opened again' });
    await screen.answer('GET', FIRST, page(opened, change(1)));
    await screen.drawn();
    for (const part of ['Ines Marlow', 'Customer', 'Harbour Lane School', 'reopened']) {
      expect(screen.text()).toContain(part);
    }
    const cell = screen.host.querySelector('[row-index="1"] [col-id="name"]');
    cell?.dispatchEvent(new MouseEvent('click', { bubbles: true }));
    await screen.drawn();
    expect(screen.text()).toContain('level › name–Clubs');
    expect(screen.text()).not.toContain('revision');
    await screen.press('Close');
    expect(screen.text()).not.toContain('level › name');
  });

  it('is narrowed by kind', async () => {
    await screen.answer('GET', FIRST, page());
    await screen.drawn();
    expect(screen.text()).toContain('No change fits the filters.');
    await narrow(screen, 'Kind', 'Kind', 'Price levels');
    await screen.answer('GET', '/api/change-log?kind=level&offset=0&limit=200', page());
  });

  it('says why it could not be read, and asks again', async () => {
    await screen.answer('GET', FIRST, problemBody(503, 'Too busy.'), 503);
    await screen.settle();
    expect(screen.text()).toContain('Too busy.');
    await screen.press('Try again');
    await screen.drawn();
    await screen.answer('GET', FIRST, page(change(1)));
    await screen.drawn();
    expect(screen.text()).toContain('Harbour Lane School');
  });
});
