import Joi from 'joi';
import { objectOf } from '../forms/fields';

/** How many decisions wait for whoever asks; zero where the role may not decide. */
export interface WaitingCounts {
  /** Documents that somebody has to approve. */
  readonly approvals: number;
  /** Prices that would follow new costs. */
  readonly proposedPrices: number;
}

/** Days told beforehand of what begins or ends: today and 14 days on. */
export const DAYS_AHEAD = 14;

/** What waits for somebody, since when the oldest does; ISO 8601, UTC. */
export interface TodayWaiting {
  readonly count: number;
  readonly since: string;
}

export interface TodayDraft {
  readonly id: string;
  readonly name: string;
  readonly edits: number;
  readonly createdBy: string;
  /** ISO 8601, UTC. */
  readonly createdAt: string;
  /** When it is published; null where nobody has scheduled it. */
  readonly publishAt: string | null;
  /** Why it was not published when its moment came; a sentence. */
  readonly remark: string | null;
}

/** Something that begins on a day, or has its last day then. */
export interface TodayEvent {
  /** ISO 8601. */
  readonly day: string;
  readonly happens: 'begins' | 'ends';
  readonly kind: 'rule' | 'level' | 'assignment' | 'quotes';
  /** A rule's or level's key, or the level that is assigned; empty for quotes. */
  readonly key: string;
  /** What it is called; empty for quotes. */
  readonly name: string;
  /** How many customers have the assignment, or how many quotes; 1 for a rule and a level. */
  readonly count: number;
  /** What the quotes come to, by currency. */
  readonly totals: readonly TodayTotal[];
}

export interface TodayTotal {
  readonly currency: string;
  readonly amount: string;
}

/** What was sold in a week, in the home currency, and at which margin. */
export interface TodayWeek {
  /** Its Monday; ISO 8601. */
  readonly monday: string;
  /** In percent of the amount, one decimal; null where nothing with a known cost was sold. */
  readonly margin: string | null;
  readonly amount: string;
}

export interface TodayMargins {
  readonly homeCurrency: string;
  /** In percent; null where nobody has set one. */
  readonly target: string | null;
  /** The last 13 weeks, the oldest first; this one, too, as far as it has gone. */
  readonly weeks: readonly TodayWeek[];
  /** Posted sales of these weeks that are in other currencies, and so not counted. */
  readonly otherCurrencies: number;
}

export interface TodayChange {
  readonly id: number;
  /** ISO 8601, UTC. */
  readonly at: string;
  readonly by: string;
  readonly kind: string;
  readonly key: string;
  readonly name: string;
  readonly action: string;
}

/** What needs the attention of whoever asks; null where the role may not see it, or nothing waits. */
export interface TodayView {
  /** The version in force, and since when. */
  readonly version: { readonly number: number; readonly since: string };
  readonly approvals: TodayWaiting | null;
  readonly proposedPrices: TodayWaiting | null;
  readonly drafts: readonly TodayDraft[];
  /** The soonest first. */
  readonly ahead: readonly TodayEvent[];
  readonly margins: TodayMargins | null;
  /** The latest first. */
  readonly changes: readonly TodayChange[];
}

/** Sets the margin that sales are measured against; null for none. */
export interface MarginTargetEdit {
  readonly percent: string | null;
}

export const marginTargetSchema = objectOf<MarginTargetEdit>({
  percent: Joi.string()
    .pattern(/^\d{1,2}(\.\d{1,2})?$/)
    .allow(null)
    .required()
    .messages({
      'string.pattern.base': 'A margin is from 0 to 99.99 %, with at most two decimals.',
    }),
});
