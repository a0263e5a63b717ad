import type { KeptGoods, PricedTaxClass, Serialized } from '@honest-ledger/engine';
import Joi from 'joi';
import { documentNumber } from './documents';
import { decimalText, identifier, objectOf, QUANTITY_BOUNDS } from '../forms/fields';

/** What comes back of a line of a posted sale, in the line's unit. */
export interface ReturnedQuantity {
  readonly line: string;
  readonly quantity: string;
}

export interface ReturnedLine extends ReturnedQuantity {
  readonly item: string;
  readonly unit: string;
  /** Without tax, in the sale's currency, above zero. */
  readonly amount: string;
  /** What is kept back of it; the amount is without it. */
  readonly takenOff: string;
}

/** What comes back, worth the sale's own prices. */
export interface ReturnWorth {
  readonly lines: readonly ReturnedLine[];
  readonly amount: string;
  /** Null where the sale charged no tax. */
  readonly tax: {
    readonly classes: readonly Serialized<PricedTaxClass>[];
    readonly amount: string;
  } | null;
  readonly amountWithTax: string;
  /** What is kept back of the worth of its goods; amounts are without it. */
  readonly takenOff: string;
  /** What the goods that come back had earned for those that are kept; null for nothing. */
  readonly kept: Serialized<KeptGoods> | null;
}

/** A return, or a credit where the goods stay; final once it is posted. */
export interface SaleReturn extends ReturnWorth {
  readonly number: number;
  readonly sale: number;
  /** False where money is given back and the goods stay. */
  readonly goodsBack: boolean;
  readonly reason: string;
  /** Why something was kept back; null where nothing was. */
  readonly takenOffBecause: string | null;
  readonly postedBy: string;
  /** ISO 8601, UTC. */
  readonly postedAt: string;
}

/** A line of a sale that something can come back of. */
export interface ReturnableLine {
  readonly line: string;
  readonly item: string;
  readonly name: string;
  readonly unit: string;
  readonly sold: string;
  readonly net: string;
  /** What came back of it so far. */
  readonly returned: string;
}

/** What came back of a sale, and what still can. */
export interface SaleReturns {
  readonly currency: string;
  readonly lines: readonly ReturnableLine[];
  readonly returns: readonly SaleReturn[];
}

const lines = Joi.array()
  .items(
    objectOf<ReturnedQuantity>({
      line: identifier.required(),
      quantity: decimalText(QUANTITY_BOUNDS).required(),
    }),
  )
  .min(1)
  .max(500)
  .unique('line')
  .required()
  .messages({ 'array.min': 'Nothing comes back: give the quantity of a line' });

export interface ReturnParams {
  /** Of the sale. */
  readonly number: number;
  readonly return: number;
}

export const returnParams = objectOf<ReturnParams>({
  number: documentNumber,
  return: documentNumber,
});

/** What would these be worth? */
export interface ReturnAsked {
  readonly lines: readonly ReturnedQuantity[];
  /** Whether what they had earned for the goods that are kept is kept back. */
  readonly takesOff: boolean;
}

export const returnAskedSchema = objectOf<ReturnAsked>({
  lines,
  takesOff: Joi.boolean().default(false),
});

/** A return as it was seen: where it is worth another amount by now, nothing is posted. */
export interface NewReturn extends Omit<ReturnAsked, 'takesOff'> {
  readonly goodsBack: boolean;
  readonly reason: string;
  /** Why what they had earned is kept back; null where it is not. */
  readonly takesOffBecause: string | null;
  readonly amountWithTax: string;
}

export const newReturnSchema = objectOf<NewReturn>({
  lines,
  goodsBack: Joi.boolean().required(),
  reason: Joi.string().trim().min(1).max(200).required().messages({
    'string.empty': 'Say why it comes back',
  }),
  takesOffBecause: Joi.when('goodsBack', {
    is: true,
    then: Joi.string().trim().min(1).max(200).allow(null),
    otherwise: Joi.valid(null).messages({
      'any.only': 'With a credit, nothing is deducted',
    }),
  })
    .default(null)
    .messages({ 'string.empty': 'Enter a reason for the deduction' }),
  amountWithTax: decimalText({ from: '0', to: '99999999999999999999', digits: 6 }).required(),
});
