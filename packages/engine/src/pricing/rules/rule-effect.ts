import type { CompiledRule } from '../../compile/compile-rule';
import {
  add,
  compare,
  fromInteger,
  multiply,
  subtract,
  withDigits,
  ZERO,
  type Decimal,
} from '../../number/decimal';
import { addExact, divide, percentOfExact, signOf, type Exact } from '../../number/exact';
import { exchange } from '../../number/exchange';
import { roundToIncrement } from '../../number/rounding';
import { setTo, type LineEffect, type PriceBase } from '../../setup/rule';
import type { Reason } from '../../result/workings';
import { basePriceOfLine } from '../cost/base-price';
import { emptyColumn, moveTo, type Column } from '../line/column';
import { whyNotToday } from '../line/dated-price';
import { amountInDocument, exchangeTo } from '../line/exchange-step';
import { levelPrice } from '../level/level-price';
import {
  tellNobody,
  type LineInProgress,
  type PassOver,
  type PricingContext,
} from '../line/line-in-progress';
import { afterLevel } from './rule-facts';
import { amountAt, amountNow } from '../by-hand/unit-rounding';
import { baseUnit, perUnit, unitOf } from '../line/units';

const ONE = fromInteger(1);

/** Applies rules to a line in their order; what cannot be applied, or is overtaken, is told. */
export function applyEffects(
  rules: readonly CompiledRule<LineEffect>[],
  line: LineInProgress,
  context: PricingContext,
  recordNotApplied: PassOver,
): void {
  for (const compiled of rules) {
    const { effect } = compiled;
    if (effect.kind === 'flat') {
      const reason = addFlat(compiled, effect, line, context);
      if (reason) recordNotApplied({ kind: 'rule', rule: compiled.name }, reason);
      else if (!compiled.rule.combinable) line.standsAlone = compiled;
      continue;
    }
    const outcome = onUnitPrice(compiled, effect, line, context);
    if (outcome.kind === 'notApplied') {
      recordNotApplied({ kind: 'rule', rule: compiled.name }, outcome.reason);
      continue;
    }
    if (outcome.kind === 'restarted') {
      for (const { name } of line.rulesOnUnits) {
        recordNotApplied(
          { kind: 'rule', rule: name },
          { kind: 'overtakenBy', rule: compiled.name },
        );
      }
      line.rulesOnUnits = [];
    }
    line.rulesOnUnits.push(compiled);
    if (!compiled.rule.combinable) line.standsAlone = compiled;
  }
}

/** What a line comes to as it stands, its flat amounts included. */
export function amountWithFlats(line: LineInProgress, context: PricingContext): Decimal {
  return line.flats.reduce(
    (running, { amount, times }) => takenTo(running, amount, times),
    amountNow(line, context),
  );
}

/** An amount so many times on top of another, but never below zero. */
export function takenTo(running: Decimal, amount: Decimal, times: number): Decimal {
  const after = add(running, multiply(amount, fromInteger(times)));
  return compare(after, ZERO) < 0 ? ZERO : after;
}

type UnitEffect = Exclude<LineEffect, { kind: 'flat' }>;
type WrittenEffect = Exclude<UnitEffect, { kind: 'ownPrices' }>;

/** What came of an effect on the unit price. */
type EffectOutcome =
  | { readonly kind: 'applied' }
  /** The price begins anew with it: what rules did before is overtaken. */
  | { readonly kind: 'restarted' }
  | { readonly kind: 'notApplied'; readonly reason: Reason };

const APPLIED: EffectOutcome = { kind: 'applied' };
const RESTARTED: EffectOutcome = { kind: 'restarted' };

function notApplied(reason: Reason): EffectOutcome {
  return { kind: 'notApplied', reason };
}

/** A value, or why there is none. */
type ValueOrReason<Value> =
  { readonly ok: true; readonly value: Value } | { readonly ok: false; readonly reason: Reason };

function onUnitPrice(
  compiled: CompiledRule,
  effect: UnitEffect,
  line: LineInProgress,
  context: PricingContext,
): EffectOutcome {
  switch (effect.kind) {
    case 'level':
      return takeLevel(compiled, effect, line, context);
    case 'ownPrices': {
      const own = compiled.ownPrices?.get(line.item.item);
      if (!own) return notApplied({ kind: 'noOwnPrice' });
      return setPrice(compiled, setTo(own, effect.raises), line, context);
    }
    case 'set':
      return setPrice(compiled, effect, line, context);
    case 'percent':
    case 'amountEach':
      return changePrice(compiled, effect, line, context);
  }
}

function setPrice(
  compiled: CompiledRule,
  effect: Extract<UnitEffect, { kind: 'set' }>,
  line: LineInProgress,
  context: PricingContext,
): EffectOutcome {
  const price = perPricingUnit(effect.price, effect.unit, compiled, line, context);
  if (!price.ok) return notApplied(price.reason);
  return restart(compiled, effect, price.value, line, context, effect.raises);
}

type ChangingEffect = Extract<UnitEffect, { kind: 'percent' | 'amountEach' }>;

function changePrice(
  compiled: CompiledRule,
  effect: ChangingEffect,
  line: LineInProgress,
  context: PricingContext,
): EffectOutcome {
  const change = changeOf(compiled, effect, line, context);
  if (!change.ok) return notApplied(change.reason);
  const changed = (price: Exact): Exact => addExact(price, change.value(price));
  if (effect.startsFrom !== 'running') {
    const start = priceOf(effect.startsFrom, line, context);
    if (!start) return notApplied({ kind: 'priceBaseMissing', base: effect.startsFrom });
    return restart(compiled, effect, changed(start), line, context, false);
  }
  for (const column of line.parts?.map((part) => part.column) ?? [line.column]) {
    write(column, changed(column.price), compiled, effect, context);
  }
  return APPLIED;
}

/** What an effect adds to a running price. */
function changeOf(
  compiled: CompiledRule,
  effect: ChangingEffect,
  line: LineInProgress,
  context: PricingContext,
): ValueOrReason<(running: Exact) => Exact> {
  if (effect.kind === 'amountEach') {
    const amount = perPricingUnit(effect.amount, effect.unit, compiled, line, context);
    return amount.ok ? { ok: true, value: () => amount.value } : amount;
  }
  const { percent, of } = effect;
  const base = of === 'running' ? null : priceOf(of, line, context);
  if (of !== 'running' && !base) {
    return { ok: false, reason: { kind: 'priceBaseMissing', base: of } };
  }
  return { ok: true, value: (running) => percentOfExact(base ?? running, percent) };
}

/** Takes the place of the running price where it is lower, or where the rule raises, too. */
function restart(
  compiled: CompiledRule,
  effect: WrittenEffect,
  price: Exact,
  line: LineInProgress,
  context: PricingContext,
  raises: boolean,
): EffectOutcome {
  const wanted = signOf(price) < 0 ? ZERO : price;
  if (!raises && !isLower(wanted, line, context)) {
    return notApplied({ kind: 'notLower', price: wanted, basis: null });
  }
  // the line is whole again, from where it was before a break split it
  line.parts = null;
  write(line.column, price, compiled, effect, context);
  return RESTARTED;
}

function isLower(price: Exact, line: LineInProgress, context: PricingContext): boolean {
  return compare(amountAt(price, line, context), amountNow(line, context)) < 0;
}

/**
 * Prices a line as if it were at another level; its column starts anew with what that level made it
 * from, and says what it was instead of.
 */
function takeLevel(
  compiled: CompiledRule,
  effect: Extract<LineEffect, { kind: 'level' }>,
  line: LineInProgress,
  context: PricingContext,
): EffectOutcome {
  const { setup, currency } = context;
  const level = setup.levels.get(effect.level);
  if (!level) return notApplied({ kind: 'notInVersion', version: setup.version });
  const [notToday] = whyNotToday(level.level.window, context);
  if (notToday) return notApplied(notToday);
  const column = emptyColumn(currency, line.column.recording);
  const trial: LineInProgress = { ...line, column };
  const made = levelPrice(level, trial, context, tellNobody);
  if (!made || trial.problem || !exchangeTo(trial, currency, context)) {
    return notApplied({ kind: 'levelMakesNoPrice', level: level.name });
  }
  const { price } = column;
  if (!effect.raises && !isLower(price, line, context)) {
    return notApplied({ kind: 'notLower', price, basis: null });
  }
  const replaced = line.parts === null ? line.column.price : null;
  line.parts = null;
  line.column = column;
  write(column, price, compiled, effect, context, replaced);
  return RESTARTED;
}

function write(
  column: Column,
  after: Exact,
  { name }: CompiledRule,
  effect: WrittenEffect,
  { setup: { version } }: PricingContext,
  /** The price that it stands in place of, where it began anew. */
  instead: Exact | null = null,
): void {
  const tookAll = signOf(after) < 0;
  const source = column.recording
    ? ({ kind: 'rule', version, rule: name, effect, instead, tookAll } as const)
    : null;
  moveTo(column, tookAll ? ZERO : after, source);
}

/** A price per pricing unit in the document's currency; null where it is not there. */
function priceOf(base: PriceBase, line: LineInProgress, context: PricingContext): Exact | null {
  switch (base) {
    case 'running':
      return line.column.price;
    case 'afterLevel':
      return afterLevel(line, context);
    case 'basePrice':
      return basePriceOfLine(line, context);
    case 'listPrice': {
      const list = line.item.listPrice;
      const there = list && exchange(list.amount, list.currency, context.currency, context.rates);
      return there && perUnit(there, baseUnit(line.item), line.pricingUnit);
    }
  }
}

/** An amount of a rule per pricing unit, in the document's currency at unit price digits. */
function perPricingUnit(
  amount: Decimal,
  unit: string | null,
  { rule: { currency } }: CompiledRule,
  line: LineInProgress,
  context: PricingContext,
): ValueOrReason<Exact> {
  const per = unitOf(line.item, unit);
  if (!per) {
    return { ok: false, reason: { kind: 'unitNotOfItem', unit: unit ?? line.item.unit } };
  }
  const there = amountInDocument(amount, currency, context.unitDigits, context);
  if (!there) {
    return { ok: false, reason: { kind: 'noRate', from: currency, to: context.currency } };
  }
  return { ok: true, value: perUnit(there, per, line.pricingUnit) };
}

function addFlat(
  { name, rule: { currency } }: CompiledRule,
  { amount, every }: Extract<LineEffect, { kind: 'flat' }>,
  line: LineInProgress,
  context: PricingContext,
): Reason | null {
  const there = amountInDocument(amount, currency, context.amountDigits, context);
  if (!there) return { kind: 'noRate', from: currency, to: context.currency };
  const { baseQuantity, item } = line;
  const times = every ? wholeTimes(baseQuantity, every) : 1;
  if (every && times === 0) {
    const missing = subtract(every, baseQuantity);
    return { kind: 'asksForMore', minQuantity: every, missing, unit: item.unit };
  }
  line.flats.push({ rule: name, amount: there, times });
  return null;
}

/** How often one quantity goes into another. */
export function wholeTimes(quantity: Decimal, every: Decimal): number {
  return Number(withDigits(roundToIncrement(divide(quantity, every), ONE, 'down'), 0).units);
}
