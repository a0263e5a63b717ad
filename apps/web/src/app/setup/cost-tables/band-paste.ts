import type { CostBandForm } from '@honest-ledger/contracts';
import { readPastedRows } from '../../shared/files/pasted-rows';
import { withFigure } from './table-edits';

export type Pasted =
  | { readonly bands: readonly CostBandForm[]; readonly problem: null }
  | { readonly bands: null; readonly problem: string };

/** Costs have cents at least: between 3 and 4 there are others. */
const LEAST_DIGITS = 2;

/** Bands from a block of a spreadsheet; the figures are of the kind that the first band is. */
export function readPastedBands(text: string, like: CostBandForm['adjustment']): Pasted {
  const { rows, problem } = readPastedRows(text, 'a cost', LEAST_DIGITS);
  if (!rows) return { bands: null, problem };
  const kind = like.kind === 'byRequest' ? ({ kind: 'markup', percent: '0' } as const) : like;
  const bands = rows.map(({ from, figure }) => ({ from, adjustment: withFigure(kind, figure) }));
  return { bands, problem: null };
}
