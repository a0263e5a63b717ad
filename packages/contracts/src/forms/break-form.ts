import {
  decimal,
  type Serialized,
  type QuantityBreak,
  type TierAdjustment,
} from '@honest-ledger/engine';
import { adjustmentFromForm } from './level-form';
import { roundingFromForm } from './rounding-form';

/** A quantity break as JSON. */
export type BreakForm = Serialized<QuantityBreak>;
export type BreakTierForm = BreakForm['tiers'][number];
export type TierAdjustmentForm = BreakTierForm['adjustment'];

/** What an administrator edits of a break: all but its identity. */
export type BreakContent = Omit<BreakForm, 'id'>;

/** A break from its checked form. */
export function breakFromForm(form: BreakForm): QuantityBreak {
  return {
    ...form,
    tiers: form.tiers.map(({ from, adjustment }) => ({
      from: decimal(from),
      adjustment: tierFromForm(adjustment),
    })),
    rounding: form.rounding && roundingFromForm(form.rounding),
    setUp: form.setUp && { ...form.setUp, amount: decimal(form.setUp.amount) },
  };
}

function tierFromForm(form: TierAdjustmentForm): TierAdjustment {
  return form.kind === 'byRequest' ? form : adjustmentFromForm(form);
}
