import type { MassChangeRow } from '@honest-ledger/contracts';
import { decide, problemBody, showScreen, signedIn, type ShownScreen } from '../../testing/screens';
import { LevelsGiven } from './levels-given';

const row = (id: string, changes: Partial<MassChangeRow> = {}): MassChangeRow => ({
  id,
  kind: 'levels',
  name: 'Clubs',
  things: 3,
  by: 'Ines Marlow',
  at: '2026-11-24T14:32:00.000Z',
  undone: null,
  ...changes,
});
const LIST = '/api/mass-changes?kind=levels';

describe('the levels that were given to many', () => {
  let screen: ShownScreen<LevelsGiven>;
  const show = async (role?: Parameters<typeof signedIn>[1]): Promise<void> => {
    screen = await showScreen(LevelsGiven, {});
    signedIn(screen, role);
    await screen.settle();
  };

  it('lists them, and undoes one', async () => {
    await show();
    const undone = { by: 'Tom Petrie', at: '2026-11-24T15:00:00.000Z' };
    await screen.answer('GET', LIST, [row('b'), row('a', { name: 'Trade', undone })]);
    expect(screen.text()).toContain('undone by Tom Petrie');
    screen.host.querySelector<HTMLElement>('td button')?.click();
    await screen.settle();
    const view = { back: 3, removed: 0, stays: 0, staying: [], kind: 'levels' };
    await screen.answer('GET', '/api/mass-changes/b', view);
    await decide(screen, 'Undo', '3 customers go back to what was there before.');
    await screen.answer('POST', '/api/mass-changes/b/undo', {});
    await screen.answer('GET', LIST, [row('b', { undone })]);
    expect(screen.host.querySelectorAll('td button').length).toBe(0);
  });

  it('says where there is none, why it cannot be read, and asks again', async () => {
    await show();
    await screen.answer('GET', LIST, problemBody(503, 'The database cannot be reached.'), 503);
    expect(screen.text()).toContain('The database cannot be reached.');
    await screen.press('Try again');
    await screen.answer('GET', LIST, []);
    expect(screen.text()).toContain('None so far.');
  });

  it('lets nobody undo who may not edit facts', async () => {
    await show('reader');
    await screen.answer('GET', LIST, [row('b')]);
    expect(screen.host.querySelectorAll('td button').length).toBe(0);
  });
});
