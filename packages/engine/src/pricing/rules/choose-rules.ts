import type { CompiledRule } from '../../compile/compile-rule';
import { compare, isPositive, type Decimal } from '../../number/decimal';
import { isAtOutlet } from '../../setup/limits';
import type { DocumentFacts } from '../../setup/facts';
import type { ItemNumber } from '../../setup/goods';
import { setTo, type Rule, type RuleChoice, type RuleEffect } from '../../setup/rule';
import type { Reason } from '../../result/workings';
import { handChoice, isPutOn } from '../line/hand-choices';
import type { PassOver } from '../line/line-in-progress';
import { holdsFor, isOf, unmetOf } from './rule-conditions';
import type { DocumentBeforeRules, LineBeforeRules } from './rule-facts';
import { inForce } from './rule-validity';

/**
 * Of the rules for some goods, those that are for such a document: of its customer, segment, currency
 * and outlet. The others are not looked at line by line, however many there are, and are not told; a
 * rule whose code was typed, or that somebody put on, always is.
 */
export function forDocument<Rule extends CompiledRule>(
  rules: readonly Rule[],
  { context, open }: DocumentBeforeRules,
): readonly Rule[] {
  // found once for each list that a finder hands out; it was filled for the same rules
  const known = open.get(rules) as readonly Rule[] | undefined;
  if (known) return known;
  const { customer, outlet } = context.facts;
  const found = rules.filter(({ rule, ofDocument }) => {
    if (rule.trigger.kind === 'code' && context.codes.has(rule.trigger.code.toLowerCase()))
      return true;
    if (rule.trigger.kind === 'manual' && isPutOn(context.byHand, rule.id)) return true;
    if (!isAtOutlet(rule.outlets, outlet?.code ?? null)) return false;
    return ofDocument.every((test) => isOf(test, customer, context.currency));
  });
  open.set(rules, found);
  return found;
}

/** Every reason why a rule does not hold for a line, but for what closes the line. */
export function whyNot(
  compiled: CompiledRule,
  line: LineBeforeRules,
  document: DocumentBeforeRules,
): Reason[] {
  const { rule } = compiled;
  const { facts, codes, byHand, workings } = document.context;
  const reasons: Reason[] = [];
  const chosen = handChoice(byHand, rule.id, line.inProgress.written.id);
  if (chosen === 'off') reasons.push({ kind: 'takenOff' });
  if (rule.trigger.kind === 'manual' && chosen === null) {
    const effect = effectOn(compiled, line.inProgress.item.item);
    reasons.push({ kind: 'handNeeded', effect, currency: rule.currency });
  }
  if (!inForce(rule.validity, facts.local)) {
    reasons.push({ kind: 'ruleNotNow', validity: rule.validity });
  }
  const outlet = facts.outlet;
  if (!isAtOutlet(rule.outlets, outlet?.code ?? null)) {
    reasons.push({ kind: 'notAtOutlet', outlet: outlet?.name ?? null });
  }
  if (rule.trigger.kind === 'code' && !codes.has(rule.trigger.code.toLowerCase())) {
    reasons.push({ kind: 'codeNeeded' });
  }
  if (compiled.limited) reasons.push(...usedUp(rule, facts));
  if (!holdsFor(rule.when, rule, line, document)) {
    const unmet = workings ? unmetOf(rule.when, rule, line, document) : [];
    reasons.push({ kind: 'conditionFails', unmet });
  }
  return reasons;
}

/** What of a rule's limits is reached. */
function usedUp(
  { id, limits }: Rule,
  { ruleUses, customer }: Pick<DocumentFacts, 'ruleUses' | 'customer'>,
): Reason[] {
  const uses = ruleUses.find(({ rule }) => rule === id);
  if (!uses) return [];
  const { inAll, perCustomer } = limits;
  const reached: Reason[] = [];
  if (inAll !== null && uses.inAll >= inAll) {
    reached.push({ kind: 'usedUp', by: 'all', limit: inAll });
  }
  if (perCustomer !== null && customer && uses.byCustomer >= perCustomer) {
    reached.push({ kind: 'usedUp', by: 'customer', limit: perCustomer });
  }
  return reached;
}

/** What a rule would do to an item: of prices of many items, the one of this. */
function effectOn({ effect, ownPrices }: CompiledRule, item: ItemNumber): RuleEffect {
  if (effect.kind !== 'ownPrices') return effect;
  const own = ownPrices?.get(item);
  return own ? setTo(own, effect.raises) : effect;
}

/** Up to the first rule that stops here; those after it are told. */
export function beforeStop<Rule extends CompiledRule>(
  holding: readonly Rule[],
  recordNotApplied: PassOver,
): readonly Rule[] {
  const at = holding.findIndex(({ rule }) => rule.stopProcessing);
  const stop = holding[at];
  if (!stop) return holding;
  for (const { name } of holding.slice(at + 1)) {
    recordNotApplied({ kind: 'rule', rule: name }, { kind: 'ruleStopsBefore', rule: stop.name });
  }
  return holding.slice(0, at + 1);
}

/**
 * Which of the rules that hold are applied. Rules that only raise do not compete. Where a rule stands
 * alone, either the first in the list decides, or the choice that leaves the customer paying least:
 * all that go together, or each that stands alone; of equal ones that whose first rule is the earlier.
 * @param toPay what would be paid under some of them
 */
export function chooseRules<Rule extends CompiledRule>(
  holding: readonly Rule[],
  ruleChoice: RuleChoice,
  toPay: (rules: readonly Rule[]) => Decimal,
  recordNotApplied: PassOver,
): readonly Rule[] {
  const competing = holding.filter(({ effect }) => !onlyRaises(effect));
  const alone = competing.filter(({ rule }) => !rule.combinable);
  const [first] = competing;
  if (!first || alone.length === 0 || competing.length === 1) return holding;
  const joined = competing.filter(({ rule }) => rule.combinable);
  const won =
    ruleChoice === 'first'
      ? first.rule.combinable
        ? joined
        : [first]
      : leastToPay([...(joined.length > 0 ? [joined] : []), ...alone.map((one) => [one])], toPay);
  const [winner] = won;
  for (const one of competing) {
    if (won.includes(one) || !winner) continue;
    const kind =
      ruleChoice === 'least'
        ? 'leavesMoreToPay'
        : one.rule.combinable
          ? 'anotherRuleStandsAlone'
          : 'ruleMeetsOthers';
    recordNotApplied({ kind: 'rule', rule: one.name }, { kind, rule: winner.name });
  }
  return holding.filter((one) => won.includes(one) || !competing.includes(one));
}

function leastToPay<Rule extends CompiledRule>(
  choices: readonly (readonly Rule[])[],
  toPay: (rules: readonly Rule[]) => Decimal,
): readonly Rule[] {
  const tried = choices
    .map((rules) => ({ rules, amount: toPay(rules), place: rules[0]?.place ?? 0 }))
    .toSorted((a, b) => compare(a.amount, b.amount) || a.place - b.place);
  return tried[0]?.rules ?? [];
}

/** Whether a rule only raises or charges: such rules do not compete with others. */
export function onlyRaises(effect: RuleEffect): boolean {
  switch (effect.kind) {
    case 'percent':
      return effect.startsFrom === 'running' && isPositive(effect.percent);
    case 'amountEach':
      return effect.startsFrom === 'running' && isPositive(effect.amount);
    case 'flat':
    case 'charge':
      return isPositive(effect.amount);
    default:
      return false;
  }
}
