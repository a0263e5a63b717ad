import type { CompiledLevel } from '../compile/compile-setup';
import { add, percentOf, type Decimal } from '../number/decimal';
import { applyRoundingRule } from '../number/rounding-rule';
import type { Adjustment, LevelEntry, Reach } from '../setup/setup';
import type { LevelName } from '../workings/workings';
import { moveTo, passOver, type LineInProgress, type PricingContext } from './line-in-progress';

/**
 * Step 3: the customer's default level. Its narrowest entry that reaches the item adjusts the
 * price, then the level's rounding rule applies.
 */
export function applyLevel(work: LineInProgress, context: PricingContext): void {
  const compiled = chooseLevel(work, context);
  if (!compiled) return;
  const { id, name, rounding } = compiled.level;
  const level = { id, name };
  const [entry, ...others] = compiled.reaching(work.item);
  if (!entry) {
    passOver(work, { kind: 'level', level }, { kind: 'noEntryReachesItem', item: work.item.item });
    if (rounding) {
      passOver(
        work,
        { kind: 'levelRounding', level, rule: rounding },
        { kind: 'noEntryPricedItem' },
      );
    }
    return;
  }
  applyEntry(work, context, level, entry);
  for (const other of others) {
    const kind = sameReach(entry.reach, other.reach)
      ? 'earlierEntryApplies'
      : 'narrowerEntryApplies';
    passOver(work, { kind: 'levelEntry', level, entry: other }, { kind, entry });
  }
  applyRounding(work, context, compiled, level);
}

function chooseLevel(work: LineInProgress, context: PricingContext): CompiledLevel | null {
  const { customer, setup } = context;
  if (!customer?.level) {
    const kind = customer ? 'customerHasNoLevel' : 'customerUnknown';
    passOver(work, { kind: 'anyLevel' }, { kind });
    return null;
  }
  const level = setup.levels.get(customer.level);
  if (level) return level;
  passOver(
    work,
    { kind: 'missingLevel', id: customer.level },
    { kind: 'notInVersion', version: setup.version },
  );
  return null;
}

function applyEntry(
  work: LineInProgress,
  { setup, currency }: PricingContext,
  level: LevelName,
  entry: LevelEntry,
): void {
  const source = { kind: 'levelEntry', version: setup.version, level, entry } as const;
  for (const slice of work.slices) {
    moveTo(slice, adjusted(slice.unitPrice, entry.adjustment), source, currency);
  }
}

function applyRounding(
  work: LineInProgress,
  { setup, currency }: PricingContext,
  { level: { rounding } }: CompiledLevel,
  level: LevelName,
): void {
  if (!rounding) return;
  if (rounding.currency !== currency) {
    passOver(
      work,
      { kind: 'levelRounding', level, rule: rounding },
      { kind: 'ruleInOtherCurrency', rule: rounding.currency, price: currency },
    );
    return;
  }
  const source = { kind: 'levelRounding', version: setup.version, level, rule: rounding } as const;
  for (const slice of work.slices) {
    moveTo(slice, applyRoundingRule(slice.unitPrice, rounding), source, currency);
  }
}

/** The basis with the adjustment made, exactly. */
function adjusted(basis: Decimal, adjustment: Adjustment): Decimal {
  return add(basis, percentOf(basis, adjustment.percent));
}

function sameReach(a: Reach, b: Reach): boolean {
  switch (a.kind) {
    case 'item':
      return b.kind === 'item';
    case 'category':
      return b.kind === 'category' && a.category === b.category;
    case 'all':
      return b.kind === 'all';
  }
}
