import type { CompiledRule } from '../../compile/compile-rule';
import {
  add,
  compare,
  isZero,
  negate,
  percentOf,
  sum,
  withDigits,
  ZERO,
  type Decimal,
} from '../../number/decimal';
import { roundToDigits, roundedTo } from '../../number/rounding';
import { shareOut } from '../../number/share-out';
import type { DocumentEffect, DocumentOff } from '../../setup/rule';
import type { NotApplied, Reason } from '../../result/workings';
import { beforeStop, chooseRules, forDocument, whyNot } from './choose-rules';
import { amountInDocument } from '../line/exchange-step';
import {
  tellNobody,
  type LineInProgress,
  type PassOver,
  type PricingContext,
} from '../line/line-in-progress';
import { netOf, sumOf } from '../line/net-of';
import type { PricedRule } from '../../result/priced';
import type { DocumentBeforeRules } from './rule-facts';

type DocumentRule = CompiledRule<DocumentEffect>;

/** What rules for the document did, and which did nothing. */
export interface DocumentRules {
  readonly rules: readonly PricedRule[];
  readonly notApplied: readonly NotApplied[];
}

/** What there is to take from. */
interface Base {
  /** What the open lines come to. */
  readonly subtotal: Decimal;
  readonly shipping: Decimal | null;
}

/**
 * Step 10: rules for the document as a whole, where their conditions hold for one of its lines.
 * Percents are of what the open lines come to and are taken first, then amounts; what is taken off is
 * shared over those lines in proportion to what they come to.
 */
export function applyDocumentRules(
  document: DocumentBeforeRules,
  shipping: Decimal | null,
): DocumentRules {
  const { context } = document;
  const find = context.setup.rules.document;
  if (!find || context.isolateLines) return { rules: [], notApplied: [] };
  const notApplied: NotApplied[] = [];
  const recordNotApplied: PassOver = context.workings
    ? (subject, ...reasons) => {
        notApplied.push({ subject, reasons });
      }
    : tellNobody;
  const lines = document.lines.filter(({ inProgress }) => !inProgress.problem);
  const reached = new Set(
    lines.flatMap(({ inProgress }) => [...forDocument(find(inProgress.item), document)]),
  );
  const holding = [...reached]
    .sort((a, b) => a.place - b.place)
    .filter((compiled) => {
      let fewest: readonly Reason[] | null = null;
      for (const line of lines) {
        const reasons = whyNot(compiled, line, document);
        if (reasons.length === 0) return true;
        if (fewest === null || reasons.length < fewest.length) fewest = reasons;
      }
      recordNotApplied({ kind: 'rule', rule: compiled.name }, ...(fewest ?? []));
      return false;
    });
  if (holding.length === 0) return { rules: [], notApplied };
  const open = lines
    .map(({ inProgress }) => inProgress)
    .filter(({ closedBy }) => closedBy === null);
  const base: Base = {
    subtotal: sumOf(
      open.map(({ amount }) => amount),
      context,
    ),
    shipping,
  };
  const toPay = (rules: readonly DocumentRule[]): Decimal =>
    sum(inTurn(rules, base, context, tellNobody).map(({ amount }) => amount));
  const ahead = beforeStop(holding, recordNotApplied);
  const chosen = chooseRules(ahead, context.setup.ruleChoice, toPay, recordNotApplied);
  const rules = inTurn(chosen, base, context, recordNotApplied);
  for (const done of rules) if (done.effect.kind === 'subtotal') share(done, open, context);
  return { rules, notApplied };
}

/** Percents first, then amounts, each of what the ones before it have left; charges as they come. */
function inTurn(
  rules: readonly DocumentRule[],
  base: Base,
  context: PricingContext,
  recordNotApplied: PassOver,
): PricedRule[] {
  const left = { subtotal: base.subtotal, shipping: base.shipping ?? ZERO };
  const done: PricedRule[] = [];
  const apply = (compiled: DocumentRule): void => {
    const { effect, name: rule } = compiled;
    const asked = askedBy(compiled, base, context);
    if ('kind' in asked) {
      recordNotApplied({ kind: 'rule', rule }, asked);
      return;
    }
    let amount = asked;
    if (effect.kind !== 'charge') {
      const most = negate(left[effect.kind]);
      amount = compare(asked, most) < 0 ? most : asked;
      if (isZero(amount)) {
        recordNotApplied({ kind: 'rule', rule }, { kind: 'nothingToTake' });
        return;
      }
      left[effect.kind] = add(left[effect.kind], amount);
    }
    amount = withDigits(amount, context.amountDigits);
    const tookAll = compare(amount, asked) !== 0;
    done.push({ version: context.setup.version, rule, effect, times: 1, amount, tookAll });
  };
  for (const one of rules) if (isPercent(one.effect)) apply(one);
  for (const one of rules) if (!isPercent(one.effect)) apply(one);
  return done;
}

function isPercent(effect: DocumentEffect): boolean {
  return effect.kind !== 'charge' && effect.off.kind === 'percent';
}

/** What a rule would change the total by, rounded once. */
function askedBy(
  { effect, rule: { currency } }: DocumentRule,
  base: Base,
  context: PricingContext,
): Decimal | Reason {
  const { amountDigits, setup } = context;
  const off: DocumentOff =
    effect.kind === 'charge' ? { kind: 'amount', amount: effect.amount } : effect.off;
  if (off.kind === 'percent') {
    const of = effect.kind === 'shipping' ? (base.shipping ?? ZERO) : base.subtotal;
    return roundToDigits(percentOf(of, off.percent), amountDigits, setup.roundingMode);
  }
  const there = amountInDocument(off.amount, currency, amountDigits, context);
  if (!there) return { kind: 'noRate', from: currency, to: context.currency };
  return roundedTo(there, amountDigits, setup.roundingMode);
}

/** Shares what a rule takes off over lines, by what each is sold for so far. */
function share(
  { version, rule, amount }: PricedRule,
  lines: readonly LineInProgress[],
  { amountDigits }: PricingContext,
): void {
  const left = lines.map(netOf);
  const shares = shareOut(amount, left, amountDigits);
  for (const [place, line] of lines.entries()) {
    const own = shares[place];
    if (!own || isZero(own)) continue;
    line.shares.push({ version, rule, of: 'document', units: null, amount: own });
  }
}
