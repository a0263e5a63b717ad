import type { PriceAdjustment, PriceTyped, Serialized } from '@honest-ledger/engine';
import Joi from 'joi';
import {
  AMOUNT_BOUNDS,
  costKind,
  decimalText,
  instant,
  MARGIN_BOUNDS,
  MARKUP_BOUNDS,
  objectOf,
  PERCENT_BOUNDS,
  PRICE_BOUNDS,
} from '../forms/fields';
import { oneOfKinds } from '../forms/kinds';
import type { RoundingForm } from '../forms/rounding-form';
import { roundingSchema } from '../forms/rounding-schema';
import { itemFilterFields, type ItemFilter } from './catalogue';
import { TABLE_FORMATS, type TableFormat } from './files';
import { orderFields, searchText, type ListOrder, type Page } from './pages';

/** Prices that are changed together: base prices, or those typed for single items on a level. */
export type RepricedPrices =
  | { readonly kind: 'basePrice' }
  /** `all`: items that have no price of their own on the level are given one. */
  | { readonly kind: 'level'; readonly level: string; readonly all: boolean };

/** What new prices start from. */
export type PriceChangeBasis =
  /** Each price as it is. */
  | { readonly kind: 'present' }
  | { readonly kind: 'basePrice' }
  | { readonly kind: 'listPrice' }
  | { readonly kind: 'level'; readonly level: string }
  /** Null for the table that takes an item in most narrowly; items that no such table takes in stay. */
  | { readonly kind: 'costTable'; readonly table: string | null }
  /** Null for the first kind in the order of the settings that an item has. */
  | { readonly kind: 'cost'; readonly cost: string | null };

/** How the new prices come about. */
export type PriceAdjustmentForm = Serialized<
  Exclude<PriceAdjustment, { kind: 'set' | 'multiplier' }>
>;

/** A change of many prices: which goods, which of their prices, and what becomes of them. */
export interface PriceChangeContent {
  readonly name: string;
  readonly goods: ItemFilter;
  readonly prices: readonly RepricedPrices[];
  readonly basis: PriceChangeBasis;
  readonly change: PriceAdjustmentForm;
  /** Touches only prices in its own currency. */
  readonly rounding: RoundingForm | null;
  /** Prices with a lower margin are marked, in percent; null for none. */
  readonly leastMargin: string | null;
  /** The instant from which the new prices count, ISO 8601; null for when the draft is published. */
  readonly at: string | null;
  /** What becomes of open quotes with these goods once the new prices are published. */
  readonly quotes: 'leave' | 'priceAgain';
}

const { sort: _, descending: __, ...itemFilter } = itemFilterFields;
const level = Joi.string().guid().required();

const pricesSchema = oneOfKinds<RepricedPrices>({
  basePrice: Joi.object({}),
  level: Joi.object({ level, all: Joi.boolean().required() }),
});

const basisSchema = oneOfKinds<PriceChangeBasis>({
  present: Joi.object({}),
  basePrice: Joi.object({}),
  listPrice: Joi.object({}),
  level: Joi.object({ level }),
  costTable: Joi.object({ table: Joi.string().guid().allow(null).required() }),
  cost: Joi.object({ cost: costKind.allow(null).required() }),
});

const percent = (bounds: typeof PERCENT_BOUNDS) =>
  Joi.object({ percent: decimalText(bounds).required() });

const changeSchema = oneOfKinds<PriceAdjustmentForm>({
  percent: percent(PERCENT_BOUNDS),
  amount: Joi.object({ amount: decimalText(AMOUNT_BOUNDS).required() }),
  markup: percent(MARKUP_BOUNDS),
  margin: percent(MARGIN_BOUNDS),
});

const isOfCost = ({ basis, change }: PriceChangeContent): boolean =>
  basis.kind === 'cost' || (change.kind !== 'markup' && change.kind !== 'margin');

export const priceChangeContentSchema = objectOf<PriceChangeContent>({
  name: Joi.string().trim().min(1).max(120).required(),
  goods: objectOf<ItemFilter>(itemFilter).required(),
  prices: Joi.array()
    .items(pricesSchema)
    .min(1)
    .max(20)
    .unique((a: RepricedPrices, b: RepricedPrices) => pricesKey(a) === pricesKey(b))
    .required()
    .messages({
      'array.min': 'Say which prices are to change',
      'array.unique': '{#label} stands there twice',
    }),
  basis: basisSchema.required(),
  change: changeSchema.required(),
  rounding: roundingSchema.allow(null).required(),
  leastMargin: decimalText(MARGIN_BOUNDS).allow(null).required(),
  at: instant.allow(null).required(),
  quotes: Joi.string().valid('leave', 'priceAgain').required(),
})
  .custom((content: PriceChangeContent, help) =>
    isOfCost(content) ? content : help.error('change.cost'),
  )
  .messages({ 'change.cost': 'A markup or a margin is reckoned on a cost: start from a cost' });

/** What a kind of prices is known by: a level's id, or the base price. */
export function pricesKey(prices: RepricedPrices): string {
  return prices.kind === 'level' ? prices.level : prices.kind;
}

/** What it is to be, made from a revision that was seen. */
export interface PriceChangeEdit {
  readonly content: PriceChangeContent;
  readonly revision: number;
}
export const priceChangeEditSchema = objectOf<PriceChangeEdit>({
  content: priceChangeContentSchema.required(),
  revision: Joi.number().integer().min(1).required(),
});

/**
 * `open`: nothing counts yet. `applied`: its prices are in a draft, or published from there.
 * `undone`: the draft is again as it was.
 */
export type PriceChangeState = 'open' | 'applied' | 'undone';

export interface PriceChangeRow {
  readonly id: string;
  readonly name: string;
  readonly state: PriceChangeState;
  readonly by: string;
  readonly at: string;
  readonly rows: number;
}

/** Sums and extremes over all rows. */
export interface PriceChangeTotals {
  readonly rows: number;
  readonly items: number;
  readonly raised: number;
  readonly lowered: number;
  /** Prices that come into being. */
  readonly fresh: number;
  readonly unchanged: number;
  /** How many would go into the draft. */
  readonly changing: number;
  readonly leftOut: number;
  readonly withoutPrice: number;
  readonly withoutCost: number;
  readonly belowCost: number;
  readonly belowMargin: number;
  /** In percent with one decimal, of those that are not left out. */
  readonly largestRise: PriceChangeExtreme | null;
  readonly largestFall: PriceChangeExtreme | null;
  readonly meanMove: string | null;
  /** The mean of the margins, in percent with one decimal. */
  readonly meanMarginBefore: string | null;
  readonly meanMarginAfter: string | null;
}

export interface PriceChangeExtreme {
  readonly item: string;
  readonly move: string;
}

export interface PriceChangeView {
  readonly id: string;
  readonly content: PriceChangeContent;
  readonly state: PriceChangeState;
  /** Goes up with all that changes it or its rows. */
  readonly revision: number;
  /** What there is to know; a sentence. */
  readonly remark: string | null;
  readonly by: string;
  /** Whether it is the asking user's own: others look. */
  readonly own: boolean;
  readonly at: string;
  readonly totals: PriceChangeTotals;
  /** Open quotes that hold goods whose price changes, the latest first, at most a hundred. */
  readonly quotes: { readonly total: number; readonly numbers: readonly number[] };
  /** Where its prices lie; null where they lie in no draft. */
  readonly draft: { readonly id: string; readonly name: string; readonly state: string } | null;
}

/** What somebody typed of one price. */
export type PriceTypedForm = Serialized<PriceTyped>;

export const priceTypedSchema = oneOfKinds<PriceTypedForm>({
  price: Joi.object({ price: decimalText(PRICE_BOUNDS).required() }),
  percent: percent(PERCENT_BOUNDS),
  amount: Joi.object({ amount: decimalText(AMOUNT_BOUNDS).required() }),
  markup: percent(MARKUP_BOUNDS),
  margin: percent(MARGIN_BOUNDS),
});

/** One price and what becomes of it; amounts are in the currency of the row, per its unit. */
export interface RepricedPrice {
  readonly row: number;
  readonly item: string;
  readonly name: string;
  /** The level whose price it is; null for a base price. */
  readonly level: string | null;
  readonly unit: string;
  readonly minQuantity: string;
  readonly from: string | null;
  readonly until: string | null;
  readonly currency: string;
  readonly cost: string | null;
  readonly costKind: string | null;
  readonly before: string | null;
  readonly after: string | null;
  readonly change: string | null;
  /** In percent of before, with two decimals, as are markups and margins. */
  readonly move: string | null;
  readonly markupBefore: string | null;
  readonly marginBefore: string | null;
  readonly markup: string | null;
  readonly margin: string | null;
  readonly typed: PriceTypedForm | null;
  readonly leftOut: boolean;
  /** Why it cannot change, or has no new price, or what there is to know; a sentence. */
  readonly remark: string | null;
  /** Whether it cannot change at all. */
  readonly fixed: boolean;
  readonly belowCost: boolean;
  readonly belowMargin: boolean;
}

export const REPRICED_SORTS = [
  'item',
  'name',
  'cost',
  'before',
  'after',
  'move',
  'markup',
  'margin',
] as const;
export const REPRICED_ONLY = [
  'raised',
  'lowered',
  'typed',
  'leftOut',
  'withoutPrice',
  'withoutCost',
  'belowCost',
  'belowMargin',
] as const;
export type RepricedOnly = (typeof REPRICED_ONLY)[number];

export interface RepricedQuery extends ListOrder<(typeof REPRICED_SORTS)[number]> {
  readonly only?: RepricedOnly;
  readonly text?: string;
  readonly offset: number;
  readonly limit: number;
}

const rowFields = {
  ...orderFields(REPRICED_SORTS),
  only: Joi.string().valid(...REPRICED_ONLY),
  text: searchText,
};

export const repricedQuery = objectOf<RepricedQuery>({
  ...rowFields,
  offset: Joi.number().integer().min(0).max(10_000_000).default(0),
  limit: Joi.number().integer().min(1).max(1000).default(200),
});

export type RepricedPage = Page<RepricedPrice>;

export type RepricedFileQuery = Omit<RepricedQuery, 'offset' | 'limit'> & {
  readonly format: TableFormat;
};
export const repricedFileQuery = objectOf<RepricedFileQuery>({
  ...rowFields,
  format: Joi.string()
    .valid(...TABLE_FORMATS)
    .default('csv'),
});

/** What is decided on single rows: what is typed of their prices, and whether they are left out. */
export interface RepricedDecisions {
  /** That of the rows that were seen: where they were worked out anew, they have other places. */
  readonly revision: number;
  readonly rows: readonly {
    readonly row: number;
    readonly typed: PriceTypedForm | null;
    readonly leftOut: boolean;
  }[];
}
export const repricedDecisionsSchema = objectOf<RepricedDecisions>({
  revision: Joi.number().integer().min(1).required(),
  rows: Joi.array()
    .items(
      Joi.object({
        row: Joi.number().integer().min(1).required(),
        typed: priceTypedSchema.allow(null).required(),
        leftOut: Joi.boolean().required(),
      }),
    )
    .min(1)
    .max(5000)
    .unique('row')
    .required(),
});

export interface RepricedAnswer {
  readonly priceChange: PriceChangeView;
  /** The rows that were decided on, as they are now. */
  readonly rows: readonly RepricedPrice[];
}

/** Puts the prices that were looked at into a draft. */
export interface ApplyPriceChange {
  readonly revision: number;
  /** The draft that they go to; null for the one that is open, or a new one. */
  readonly draft: string | null;
}
export const applyPriceChangeSchema = objectOf<ApplyPriceChange>({
  revision: Joi.number().integer().min(1).required(),
  draft: Joi.string().guid().allow(null).required(),
});

export interface PriceChangeParams {
  readonly id: string;
}
export const priceChangeParams = objectOf<PriceChangeParams>({
  id: Joi.string().guid().required(),
});
