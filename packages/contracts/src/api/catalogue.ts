import type { ItemFacts, PriceMove, PriceMoves, Printed } from '@honest-ledger/engine';
import Joi from 'joi';
import { categoryCode, objectOf } from '../forms/fields';

export interface ItemQuery {
  /** Part of an item number or name. */
  readonly text?: string;
  /** Only what lies under this category. */
  readonly category?: string;
  readonly limit: number;
  readonly offset: number;
}

export const itemQuerySchema = objectOf<ItemQuery>({
  text: Joi.string().trim().max(100).allow(''),
  category: categoryCode,
  limit: Joi.number().integer().min(1).max(1000).default(1000),
  offset: Joi.number().integer().min(0).default(0),
});

/** An item as the catalogue lists it, with its base price in the version in force. */
export interface ItemRow extends ItemFacts {
  readonly basePrice: string | null;
}

export interface ItemPage {
  readonly items: readonly ItemRow[];
  /** How many there are in all. */
  readonly total: number;
  readonly currency: string;
  /** The version the base prices are of. */
  readonly version: number;
}

export interface CategoryRow {
  readonly code: string;
  readonly name: string;
  readonly parent: string | null;
  /** How many items lie in it or under it. */
  readonly items: number;
}

/** What a change does to the prices of the whole catalogue, one base unit of each item. */
export interface CatalogueMoves extends Omit<Printed<PriceMoves>, 'largest'> {
  readonly largest: readonly (Printed<PriceMove> & { readonly name: string })[];
}
