import type { CatalogueMoves } from '@honest-ledger/contracts';
import {
  fromInteger,
  priceDocument,
  priceMoves,
  printed,
  type CompiledSetup,
  type CurrencyCode,
  type DocumentFacts,
  type ItemFacts,
  type LevelId,
  type PricedDocument,
} from '@honest-ledger/engine';

/** Under what the catalogue is priced: the facts around its items, and a level chosen for it. */
export interface PricedUnder {
  readonly setup: CompiledSetup;
  readonly facts: Omit<DocumentFacts, 'items'>;
  readonly level: LevelId | null;
  readonly currency: CurrencyCode;
}

/** What one base unit of every item costs one way against another. */
export function catalogueMoves(
  items: readonly ItemFacts[],
  before: PricedUnder,
  after: PricedUnder,
  now: Date,
): CatalogueMoves {
  const bare = (under: PricedUnder): PricedDocument => priceCatalogue(items, under, now, false);
  const moves = printed(priceMoves(bare(before), bare(after)));
  const names = new Map(items.map(({ item, name }) => [item, name]));
  const largest = moves.largest.map((move) => ({ ...move, name: names.get(move.item) ?? '' }));
  return { ...moves, largest };
}

/** One base unit of every item, and for goods priced by time one unit of that; lines go by item. */
export function priceCatalogue(
  items: readonly ItemFacts[],
  { setup, facts, level, currency }: PricedUnder,
  now: Date,
  workings: boolean,
): PricedDocument {
  const one = fromInteger(1);
  return priceDocument(
    setup,
    {
      pricedAt: now.toISOString(),
      currency,
      level,
      facts: { ...facts, items },
      lines: items.map(({ item, timeUnit }) => ({
        id: item,
        item,
        quantity: one,
        unit: null,
        duration: timeUnit === null ? null : one,
        formOfSupply: null,
        level: null,
        priceByHand: null,
      })),
    },
    { workings },
  );
}
