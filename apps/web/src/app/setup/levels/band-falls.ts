import { entryFromForm, type LevelEntryForm } from '@honest-ledger/contracts';
import {
  compare,
  decimal,
  isDecimalText,
  isFraction,
  levelInversions,
  print,
  roundToDigits,
  type Exact,
} from '@honest-ledger/engine';
import { writeNumber } from '../../shared/numbers/numbers';

/** A band at which dearer goods get a lower price, in figures to be read. */
export interface BandFall {
  readonly at: string;
  readonly below: string;
  readonly above: string;
  readonly until: string;
}

/** The bands of an entry at which the price falls; none while a figure in it is no number. */
export function fallsOf(entry: LevelEntryForm): readonly BandFall[] {
  const { adjusting } = entry;
  if (adjusting.kind === 'plain') return [];
  const isRead = adjusting.bands.every(({ from, adjustment }) =>
    [from, ...figuresOf(adjustment)].every(isDecimalText),
  );
  if (!isRead || !rises(adjusting.bands)) return [];
  return levelInversions(entryFromForm({ ...entry, rounding: null })).map(
    ({ at, below, above, until }) => ({
      at: write(at),
      below: write(below),
      above: write(above),
      until: write(until),
    }),
  );
}

function figuresOf(adjustment: object): readonly string[] {
  const figures = ['percent', 'amount', 'price', 'factor'];
  return Object.entries(adjustment).flatMap(([field, figure]) =>
    figures.includes(field) ? [String(figure)] : [],
  );
}

/** Thresholds that are not in their order are told beside their fields. */
function rises(bands: readonly { readonly from: string }[]): boolean {
  return bands.every(({ from }, place) => {
    const before = bands[place - 1];
    return !before || compare(decimal(from), decimal(before.from)) > 0;
  });
}

/** What does not end is told to the cent. */
function write(value: Exact): string {
  const ended = isFraction(value)
    ? roundToDigits(value, FRACTION_DIGITS, 'halfAwayFromZero')
    : value;
  return writeNumber(print(ended));
}

const FRACTION_DIGITS = 2;
