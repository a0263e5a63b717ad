import type { LevelContent, LevelEntryForm, RoundingForm } from '@honest-ledger/contracts';
import { sameReach } from '@honest-ledger/contracts';
import { decimal, isZero, type Reach } from '@honest-ledger/engine';

/** The edits that the level's screen makes: each gives the whole content anew. */

export function withEntry(
  content: LevelContent,
  id: string,
  change: Partial<Pick<LevelEntryForm, 'reach' | 'adjustment'>>,
): LevelContent {
  const entries = content.entries.map((entry) =>
    entry.id === id ? { ...entry, ...change } : entry,
  );
  return { ...content, entries };
}

/** An entry with another percent, reckoned from what it is now, not from what a screen last drew. */
export function withPercent(
  content: LevelContent,
  id: string,
  how: (shown: ShownPercent) => ShownPercent,
): LevelContent {
  const entry = content.entries.find((one) => one.id === id);
  if (!entry) return content;
  const percent = storedPercent(how(shownPercent(entry)));
  return withEntry(content, id, { adjustment: { kind: 'percent', percent } });
}

/** A new entry that changes nothing yet, for goods that no other entry is for. */
export function withNewEntry(
  content: LevelContent,
  id: string,
  categories: readonly string[],
): LevelContent {
  const free: Reach[] = [
    ...categories.map((category): Reach => ({ kind: 'category', category })),
    { kind: 'all' },
  ];
  const reach = free.find((one) => !content.entries.some((entry) => sameReach(entry.reach, one)));
  const entry: LevelEntryForm = {
    id,
    reach: reach ?? { kind: 'all' },
    adjustment: { kind: 'percent', percent: '0' },
  };
  return { ...content, entries: [...content.entries, entry] };
}

export function withoutEntry(content: LevelContent, id: string): LevelContent {
  return { ...content, entries: content.entries.filter((entry) => entry.id !== id) };
}

/** A percent as the screen shows it: how much, and off or added. */
export interface ShownPercent {
  readonly size: string;
  readonly off: boolean;
}

export function shownPercent({ adjustment: { percent } }: LevelEntryForm): ShownPercent {
  const off = percent.startsWith('-') || (isNothing(percent) && !percent.startsWith('+'));
  return { size: percent.replace(/^[+-]/, ''), off };
}

/** Typing a minus overrules the choice between off and added. Nothing added is kept as "+0". */
export function storedPercent({ size, off }: ShownPercent): string {
  const plain = size.replace(/^[+-]/, '');
  if (isNothing(plain)) return off ? plain : `+${plain}`;
  return off || size.startsWith('-') ? `-${plain}` : plain;
}

function isNothing(percent: string): boolean {
  return isZero(decimal(percent));
}

export function startRounding(currency: string): RoundingForm {
  return { currency, increment: '0.05', direction: 'nearest', leastPrice: null };
}
