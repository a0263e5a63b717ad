import type { PriceAdjustmentForm, PriceTypedForm } from '@honest-ledger/contracts';
import { decimal, type PriceAdjustment, type PriceTyped } from '@honest-ledger/engine';

/** What somebody typed for a price, from its checked form. */
export function typedFromForm(form: PriceTypedForm): PriceTyped {
  switch (form.kind) {
    case 'price':
      return { kind: form.kind, price: decimal(form.price) };
    case 'percent':
    case 'markup':
    case 'margin':
      return { kind: form.kind, percent: decimal(form.percent) };
    case 'amount':
      return { kind: form.kind, amount: decimal(form.amount) };
  }
}

/** How prices are changed, from its checked form. */
export function changeFromForm(form: PriceAdjustmentForm): PriceAdjustment {
  return form.kind === 'amount'
    ? { kind: form.kind, amount: decimal(form.amount) }
    : { kind: form.kind, percent: decimal(form.percent) };
}
