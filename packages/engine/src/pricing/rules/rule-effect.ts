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
  work: LineInProgress,
  context: PricingContext,
  recordNotApplied: PassOver,
): void {
  for (const compiled of rules) {
    const { effect } = compiled;
    if (effect.kind === 'flat') {
      const reason = addFlat(compiled, effect, work, context);
      if (reason) recordNotApplied({ kind: 'rule', rule: compiled.name }, reason);
      else if (!compiled.rule.together) work.standsAlone = compiled;
      continue;
    }
    const made = onUnitPrice(compiled, effect, work, context);
    if (made !== 'applied' && made !== 'restarted') {
      recordNotApplied({ kind: 'rule', rule: compiled.name }, made);
      continue;
    }
    if (made === 'restarted') {
      for (const { name } of work.rulesOnUnits) {
        recordNotApplied(
          { kind: 'rule', rule: name },
          { kind: 'overtakenBy', rule: compiled.name },
        );
      }
      work.rulesOnUnits = [];
    }
    work.rulesOnUnits.push(compiled);
    if (!compiled.rule.together) work.standsAlone = compiled;
  }
}

/** What a line comes to as it stands, its flat amounts included. */
export function amountWithFlats(work: LineInProgress, context: PricingContext): Decimal {
  return work.flats.reduce(
    (running, { amount, times }) => takenTo(running, amount, times),
    amountNow(work, context),
  );
}

/** An amount so many times on top of another, but never below zero. */
export function takenTo(running: Decimal, amount: Decimal, times: number): Decimal {
  const after = add(running, multiply(amount, fromInteger(times)));
  return compare(after, ZERO) < 0 ? ZERO : after;
}

type UnitEffect = Exclude<LineEffect, { kind: 'flat' }>;
type WrittenEffect = Exclude<UnitEffect, { kind: 'ownPrices' }>;

function onUnitPrice(
  compiled: CompiledRule,
  effect: UnitEffect,
  work: LineInProgress,
  context: PricingContext,
): 'applied' | 'restarted' | Reason {
  if (effect.kind === 'level') return takeLevel(compiled, effect, work, context);
  if (effect.kind === 'ownPrices') {
    const own = compiled.ownPrices?.get(work.item.item);
    if (!own) return { kind: 'noOwnPrice' };
    return onUnitPrice(compiled, setTo(own, effect.raises), work, context);
  }
  if (effect.kind === 'set') {
    const price = perPricingUnit(effect.price, effect.unit, compiled, work, context);
    if ('kind' in price) return price;
    return restart(compiled, effect, price, work, context, effect.raises);
  }
  const change = changeOf(compiled, effect, work, context);
  if ('kind' in change) return change;
  if (effect.startsFrom !== 'running') {
    const start = priceOf(effect.startsFrom, work, context);
    if (!start) return { kind: 'priceBaseMissing', base: effect.startsFrom };
    return restart(compiled, effect, addExact(start, change.of(start)), work, context, false);
  }
  for (const column of work.parts?.map((part) => part.column) ?? [work.column]) {
    write(column, addExact(column.price, change.of(column.price)), compiled, effect, context);
  }
  return 'applied';
}

/** What an effect adds to a running price. */
function changeOf(
  compiled: CompiledRule,
  effect: Extract<UnitEffect, { kind: 'percent' | 'amountEach' }>,
  work: LineInProgress,
  context: PricingContext,
): { readonly of: (running: Exact) => Exact } | Reason {
  if (effect.kind === 'amountEach') {
    const amount = perPricingUnit(effect.amount, effect.unit, compiled, work, context);
    return 'kind' in amount ? amount : { of: () => amount };
  }
  const { percent, of } = effect;
  const base = of === 'running' ? null : priceOf(of, work, context);
  if (of !== 'running' && !base) return { kind: 'priceBaseMissing', base: of };
  return { of: (running) => percentOfExact(base ?? running, percent) };
}

/** Takes the place of the running price where it is lower, or where the rule raises, too. */
function restart(
  compiled: CompiledRule,
  effect: WrittenEffect,
  price: Exact,
  work: LineInProgress,
  context: PricingContext,
  raises: boolean,
): 'restarted' | Reason {
  const wanted = signOf(price) < 0 ? ZERO : price;
  if (!raises && !isLower(wanted, work, context)) {
    return { kind: 'notLower', price: wanted, basis: null };
  }
  // the line is whole again, from where it was before a break split it
  work.parts = null;
  write(work.column, price, compiled, effect, context);
  return 'restarted';
}

function isLower(price: Exact, work: LineInProgress, context: PricingContext): boolean {
  return compare(amountAt(price, work, context), amountNow(work, context)) < 0;
}

/**
 * Prices a line as if it were at another level; its column starts anew with what that level made it
 * from, and says what it was instead of.
 */
function takeLevel(
  compiled: CompiledRule,
  effect: Extract<LineEffect, { kind: 'level' }>,
  work: LineInProgress,
  context: PricingContext,
): 'restarted' | Reason {
  const { setup, currency } = context;
  const level = setup.levels.get(effect.level);
  if (!level) return { kind: 'notInVersion', version: setup.version };
  const [notToday] = whyNotToday(level.level.window, context);
  if (notToday) return notToday;
  const column = emptyColumn(currency, work.column.recording);
  const trial: LineInProgress = { ...work, column };
  const made = levelPrice(level, trial, context, tellNobody);
  if (!made || trial.problem || !exchangeTo(trial, currency, context)) {
    return { kind: 'levelMakesNoPrice', level: level.name };
  }
  const { price } = column;
  if (!effect.raises && !isLower(price, work, context)) {
    return { kind: 'notLower', price, basis: null };
  }
  const instead = work.parts === null ? work.column.price : null;
  work.parts = null;
  work.column = column;
  write(column, price, compiled, effect, context, instead);
  return 'restarted';
}

function write(
  column: Column,
  after: Exact,
  { name }: CompiledRule,
  effect: WrittenEffect,
  { setup: { version } }: PricingContext,
  instead: Exact | null = null,
): void {
  const tookAll = signOf(after) < 0;
  const source = column.recording
    ? ({ kind: 'rule', version, rule: name, effect, instead, tookAll } as const)
    : null;
  moveTo(column, tookAll ? ZERO : after, source);
}

/** A price per pricing unit in the document's currency; null where it is not there. */
function priceOf(base: PriceBase, work: LineInProgress, context: PricingContext): Exact | null {
  switch (base) {
    case 'running':
      return work.column.price;
    case 'afterLevel':
      return afterLevel(work, context);
    case 'basePrice':
      return basePriceOfLine(work, context);
    case 'listPrice': {
      const list = work.item.listPrice;
      const there = list && exchange(list.amount, list.currency, context.currency, context.rates);
      return there && perUnit(there, baseUnit(work.item), work.pricingUnit);
    }
  }
}

/** An amount of a rule per pricing unit, in the document's currency at unit price digits. */
function perPricingUnit(
  amount: Decimal,
  unit: string | null,
  { rule: { currency } }: CompiledRule,
  work: LineInProgress,
  context: PricingContext,
): Exact | Reason {
  const per = unitOf(work.item, unit);
  if (!per) return { kind: 'unitNotOfItem', unit: unit ?? work.item.unit };
  const there = amountInDocument(amount, currency, context.unitDigits, context);
  if (!there) return { kind: 'noRate', from: currency, to: context.currency };
  return perUnit(there, per, work.pricingUnit);
}

function addFlat(
  { name, rule: { currency } }: CompiledRule,
  { amount, every }: Extract<LineEffect, { kind: 'flat' }>,
  work: LineInProgress,
  context: PricingContext,
): Reason | null {
  const there = amountInDocument(amount, currency, context.amountDigits, context);
  if (!there) return { kind: 'noRate', from: currency, to: context.currency };
  const { baseQuantity, item } = work;
  const times = every ? wholeTimes(baseQuantity, every) : 1;
  if (every && times === 0) {
    const missing = subtract(every, baseQuantity);
    return { kind: 'asksForMore', minQuantity: every, missing, unit: item.unit };
  }
  work.flats.push({ rule: name, amount: there, times });
  return null;
}

/** How often one quantity goes into another. */
export function wholeTimes(quantity: Decimal, every: Decimal): number {
  return Number(withDigits(roundToIncrement(divide(quantity, every), ONE, 'down'), 0).units);
}
