import type { DraftAnswer, LevelContent, LevelEditView, Publish } from '@honest-ledger/contracts';
import { CATEGORY_ROWS, problemBody, showScreen, type ShownScreen } from '../testing/screens';
import { DraftBar } from './draft-bar';
import { LookThrough } from './look-through';

const content = (percent: string): LevelContent => ({
  name: 'Schools',
  entries: [
    {
      id: 'a',
      reach: { kind: 'category', category: 'clay' },
      adjustment: { kind: 'percent', percent },
    },
  ],
  rounding: null,
});
const edit: LevelEditView = {
  level: 'a-level',
  before: content('-10'),
  after: content('-12'),
  customers: 1,
  moves: {
    compared: 237,
    lowered: 35,
    raised: 0,
    otherwise: 0,
    largest: [
      { item: 'CL-0606', name: 'Casting slip', before: '4.50', after: '3.95', change: '-0.55' },
    ],
  },
};
const answer = (edits: readonly LevelEditView[] = [edit]): DraftAnswer => ({
  draft: edits.length > 0 ? { id: 'd', name: 'Draft', revision: 3, edits } : null,
  currency: 'EUR',
});

describe('the draft, looked through', () => {
  let screen: ShownScreen<LookThrough>;
  beforeEach(async () => {
    screen = await showScreen(LookThrough, {});
  });

  it('shows each edit before and after, and what it moves', async () => {
    await screen.answer('GET', '/api/draft', answer());
    await screen.answer('GET', '/api/categories', CATEGORY_ROWS);
    for (const part of [
      'Level Schools',
      'changed, 1 customer has it',
      '10 % off everything under Clay.',
      '12 % off everything under Clay.',
      '35 of 237 prices move: 35 lower, in EUR for one of each item, against the level as published.',
      'CL-0606',
      'Casting slip',
      '−0.55',
    ]) {
      expect(screen.text()).toContain(part);
    }
  });

  it('publishes the revision that was seen, with a note', async () => {
    await screen.answer('GET', '/api/draft', answer());
    await screen.type('What this version is for', ' New term ');
    await screen.press('Publish');
    const sent = (await screen.answer('POST', '/api/draft/publish', { version: 2 })) as Publish;
    expect(sent).toEqual({ draft: 'd', revision: 3, note: 'New term' });
    await screen.answer('GET', '/api/draft', answer([]));
    expect(screen.text()).toContain('Nothing is edited.');
  });

  it('tells why it was not published, and shows the draft as it is by then', async () => {
    await screen.answer('GET', '/api/draft', answer());
    await screen.press('Publish');
    const detail = 'The draft has been edited since you looked at it. Look through it again.';
    await screen.answer('POST', '/api/draft/publish', problemBody(409, detail), 409);
    expect(screen.text()).toContain(detail);
    const second = {
      ...edit,
      level: 'b',
      before: null,
      after: { ...content('-1'), name: 'Fairs' },
      customers: 0,
    };
    await screen.answer('GET', '/api/draft', answer([edit, second]));
    expect(screen.text()).toContain('Level Fairs');
    expect(screen.text()).toContain('new, 0 customers have it');
    expect(screen.text()).toContain('against base prices');
  });

  it('discards one edit', async () => {
    await screen.answer('GET', '/api/draft', answer());
    await screen.press('Discard this edit');
    await screen.answer('DELETE', '/api/levels/a-level/draft', null);
    await screen.answer('GET', '/api/draft', answer([]));
    expect(screen.text()).toContain('Nothing is edited.');
  });

  it('says that it cannot be read, and tries again', async () => {
    await screen.answer('GET', '/api/draft', null, 0);
    expect(screen.text()).toContain('The server cannot be reached.');
    await screen.press('Try again');
    await screen.answer('GET', '/api/draft', answer());
    expect(screen.text()).toContain('Level Schools');
  });
});

describe('the bar at the foot of the sheet', () => {
  it('is there while the draft has edits, and counts them and the prices they move', async () => {
    const screen = await showScreen(DraftBar, {});
    expect(screen.text().trim()).toBe('');
    const { draftActions } = await import('./draft.feature');
    screen.store.dispatch(draftActions.came({ answer: answer() }));
    await screen.settle();
    expect(screen.text()).toContain('1 edit');
    expect(screen.text()).toContain('35 prices move');
    screen.store.dispatch(draftActions.came({ answer: answer([]) }));
    await screen.settle();
    expect(screen.text().trim()).toBe('');
  });
});
