import type { CatalogueMoves } from '@honest-ledger/contracts';
import {
  PLAIN_LINE,
  PLAIN_DOCUMENT,
  fromInteger,
  priceDocument,
  priceMoves,
  print,
  serialized,
  type CompiledSetup,
  type CurrencyCode,
  type Decimal,
  type DocumentFacts,
  type ItemFacts,
  type LevelId,
  type PricedDocument,
  type RuleByHand,
} from '@honest-ledger/engine';

const ONE = fromInteger(1);

/** Under what the catalogue is priced: the facts around its items, and a level chosen for it. */
export interface PricedUnder {
  readonly setup: CompiledSetup;
  readonly facts: Omit<DocumentFacts, 'items'>;
  readonly level: LevelId | null;
  readonly currency: CurrencyCode;
  /** Codes as if they had been typed, and rules as if somebody had put them on; none unless said. */
  readonly codes?: readonly string[];
  readonly byHand?: readonly RuleByHand[];
}

/** What a quantity of every item costs one way against another; one base unit unless said. */
export function catalogueMoves(
  items: readonly ItemFacts[],
  before: PricedUnder,
  after: PricedUnder,
  now: Date,
  quantities?: readonly Decimal[],
): CatalogueMoves {
  const bare = (under: PricedUnder): PricedDocument =>
    priceCatalogue(items, under, now, false, quantities);
  const moves = serialized(priceMoves(bare(before), bare(after)));
  const names = new Map(items.map(({ item, name }) => [item, name]));
  const largest = moves.largest.map((move) => ({ ...move, name: names.get(move.item) ?? '' }));
  return { ...moves, largest };
}

/**
 * Some quantities of every item in its base unit, one unless said, and for goods priced by time one
 * unit of that: each as if it were asked for alone.
 */
export function priceCatalogue(
  items: readonly ItemFacts[],
  { setup, facts, level, currency, codes = [], byHand = [] }: PricedUnder,
  now: Date,
  workings: boolean,
  quantities: readonly Decimal[] = [ONE],
): PricedDocument {
  return priceDocument(
    setup,
    {
      ...PLAIN_DOCUMENT,
      pricedAt: now.toISOString(),
      currency,
      level,
      codes,
      byHand,
      facts: { ...facts, items },
      lines: quantities.flatMap((quantity, place) =>
        items.map(({ item, timeUnit }) => ({
          id: place === 0 ? item : `${item}\n${print(quantity)}`,
          item,
          quantity,
          unit: null,
          duration: timeUnit === null ? null : ONE,
          ...PLAIN_LINE,
        })),
      ),
    },
    { workings, isolateLines: true },
  );
}
