import type { ImportRow, ImportState, RowVerdict, SheetKind } from '@honest-ledger/contracts';

export const KIND_NAMES: Readonly<Record<SheetKind, string>> = {
  items: 'Catalogue',
  customers: 'Customers',
  agreements: 'Agreements',
  levelPrices: 'Item prices of a level',
  sales: 'Past sales',
};

export const STATE_WORDS: Readonly<Record<ImportState, string>> = {
  asking: 'format needed',
  reading: 'comparing rows',
  ready: 'to review',
  applying: 'importing',
  applied: 'imported',
  cancelled: 'cancelled',
  failed: 'not imported',
  undone: 'imported, then undone',
};

/** Each verdict with a mark beside the word, so that colour says nothing alone. */
export const VERDICTS: readonly { readonly verdict: RowVerdict; readonly name: string }[] = [
  { verdict: 'new', name: '+ New' },
  { verdict: 'changed', name: '△ Changed' },
  { verdict: 'unchanged', name: '= Unchanged' },
  { verdict: 'wrong', name: '✕ Error' },
];

/** Where what a file says counts, once it is taken in. */
export const WHERE_IT_GOES: Readonly<Record<SheetKind, string>> = {
  items: 'Details apply as soon as imported; base prices stay in the draft until published.',
  customers: 'Applies as soon as imported.',
  agreements: 'Stays in the draft until published.',
  levelPrices: 'Stays in the draft until published.',
  sales: 'Posted as soon as imported.',
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
