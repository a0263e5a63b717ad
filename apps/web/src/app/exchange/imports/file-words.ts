import type { ImportRow, ImportState, RowVerdict, SheetKind } from '@honest-ledger/contracts';

export const KIND_NAMES: Readonly<Record<SheetKind, string>> = {
  items: 'Catalogue',
  customers: 'Customers',
  agreements: 'Agreements',
  levelPrices: 'Prices of a level',
  sales: 'Past sales',
};

export const STATE_WORDS: Readonly<Record<ImportState, string>> = {
  asking: 'waits for how it is written',
  reading: 'being compared',
  ready: 'waits to be looked through',
  applying: 'being taken in',
  applied: 'taken in',
  cancelled: 'cancelled',
  failed: 'not taken in',
  undone: 'taken in, and undone',
};

/** Each verdict with a mark beside the word, so that colour says nothing alone. */
export const VERDICTS: readonly { readonly verdict: RowVerdict; readonly name: string }[] = [
  { verdict: 'new', name: '+ New' },
  { verdict: 'changed', name: '△ Changed' },
  { verdict: 'unchanged', name: '= Unchanged' },
  { verdict: 'wrong', name: '✕ Wrong' },
];

/** Where what a file says counts, once it is taken in. */
export const WHERE_IT_GOES: Readonly<Record<SheetKind, string>> = {
  items: 'Facts count at once; base prices go to the draft.',
  customers: 'Facts: they count at once.',
  agreements: 'Setup: all of it goes to the draft.',
  levelPrices: 'Setup: all of it goes to the draft.',
  sales: 'Facts: they are posted at once.',
};

/** What a row would do, in one line: what is wrong with it, or what it changes from what to what. */
export function rowSentence({ verdict, before, after, problems }: ImportRow): string {
  if (verdict === 'wrong') return problems.map(({ sentence }) => `${sentence}.`).join(' ');
  if (verdict !== 'changed' || !before) return '';
  return Object.keys(after)
    .filter((column) => before[column] !== after[column])
    .map((column) => `${column}: ${said(before[column])} → ${said(after[column])}`)
    .join('; ');
}

function said(cell: string | undefined): string {
  return cell === undefined || cell === '' ? 'empty' : cell;
}
