import type { StayingThing } from '@honest-ledger/contracts';

/** What undoing does. */
export interface Undone {
  /** How many things are what they were again, and how many of these are gone with that. */
  readonly back: number;
  readonly removed: number;
  readonly staying: readonly StayingThing[];
}

export function together(parts: readonly Undone[]): Undone {
  return {
    back: parts.reduce((sum, { back }) => sum + back, 0),
    removed: parts.reduce((sum, { removed }) => sum + removed, 0),
    staying: parts.flatMap(({ staying }) => staying),
  };
}
