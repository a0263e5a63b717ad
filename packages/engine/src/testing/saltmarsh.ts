import { compare, decimal } from '../number/decimal';
import type { Agreement } from '../setup/agreement';
import { COST_KINDS, type ItemCost, type PurchaseCost } from '../setup/cost';
import type { CostAdjustment, CostTable } from '../setup/cost-table';
import { ALWAYS } from '../setup/dates';
import {
  PLAIN_LINE,
  PLAIN_DOCUMENT,
  type DocumentLine,
  type PricingDocument,
} from '../setup/document';
import type { CustomerFacts, DocumentFacts, ItemFacts } from '../setup/facts';
import type { BasePrice } from '../setup/goods';
import type { Adjustment, Level, LevelEntry, TypedPrice } from '../setup/level';
import type { QuantityBreak, TierAdjustment } from '../setup/quantity-break';
import {
  NO_LIMITS,
  type Condition,
  type LineEffect,
  type Rule,
  type RuleEffect,
} from '../setup/rule';
import type { Setup } from '../setup/setup';

/** A small invented setup that specifications vary. */
export function setupOf(changes: Partial<Setup> = {}): Setup {
  return {
    version: 7,
    homeCurrency: 'EUR',
    roundingMode: 'halfAwayFromZero',
    unitPriceDigits: {},
    defaultLevel: null,
    costOrder: [...COST_KINDS],
    floors: [],
    basePrices: [basePrice('18.40')],
    sharedPrices: [],
    agreements: [],
    levels: [schools()],
    costTables: [],
    breaks: [],
    conditions: [],
    rules: [],
    ruleChoice: 'first',
    ...changes,
  };
}

export function basePrice(price: string, unit: string | null = null): BasePrice {
  return { kind: 'own', item: 'CL-0207', unit, price: decimal(price) };
}

/** 12 % off all items in Clay, to the nearest 0.05. */
export function schools(changes: Partial<Level> = {}): Level {
  return {
    id: 'schools',
    name: 'Schools',
    currency: 'EUR',
    window: ALWAYS,
    order: 'narrowest',
    entries: [percentEntry('-12', { kind: 'category', category: 'clay' })],
    exceptions: [],
    typedPrices: [],
    rounding: {
      kind: 'increment',
      currency: 'EUR',
      increment: decimal('0.05'),
      direction: 'nearest',
      leastPrice: null,
    },
    ...changes,
  };
}

export function percentEntry(
  percent: string,
  scope: LevelEntry['scope'] = { kind: 'all' },
  changes: Partial<LevelEntry> = {},
): LevelEntry {
  return entryOf({ kind: 'percent', percent: decimal(percent) }, scope, changes);
}

export function entryOf(
  adjustment: Adjustment,
  scope: LevelEntry['scope'] = { kind: 'all' },
  changes: Partial<LevelEntry> = {},
): LevelEntry {
  return {
    id: JSON.stringify([adjustment.kind, scope]),
    scope,
    basis: { kind: 'basePrice' },
    adjusting: { kind: 'plain', adjustment },
    rounding: null,
    closes: false,
    ...changes,
  };
}

export function typedPrice(price: string, changes: Partial<TypedPrice> = {}): TypedPrice {
  return {
    id: `typed ${price}`,
    item: 'CL-0207',
    price: decimal(price),
    unit: null,
    window: ALWAYS,
    minQuantity: decimal('0'),
    closes: false,
    ...changes,
  };
}

export function agreement(price: string, changes: Partial<Agreement> = {}): Agreement {
  return {
    id: `agreed ${price}`,
    party: { kind: 'customer', customer: 'HARBOUR' },
    item: 'CL-0207',
    currency: 'EUR',
    price: decimal(price),
    unit: null,
    window: ALWAYS,
    minQuantity: decimal('0'),
    open: false,
    ...changes,
  };
}

export function costOf(amount: string, changes: Partial<ItemCost> = {}): ItemCost {
  return { kind: 'last', amount: decimal(amount), currency: 'EUR', unit: null, ...changes };
}

export function purchaseCostOf(amount: string, changes: Partial<PurchaseCost> = {}): PurchaseCost {
  return {
    supplier: 'pits',
    amount: decimal(amount),
    currency: 'EUR',
    unit: null,
    minQuantity: decimal('0'),
    window: ALWAYS,
    ...changes,
  };
}

/** Bands by unit cost, from thresholds to what is done. */
export function bandsOf(
  bands: Readonly<Record<string, CostAdjustment>>,
): CostTable['costs'][number]['bands'] {
  return Object.entries(bands)
    .map(([from, adjustment]) => ({ from: decimal(from), adjustment }))
    .toSorted((a, b) => compare(a.from, b.from));
}

export function markup(percent: string): CostAdjustment {
  return { kind: 'markup', percent: decimal(percent) };
}

export function margin(percent: string): CostAdjustment {
  return { kind: 'margin', percent: decimal(percent) };
}

export function times(factor: string): CostAdjustment {
  return { kind: 'multiplier', factor: decimal(factor) };
}

/** A table for everything, from the last cost. */
export function costTable(
  bands: Readonly<Record<string, CostAdjustment>>,
  changes: Partial<CostTable> = {},
): CostTable {
  return {
    id: 'tools',
    name: 'Tools',
    currency: 'EUR',
    scopes: [{ kind: 'all' }],
    outlets: null,
    costs: [{ cost: 'last', bands: bandsOf(bands) }],
    points: null,
    fees: null,
    pieceCharges: [],
    rounding: null,
    ...changes,
  };
}

/** A percent off from each of some quantities on, for everything, on every unit of each line. */
export function breakOf(
  tiers: Readonly<Record<string, TierAdjustment | string>>,
  changes: Partial<QuantityBreak> = {},
): QuantityBreak {
  return {
    id: 'bags',
    name: 'Clay by the bag',
    words: '',
    currency: 'EUR',
    scopes: [{ kind: 'all' }],
    levels: null,
    parties: null,
    outlets: null,
    window: ALWAYS,
    count: 'line',
    measure: { kind: 'quantity', unit: null },
    mode: 'allUnits',
    basis: { kind: 'afterLevel' },
    always: false,
    tiers: Object.entries(tiers)
      .map(([from, tier]) => ({
        from: decimal(from),
        adjustment:
          typeof tier === 'string' ? { kind: 'percent' as const, percent: decimal(tier) } : tier,
      }))
      .toSorted((a, b) => compare(a.from, b.from)),
    rounding: null,
    setUp: null,
    ...changes,
  };
}

/** A rule for everything, by itself, together with others. */
export function ruleOf(
  effect: RuleEffect,
  when: Condition = { kind: 'all', of: [] },
  changes: Partial<Rule> = {},
): Rule {
  return {
    id: JSON.stringify([effect, when]),
    name: 'Spring glaze week',
    words: '',
    currency: 'EUR',
    place: 0,
    paused: false,
    validity: { days: ALWAYS, weekdays: null, times: null },
    outlets: null,
    trigger: { kind: 'automatic' },
    when,
    effect,
    combinable: true,
    stopProcessing: false,
    limits: NO_LIMITS,
    ...changes,
  };
}

export function percentOff(percent: string, changes: Partial<PercentEffect> = {}): LineEffect {
  return {
    kind: 'percent',
    percent: decimal(`-${percent}`),
    of: 'running',
    startsFrom: 'running',
    ...changes,
  };
}

type PercentEffect = Extract<LineEffect, { kind: 'percent' }>;

export function flat(amount: string, every: string | null = null): LineEffect {
  return { kind: 'flat', amount: decimal(amount), every: every === null ? null : decimal(every) };
}

export function setTo(price: string, unit: string | null = null): TierAdjustment {
  return { kind: 'set', price: decimal(price), unit };
}

export function lineOf(quantity: string, changes: Partial<DocumentLine> = {}): DocumentLine {
  return {
    id: '1',
    item: 'CL-0207',
    quantity: decimal(quantity),
    unit: null,
    duration: null,
    ...PLAIN_LINE,
    ...changes,
  };
}

export function customerOf(changes: Partial<CustomerFacts> = {}): CustomerFacts {
  return {
    code: 'HARBOUR',
    name: 'Harbour Lane School',
    segment: null,
    level: 'schools',
    assignments: [],
    attributes: {},
    ...changes,
  };
}

/** A bag of stoneware, which lies under Clay; a pallet has 60. */
export function itemOf(changes: Partial<ItemFacts> = {}): ItemFacts {
  return {
    item: 'CL-0207',
    name: 'Stoneware body, buff, grogged',
    kind: 'stock',
    categories: [
      { code: 'clay', name: 'Clay' },
      { code: 'stoneware', name: 'Stoneware' },
    ],
    family: { code: 'bodies', name: 'Stoneware bodies' },
    brand: { code: 'ebb', name: 'Ebb & Flood' },
    supplier: { code: 'pits', name: 'Marsh Pits' },
    unit: 'bag',
    quantityDigits: 0,
    units: [{ unit: 'pallet', factor: decimal('60'), digits: 0 }],
    timeUnit: null,
    listPrice: null,
    namedPrices: [],
    costs: [],
    purchaseCosts: [],
    unitsSold: [],
    attributes: {},
    ...changes,
  };
}

export function factsOf(changes: Partial<DocumentFacts> = {}): DocumentFacts {
  return {
    local: { day: '2026-11-24', time: '14:32:00', offset: '+00:00' },
    outlet: null,
    customer: customerOf(),
    rates: [],
    ruleUses: [],
    bought: null,
    setUpPaid: [],
    tax: null,
    items: [itemOf()],
    ...changes,
  };
}

/** A school asks for a quantity of one bag of stoneware. */
export function documentOf(
  quantity = '1',
  changes: Partial<PricingDocument> = {},
): PricingDocument {
  return {
    ...PLAIN_DOCUMENT,
    pricedAt: '2026-11-24T14:32:00Z',
    currency: 'EUR',
    facts: factsOf(),
    lines: [lineOf(quantity)],
    ...changes,
  };
}
