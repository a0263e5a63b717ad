import type { CatalogueMoves } from '@honest-ledger/contracts';
import {
  fromInteger,
  priceDocument,
  priceMoves,
  printed,
  type CompiledSetup,
  type ItemFacts,
  type PricedDocument,
} from '@honest-ledger/engine';

/** A setup and the level in it that a customer would have. */
export interface PricedUnder {
  readonly setup: CompiledSetup;
  readonly level: string | null;
}

/** What one base unit of every item costs under one setup and level against another. */
export function catalogueMoves(
  items: readonly ItemFacts[],
  before: PricedUnder,
  after: PricedUnder,
  now: Date,
): CatalogueMoves {
  const moves = printed(
    priceMoves(priceCatalogue(items, before, now), priceCatalogue(items, after, now)),
  );
  const names = new Map(items.map(({ item, name }) => [item, name]));
  const largest = moves.largest.map((move) => ({ ...move, name: names.get(move.item) ?? '' }));
  return { ...moves, largest };
}

function priceCatalogue(
  items: readonly ItemFacts[],
  { setup, level }: PricedUnder,
  now: Date,
): PricedDocument {
  const one = fromInteger(1);
  return priceDocument(setup, {
    pricedAt: now.toISOString(),
    currency: setup.homeCurrency,
    facts: { customer: { code: 'any', name: 'Any customer', level }, items },
    lines: items.map(({ item }) => ({ id: item, item, quantity: one })),
  });
}
