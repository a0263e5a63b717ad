import type { LevelContent, LevelEdit, LevelView } from '@honest-ledger/contracts';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { draftActions } from '../draft/draft.feature';
import { CATEGORY_ROWS, problemBody, showScreen, type ShownScreen } from '../testing/screens';
import { LevelEditor } from './level-editor';
import { levelsEffects } from './levels.effects';
import { levelsFeature } from './levels.feature';

const ID = '5b0e7a52-93a1-4c55-8d3e-2f6c1f0a7b09';
const CONTENT: LevelContent = {
  name: 'Schools',
  entries: [
    {
      id: 'a',
      reach: { kind: 'category', category: 'clay' },
      adjustment: { kind: 'percent', percent: '-12' },
    },
  ],
  rounding: null,
};
const PUBLISHED: LevelView = { id: ID, published: CONTENT, draft: null };
/** As long as edits wait before they are sent, and a little more. */
const PAUSE = 380;

describe('the editor of a level', () => {
  let screen: ShownScreen<LevelEditor>;

  async function open(view: LevelView | null): Promise<void> {
    screen = await showScreen(
      LevelEditor,
      view ? { id: ID } : { id: ID, new: 'yes' },
      provideState(levelsFeature),
      provideEffects(levelsEffects),
    );
    screen.store.dispatch(draftActions.came({ answer: { draft: null, currency: 'EUR' } }));
    if (view) await screen.answer('GET', `/api/levels/${ID}`, view);
    await screen.answer('GET', '/api/categories', CATEGORY_ROWS);
  }
  const kept = async (revision: number): Promise<LevelEdit> => {
    const sent = await screen.answer('PUT', `/api/levels/${ID}/draft`, { revision });
    await screen.answer('GET', '/api/draft', { draft: null, currency: 'EUR' });
    return sent as LevelEdit;
  };

  it('reads the level back, and keeps an edit in the draft from the revision it was made from', async () => {
    await open(PUBLISHED);
    expect(screen.text()).toContain('12 % off everything under Clay.');
    expect(screen.text()).toContain('as published');
    await screen.type('Percent', '12,5');
    expect(screen.text()).toContain('12.5 % off everything under Clay.');
    await screen.settle(PAUSE);
    const sent = await kept(1);
    expect(sent.revision).toBe(0);
    expect(sent.content.entries[0]?.adjustment.percent).toBe('-12.5');
    expect(screen.text()).toContain('changed in the draft');
    await screen.choose('Off or added', 'added to');
    await screen.settle(PAUSE);
    expect((await kept(2)).revision).toBe(1);
  });

  it('begins a new level without asking for it, and says what it still lacks', async () => {
    await open(null);
    await screen.press('Add an entry');
    await screen.settle(PAUSE);
    expect(screen.text()).toContain('Give the level a name');
    expect(screen.text()).toContain('not kept yet');
    await screen.type('Name', 'Fairs');
    await screen.settle(PAUSE);
    expect((await kept(1)).content.name).toBe('Fairs');
    expect(screen.text()).toMatch(/kept \d/);
  });

  it('adds, turns and removes entries, and undoes it all', async () => {
    await open(PUBLISHED);
    await screen.press('Add an entry');
    expect(screen.text()).toContain('the base price for everything under Stoneware bodies');
    const removes = screen.host.querySelectorAll('tbody button');
    expect(removes.length).toBe(3); // two rows, and the one that adds
    await screen.press('Remove');
    expect(screen.text()).not.toContain('12 % off');
    await screen.press('Undo');
    await screen.press('Undo');
    expect(screen.text()).toContain('12 % off everything under Clay.');
    await screen.press('Redo');
    expect(screen.text()).toContain('Stoneware bodies');
  });

  it('rounds to a multiple, with a least price or without', async () => {
    await open(PUBLISHED);
    await screen.choose('Prices are rounded', 'up to the next');
    expect(screen.text()).toContain('prices rounded up to the next 0.05 EUR.');
    await screen.type('Least price', '1.00');
    expect(screen.text()).toContain('never below 1.00 EUR.');
    await screen.type('Least price', '');
    expect(screen.text()).not.toContain('never below 1.00');
    await screen.type('Rounding increment', '0');
    await screen.settle(PAUSE);
    expect(screen.text()).toContain('increment must be above 0');
    await screen.choose('Prices are rounded', 'not at all by this level');
    expect(screen.text()).not.toContain('prices rounded');
  });

  it('asks for the item of an entry for one item', async () => {
    await open(PUBLISHED);
    await screen.choose('Reaches', 'one item');
    expect(screen.text()).toContain('12 % off an item still to be picked.');
    await screen.settle(PAUSE);
    expect(screen.text()).toContain('Pick the item');
    await screen.choose('Reaches', 'everything');
    await screen.settle(PAUSE);
    expect((await kept(1)).content.entries[0]?.reach).toEqual({ kind: 'all' });
  });

  it('shows both where somebody else was first, and lets the user decide', async () => {
    await open(PUBLISHED);
    await screen.type('Percent', '13');
    await screen.settle(PAUSE);
    const current = {
      id: ID,
      published: CONTENT,
      draft: { content: { ...CONTENT, name: 'Colleges' }, revision: 4 },
    };
    await screen.answer(
      'PUT',
      `/api/levels/${ID}/draft`,
      problemBody(409, 'Somebody', { current }),
      409,
    );
    expect(screen.text()).toMatch(/Theirs reads: ?12 % off everything under Clay\./);
    await screen.press('Keep mine instead');
    await screen.settle(PAUSE);
    const sent = await kept(5);
    expect([sent.revision, sent.content.entries[0]?.adjustment.percent]).toEqual([4, '-13']);
  });

  it('sends again what the server could not be reached with, and what it refuses it tells', async () => {
    await open(PUBLISHED);
    await screen.type('Name', 'Trade');
    await screen.settle(PAUSE);
    await screen.answer('PUT', `/api/levels/${ID}/draft`, null, 0);
    expect(screen.text()).toContain('the server cannot be reached');
    await screen.settle(3050);
    const fields = [{ path: 'name', sentence: 'There is a level Trade already' }];
    await screen.answer(
      'PUT',
      `/api/levels/${ID}/draft`,
      problemBody(422, 'There is a level Trade already.', { fields }),
      422,
    );
    expect(screen.text().match(/There is a level Trade already/g)?.length).toBe(1);
  });

  it('says that a level cannot be read, and tries again', async () => {
    screen = await showScreen(
      LevelEditor,
      { id: ID },
      provideState(levelsFeature),
      provideEffects(levelsEffects),
    );
    await screen.answer(
      'GET',
      `/api/levels/${ID}`,
      problemBody(404, 'This level does not exist.'),
      404,
    );
    expect(screen.text()).toContain('This level does not exist.');
    await screen.press('Try again');
    await screen.answer('GET', `/api/levels/${ID}`, PUBLISHED);
    expect(screen.text()).toContain('Schools');
  });
});
