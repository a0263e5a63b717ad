import type { LevelId } from '../setup/level';

/** As much of a level as says what it starts from. */
export interface LevelWithBases {
  readonly id: LevelId;
  readonly entries: readonly {
    readonly basis: { readonly kind: string; readonly level?: LevelId };
  }[];
}

/**
 * The first circle of levels that start from each other, in the order in which they do; null where
 * there is none. A level that starts from itself is a circle of one.
 */
export function levelCircle(levels: readonly LevelWithBases[]): LevelId[] | null {
  const bases = new Map(levels.map((level) => [level.id, basesOf(level)]));
  const sound = new Set<LevelId>();
  const circleFrom = (id: LevelId, path: readonly LevelId[]): LevelId[] | null => {
    if (path.includes(id)) return path.slice(path.indexOf(id));
    if (sound.has(id)) return null;
    for (const base of bases.get(id) ?? []) {
      const circle = circleFrom(base, [...path, id]);
      if (circle) return circle;
    }
    sound.add(id);
    return null;
  };
  for (const { id } of levels) {
    const circle = circleFrom(id, []);
    if (circle) return circle;
  }
  return null;
}

function basesOf({ entries }: LevelWithBases): LevelId[] {
  return entries.flatMap(({ basis }) => basis.level ?? []);
}
