import {
  decimal,
  type Comparison,
  type Condition,
  type Decimal,
  type DocumentOff,
  type RuleEffect,
  type UnitOffer,
  type Serialized,
  type Rule,
  type SavedCondition,
  type WordComparison,
} from '@honest-ledger/engine';

/** A conditional rule as JSON. */
export type RuleForm = Serialized<Rule>;
export type ConditionForm = Serialized<Condition>;
export type ComparisonForm = Serialized<Comparison>;
export type WordComparisonForm = Serialized<WordComparison>;
export type RuleEffectForm = Serialized<RuleEffect>;

/** What an administrator edits of a rule: all but its identity. */
export type RuleContent = Omit<RuleForm, 'id'>;

/** A condition that is saved under a name, as JSON. */
export type SavedConditionForm = Serialized<SavedCondition>;

/** What an administrator edits of it: all but its identity. */
export type SavedConditionContent = Omit<SavedConditionForm, 'id'>;

/** A saved condition from its checked form. */
export function savedConditionFromForm(form: SavedConditionForm): SavedCondition {
  return { ...form, when: conditionFromForm(form.when) };
}

/** A rule from its checked form. */
export function ruleFromForm(form: RuleForm): Rule {
  return { ...form, when: conditionFromForm(form.when), effect: effectFromForm(form.effect) };
}

function conditionFromForm(form: ConditionForm): Condition {
  switch (form.kind) {
    case 'all':
    case 'any':
    case 'none':
      return { kind: form.kind, of: form.of.map(conditionFromForm) };
    case 'number':
      return { ...form, comparison: comparisonFromForm(form.comparison) };
    case 'goods':
    case 'customer':
    case 'segment':
    case 'currency':
    case 'word':
    case 'saved':
      return form;
  }
}

function comparisonFromForm(form: ComparisonForm): Comparison {
  return form.kind === 'between'
    ? { kind: form.kind, value: decimal(form.value), to: decimal(form.to) }
    : { kind: form.kind, value: decimal(form.value) };
}

function effectFromForm(form: RuleEffectForm): RuleEffect {
  switch (form.kind) {
    case 'percent':
      return { ...form, percent: decimal(form.percent) };
    case 'amountEach':
      return { ...form, amount: decimal(form.amount) };
    case 'set':
      return { ...form, price: decimal(form.price) };
    case 'level':
      return form;
    case 'ownPrices':
      return {
        ...form,
        prices: form.prices.map((one) => ({ ...one, price: decimal(one.price) })),
      };
    case 'flat':
    case 'allocate':
      return { kind: form.kind, amount: decimal(form.amount), every: orNull(form.every) };
    case 'buyAndGet':
      return { ...form, offer: offerFromForm(form.offer) };
    case 'bundle':
      return {
        kind: form.kind,
        parts: form.parts.map((part) => ({ ...part, price: orNull(part.price) })),
        total: orNull(form.total),
      };
    case 'subtotal':
    case 'shipping':
      return { kind: form.kind, off: offFromForm(form.off) };
    case 'charge':
      return { kind: form.kind, amount: decimal(form.amount) };
  }
}

function offerFromForm(form: Serialized<UnitOffer>): UnitOffer {
  return form.kind === 'set' ? { kind: form.kind, price: decimal(form.price) } : offFromForm(form);
}

/** What is taken off, from its checked form. */
export function offFromForm(form: Serialized<DocumentOff>): DocumentOff {
  return form.kind === 'percent'
    ? { kind: form.kind, percent: decimal(form.percent) }
    : { kind: form.kind, amount: decimal(form.amount) };
}

function orNull(text: string | null): Decimal | null {
  return text === null ? null : decimal(text);
}
