import type { Day } from '@honest-ledger/engine';
import Joi from 'joi';
import { categoryCode, customerCode, day, identifier, objectOf } from '../forms/fields';
import { oneOfKinds } from '../forms/kinds';
import { pageFields, searchText, type PageAsked } from './pages';
import { tableFormat, type TableFormat } from './files';

/** By what past sales are priced again: as they were, by another version, or by a draft. */
export type SalesBacktestBy =
  | { readonly kind: 'own' }
  | { readonly kind: 'version'; readonly version: number }
  | { readonly kind: 'draft'; readonly draft: string };

/** Which posted sales are priced again, and by what. */
export interface SalesBacktestAsked {
  /** Days on which they were posted, by UTC, both included; null for no limit. */
  readonly from: Day | null;
  readonly until: Day | null;
  readonly customer: string | null;
  /** Lines of goods under a category alone. */
  readonly category: string | null;
  readonly by: SalesBacktestBy;
  /** Whose prices and discounts that were typed are left out, so that the setup prices the goods. */
  readonly withoutTyped: WithoutTyped;
}

/** As it is kept: what was asked for before there was a choice kept what was typed. */
export type SavedSalesBacktest = Omit<SalesBacktestAsked, 'withoutTyped'> &
  Partial<Pick<SalesBacktestAsked, 'withoutTyped'>>;

/** Sales of another system were posted at typed prices, so by default theirs are not looked at. */
export const WITHOUT_TYPED = ['imported', 'all', 'none'] as const;
export type WithoutTyped = (typeof WITHOUT_TYPED)[number];

export const salesBacktestAskedSchema = objectOf<SalesBacktestAsked>({
  from: day.allow(null).required(),
  until: day.allow(null).required(),
  customer: customerCode.allow(null).required(),
  category: categoryCode.allow(null).required(),
  by: oneOfKinds<SalesBacktestBy>({
    own: Joi.object({}),
    version: Joi.object({ version: Joi.number().integer().min(1).max(2147483647).required() }),
    draft: Joi.object({ draft: identifier.guid().required() }),
  }).required(),
  withoutTyped: Joi.string()
    .valid(...WITHOUT_TYPED)
    .default('imported'),
})
  .custom((asked: SalesBacktestAsked, help) =>
    asked.from !== null && asked.until !== null && asked.until < asked.from
      ? help.error('days.reversed')
      : asked,
  )
  .messages({ 'days.reversed': 'the last day is before the first: turn them round' });

export type SalesBacktestState = 'running' | 'done' | 'cancelled' | 'failed';

/** How far the pricing again of some sales is, and what came of it so far. */
export interface SalesBacktestView {
  readonly id: string;
  readonly asked: SalesBacktestAsked;
  /** By what: "as they were", "version 4", the draft's name. */
  readonly by: string;
  /** ISO 8601, UTC. */
  readonly startedAt: string;
  readonly startedBy: string;
  readonly state: SalesBacktestState;
  /** Why it failed; null otherwise. */
  readonly problem: string | null;
  readonly sales: number;
  readonly salesDone: number;
  readonly lines: number;
  readonly different: number;
  /** Lines that come out otherwise under their own version, instant and facts: faults of the engine. */
  readonly faults: number;
  /** Lines that have no price now: they are missing from the sums. */
  readonly unpriced: number;
  /** Lines that stay at what was typed of them, whatever prices the goods. */
  readonly typed: number;
  /** Sales that an older engine priced: they are no evidence of a fault. */
  readonly older: number;
  readonly sums: readonly SalesBacktestSum[];
  /** Why lines differ, the cause of most lines first. */
  readonly causes: readonly { readonly cause: string; readonly lines: number }[];
}

/** What all lines came to and come to now, in one currency; lines without a price now are left out. */
export interface SalesBacktestSum {
  readonly currency: string;
  readonly was: string;
  readonly now: string;
}

export const SALES_BACKTEST_KINDS = ['higher', 'lower', 'noPrice', 'fault'] as const;
export type SalesBacktestKind = (typeof SALES_BACKTEST_KINDS)[number];

/** A line that comes out otherwise. */
export interface SalesBacktestLine {
  readonly sale: number;
  /** ISO 8601, UTC. */
  readonly soldAt: string;
  readonly customer: string;
  readonly item: string;
  readonly name: string;
  readonly quantity: string;
  readonly unit: string;
  readonly currency: string;
  readonly was: string;
  /** Null where it has no price. */
  readonly now: string | null;
  /** Now less was, and that of was in percent. */
  readonly change: string | null;
  readonly percent: string | null;
  readonly kind: SalesBacktestKind;
  readonly causes: readonly string[];
}

export interface SalesBacktestFilter {
  readonly kind?: SalesBacktestKind;
  /** Parts of an item, a customer or a cause. */
  readonly text?: string;
}

export interface SalesBacktestQuery extends SalesBacktestFilter, PageAsked {}

const filterFields = { kind: Joi.string().valid(...SALES_BACKTEST_KINDS), text: searchText };

export const salesBacktestQuerySchema = objectOf<SalesBacktestQuery>({
  ...filterFields,
  ...pageFields,
});

export interface SalesBacktestFileQuery extends SalesBacktestFilter {
  readonly format: TableFormat;
}

export const salesBacktestFileQuery = objectOf<SalesBacktestFileQuery>({
  ...filterFields,
  format: tableFormat,
});

export interface SalesBacktestPage {
  readonly rows: readonly SalesBacktestLine[];
  readonly total: number;
  /** How many lines moved by how much: percents from, to, and the number. */
  readonly spread: readonly { readonly from: number; readonly lines: number }[];
}

export interface SalesBacktestParams {
  readonly id: string;
}

export const salesBacktestParams = objectOf<SalesBacktestParams>({
  id: identifier.guid().required(),
});
