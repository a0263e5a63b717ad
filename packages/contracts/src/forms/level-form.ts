import {
  decimal,
  type Adjusting,
  type Adjustment,
  type DatedPrice,
  type Level,
  type LevelEntry,
  type Serialized,
  type TypedPrice,
} from '@honest-ledger/engine';
import { roundingFromForm } from './rounding-form';

/** A price level as JSON. */
export type LevelForm = Serialized<Level>;
export type LevelEntryForm = Serialized<LevelEntry>;
export type AdjustingForm = Serialized<Adjusting>;
export type AdjustmentForm = Serialized<Adjustment>;
export type TypedPriceForm = Serialized<TypedPrice>;

/** What an administrator edits of a level: all but its identity. */
export type LevelContent = Omit<LevelForm, 'id'>;

/** A level from its checked form. */
export function levelFromForm(form: LevelForm): Level {
  const { id, name, currency, window, order, exceptions, rounding } = form;
  return {
    id,
    name,
    currency,
    window,
    order,
    entries: form.entries.map(entryFromForm),
    exceptions,
    typedPrices: form.typedPrices.map((typed) => ({
      ...datedFromForm(typed),
      id: typed.id,
      closes: typed.closes,
    })),
    rounding: rounding && roundingFromForm(rounding),
  };
}

export function datedFromForm(form: Serialized<DatedPrice>): DatedPrice {
  const { item, price, unit, window, minQuantity } = form;
  return { item, price: decimal(price), unit, window, minQuantity: decimal(minQuantity) };
}

export function entryFromForm(form: LevelEntryForm): LevelEntry {
  const { id, scope, basis, adjusting, rounding, closes } = form;
  return {
    id,
    scope,
    basis,
    adjusting: adjustingFromForm(adjusting),
    rounding: rounding && roundingFromForm(rounding),
    closes,
  };
}

function adjustingFromForm(form: AdjustingForm): Adjusting {
  switch (form.kind) {
    case 'plain':
      return { kind: form.kind, adjustment: adjustmentFromForm(form.adjustment) };
    case 'byPrice':
    case 'byCost':
      return {
        kind: form.kind,
        bands: form.bands.map(({ from, adjustment }) => ({
          from: decimal(from),
          adjustment: adjustmentFromForm(adjustment),
        })),
      };
  }
}

export function adjustmentFromForm(form: AdjustmentForm): Adjustment {
  switch (form.kind) {
    case 'percent':
      return { kind: form.kind, percent: decimal(form.percent) };
    case 'amount':
      return { kind: form.kind, amount: decimal(form.amount), unit: form.unit };
    case 'percentAndAmount': {
      const [percent, amount] = [decimal(form.percent), decimal(form.amount)];
      return { kind: form.kind, percent, amount, unit: form.unit };
    }
    case 'set':
      return { kind: form.kind, price: decimal(form.price), unit: form.unit };
    case 'multiplier':
      return { kind: form.kind, factor: decimal(form.factor) };
    case 'markup':
    case 'margin':
      return { kind: form.kind, percent: decimal(form.percent) };
  }
}
