import type { LevelState } from '@honest-ledger/contracts';
import { statusField } from '../../shared/lists/short-list';

/** How a level, a table, a break or a rule stands, in words. */
export const STATE_WORDS: Readonly<Record<LevelState, string>> = {
  published: 'Published',
  edited: '△ Changed in draft',
  new: '△ New in draft',
  withdrawn: '△ Deleted in draft',
};

/** What a list of them is narrowed by. */
export const SETUP_STATE_FIELDS = [statusField(STATE_WORDS)];
