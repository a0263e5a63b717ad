import type {
  BreakContent,
  BreakTierForm,
  BreakView,
  TierAdjustmentForm,
} from '@honest-ledger/contracts';
import {
  add,
  decimal,
  fromInteger,
  isDecimalText,
  print,
  type BreakMeasure,
} from '@honest-ledger/engine';

/** The edits that a break's screen makes: each gives the whole content anew. */

export function emptyBreak(currency: string): BreakContent {
  return {
    name: '',
    words: '',
    currency,
    reaches: [],
    levels: null,
    parties: null,
    outlets: null,
    window: { from: null, until: null },
    count: 'line',
    measure: { kind: 'quantity', unit: null },
    mode: 'allUnits',
    basis: { kind: 'afterLevel' },
    always: false,
    tiers: [{ from: '10', adjustment: { kind: 'percent', percent: '-5' } }],
    rounding: null,
    setUp: null,
  };
}

/** The same for other goods, which are still to be said; null where there is nothing to copy. */
export function copyOf({ published, draft }: BreakView): BreakContent | null {
  const content = draft?.content ?? published;
  return content && { ...content, name: `${content.name}, copy`.slice(0, 120), reaches: [] };
}

/** A tier with another threshold goes to its place in the order. */
export function withTier(
  content: BreakContent,
  place: number,
  part: Partial<BreakTierForm>,
): BreakContent {
  const tiers = content.tiers.map((one, at) => (at === place ? { ...one, ...part } : one));
  return { ...content, tiers: part.from === undefined ? tiers : inOrder(tiers) };
}

function inOrder(tiers: readonly BreakTierForm[]): readonly BreakTierForm[] {
  if (!tiers.every(({ from }) => isDecimalText(from))) return tiers;
  return tiers.toSorted((a, b) => Number(a.from) - Number(b.from));
}

/** One more tier above the last, as the last does. */
export function withNewTier(content: BreakContent): BreakContent {
  const last = content.tiers.at(-1);
  const from = last && isDecimalText(last.from) ? print(add(decimal(last.from), TEN)) : '10';
  const adjustment = last?.adjustment ?? { kind: 'percent', percent: '-5' };
  return { ...content, tiers: [...content.tiers, { from, adjustment }] };
}

const TEN = fromInteger(10);

export function withoutTier(content: BreakContent, place: number): BreakContent {
  return { ...content, tiers: content.tiers.filter((_, at) => at !== place) };
}

/** Another way to reckon, with the figure that it was where there is one like it. */
export function startTier(
  kind: TierAdjustmentForm['kind'],
  old: TierAdjustmentForm,
): TierAdjustmentForm {
  if (kind === old.kind) return old;
  const unit = 'unit' in old ? old.unit : null;
  switch (kind) {
    case 'percent':
      return { kind, percent: '-5' };
    case 'amount':
      return { kind, amount: '-1', unit };
    case 'percentAndAmount':
      return { kind, percent: '-5', amount: '0', unit };
    case 'set':
      return { kind, price: '0', unit };
    case 'multiplier':
      return { kind, factor: '1.5' };
    case 'markup':
    case 'margin':
      return { kind, percent: '30' };
    case 'byRequest':
      return { kind };
  }
}

/** Measured otherwise: what cannot go with it is set right. */
export function measuredBy(content: BreakContent, measure: BreakMeasure): BreakContent {
  return {
    ...content,
    measure,
    mode: measure.kind === 'quantity' ? content.mode : 'allUnits',
    count: measure.kind === 'term' ? 'line' : content.count,
  };
}

/** Another set-up charge; an empty amount is none. */
export function withSetUp(
  { setUp }: BreakContent,
  part: Partial<NonNullable<BreakContent['setUp']>>,
): BreakContent['setUp'] {
  const changed = { amount: '', words: '', ...setUp, ...part };
  return changed.amount === '' ? null : changed;
}

/** A break in another currency: its rounding goes with it. */
export function inCurrency(content: BreakContent, currency: string): BreakContent {
  const { rounding } = content;
  return { ...content, currency, rounding: rounding && { ...rounding, currency } };
}
