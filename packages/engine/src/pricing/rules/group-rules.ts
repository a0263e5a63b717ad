import type { CompiledRule } from '../../compile/compile-rule';
import { add, compare, negate, sum, withDigits, ZERO, type Decimal } from '../../number/decimal';
import { compareExact } from '../../number/exact';
import type { GroupEffect } from '../../setup/rule';
import type { Reach } from '../../setup/reach';
import type { Reason } from '../../result/workings';
import { bundle } from './bundle';
import { buyAndGet } from './buy-and-get';
import { forDocument, whyNot } from './choose-rules';
import {
  afterTaking,
  changesByLine,
  unitsOf,
  type GroupOutcome,
  type Taking,
  type UnitRun,
} from './group-units';
import { documentOf } from './line-rules';
import {
  notAppliedRecorder,
  type LineInProgress,
  type PricingContext,
} from '../line/line-in-progress';
import type { PricedRule } from '../../result/priced';
import { isAmong, type DocumentBeforeRules, type LineBeforeRules } from './rule-facts';
import { spread } from './spread';

const NONE: readonly GroupRule[] = [];

type GroupRule = CompiledRule<GroupEffect>;

/**
 * Step 7: rules for several units together, in the order of the list, on whole units at the slices'
 * rounded unit prices. Their conditions are asked line by line, of the document before any rule.
 * @returns what each rule did in all
 */
export function applyGroupRules(document: DocumentBeforeRules): readonly PricedRule[] {
  const { context, lines } = document;
  if (!context.setup.rules.group) return [];
  const views = context.alone ? lines.map(({ work }) => documentOf([work], context)) : [document];
  return views.flatMap(applyIn);
}

function applyIn(document: DocumentBeforeRules): readonly PricedRule[] {
  const { context } = document;
  const find = context.setup.rules.group;
  const lines = document.lines.filter(({ work }) => !work.problem);
  const reached = new Set(
    lines.flatMap(({ work }) => [...forDocument(find?.(work.item) ?? NONE, document)]),
  );
  let units = unitsOf(lines.map(({ work }) => work));
  const done: PricedRule[] = [];
  for (const compiled of [...reached].sort((a, b) => a.place - b.place)) {
    const works = linesFor(compiled, lines, document);
    const usable = units.filter(
      ({ work, touched, closed }) =>
        works.has(work) && !closed && (compiled.rule.together || !touched),
    );
    const outcome = outcomeOf(compiled, usable, context);
    if ('kind' in outcome) {
      for (const work of works) {
        notAppliedRecorder(work, context)({ kind: 'rule', rule: compiled.name }, outcome);
      }
      continue;
    }
    done.push(book(compiled, outcome, context));
    units = afterTaking(units, outcome.takings, !compiled.rule.together);
  }
  return done;
}

/** The lines that a rule may take units of; of others that it could reach it is told why not. */
function linesFor(
  compiled: GroupRule,
  lines: readonly LineBeforeRules[],
  document: DocumentBeforeRules,
): ReadonlySet<LineInProgress> {
  const works = new Set<LineInProgress>();
  const goods = goodsOf(compiled.effect);
  for (const line of lines) {
    const { work } = line;
    if (goods && !isAmong(work, goods)) continue;
    const reasons = [...closedTo(compiled, work), ...whyNot(compiled, line, document)];
    if (reasons.length === 0) works.add(work);
    else
      notAppliedRecorder(work, document.context)({ kind: 'rule', rule: compiled.name }, ...reasons);
  }
  return works;
}

/** What a rule takes; null for whatever its conditions hold for. */
function goodsOf(effect: GroupEffect): readonly Reach[] | null {
  switch (effect.kind) {
    case 'buyAndGet':
      return [...effect.buy.reaches, ...effect.get.reaches];
    case 'bundle':
      return effect.parts.flatMap(({ reaches }) => reaches);
    case 'spread':
      return null;
  }
}

function closedTo({ place }: GroupRule, work: LineInProgress): Reason[] {
  const alone = work.standsAlone;
  return [
    ...(work.closedBy ? [{ kind: 'lineClosed' as const, by: work.closedBy }] : []),
    ...(alone ? [{ kind: 'anotherRuleStandsAlone' as const, rule: alone.name }] : []),
    ...(work.stop && place > work.stop.place
      ? [{ kind: 'ruleStopsBefore' as const, rule: work.stop.name }]
      : []),
  ];
}

function outcomeOf(
  compiled: GroupRule,
  runs: readonly UnitRun[],
  context: PricingContext,
): GroupOutcome | Reason {
  const { effect } = compiled;
  switch (effect.kind) {
    case 'buyAndGet':
      return buyAndGet(effect, compiled, runs, context);
    case 'bundle':
      return bundle(effect, compiled, runs, context);
    case 'spread':
      return spread(effect, compiled, runs, context);
  }
}

/** Writes down on each line what a rule did to it; none goes below zero. */
function book(
  compiled: GroupRule,
  { times, takings, tookAll }: GroupOutcome,
  context: PricingContext,
): PricedRule {
  const { version } = context.setup;
  const { amountDigits } = context;
  let took = tookAll;
  const amounts: Decimal[] = [];
  for (const [work, changes] of changesByLine(takings, context)) {
    const asked = sum(changes);
    const most = negate(work.amount);
    const amount = withDigits(compare(asked, most) < 0 ? most : asked, amountDigits);
    if (compare(amount, asked) !== 0) took = true;
    work.shares.push({
      version,
      rule: compiled.name,
      of: 'group',
      units: changedUnits(takings, work),
      amount,
    });
    work.amount = withDigits(add(work.amount, amount), amountDigits);
    if (compiled.rule.stops && !stopsBefore(work.stop, compiled)) work.stop = compiled;
    amounts.push(amount);
  }
  const amount = withDigits(amounts.length === 0 ? ZERO : sum(amounts), amountDigits);
  return { version, rule: compiled.name, effect: compiled.effect, times, amount, tookAll: took };
}

/** Whether a rule that stops on a line stands before another one in the list. */
function stopsBefore(stop: CompiledRule | null, { place }: CompiledRule): boolean {
  return stop !== null && stop.place <= place;
}

function changedUnits(takings: readonly Taking[], work: LineInProgress): number {
  return takings
    .filter(({ run, after }) => run.work === work && compareExact(run.left, after) !== 0)
    .reduce((total, { count }) => total + count, 0);
}
