import { NO_SALES_CONTEXT, PLAIN_LINE } from '../setup/document';
import type { CompiledSetup } from '../compile/compile-setup';
import { minorDigits, type CurrencyCode } from '../number/currency';
import { fromInteger, isZero, withDigits, ZERO, type Decimal } from '../number/decimal';
import { signOf } from '../number/exact';
import { ratesOf } from '../number/exchange';
import { roundToDigits } from '../number/rounding';
import type { CostTableId } from '../setup/cost-table';
import type { DocumentFacts, ItemFacts } from '../setup/facts';
import { emptyColumn } from '../pricing/line/column';
import { startFromCostTable, startFromReachingTable } from '../pricing/cost/cost-table';
import { exchangeTo } from '../pricing/line/exchange-step';
import { NO_HAND_CHOICES } from '../pricing/line/hand-choices';
import {
  tellNobody,
  type LineInProgress,
  type PricingContext,
} from '../pricing/line/line-in-progress';
import { baseUnit } from '../pricing/line/units';

/** Where and when tables are asked for prices, and in which currency. */
export interface TablePricesAsked {
  readonly facts: Omit<DocumentFacts, 'items'>;
  readonly currency: CurrencyCode;
}

/**
 * Prices side by side, all with the same digits, so that each is a number and no object: of a whole
 * catalogue, making and keeping an object a price takes longer than finding the prices.
 */
export interface PriceColumn {
  /** The decimals of each. */
  readonly digits: number;
  /** Counted in units of 10^-`digits`; null where there is no price. */
  readonly units: (Decimal['units'] | null)[];
}

/** The price at a place of a column; null where there is none. */
export function priceAt({ digits, units }: PriceColumn, place: number): Decimal | null {
  const found = units[place] ?? null;
  return found === null ? null : { units: found, scale: digits };
}

const ONE = fromInteger(1);

/**
 * What cost tables make of one base unit of each item, table by table: the unit prices that lines
 * would have at a level that starts from the table, without all else that a line has. For whole
 * catalogues, whose every price is wanted and no workings.
 * @param tables null for the table that takes each item in most narrowly
 */
export function tablePrices(
  setup: CompiledSetup,
  tables: readonly (CostTableId | null)[],
  items: readonly ItemFacts[],
  { facts, currency }: TablePricesAsked,
): PriceColumn[] {
  const context: PricingContext = {
    setup,
    currency,
    codes: new Set(),
    byHand: NO_HAND_CHOICES,
    attributes: {},
    kind: null,
    salesContext: NO_SALES_CONTEXT,
    shipping: null,
    level: null,
    facts,
    rates: ratesOf(setup.homeCurrency, facts.rates),
    unitDigits: setup.unitPriceDigits(currency),
    amountDigits: minorDigits(currency),
    workings: false,
    isolateLines: true,
  };
  const starts = tables.map((id) => startFrom(id, context));
  const columns = starts.map((): PriceColumn => ({ digits: context.unitDigits, units: [] }));
  for (const item of items) {
    const line = inList(item, currency);
    starts.forEach((start, place) => {
      line.problem = null;
      columns[place]?.units.push(start(line) ? unitPrice(line, context) : null);
    });
  }
  return columns;
}

/** Starts a line at what a table makes of it; false where that is nothing. */
function startFrom(
  id: CostTableId | null,
  context: PricingContext,
): (line: LineInProgress) => boolean {
  if (id === null) return (line) => startFromReachingTable(line, context, tellNobody);
  const table = context.setup.costTables.get(id);
  return (line) => table !== undefined && startFromCostTable(table, line, context).length === 0;
}

function inList(item: ItemFacts, currency: CurrencyCode): LineInProgress {
  const unit = baseUnit(item);
  return {
    written: {
      id: item.item,
      item: item.item,
      quantity: ONE,
      unit: null,
      duration: item.timeUnit === null ? null : ONE,
      ...PLAIN_LINE,
    },
    item,
    unit,
    pricingUnit: unit,
    baseQuantity: ONE,
    column: emptyColumn(currency, false),
    started: false,
    level: null,
    closedBy: null,
    afterLevel: null,
    parts: null,
    setUp: null,
    flats: [],
    rulesOnUnits: [],
    standsAlone: null,
    stop: null,
    flatsTaken: [],
    amount: ZERO,
    shares: [],
    discount: null,
    floor: null,
    discountShare: null,
    slices: [],
    problem: null,
    notApplied: [],
    kept: null,
    computed: null,
  };
}

/** As step 6 rounds it: a positive price that would become 0 is none. */
function unitPrice(line: LineInProgress, context: PricingContext): Decimal['units'] | null {
  if (line.problem || !exchangeTo(line, context.currency, context)) return null;
  const { price } = line.column;
  const rounded = roundToDigits(price, context.unitDigits, context.setup.roundingMode);
  if (isZero(rounded) && signOf(price) > 0) return null;
  return withDigits(rounded, context.unitDigits).units;
}
