import type { Day, Window } from '../setup/dates';
import type { LevelId } from '../setup/level';
import type { LevelWithBases } from './level-circle';

/** As much of a level as says what it starts from, and on which days it is in force. */
export interface DatedLevel extends LevelWithBases {
  readonly window: Window;
}

/** A level that is in force on days on which one that it starts from is not. */
export interface LevelLeftBehind {
  readonly level: LevelId;
  readonly base: LevelId;
  /** The last day on which the base is in force. */
  readonly until: Day;
}

/**
 * The levels that outlast a level they start from: from the day after on their entries that do so match
 * nothing, and the next narrowest are tried.
 */
export function levelsLeftBehind(levels: readonly DatedLevel[]): readonly LevelLeftBehind[] {
  const byId = new Map(levels.map((level) => [level.id, level]));
  return levels.flatMap(({ id, window, entries }) => {
    const bases = new Set(
      entries.flatMap(({ basis }) =>
        basis.kind === 'level' && basis.level !== undefined ? [basis.level] : [],
      ),
    );
    return [...bases].flatMap((base): LevelLeftBehind[] => {
      const until = byId.get(base)?.window.until ?? null;
      const isLonger = until !== null && (window.until === null || window.until > until);
      return isLonger ? [{ level: id, base, until }] : [];
    });
  });
}
