import type { CompiledRule, RuleFinder } from '../../compile/compile-rule';
import type { Decimal } from '../../number/decimal';
import type { LineEffect } from '../../setup/rule';
import { beforeStop, chooseRules, forDocument, whyNot } from './choose-rules';
import { branch } from '../line/column';
import { exchangeTo } from '../line/exchange-step';
import {
  notAppliedRecorder,
  tellNobody,
  type LineInProgress,
  type PricingContext,
} from '../line/line-in-progress';
import type { LineWithoutPrice } from '../../result/priced';
import { amountWithFlats, applyEffects } from './rule-effect';
import type { DocumentBeforeRules, LineBeforeRules } from './rule-facts';
import { amountNow } from '../by-hand/unit-rounding';

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
export function applyLineRules(together: DocumentBeforeRules): void {
  const { context } = together;
  const find = context.setup.rules.line;
  if (!find) return;
  for (const line of together.lines) {
    applyToLine(
      line,
      find,
      context.isolateLines ? documentOf([line.inProgress], context) : together,
    );
  }
  for (const { inProgress } of together.lines) {
    const { computed } = inProgress;
    if (!computed || 'kind' in computed || computed.problem) continue;
    if (!exchangeTo(computed, context.currency, context)) continue;
    // as it would be in the line's place
    const substitute = before(computed, context);
    const others = together.lines.map((line) =>
      line.inProgress === inProgress ? substitute : line,
    );
    const document = context.isolateLines
      ? documentOf([computed], context)
      : { ...together, lines: others, counts: new Map<string, never>() };
    applyToLine(substitute, find, document);
  }
}

/** The lines that have a price, as conditions look at them; their prices are exchanged by it. */
export function beforeRules(lines: Lines, context: PricingContext): DocumentBeforeRules {
  const priced = lines.filter(
    (line): line is LineInProgress =>
      !('kind' in line) && !line.problem && exchangeTo(line, context.currency, context),
  );
  return documentOf(priced, context);
}

/** Some lines as a document of their own. */
export function documentOf(
  inProgress: readonly LineInProgress[],
  context: PricingContext,
): DocumentBeforeRules {
  const lines = inProgress.map((line) => before(line, context));
  return { lines, context, counts: new Map(), open: new Map() };
}

function before(line: LineInProgress, context: PricingContext): LineBeforeRules {
  return { inProgress: line, amount: amountNow(line, context), prices: null };
}

function applyToLine(
  line: LineBeforeRules,
  find: RuleFinder<LineEffect>,
  document: DocumentBeforeRules,
): void {
  const { inProgress } = line;
  const { context } = document;
  const recordNotApplied = notAppliedRecorder(inProgress, context);
  const holding: CompiledRule<LineEffect>[] = [];
  for (const compiled of forDocument(find(inProgress.item), document)) {
    const reasons = whyNot(compiled, line, document);
    if (inProgress.closedBy) reasons.unshift({ kind: 'lineClosed', by: inProgress.closedBy });
    if (reasons.length > 0) recordNotApplied({ kind: 'rule', rule: compiled.name }, ...reasons);
    else holding.push(compiled);
  }
  if (holding.length === 0) return;
  const ahead = beforeStop(holding, recordNotApplied);
  const last = ahead.at(-1);
  if (last?.rule.stopProcessing) inProgress.stop = last;
  const toPay = (rules: readonly CompiledRule<LineEffect>[]): Decimal => {
    const trial = copyOf(inProgress);
    applyEffects(rules, trial, context, tellNobody);
    return amountWithFlats(trial, context);
  };
  const chosen = chooseRules(ahead, context.setup.ruleChoice, toPay, recordNotApplied);
  applyEffects(chosen, inProgress, context, recordNotApplied);
}

/** A working copy on which something can be tried. */
function copyOf(line: LineInProgress): LineInProgress {
  const quiet = (column: LineInProgress['column']): LineInProgress['column'] => ({
    ...branch(column),
    recording: false,
  });
  return {
    ...line,
    column: quiet(line.column),
    parts: line.parts?.map((part) => ({ ...part, column: quiet(part.column) })) ?? null,
    flats: [],
    rulesOnUnits: [],
  };
}
