import type { StayingThing } from '@honest-ledger/contracts';

/** What undoing does. */
export interface Undone {
  /** How many things are what they were again, and how many of these are gone with that. */
  readonly back: number;
  readonly gone: number;
  readonly staying: readonly StayingThing[];
}

export function together(parts: readonly Undone[]): Undone {
  return {
    back: parts.reduce((sum, { back }) => sum + back, 0),
    gone: parts.reduce((sum, { gone }) => sum + gone, 0),
    staying: parts.flatMap(({ staying }) => staying),
  };
}
