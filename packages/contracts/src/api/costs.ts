import Joi from 'joi';
import {
  costKind,
  currencyCode,
  day,
  dayWindow,
  decimalText,
  itemNumber,
  MINIMUM_BOUNDS,
  objectOf,
  PRICE_BOUNDS,
  shortCode,
  unitCode,
} from '../forms/fields';

/** What an item costs from a day on, until the next of its kind. 0: none is known from then on. */
export interface DatedCost {
  readonly kind: string;
  readonly from: string;
  readonly amount: string;
  readonly currency: string;
  /** Null for the base unit. */
  readonly unit: string | null;
}

/** What a supplier asks from a quantity upward, in a window of days. */
export interface DatedPurchaseCost {
  readonly amount: string;
  readonly currency: string;
  readonly unit: string | null;
  /** In `unit`. */
  readonly minQuantity: string;
  readonly window: { readonly from: string | null; readonly until: string | null };
}

/** Somebody who delivers an item. */
export interface ItemSupplier {
  readonly supplier: string;
  /** One of them is; its costs are the item's purchase cost. */
  readonly preferred: boolean;
  /** The supplier's own item number. */
  readonly number: string | null;
  readonly leadTimeDays: number | null;
  readonly costs: readonly DatedPurchaseCost[];
}

/** What is kept of an item's costs, history and all. Facts: they count from when they are kept. */
export interface ItemCosts {
  readonly costs: readonly DatedCost[];
  readonly suppliers: readonly ItemSupplier[];
}

/** An item's costs with what its page says of them. */
export interface ItemCostsView {
  readonly item: string;
  readonly unit: string;
  readonly units: readonly string[];
  /** The day that counts as today. */
  readonly day: string;
  readonly homeCurrency: string;
  readonly costs: ItemCosts;
  /** Base units sold in the last 90 days, and since ever. */
  readonly sold: { readonly lately: string; readonly ever: string };
}

/** An item's costs as they are to be, made from what was seen. */
export interface ItemCostsEdit {
  readonly seen: ItemCosts;
  readonly content: ItemCosts;
}

const MAX_ROWS = 1000;
const MAX_SUPPLIERS = 50;

const money = { amount: decimalText(PRICE_BOUNDS).required(), currency: currencyCode.required() };
const unit = unitCode.allow(null).required();

const datedCost = objectOf<DatedCost>({
  kind: costKind.required(),
  from: day.required(),
  ...money,
  unit,
});

const purchaseCost = objectOf<DatedPurchaseCost>({
  ...money,
  unit,
  minQuantity: decimalText(MINIMUM_BOUNDS).required(),
  window: dayWindow.required(),
});

const itemSupplier = objectOf<ItemSupplier>({
  supplier: shortCode.required(),
  preferred: Joi.boolean().required(),
  number: itemNumber.allow(null).required(),
  leadTimeDays: Joi.number().integer().min(0).max(1000).allow(null).required(),
  costs: Joi.array()
    .items(purchaseCost)
    .max(MAX_ROWS)
    .unique(
      (a: DatedPurchaseCost, b: DatedPurchaseCost) =>
        a.unit === b.unit && a.minQuantity === b.minQuantity && a.window.from === b.window.from,
    )
    .required()
    .messages({
      'array.unique': 'two costs are for the same unit and quantity from the same day',
    }),
});

export const itemCostsSchema = objectOf<ItemCosts>({
  costs: Joi.array()
    .items(datedCost)
    .max(MAX_ROWS)
    .unique((a: DatedCost, b: DatedCost) => a.kind === b.kind && a.from === b.from)
    .required()
    .messages({ 'array.unique': 'two costs of one type start on the same day' }),
  suppliers: Joi.array()
    .items(itemSupplier)
    .max(MAX_SUPPLIERS)
    .unique('supplier')
    .custom((suppliers: readonly ItemSupplier[], help) => {
      const preferred = suppliers.filter((one) => one.preferred);
      return preferred.length > 1 ? help.error('suppliers.preferred') : suppliers;
    })
    .required()
    .messages({
      'array.unique': 'a supplier stands there twice',
      'suppliers.preferred': 'only one supplier can be the preferred one',
    }),
});

export const itemCostsEditSchema = objectOf<ItemCostsEdit>({
  seen: itemCostsSchema.required(),
  content: itemCostsSchema.required(),
});
