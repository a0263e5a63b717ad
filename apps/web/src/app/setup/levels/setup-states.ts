import type { LevelState } from '@honest-ledger/contracts';
import { statusField } from '../../shared/lists/short-list';

/** How a level, a table, a break or a rule stands, in words. */
export const STATE_WORDS: Readonly<Record<LevelState, string>> = {
  published: 'published',
  edited: '△ changed in the draft',
  new: '△ new in the draft',
  withdrawn: '△ withdrawn in the draft',
};

/** What a list of them is narrowed by. */
export const SETUP_STATE_FIELDS = [statusField(STATE_WORDS)];
