import type { RepricedPrices, PriceChangeContent } from '@honest-ledger/contracts';
import {
  baseUnit,
  isPositive,
  ZERO,
  type CompiledSetup,
  type CurrencyCode,
  type Day,
  type Decimal,
  type Level,
  type Setup,
  type UnitFacts,
  type Window,
} from '@honest-ledger/engine';
import type { ItemWithId } from '../../master-data/catalogue/item-facts';

/** One price that can change. */
export interface PriceOfItem {
  readonly item: ItemWithId;
  /** Null for a base price. */
  readonly level: Level | null;
  readonly currency: CurrencyCode;
  readonly unit: UnitFacts;
  readonly inBaseUnit: boolean;
  /** The price typed on the level; null for a base price, and for one that would be new. */
  readonly typedPriceId: string | null;
  readonly minQuantity: Decimal;
  readonly window: Window;
  /** As it stands there, whatever pricing makes of it; null where nothing does. */
  readonly standing: Decimal | null;
  /** Whose shared price it is; null for a price of its own. */
  readonly sharedName: string | null;
}

const ALWAYS: Window = { from: null, until: null };

/** The prices of items that a price change is about, item by item. */
export function pricesOf(
  items: readonly ItemWithId[],
  { prices }: PriceChangeContent,
  edited: Setup,
  compiled: CompiledSetup,
  today: Day,
): PriceOfItem[] {
  return prices.flatMap((kind) => {
    const of = kind.kind === 'basePrice' ? null : levelPrices(kind, edited, today);
    return items.flatMap((item) => (of ? of(item) : basePrices(item, compiled)));
  });
}

/** An item's base price, whether it has one or not, and those of its further units. */
function basePrices(item: ItemWithId, setup: CompiledSetup): PriceOfItem[] {
  const one = (unit: UnitFacts, inBaseUnit: boolean): PriceOfItem[] => {
    const found = setup.basePrice(item.item, inBaseUnit ? null : unit.unit);
    if (!found && !inBaseUnit) return [];
    const shared = found?.kind === 'shared' ? setup.sharedPrices.get(found.shared) : undefined;
    return [
      {
        item,
        level: null,
        currency: setup.homeCurrency,
        unit,
        inBaseUnit,
        typedPriceId: null,
        minQuantity: ZERO,
        window: ALWAYS,
        standing: found?.kind === 'own' ? found.price : (shared?.price ?? null),
        sharedName: shared?.name ?? null,
      },
    ];
  };
  return [...one(baseUnit(item), true), ...item.units.flatMap((unit) => one(unit, false))];
}

/** The prices typed for an item on a level that have not ended; a new one where all are asked for. */
function levelPrices(
  { level: id, all }: Extract<RepricedPrices, { kind: 'level' }>,
  { levels }: Setup,
  today: Day,
): (item: ItemWithId) => PriceOfItem[] {
  const level = levels.find((one) => one.id === id);
  if (!level) return () => [];
  const byItem = new Map<string, Level['typedPrices'][number][]>();
  for (const typed of level.typedPrices) {
    if (typed.window.until !== null && typed.window.until < today) continue;
    const others = byItem.get(typed.item);
    if (others) others.push(typed);
    else byItem.set(typed.item, [typed]);
  }
  const { currency } = level;
  return (item) => {
    const typed = byItem.get(item.item) ?? [];
    const found = typed.flatMap((one): PriceOfItem[] => {
      const unit =
        one.unit === null
          ? baseUnit(item)
          : [baseUnit(item), ...item.units].find((other) => other.unit === one.unit);
      return unit
        ? [
            {
              item,
              level,
              currency,
              unit,
              inBaseUnit: one.unit === null || one.unit === item.unit,
              typedPriceId: one.id,
              minQuantity: one.minQuantity,
              window: one.window,
              standing: one.price,
              sharedName: null,
            },
          ]
        : [];
    });
    const hasPlain = found.some(
      ({ inBaseUnit, minQuantity, window }) =>
        inBaseUnit && !isPositive(minQuantity) && (window.from === null || window.from <= today),
    );
    if (!all || hasPlain) return found;
    const fresh = { unit: baseUnit(item), inBaseUnit: true, typedPriceId: null, standing: null };
    return [
      ...found,
      { item, level, currency, ...fresh, minQuantity: ZERO, window: ALWAYS, sharedName: null },
    ];
  };
}

/** What a price is known by as long as its item and its level are there. */
export interface PriceKey {
  readonly itemId: number;
  readonly levelId: string | null;
  readonly unit: string;
  readonly typedPriceId: string | null;
}

export function keyOf({ itemId, levelId, unit, typedPriceId }: PriceKey): string {
  return [itemId, levelId ?? '', unit, typedPriceId ?? ''].join('|');
}
