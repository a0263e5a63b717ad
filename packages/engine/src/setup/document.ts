import type { CurrencyCode } from '../number/currency';
import type { Decimal } from '../number/decimal';
import type { CategoryCode, ItemNumber, LevelId } from './setup';

/** What is to be priced, with every fact that pricing it can ask for. */
export interface PricingDocument {
  /** The instant of pricing, ISO 8601 with an offset or Z. */
  readonly pricedAt: string;
  readonly currency: CurrencyCode;
  readonly facts: DocumentFacts;
  readonly lines: readonly DocumentLine[];
}

/** One line as somebody wrote it. */
export interface DocumentLine {
  readonly id: string;
  readonly item: ItemNumber;
  /** In the item's base unit; above zero, with no more decimals than the unit allows. */
  readonly quantity: Decimal;
}

/** What was known when the document was priced. */
export interface DocumentFacts {
  /** Null for a customer nobody knows. */
  readonly customer: CustomerFacts | null;
  readonly items: readonly ItemFacts[];
}

export interface CustomerFacts {
  readonly code: string;
  readonly name: string;
  /** The customer's default level, if it has one. */
  readonly level: LevelId | null;
}

export interface ItemFacts {
  readonly item: ItemNumber;
  readonly name: string;
  /** The category the item lies in and all above it, from the top of the tree down. */
  readonly categories: readonly CategoryFacts[];
  /** The base unit of measure, as people write it: bag, jar, kg. */
  readonly unit: string;
  /** How many decimals a quantity of it may have. */
  readonly quantityDigits: number;
}

export interface CategoryFacts {
  readonly code: CategoryCode;
  readonly name: string;
}
