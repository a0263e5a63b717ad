import type { AnyObjectChange } from '@honest-ledger/contracts';
import type { Names } from '@honest-ledger/wording';
import { differences, withLevelNames, type Difference } from '../history/differences';

/** A field that an edit makes another, and what people call it. */
export interface FieldChange extends Difference {
  readonly label: string;
}

/** What fields are called that sentences do not say. */
const LABELS: Readonly<Record<string, string>> = {
  name: 'Name',
  words: 'Text for the customer',
  place: 'Position',
  note: 'Note',
};

/** Field by field, what an edit changes. */
export function fieldChanges(
  { before, after }: Pick<AnyObjectChange, 'before' | 'after'>,
  names: Names,
): readonly FieldChange[] {
  return differences(before, after)
    .map((one) => withLevelNames(one, names))
    .map((one) => ({ ...one, label: LABELS[one.path] ?? one.path }));
}
