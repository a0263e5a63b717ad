import type { Party } from '../setup/agreement';
import type { CostTable, CostTableId } from '../setup/cost-table';
import type { PricingDocument } from '../setup/document';
import type { ItemNumber } from '../setup/goods';
import type { Level, LevelId } from '../setup/level';
import { isForCustomer } from '../setup/limits';
import type { QuantityBreak } from '../setup/quantity-break';
import type { Scope } from '../setup/scope';
import type { Rule } from '../setup/rule';
import type { Setup } from '../setup/setup';
import { ruleFinder } from './compile-rule';
import { specificity } from './specificity';
import { withSavedConditions } from './saved-conditions';

/**
 * The part of a setup that a document can reach: small enough to send to a browser.
 * Law: pricing the document with the part gives what pricing it with the whole gives.
 */
export function reachingSetup(setup: Setup, document: PricingDocument): Setup {
  const items = itemsOf(document);
  const basePrices = setup.basePrices.filter(({ item }) => items.has(item));
  const all = withSavedConditions(setup.rules, setup.conditions);
  const rules = rulesReaching(all, document).map((rule) => onlyPricesOf(rule, items));
  const shared = new Set(basePrices.map((one) => (one.kind === 'shared' ? one.shared : null)));
  const levels = withBases(setup.levels, [
    ...levelsOf(setup, document),
    ...rules.map(({ effect }) => (effect.kind === 'level' ? effect.level : null)),
  ]);
  return {
    ...setup,
    basePrices,
    sharedPrices: setup.sharedPrices.filter(({ id }) => shared.has(id)),
    agreements: setup.agreements.filter(
      ({ item, party }) => items.has(item) && isPartyTo(document, party),
    ),
    levels: levels.map((level) => onlyFor(level, items)),
    costTables: tablesOf(setup.costTables, levels, document),
    breaks: setup.breaks.filter((one) => mayReach(one, document)),
    // they stand in the rules
    conditions: [],
    rules,
  };
}

function itemsOf({ lines, facts }: PricingDocument): ReadonlySet<ItemNumber> {
  return new Set([...lines, ...facts.items].map(({ item }) => item));
}

function levelsOf({ defaultLevel }: Setup, document: PricingDocument): (LevelId | null)[] {
  const { customer, outlet } = document.facts;
  return [
    ...document.lines.map(({ level }) => level),
    document.level,
    ...(customer?.assignments ?? []).map(({ level }) => level),
    customer?.level ?? null,
    customer?.segment?.level ?? null,
    outlet?.level ?? null,
    defaultLevel,
  ];
}

/** The levels with these ids, and all that they start from. */
function withBases(levels: readonly Level[], ids: readonly (LevelId | null)[]): readonly Level[] {
  const byId = new Map(levels.map((level) => [level.id, level]));
  const reached = new Set<LevelId>();
  const open = ids.filter((id) => id !== null);
  for (let id = open.pop(); id !== undefined; id = open.pop()) {
    if (reached.has(id)) continue;
    reached.add(id);
    for (const { basis } of byId.get(id)?.entries ?? []) {
      if (basis.kind === 'level') open.push(basis.level);
    }
  }
  return levels.filter(({ id }) => reached.has(id));
}

/** The tables that levels name, and those that take an item of the document in. */
function tablesOf(
  tables: readonly CostTable[],
  levels: readonly Level[],
  { facts }: PricingDocument,
): readonly CostTable[] {
  const named = new Set<CostTableId | null>(
    levels.flatMap(({ entries }) =>
      entries.map(({ basis }) => (basis.kind === 'costTable' ? basis.table : null)),
    ),
  );
  const takesIn = (scope: Scope): boolean =>
    facts.items.some((item) => specificity(scope, item) !== null);
  return tables.filter(({ id, scopes }) => named.has(id) || scopes.some(takesIn));
}

/** A break that takes in goods of the document, for its customer; its days and outlets may change. */
function mayReach({ scopes, parties }: QuantityBreak, { facts }: PricingDocument): boolean {
  return (
    isForCustomer(parties, facts.customer) &&
    scopes.some((scope) => facts.items.some((item) => specificity(scope, item) !== null))
  );
}

/**
 * Rules that can touch one of the document's items, and those whose codes it has; their moments,
 * codes and outlets may change.
 */
function rulesReaching(rules: readonly Rule[], { facts, codes }: PricingDocument): readonly Rule[] {
  if (rules.length === 0) return rules;
  const find = ruleFinder(rules);
  const reached = new Set(facts.items.flatMap((item) => find(item).map(({ rule }) => rule)));
  const typed = new Set(codes.map((code) => code.toLowerCase()));
  const isTyped = ({ trigger }: Rule): boolean =>
    trigger.kind === 'code' && typed.has(trigger.code.toLowerCase());
  return rules.filter((rule) => reached.has(rule) || isTyped(rule));
}

function isPartyTo({ facts: { customer } }: PricingDocument, party: Party): boolean {
  return party.kind === 'customer'
    ? party.customer === customer?.code
    : party.segment === customer?.segment?.code;
}

/** A rule without its prices of items that the document does not have. */
function onlyPricesOf(rule: Rule, items: ReadonlySet<ItemNumber>): Rule {
  const { effect } = rule;
  if (effect.kind !== 'ownPrices') return rule;
  return {
    ...rule,
    effect: { ...effect, prices: effect.prices.filter(({ item }) => items.has(item)) },
  };
}

/** A level without what it says of single items that the document does not have. */
function onlyFor(level: Level, items: ReadonlySet<ItemNumber>): Level {
  return {
    ...level,
    entries: level.entries.filter(({ scope }) => scope.kind !== 'item' || items.has(scope.item)),
    exceptions: level.exceptions.filter((item) => items.has(item)),
    typedPrices: level.typedPrices.filter(({ item }) => items.has(item)),
  };
}
