import type { CostAdjustmentForm, CostBandForm, CostTableContent } from '@honest-ledger/contracts';
import { isDecimalText } from '@honest-ledger/engine';
import { UNSAID } from '../../shared/reference/scope-edits';

/** The edits that a cost table's screen makes: each gives the whole content anew. */

export function emptyTable(currency: string): CostTableContent {
  return {
    name: '',
    currency,
    scopes: [],
    outlets: null,
    costs: [
      { cost: 'last', bands: [{ from: '0', adjustment: { kind: 'markup', percent: UNSAID } }] },
    ],
    points: null,
    fees: null,
    pieceCharges: [],
    rounding: null,
  };
}

export type TableCostsForm = CostTableContent['costs'][number];

export function withCosts(
  content: CostTableContent,
  cost: string,
  how: (costs: TableCostsForm) => TableCostsForm,
): CostTableContent {
  return { ...content, costs: content.costs.map((one) => (one.cost === cost ? how(one) : one)) };
}

/** Fallback cost type at the end of the order, with the bands of the one before it. */
export function withKind(content: CostTableContent, cost: string): CostTableContent {
  const bands = content.costs.at(-1)?.bands ?? emptyTable('').costs[0]?.bands ?? [];
  return { ...content, costs: [...content.costs, { cost, bands }] };
}

export function withoutKind(content: CostTableContent, cost: string): CostTableContent {
  return { ...content, costs: content.costs.filter((one) => one.cost !== cost) };
}

/** A kind of cost is tried one place earlier. */
export function withKindEarlier(content: CostTableContent, cost: string): CostTableContent {
  const at = content.costs.findIndex((one) => one.cost === cost);
  const [before, one] = [content.costs[at - 1], content.costs[at]];
  if (!before || !one) return content;
  return { ...content, costs: content.costs.with(at - 1, one).with(at, before) };
}

/** A band with another threshold goes to its place in the order. */
export function withBand(
  bands: readonly CostBandForm[],
  place: number,
  band: Partial<CostBandForm>,
): CostBandForm[] {
  const changed = bands.map((one, at) => (at === place ? { ...one, ...band } : one));
  return band.from === undefined ? changed : inOrder(changed);
}

function inOrder(bands: readonly CostBandForm[]): CostBandForm[] {
  if (!bands.every(({ from }) => isDecimalText(from))) return [...bands];
  return bands.toSorted((a, b) => Number(a.from) - Number(b.from));
}

/** One more band above the last, of its kind: from where on, and how much, is still to be typed. */
export function withNewBand(bands: readonly CostBandForm[]): CostBandForm[] {
  const kind = bands.at(-1)?.adjustment.kind ?? 'markup';
  const from = bands.length === 0 ? '0' : UNSAID;
  return [...bands, { from, adjustment: startCostAdjustment(kind, undefined) }];
}

/** Another way to reckon, with a figure that makes about the same of a cost where there is one. */
export function startCostAdjustment(
  kind: CostAdjustmentForm['kind'],
  old: CostAdjustmentForm | undefined,
): CostAdjustmentForm {
  switch (kind) {
    case 'multiplier':
      return { kind, factor: old?.kind === kind ? old.factor : UNSAID };
    case 'markup':
    case 'margin':
      return { kind, percent: old && 'percent' in old ? old.percent : UNSAID };
    case 'amount':
      return { kind, amount: old?.kind === kind ? old.amount : UNSAID };
    case 'set':
      return { kind, price: old?.kind === kind ? old.price : UNSAID };
    case 'byRequest':
      return { kind };
  }
}

/** The one figure of an adjustment; null where it has none. */
export function figureOf(adjustment: CostAdjustmentForm): string | null {
  switch (adjustment.kind) {
    case 'multiplier':
      return adjustment.factor;
    case 'markup':
    case 'margin':
      return adjustment.percent;
    case 'amount':
      return adjustment.amount;
    case 'set':
      return adjustment.price;
    case 'byRequest':
      return null;
  }
}

export function withFigure(adjustment: CostAdjustmentForm, figure: string): CostAdjustmentForm {
  switch (adjustment.kind) {
    case 'multiplier':
      return { ...adjustment, factor: figure };
    case 'markup':
    case 'margin':
      return { ...adjustment, percent: figure };
    case 'amount':
      return { ...adjustment, amount: figure };
    case 'set':
      return { ...adjustment, price: figure };
    case 'byRequest':
      return adjustment;
  }
}

/** A table in another currency: its rounding goes with it. */
export function inCurrency(content: CostTableContent, currency: string): CostTableContent {
  const { rounding } = content;
  return { ...content, currency, rounding: rounding && { ...rounding, currency } };
}
