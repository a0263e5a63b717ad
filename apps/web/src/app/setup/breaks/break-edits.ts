import type {
  BreakContent,
  BreakTierForm,
  BreakView,
  TierAdjustmentForm,
} from '@honest-ledger/contracts';
import { isDecimalText, type BreakMeasure } from '@honest-ledger/engine';
import { UNSAID } from '../../shared/reference/scope-edits';

/** The edits that a break's screen makes: each gives the whole content anew. */

export function emptyBreak(currency: string): BreakContent {
  return {
    name: '',
    words: '',
    currency,
    scopes: [],
    levels: null,
    parties: null,
    outlets: null,
    window: { from: null, until: null },
    count: 'line',
    measure: { kind: 'quantity', unit: null },
    mode: 'allUnits',
    basis: { kind: 'afterLevel' },
    always: false,
    tiers: [{ from: UNSAID, adjustment: { kind: 'percent', percent: UNSAID } }],
    rounding: null,
    setUp: null,
  };
}

/** The same for other goods, which are still to be said; null where there is nothing to copy. */
export function copyOf({ published, draft }: BreakView): BreakContent | null {
  const content = draft?.content ?? published;
  return content && { ...content, name: `${content.name}, copy`.slice(0, 120), scopes: [] };
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

/** One more tier above the last, of its kind: from where on, and how much, is still to be typed. */
export function withNewTier(content: BreakContent): BreakContent {
  const kind = content.tiers.at(-1)?.adjustment.kind ?? 'percent';
  const adjustment = startTier(kind, { kind: 'byRequest' });
  return { ...content, tiers: [...content.tiers, { from: UNSAID, adjustment }] };
}

export function withoutTier(content: BreakContent, place: number): BreakContent {
  return { ...content, tiers: content.tiers.filter((_, at) => at !== place) };
}

/** Another way to reckon, with the figures that it has in common with the one before. */
export function startTier(
  kind: TierAdjustmentForm['kind'],
  old: TierAdjustmentForm,
): TierAdjustmentForm {
  if (kind === old.kind) return old;
  const unit = 'unit' in old ? old.unit : null;
  const percentOff =
    old.kind === 'percent' || old.kind === 'percentAndAmount' ? old.percent : UNSAID;
  const amountOff = old.kind === 'amount' || old.kind === 'percentAndAmount' ? old.amount : UNSAID;
  switch (kind) {
    case 'percent':
      return { kind, percent: percentOff };
    case 'amount':
      return { kind, amount: amountOff, unit };
    case 'percentAndAmount':
      return { kind, percent: percentOff, amount: amountOff, unit };
    case 'set':
      return { kind, price: UNSAID, unit };
    case 'multiplier':
      return { kind, factor: UNSAID };
    case 'markup':
    case 'margin':
      return { kind, percent: UNSAID };
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
