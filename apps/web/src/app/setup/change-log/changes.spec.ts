import type { ChangePage, ChangeRow } from '@honest-ledger/contracts';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { problemBody, showScreen, signedIn, type ShownScreen } from '../../testing/screens';
import { Changes } from './changes';
import { changesEffects } from './changes.effects';
import { changesFeature } from './changes.feature';

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

const page = (changes: readonly ChangeRow[], more = false): ChangePage => ({ changes, more });

describe('the record of changes', () => {
  const show = async (inputs: object = {}): Promise<ShownScreen<Changes>> => {
    const screen = await showScreen(
      Changes,
      { ...inputs },
      provideState(changesFeature),
      provideEffects(changesEffects),
    );
    signedIn(screen);
    return screen;
  };

  it('shows who changed what, and field by field what is otherwise', async () => {
    const screen = await show();
    await screen.answer('GET', '/api/changes', page([change(1)]));
    expect(screen.text()).toContain('Ines MarlowcustomerHarbour Lane Schoolchanged');
    await screen.press('Show');
    expect(screen.text()).toContain('level › name–Clubs');
    expect(screen.text()).not.toContain('revision');
    await screen.press('Hide');
    expect(screen.text()).not.toContain('level › name');
  });

  it('is narrowed by kind, by key and by who', async () => {
    const screen = await show();
    await screen.answer('GET', '/api/changes', page([]));
    expect(screen.text()).toContain('No change fits the filters.');
    await screen.choose('Kind', 'levels');
    await screen.answer('GET', '/api/changes?kind=level', page([]));
    await screen.type('Person', 'ines');
    await screen.answer('GET', '/api/changes?kind=level&by=ines', page([]));
  });

  it('begins with the history of the object that another screen asks for', async () => {
    const screen = await show({ kind: 'document', key: '1001' });
    await screen.answer('GET', '/api/changes?kind=document&key=1001', page([]));
  });

  it('goes on with older ones', async () => {
    const screen = await show();
    await screen.answer('GET', '/api/changes', page([change(7)], true));
    await screen.press('Show older ones');
    await screen.answer('GET', '/api/changes?below=7', page([change(3, { name: 'An older one' })]));
    expect(screen.text()).toContain('Harbour Lane School');
    expect(screen.text()).toContain('An older one');
  });

  it('says why it could not be read, and asks again', async () => {
    const screen = await show();
    await screen.answer('GET', '/api/changes', problemBody(503, 'Cancel.'), 503);
    expect(screen.text()).toContain('Cancel.');
    await screen.press('Try again');
    await screen.answer('GET', '/api/changes', page([change(1)]));
    expect(screen.text()).toContain('Harbour Lane School');
  });
});
