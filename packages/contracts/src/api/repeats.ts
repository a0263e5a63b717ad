import type { Day } from '@honest-ledger/engine';
import Joi from 'joi';
import { day, objectOf } from '../forms/fields';

export const REPEAT_UNITS = ['day', 'week', 'month', 'year'] as const;
export type RepeatUnit = (typeof REPEAT_UNITS)[number];

/** kept: each order keeps the prices of the one it repeats. today: it is priced as of its own day. */
export const REPEAT_PRICES = ['kept', 'today'] as const;
export type RepeatPrices = (typeof REPEAT_PRICES)[number];

/** When an order is made again, and at which prices. */
export interface RepeatTerms {
  /** Every so many days, weeks, months or years. */
  readonly every: number;
  readonly unit: RepeatUnit;
  /** The first day, by the clock of the order's outlet; the others are counted from it. */
  readonly startsOn: Day;
  /** The last day on which it may be; null for no end. */
  readonly until: Day | null;
  readonly prices: RepeatPrices;
}

/** How an order repeats. */
export interface Repeat extends RepeatTerms {
  readonly revision: number;
  readonly setBy: string;
  /** The days of the next orders, the soonest first; fewer than three where they end before. */
  readonly next: readonly Day[];
  /** Why an order was not made, or which days went by; null where nothing is to be told. */
  readonly remark: string | null;
}

/** An order that was made because another one repeats, on the day for which it was. */
export interface RepeatedOrder {
  readonly number: number;
  readonly on: Day;
}

/** How a document repeats, or which one it repeats. */
export interface RepeatView {
  /** Null where it does not repeat. */
  readonly repeat: Repeat | null;
  /** What was made so far, the latest first. */
  readonly made: readonly RepeatedOrder[];
  /** The order that it repeats itself, with its own day; null for none. */
  readonly of: RepeatedOrder | null;
}

/** `revision` is the one it was made from; 0 where it did not repeat yet. */
export interface RepeatEdit extends RepeatTerms {
  readonly revision: number;
}

const revision = Joi.number().integer().min(0).required();

export const repeatEditSchema = objectOf<RepeatEdit>({
  revision,
  every: Joi.number().integer().min(1).max(366).required(),
  unit: Joi.string()
    .valid(...REPEAT_UNITS)
    .required(),
  startsOn: day.required(),
  until: day.allow(null).required(),
  prices: Joi.string()
    .valid(...REPEAT_PRICES)
    .required(),
});

/** Ends a repetition as it was seen. */
export interface RepeatEnd {
  readonly revision: number;
}

export const repeatEndSchema = objectOf<RepeatEnd>({ revision });
