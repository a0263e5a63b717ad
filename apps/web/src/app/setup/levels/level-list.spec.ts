import type { LevelSummary } from '@honest-ledger/contracts';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { entry, levelContent } from '../../testing/levels';
import {
  CATEGORY_ROWS,
  problemBody,
  showScreen,
  signedIn,
  type ShownScreen,
} from '../../testing/screens';
import { LevelList } from './level-list';
import { levelsEffects } from './levels.effects';
import { levelsFeature } from './levels.feature';

const level = (name: string, state: LevelSummary['state'], customers = 0): LevelSummary => ({
  id: name,
  state,
  content: levelContent({ name, entries: [entry('a', '-12')] }),
  customers,
});

describe('the list of levels', () => {
  let screen: ShownScreen<LevelList>;
  beforeEach(async () => {
    screen = await showScreen(
      LevelList,
      {},
      provideState(levelsFeature),
      provideEffects(levelsEffects),
    );
    screen.host.style.cssText =
      'display: flex; flex-direction: column; height: 600px; width: 1200px';
    signedIn(screen);
    await screen.answer('GET', '/api/categories', CATEGORY_ROWS);
  });
  /** The names that sentences need ask for the levels as well. */
  const came = async (levels: readonly LevelSummary[], status = 200): Promise<void> => {
    for (const open of screen.server.match('/api/levels')) {
      if (status === 200) open.flush(levels);
      else
        open.flush(problemBody(status, 'The database cannot be reached.'), {
          status,
          statusText: 'Problem',
        });
    }
    await screen.drawn();
  };

  it('reads each back as a sentence, and says where it stands', async () => {
    await came([
      level('Schools', 'published', 10),
      level('Fairs', 'new'),
      level('Trade', 'edited'),
      level('Old', 'withdrawn'),
    ]);
    for (const part of [
      'Schools',
      '12 % off the base price of all items in Clay',
      '10',
      'Published',
      '△ New in draft',
      '△ Changed in draft',
      '△ Deleted in draft',
    ]) {
      expect(screen.text().replaceAll('\u00a0', ' ')).toContain(part);
    }
  });

  it('says how the first one is begun', async () => {
    expect(screen.text()).toContain('Reading the levels…');
    await came([]);
    expect(screen.text()).toContain('No price level yet. Create the first one.');
    expect(screen.text()).not.toContain('Reading the levels…');
  });

  it('says why it cannot be read, and asks again', async () => {
    await came([], 503);
    expect(screen.text()).toContain('The database cannot be reached.');
    await screen.press('Try again');
    await came([level('Schools', 'published')]);
    expect(screen.text()).toContain('Schools');
  });
});
