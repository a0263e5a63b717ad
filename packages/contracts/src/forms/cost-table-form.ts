import {
  decimal,
  type CostAdjustment,
  type CostTable,
  type Serialized,
} from '@honest-ledger/engine';
import { roundingFromForm } from './rounding-form';

/** A cost table as JSON. */
export type CostTableForm = Serialized<CostTable>;
export type CostBandForm = CostTableForm['costs'][number]['bands'][number];
export type CostAdjustmentForm = CostBandForm['adjustment'];

/** What an administrator edits of a cost table: all but its identity. */
export type CostTableContent = Omit<CostTableForm, 'id'>;

/** A cost table from its checked form. */
export function costTableFromForm(form: CostTableForm): CostTable {
  const { id, name, currency, scopes, outlets, points, fees, rounding } = form;
  return {
    id,
    name,
    currency,
    scopes,
    outlets,
    costs: form.costs.map(({ cost, bands }) => ({ cost, bands: bands.map(costBandFromForm) })),
    points: points && {
      days: points.days,
      bands: points.bands.map((band) => ({
        from: decimal(band.from),
        points: decimal(band.points),
      })),
    },
    fees: fees && { percent: decimal(fees.percent), fixed: decimal(fees.fixed) },
    pieceCharges: form.pieceCharges.map(({ scope, amount }) => ({
      scope,
      amount: decimal(amount),
    })),
    rounding: rounding && roundingFromForm(rounding),
  };
}

export function costBandFromForm({
  from,
  adjustment,
}: CostBandForm): CostTable['costs'][number]['bands'][number] {
  return { from: decimal(from), adjustment: costAdjustmentFromForm(adjustment) };
}

export function costAdjustmentFromForm(form: CostAdjustmentForm): CostAdjustment {
  switch (form.kind) {
    case 'multiplier':
      return { kind: form.kind, factor: decimal(form.factor) };
    case 'markup':
    case 'margin':
      return { kind: form.kind, percent: decimal(form.percent) };
    case 'amount':
      return { kind: form.kind, amount: decimal(form.amount) };
    case 'set':
      return { kind: form.kind, price: decimal(form.price) };
    case 'byRequest':
      return form;
  }
}
