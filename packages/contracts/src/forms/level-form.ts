import {
  decimal,
  type Level,
  type LevelEntry,
  type Printed,
  type Reach,
} from '@honest-ledger/engine';

/** A price level as JSON. */
export type LevelForm = Printed<Level>;
export type LevelEntryForm = Printed<LevelEntry>;
export type RoundingForm = NonNullable<LevelForm['rounding']>;

/** What an administrator edits of a level: all but its identity. */
export type LevelContent = Omit<LevelForm, 'id'>;

/** A level from its checked form. */
export function levelFromForm({ id, name, entries, rounding }: LevelForm): Level {
  return {
    id,
    name,
    entries: entries.map(entryFromForm),
    rounding: rounding && {
      currency: rounding.currency,
      increment: decimal(rounding.increment),
      direction: rounding.direction,
      leastPrice: rounding.leastPrice === null ? null : decimal(rounding.leastPrice),
    },
  };
}

/** True where two reaches are for the same goods. */
export function sameReach(a: Reach, b: Reach): boolean {
  return reachKey(a) === reachKey(b);
}

function reachKey(reach: Reach): string {
  switch (reach.kind) {
    case 'item':
      return `item ${reach.item}`;
    case 'category':
      return `category ${reach.category}`;
    case 'all':
      return 'all';
  }
}

function entryFromForm({ id, reach, adjustment }: LevelEntryForm): LevelEntry {
  return { id, reach, adjustment: { kind: 'percent', percent: decimal(adjustment.percent) } };
}
