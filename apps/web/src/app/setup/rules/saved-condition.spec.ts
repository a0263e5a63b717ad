import type { ConditionView, SavedConditionContent } from '@honest-ledger/contracts';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { edited } from '../../testing/contents';
import { showScreen, signedIn, type ShownScreen } from '../../testing/screens';
import { ConditionList } from './condition-list';
import { conditionsEffects } from './conditions.effects';
import { conditionsFeature } from './conditions.feature';
import { SavedConditionEditor } from './saved-condition-editor';

const ID = '00000000-0000-4000-8000-000000000002';
const CLUBS: SavedConditionContent = {
  name: 'Clubs with clay',
  when: { kind: 'segment', segments: ['clubs'] },
};

describe('a saved condition on its screen', () => {
  let screen: ShownScreen<SavedConditionEditor>;

  async function open(view: Partial<ConditionView> | null, inputs = {}): Promise<void> {
    screen = await showScreen(
      SavedConditionEditor,
      { id: ID, ...inputs },
      provideState(conditionsFeature),
      provideEffects(conditionsEffects),
    );
    signedIn(screen);
    await screen.answerReference();
    if (view) {
      const found = { id: ID, published: CLUBS, draft: null, ...view };
      await screen.answer('GET', `/api/conditions/${ID}`, found);
    }
  }
  const sent = (): Promise<SavedConditionContent> => edited(screen, { kind: 'condition', key: ID });

  it('reads back as one sentence, and is renamed', async () => {
    await open({});
    expect(screen.text()).toContain('Met if segment is clubs.');
    await screen.type('Name', 'Clubs');
    expect((await sent()).name).toBe('Clubs');
    await screen.type('Name', '');
    expect(screen.text()).toContain('Name is missing');
    screen.server.match(() => true);
  });

  it('is begun, written as a tree, and marked where it never holds', async () => {
    await open(null, { new: 'yes' });
    expect(screen.text()).toContain('New condition');
    await screen.type('Name', 'Never');
    await sent();
    await screen.choose('Group', 'At least one must match');
    await sent();
    await screen.press('Remove');
    expect(screen.text()).toContain('Never met: its conditions contradict each other.');
    screen.server.match(() => true);
  });

  it('is withdrawn', async () => {
    await open({});
    await screen.press('Delete condition');
    expect(await sent()).toBeNull();
    screen.server.match(() => true);
  });
});

describe('the list of saved conditions', () => {
  it('says when each holds, and which rules use it', async () => {
    const screen = await showScreen(
      ConditionList,
      {},
      provideState(conditionsFeature),
      provideEffects(conditionsEffects),
    );
    signedIn(screen);
    await screen.answerReference();
    await screen.answer('GET', '/api/conditions', [
      { id: ID, state: 'new', content: CLUBS, rules: ['Club Friday', 'Clay days'] },
      { id: 'b', state: 'published', content: { ...CLUBS, name: 'Unused' }, rules: [] },
    ]);
    await screen.drawn();
    for (const part of ['Met if segment is clubs', 'Club Friday, Clay days', 'no rule']) {
      expect(screen.text()).toContain(part);
    }
  });
});
