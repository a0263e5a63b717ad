import type { CurrencyCode } from '../number/currency';
import { minorDigits } from '../number/currency';
import type { Decimal } from '../number/decimal';
import type { RoundingMode } from '../number/rounding';
import type { ItemFacts } from '../setup/document';
import type { ItemNumber, Level, LevelEntry, LevelId, Setup } from '../setup/setup';

/** A setup turned once into look-ups, so that a line costs what applies to it and no more. */
export interface CompiledSetup {
  readonly version: number;
  readonly homeCurrency: CurrencyCode;
  readonly roundingMode: RoundingMode;
  readonly basePrices: ReadonlyMap<ItemNumber, Decimal>;
  readonly levels: ReadonlyMap<LevelId, CompiledLevel>;
  /** Digits a unit price ends with in a currency. */
  unitPriceDigits(currency: CurrencyCode): number;
}

export interface CompiledLevel {
  readonly level: Level;
  /** The entries that reach an item, the one that applies first. */
  reaching(item: ItemFacts): readonly LevelEntry[];
}

export function compileSetup(setup: Setup): CompiledSetup {
  return {
    version: setup.version,
    homeCurrency: setup.homeCurrency,
    roundingMode: setup.roundingMode,
    basePrices: new Map(setup.basePrices.map(({ item, price }) => [item, price])),
    levels: new Map(setup.levels.map((level) => [level.id, compileLevel(level)])),
    unitPriceDigits: (currency) => setup.unitPriceDigits[currency] ?? minorDigits(currency),
  };
}

/**
 * Indexes a level's entries by what they reach. The order of narrowness is: item, category nearest
 * in the tree, all; of two that are equally narrow, the earlier in the list comes first.
 */
function compileLevel(level: Level): CompiledLevel {
  const byItem = new Map<string, LevelEntry[]>();
  const byCategory = new Map<string, LevelEntry[]>();
  const all: LevelEntry[] = [];
  for (const entry of level.entries) {
    switch (entry.reach.kind) {
      case 'item':
        append(byItem, entry.reach.item, entry);
        break;
      case 'category':
        append(byCategory, entry.reach.category, entry);
        break;
      case 'all':
        all.push(entry);
        break;
    }
  }
  return {
    level,
    reaching: (item) => [
      ...(byItem.get(item.item) ?? []),
      ...item.categories.toReversed().flatMap(({ code }) => byCategory.get(code) ?? []),
      ...all,
    ],
  };
}

function append(index: Map<string, LevelEntry[]>, key: string, entry: LevelEntry): void {
  const entries = index.get(key);
  if (entries) entries.push(entry);
  else index.set(key, [entry]);
}
