import type { CustomerContent } from '@honest-ledger/contracts';

/** Every level that a customer has in one way or another. */
export function levelsOf({ level, assignments }: CustomerContent): Set<string> {
  const narrowed = assignments.map((one) => one.level);
  return new Set(level === null ? narrowed : [level, ...narrowed]);
}
