import type { OfferVerdict } from '@honest-ledger/engine';
import Joi from 'joi';
import {
  day,
  decimalText,
  itemNumber,
  objectOf,
  QUANTITY_BOUNDS,
  shortCode,
  unitCode,
} from '../forms/fields';
import type { DatedPurchaseCost } from './costs';

/** Which supplier is cheapest for so many of an item on a day? */
export interface PurchaseQuestion {
  readonly item: string;
  readonly quantity: string;
  /** Left out for the base unit. */
  readonly unit?: string;
  /** Left out for today. */
  readonly day?: string;
}
export const purchaseQuestion = objectOf<PurchaseQuestion>({
  item: itemNumber.required(),
  quantity: decimalText(QUANTITY_BOUNDS).required(),
  unit: unitCode,
  day,
});

/** A cost of a supplier, and why it counts or does not for what is asked. */
export interface OfferView extends DatedPurchaseCost {
  readonly verdict: OfferVerdict;
}

/** What counts of a supplier's costs for what is asked. */
export interface PickedCost {
  readonly offer: DatedPurchaseCost;
  /** Per one of the unit asked for, in the offer's currency; with "..." where it does not end. */
  readonly each: string;
  /** Of the whole quantity, in the offer's currency. */
  readonly amount: string;
}

export interface SupplierAnswer {
  readonly supplier: { readonly code: string; readonly name: string };
  readonly preferred: boolean;
  readonly number: string | null;
  readonly leadTimeDays: number | null;
  /** Null where none of its costs counts. */
  readonly picked: PickedCost | null;
  /** The amount in the home currency, rounded to its minor digits; null without a cost or a rate. */
  readonly inHome: string | null;
  /** By how much more than the cheapest, in percent with one decimal; null for those without. */
  readonly dearer: string | null;
  readonly offers: readonly OfferView[];
}

export interface PurchaseAnswer {
  readonly item: string;
  readonly name: string;
  readonly unit: string;
  readonly units: readonly string[];
  readonly quantity: string;
  readonly day: string;
  readonly homeCurrency: string;
  /** The cheapest first; then those that ask nothing for it on the day. */
  readonly suppliers: readonly SupplierAnswer[];
}

/** What somebody writes of a purchase order. */
export interface PurchaseOrderContent {
  readonly supplier: string;
  /** Its day: costs are picked by it. */
  readonly day: string;
  readonly note: string;
  readonly lines: readonly PurchaseLineInput[];
}

export interface PurchaseLineInput {
  readonly item: string;
  readonly quantity: string;
  /** Null for the base unit. */
  readonly unit: string | null;
}

const content = {
  supplier: shortCode.required(),
  day: day.required(),
  note: Joi.string().trim().max(500).allow('').required(),
  lines: Joi.array()
    .items(
      objectOf<PurchaseLineInput>({
        item: itemNumber.required(),
        quantity: decimalText(QUANTITY_BOUNDS).required(),
        unit: unitCode.allow(null).required(),
      }),
    )
    .max(500)
    .required(),
};

export const newPurchaseOrderSchema = objectOf<PurchaseOrderContent>(content);

export interface PurchaseOrderEdit extends PurchaseOrderContent {
  readonly revision: number;
}
export const purchaseOrderEditSchema = objectOf<PurchaseOrderEdit>({
  ...content,
  revision: Joi.number().integer().min(1).required(),
});

export interface PurchaseOrderRevision {
  readonly revision: number;
}
export const purchaseOrderRevision = objectOf<PurchaseOrderRevision>({
  revision: Joi.number().integer().min(1).required(),
});

export interface PurchaseOrderParams {
  readonly number: number;
}
export const purchaseOrderParams = objectOf<PurchaseOrderParams>({
  number: Joi.number().integer().min(1).max(2_000_000_000).required(),
});

/** `open`: its costs are picked anew at every change. `placed`: they stay as they were picked. */
export type PurchaseOrderState = 'open' | 'placed';

export interface PurchaseLineView extends PurchaseLineInput {
  readonly name: string;
  readonly baseUnit: string;
  readonly units: readonly string[];
  /** The supplier's own number of the item. */
  readonly number: string | null;
  /** Null where the supplier asks nothing for it on the day. */
  readonly picked: PickedCost | null;
  /** A supplier that is cheaper for this line on the day; null where none is. */
  readonly cheaper: { readonly name: string; readonly inHome: string } | null;
}

export interface PurchaseOrderRow {
  readonly number: number;
  readonly supplier: string;
  readonly day: string;
  readonly state: PurchaseOrderState;
  readonly lines: number;
  readonly by: string;
  readonly at: string;
}

export interface PurchaseOrderView {
  readonly number: number;
  readonly supplier: { readonly code: string; readonly name: string };
  readonly day: string;
  readonly note: string;
  readonly state: PurchaseOrderState;
  readonly revision: number;
  readonly by: string;
  readonly at: string;
  readonly lines: readonly PurchaseLineView[];
  /** The sums of the lines that have a cost, by currency. */
  readonly totals: readonly { readonly currency: string; readonly amount: string }[];
  readonly homeCurrency: string;
}
