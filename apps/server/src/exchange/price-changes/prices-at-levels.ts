import {
  fromInteger,
  isPositive,
  PLAIN_DOCUMENT,
  PLAIN_LINE,
  priceDocument,
  withoutBreaksAndRules,
  type CompiledSetup,
  type CurrencyCode,
  type Decimal,
  type DocumentFacts,
  type LevelId,
} from '@honest-ledger/engine';
import type { PriceOfItem } from './prices';

const ONE = fromInteger(1);

/** The quantity a price is looked at for: its least one, else one. */
export function quantityOf({ minQuantity }: Pick<PriceOfItem, 'minQuantity'>): Decimal {
  return isPositive(minQuantity) ? minQuantity : ONE;
}

/** What a level, or no level, makes of one price's goods, by the price's place. */
export type PricesAtLevels = (
  level: LevelId | null,
  currency: CurrencyCode,
  place: number,
) => Decimal | null;

/** Prices all the goods at a level when it is first asked for, as they are before breaks and rules. */
export function pricesAtLevels(
  prices: readonly PriceOfItem[],
  setup: CompiledSetup,
  facts: Omit<DocumentFacts, 'items'>,
  now: Date,
): PricesAtLevels {
  const plain = withoutBreaksAndRules(setup);
  const items = [...new Set(prices.map(({ item }) => item))];
  const found = new Map<string, readonly (Decimal | null)[]>();
  return (level, currency, place) => {
    const key = `${level ?? ''}|${currency}`;
    let at = found.get(key);
    if (!at) {
      const document = {
        ...PLAIN_DOCUMENT,
        pricedAt: now.toISOString(),
        currency,
        level,
        facts: { ...facts, items },
        lines: prices.map((price, index) => ({
          id: String(index),
          item: price.item.item,
          quantity: quantityOf(price),
          unit: price.inBaseUnit ? null : price.unit.unit,
          duration: price.item.timeUnit === null ? null : ONE,
          ...PLAIN_LINE,
        })),
      };
      at = priceDocument(plain, document, { workings: false, isolateLines: true }).lines.map(
        (line) => (line.kind === 'priced' ? (line.slices[0]?.unitPrice ?? null) : null),
      );
      found.set(key, at);
    }
    return at[place] ?? null;
  };
}
