import type { CompiledRule, RuleFinder } from '../compile/compile-rule';
import { compare } from '../number/decimal';
import { isAtOutlet } from '../setup/limits';
import type { Reason } from '../workings/workings';
import { branch } from './column';
import { exchangeTo } from './exchange-step';
import {
  teller,
  tellNobody,
  type LineInProgress,
  type PassOver,
  type PricingContext,
} from './line-in-progress';
import type { LineWithoutPrice } from './priced';
import { holdsFor, unmetOf } from './rule-conditions';
import type { DocumentBeforeRules, LineBeforeRules } from './rule-facts';
import { amountWithFlats, applyEffects, onlyRaises } from './rule-effect';
import { inForce } from './rule-validity';
import { amountNow } from './unit-rounding';

type Lines = readonly (LineInProgress | LineWithoutPrice)[];

/** Keeps what the level made of each line, before a break changes it. */
export function rememberLevelPrices(lines: Lines): void {
  for (const line of lines) {
    if ('kind' in line) continue;
    const { price, currency } = line.column;
    line.afterLevel = { price, currency };
    if (line.computed) rememberLevelPrices([line.computed]);
  }
}

/**
 * Step 5: the rules that hold for a line, in the order of the list. All conditions look at the
 * document as it stands after breaks, so no rule's effect can switch another on or off, and the
 * order of the list cannot change who qualifies.
 */
export function applyLineRules(lines: Lines, context: PricingContext): void {
  const find = context.setup.rulesFor;
  if (!find) return;
  const priced = lines.filter(
    (line): line is LineInProgress =>
      !('kind' in line) && !line.problem && exchangeTo(line, context.currency, context),
  );
  const together = documentOf(priced, context);
  const places = new Map(together.lines.map((line) => [line.work, line]));
  for (const work of priced) {
    const line = places.get(work);
    if (line) applyToLine(line, find, context.alone ? documentOf([work], context) : together);
  }
  for (const work of priced) {
    const { computed } = work;
    if (!computed || 'kind' in computed || computed.problem) continue;
    if (!exchangeTo(computed, context.currency, context)) continue;
    // as it would be in the line's place
    const instead = before(computed, context);
    const others = together.lines.map((line) => (line.work === work ? instead : line));
    const document = context.alone
      ? documentOf([computed], context)
      : { lines: others, context, counts: new Map<string, never>() };
    applyToLine(instead, find, document);
  }
}

function documentOf(
  works: readonly LineInProgress[],
  context: PricingContext,
): DocumentBeforeRules {
  return { lines: works.map((work) => before(work, context)), context, counts: new Map() };
}

function before(work: LineInProgress, context: PricingContext): LineBeforeRules {
  return { work, amount: amountNow(work, context) };
}

function applyToLine(line: LineBeforeRules, find: RuleFinder, document: DocumentBeforeRules): void {
  const { work } = line;
  const { context } = document;
  const passOver = teller(work, context);
  const holding: CompiledRule[] = [];
  for (const compiled of find(work.item)) {
    const reasons = whyNot(compiled, line, document);
    if (reasons.length > 0) passOver({ kind: 'rule', rule: compiled.name }, ...reasons);
    else holding.push(compiled);
  }
  if (holding.length === 0) return;
  const chosen = choose(beforeStop(holding, passOver), work, context, passOver);
  applyEffects(chosen, work, context, passOver);
}

/** Every reason why a rule does not hold for a line. */
function whyNot(
  { rule }: CompiledRule,
  line: LineBeforeRules,
  document: DocumentBeforeRules,
): Reason[] {
  const { facts, codes } = document.context;
  const reasons: Reason[] = [];
  if (line.work.closedBy) reasons.push({ kind: 'lineClosed', by: line.work.closedBy });
  if (!inForce(rule.validity, facts.local)) {
    reasons.push({ kind: 'ruleNotNow', validity: rule.validity });
  }
  const outlet = facts.outlet;
  if (!isAtOutlet(rule.outlets, outlet?.code ?? null)) {
    reasons.push({ kind: 'notAtOutlet', outlet: outlet?.name ?? null });
  }
  if (rule.starts.kind === 'code' && !codes.has(rule.starts.code.toLowerCase())) {
    reasons.push({ kind: 'codeNeeded' });
  }
  if (!holdsFor(rule.when, rule, line, document)) {
    const unmet = document.context.workings ? unmetOf(rule.when, rule, line, document) : [];
    reasons.push({ kind: 'conditionFails', unmet });
  }
  return reasons;
}

/** Up to the first rule that stops here; those after it are told. */
function beforeStop(holding: readonly CompiledRule[], passOver: PassOver): readonly CompiledRule[] {
  const at = holding.findIndex(({ rule }) => rule.stops);
  const stop = holding[at];
  if (!stop) return holding;
  for (const { name } of holding.slice(at + 1)) {
    passOver({ kind: 'rule', rule: name }, { kind: 'ruleStopsBefore', rule: stop.name });
  }
  return holding.slice(0, at + 1);
}

/**
 * Which of the rules that hold are applied. Rules that only raise do not compete. Where a rule stands
 * alone, either the first in the list decides, or the choice that leaves the customer paying least:
 * all that go together, or each that stands alone.
 */
function choose(
  holding: readonly CompiledRule[],
  work: LineInProgress,
  context: PricingContext,
  passOver: PassOver,
): readonly CompiledRule[] {
  const raising = holding.filter(({ rule }) => onlyRaises(rule.effect));
  const competing = holding.filter(({ rule }) => !onlyRaises(rule.effect));
  const alone = competing.filter(({ rule }) => !rule.together);
  const [first] = competing;
  if (!first || alone.length === 0 || competing.length === 1) return holding;
  const joined = competing.filter(({ rule }) => rule.together);
  const won =
    context.setup.ruleChoice === 'first'
      ? first.rule.together
        ? joined
        : [first]
      : leastToPay(
          [...(joined.length > 0 ? [joined] : []), ...alone.map((one) => [one])],
          work,
          context,
        );
  const [winner] = won;
  for (const one of competing) {
    if (won.includes(one) || !winner) continue;
    const kind =
      context.setup.ruleChoice === 'least'
        ? 'leavesMoreToPay'
        : one.rule.together
          ? 'anotherRuleStandsAlone'
          : 'ruleMeetsOthers';
    passOver({ kind: 'rule', rule: one.name }, { kind, rule: winner.name });
  }
  const applied = new Set([...won, ...raising]);
  return holding.filter((one) => applied.has(one));
}

/** The choice that makes the line cheapest; of equal ones that whose first rule is the earlier. */
function leastToPay(
  choices: readonly (readonly CompiledRule[])[],
  work: LineInProgress,
  context: PricingContext,
): readonly CompiledRule[] {
  const tried = choices
    .map((rules) => {
      const aside = copyOf(work);
      applyEffects(rules, aside, context, tellNobody);
      return { rules, amount: amountWithFlats(aside, context), place: rules[0]?.place ?? 0 };
    })
    .toSorted((a, b) => compare(a.amount, b.amount) || a.place - b.place);
  return tried[0]?.rules ?? [];
}

/** A working copy on which something can be tried. */
function copyOf(work: LineInProgress): LineInProgress {
  const quiet = (column: LineInProgress['column']): LineInProgress['column'] => ({
    ...branch(column),
    recording: false,
  });
  return {
    ...work,
    column: quiet(work.column),
    parts: work.parts?.map((part) => ({ ...part, column: quiet(part.column) })) ?? null,
    flats: [],
  };
}
