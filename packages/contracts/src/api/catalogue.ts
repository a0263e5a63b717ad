import type { PriceMove, PriceMoves, Serialized } from '@honest-ledger/engine';
import { ITEM_KINDS, type ItemKind } from '@honest-ledger/engine';
import Joi from 'joi';
import type { ItemFactsForm } from '../forms/document-form';
import { categoryCode, decimalText, itemNumber, objectOf, shortCode } from '../forms/fields';
import type { PricedLineForm } from '../forms/priced-form';
import type { BasePriceForm } from '../forms/setup-form';
import type { Attribute } from '../forms/attributes';
import type { ItemContent } from '../forms/item-content';
import {
  orderFields,
  pageFields,
  searchText,
  severalOf,
  type ListOrder,
  type Page,
  type PageAsked,
} from './pages';

export interface ItemFilter {
  /** Parts of an item number, a name, a GTIN or a cross-reference. */
  readonly text?: string;
  /** Only what lies under one of these categories. */
  readonly category?: readonly string[];
  readonly brand?: readonly string[];
  readonly supplier?: readonly string[];
  readonly kind?: readonly ItemKind[];
  /** Base prices in the home currency, of what is priced by itself and of what shares a price. */
  readonly basePriceFrom?: string;
  readonly basePriceTo?: string;
  /** The margin that the base price leaves over the cost, in percent: at least, and less than. */
  readonly marginFrom?: string;
  readonly marginBelow?: string;
}

/** What of a filter or an order tells costs: for those alone who may see them. */
export const ITEM_FILTERS_OF_COSTS = ['marginFrom', 'marginBelow'] as const;
export const ITEM_SORTS_OF_COSTS = ['cost', 'margin', 'markup'] as const;
export const ITEM_SORTS = [
  'item',
  'name',
  'brand',
  'unit',
  'kind',
  'category',
  'supplier',
  'listPrice',
  'basePrice',
  ...ITEM_SORTS_OF_COSTS,
] as const;
/** Items in an order. */
export type ItemListQuery = ItemFilter & ListOrder<(typeof ITEM_SORTS)[number]>;

/** A page of the catalogue. */
export interface ItemQuery extends ItemListQuery, PageAsked {
  /** The ids of levels at which each item is to be priced, too. */
  readonly level?: readonly string[];
}

/** Most levels at which the items of one page are priced, and most items that such a page has. */
export const MOST_LEVELS_PRICED = 12;
export const MOST_ITEMS_PRICED = 1000;

const PRICES_FOUND = { from: '0', to: '9999999999', digits: 6 };
const MARGINS_FOUND = { from: '-1000000', to: '100', digits: 6 };

/** What narrows and sorts the catalogue. */
export const itemFilterFields = {
  text: searchText,
  category: severalOf(categoryCode),
  brand: severalOf(shortCode),
  supplier: severalOf(shortCode),
  kind: severalOf(Joi.string().valid(...ITEM_KINDS)),
  basePriceFrom: decimalText(PRICES_FOUND),
  basePriceTo: decimalText(PRICES_FOUND),
  marginFrom: decimalText(MARGINS_FOUND),
  marginBelow: decimalText(MARGINS_FOUND),
  ...orderFields(ITEM_SORTS),
};

export const itemQuerySchema = objectOf<ItemQuery>({
  ...itemFilterFields,
  ...pageFields,
  level: severalOf(Joi.string().guid()).max(MOST_LEVELS_PRICED),
  limit: pageFields.limit.when('level', {
    is: Joi.exist(),
    then: Joi.number().max(MOST_ITEMS_PRICED),
  }),
});

/** An item as the catalogue lists it, with its base price in the version in force. */
export interface ItemRow extends ItemFactsForm {
  readonly basePrice: string | null;
  /** Null without a cost, or the right to see it. */
  readonly cost: ItemCostFigures | null;
  /**
   * What one base unit sells for at each level asked for, by the levels' ids, in the level's own
   * currency; without those that do not price it.
   */
  readonly levelPrices?: Readonly<Record<string, string>>;
}

/** What an item costs beside what it sells for. */
export interface ItemCostFigures {
  /** What one base unit costs, in the home currency. */
  readonly each: string;
  /** What the base price adds to that cost, in percent of the cost; null without a price. */
  readonly markup: string | null;
  /** What of the base price is not cost, in percent of the price; null without a price. */
  readonly margin: string | null;
}

export interface ItemPage extends Page<ItemRow> {
  readonly currency: string;
  /** The version the prices are of. */
  readonly version: number;
  /** The levels asked for that are in force. */
  readonly levels?: readonly LevelPriced[];
}

/** A level at which the items of a page are priced. */
export interface LevelPriced {
  readonly id: string;
  readonly name: string;
  readonly currency: string;
}

export interface CategoryRow {
  readonly code: string;
  readonly name: string;
  readonly parent: string | null;
  /** How many items lie in it or under it. */
  readonly items: number;
}

/** What goods are told apart by besides categories. */
export interface GoodsGroups {
  readonly brands: readonly CodeAndName[];
  readonly suppliers: readonly CodeAndName[];
  readonly families: readonly CodeAndName[];
  readonly taxClasses: readonly CodeAndName[];
  /** What the company keeps of items besides. */
  readonly attributes: readonly Attribute[];
  /** Kinds of cost, in the order in which they were made. */
  readonly costKinds: readonly CostKindName[];
  /** Cost tables by their ids, those that only a draft has included. */
  readonly costTables: readonly CodeAndName[];
  /** Conditions that are saved under a name, likewise. */
  readonly savedConditions: readonly CodeAndName[];
}

export interface CostKindName extends CodeAndName {
  /** Whether goods can be asked for as supplied at this cost. */
  readonly formOfSupply: boolean;
}

export interface CodeAndName {
  readonly code: string;
  readonly name: string;
}

export interface ItemParams {
  readonly item: string;
}

export const itemParams = objectOf<ItemParams>({ item: itemNumber.required() });

/** An item with everything its page shows. */
export interface ItemView extends ItemFactsForm {
  readonly gtin: string | null;
  readonly customerName: string | null;
  readonly active: boolean;
  readonly revision: number;
  /** What is edited of it. */
  readonly facts: ItemContent;
  readonly currency: string;
  readonly version: number;
  /** All its base prices, as the version in force has them. */
  readonly basePrices: readonly BasePriceForm[];
  /** The same as a draft has them, where one edits them. */
  readonly draft: ObjectDraft<readonly BasePriceForm[]> | null;
  readonly sharedPrices: readonly {
    readonly id: string;
    readonly name: string;
    readonly price: string;
  }[];
  /** What each level makes of one base unit. */
  readonly levels: readonly ItemAtLevel[];
}

/** What a draft makes of an object. */
export interface ObjectDraft<Content> {
  readonly draft: string;
  readonly draftName: string;
  /** Null where the draft withdraws the object. */
  readonly content: Content | null;
  readonly revision: number;
}

/** One base unit of an item at a level, in the level's own currency. */
export interface ItemAtLevel {
  readonly level: string;
  readonly name: string;
  readonly currency: string;
  /** The priced line of one base unit, workings and all. */
  readonly line: PricedLineForm;
}

/** What a change does to the prices of the whole catalogue, one base unit of each item. */
export interface CatalogueMoves extends Omit<Serialized<PriceMoves>, 'largest'> {
  readonly largest: readonly (Serialized<PriceMove> & { readonly name: string })[];
}
