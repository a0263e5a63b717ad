import {
  decimal,
  type Comparison,
  type Condition,
  type LineEffect,
  type Printed,
  type Rule,
  type WordComparison,
} from '@honest-ledger/engine';

/** A conditional rule as JSON. */
export type RuleForm = Printed<Rule>;
export type ConditionForm = Printed<Condition>;
export type ComparisonForm = Printed<Comparison>;
export type WordComparisonForm = Printed<WordComparison>;
export type LineEffectForm = Printed<LineEffect>;

/** What an administrator edits of a rule: all but its identity. */
export type RuleContent = Omit<RuleForm, 'id'>;

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
      return form;
  }
}

function comparisonFromForm(form: ComparisonForm): Comparison {
  return form.kind === 'between'
    ? { kind: form.kind, value: decimal(form.value), to: decimal(form.to) }
    : { kind: form.kind, value: decimal(form.value) };
}

function effectFromForm(form: LineEffectForm): LineEffect {
  switch (form.kind) {
    case 'percent':
      return { ...form, percent: decimal(form.percent) };
    case 'amountEach':
      return { ...form, amount: decimal(form.amount) };
    case 'set':
      return { ...form, price: decimal(form.price) };
    case 'flat':
      return {
        kind: form.kind,
        amount: decimal(form.amount),
        every: form.every === null ? null : decimal(form.every),
      };
  }
}
