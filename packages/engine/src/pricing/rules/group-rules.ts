import type { CompiledRule } from '../../compile/compile-rule';
import { add, compare, negate, sum, withDigits, ZERO, type Decimal } from '../../number/decimal';
import { compareExact } from '../../number/exact';
import type { GroupEffect } from '../../setup/rule';
import type { Scope } from '../../setup/scope';
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
import { allocate } from './allocate';

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
  const views = context.isolateLines
    ? lines.map(({ inProgress: line }) => documentOf([line], context))
    : [document];
  return views.flatMap(applyIn);
}

function applyIn(document: DocumentBeforeRules): readonly PricedRule[] {
  const { context } = document;
  const find = context.setup.rules.group;
  const lines = document.lines.filter(({ inProgress: line }) => !line.problem);
  const reached = new Set(
    lines.flatMap(({ inProgress: line }) => [...forDocument(find?.(line.item) ?? NONE, document)]),
  );
  let units = unitsOf(lines.map(({ inProgress: line }) => line));
  const done: PricedRule[] = [];
  for (const compiled of [...reached].sort((a, b) => a.place - b.place)) {
    const held = linesFor(compiled, lines, document);
    const usable = units.filter(
      ({ line, touched, closed }) =>
        held.has(line) && !closed && (compiled.rule.combinable || !touched),
    );
    const outcome = outcomeOf(compiled, usable, context);
    if ('kind' in outcome) {
      for (const line of held) {
        notAppliedRecorder(line, context)({ kind: 'rule', rule: compiled.name }, outcome);
      }
      continue;
    }
    done.push(book(compiled, outcome, context));
    units = afterTaking(units, outcome.takings, !compiled.rule.combinable);
  }
  return done;
}

/** The lines that a rule may take units of; of others that it could reach it is told why not. */
function linesFor(
  compiled: GroupRule,
  lines: readonly LineBeforeRules[],
  document: DocumentBeforeRules,
): ReadonlySet<LineInProgress> {
  const held = new Set<LineInProgress>();
  const goods = goodsOf(compiled.effect);
  for (const line of lines) {
    const { inProgress } = line;
    if (goods && !isAmong(inProgress, goods)) continue;
    const reasons = [...closedTo(compiled, inProgress), ...whyNot(compiled, line, document)];
    if (reasons.length === 0) held.add(inProgress);
    else
      notAppliedRecorder(inProgress, document.context)(
        { kind: 'rule', rule: compiled.name },
        ...reasons,
      );
  }
  return held;
}

/** What a rule takes; null for whatever its conditions hold for. */
function goodsOf(effect: GroupEffect): readonly Scope[] | null {
  switch (effect.kind) {
    case 'buyAndGet':
      return [...effect.buy.scopes, ...effect.get.scopes];
    case 'bundle':
      return effect.parts.flatMap(({ scopes }) => scopes);
    case 'allocate':
      return null;
  }
}

function closedTo({ place }: GroupRule, line: LineInProgress): Reason[] {
  const alone = line.standsAlone;
  return [
    ...(line.closedBy ? [{ kind: 'lineClosed' as const, by: line.closedBy }] : []),
    ...(alone ? [{ kind: 'anotherRuleStandsAlone' as const, rule: alone.name }] : []),
    ...(line.stop && place > line.stop.place
      ? [{ kind: 'ruleStopsBefore' as const, rule: line.stop.name }]
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
    case 'allocate':
      return allocate(effect, compiled, runs, context);
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
  for (const [line, changes] of changesByLine(takings, context)) {
    const asked = sum(changes);
    const most = negate(line.amount);
    const amount = withDigits(compare(asked, most) < 0 ? most : asked, amountDigits);
    if (compare(amount, asked) !== 0) took = true;
    line.shares.push({
      version,
      rule: compiled.name,
      of: 'group',
      units: changedUnits(takings, line),
      amount,
    });
    line.amount = withDigits(add(line.amount, amount), amountDigits);
    if (compiled.rule.stopProcessing && !stopsBefore(line.stop, compiled)) line.stop = compiled;
    amounts.push(amount);
  }
  const amount = withDigits(amounts.length === 0 ? ZERO : sum(amounts), amountDigits);
  return { version, rule: compiled.name, effect: compiled.effect, times, amount, tookAll: took };
}

/** Whether a rule that stops on a line stands before another one in the list. */
function stopsBefore(stop: CompiledRule | null, { place }: CompiledRule): boolean {
  return stop !== null && stop.place <= place;
}

function changedUnits(takings: readonly Taking[], line: LineInProgress): number {
  return takings
    .filter(({ run, after }) => run.line === line && compareExact(run.left, after) !== 0)
    .reduce((total, { count }) => total + count, 0);
}
