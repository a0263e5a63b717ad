import { decimal, type Serialized, type RoundingRule } from '@honest-ledger/engine';

/** A rounding rule as JSON. */
export type RoundingForm = Serialized<RoundingRule>;

export function roundingFromForm(form: RoundingForm): RoundingRule {
  const { currency, direction } = form;
  const leastPrice = form.leastPrice === null ? null : decimal(form.leastPrice);
  switch (form.kind) {
    case 'increment':
      return {
        kind: form.kind,
        currency,
        direction,
        leastPrice,
        increment: decimal(form.increment),
      };
    case 'endings': {
      const endings = form.endings.map(decimal);
      return { kind: form.kind, currency, direction, leastPrice, endings, period: form.period };
    }
  }
}
