import type { Keeping, Serialized, Scope } from '@honest-ledger/engine';
import Joi from 'joi';
import { DAY_ORDERS, DECIMAL_MARKS, type DayOrder, type DecimalMark } from '../sheets/cell-format';
import { costAdjustmentSchema } from '../forms/cost-table-schema';
import {
  costKind,
  currencyCode,
  day,
  decimalText,
  itemNumber,
  objectOf,
  PRICE_BOUNDS,
  shortCode,
  unitCode,
} from '../forms/fields';
import { oneOfKinds } from '../forms/kinds';
import { scopeSchema } from '../forms/scope-schema';
import type { RoundingForm } from '../forms/rounding-form';
import { roundingSchema } from '../forms/rounding-schema';

/** What a column of a supplier's price file can hold. */
export const COST_FILE_FIELDS = [
  'number',
  'item',
  'gtin',
  'cost',
  'currency',
  'unit',
  'minQuantity',
  'from',
  'until',
] as const;
export type CostFileField = (typeof COST_FILE_FIELDS)[number];

/** How a supplier's price file is read. It is remembered for the supplier's next file. */
export interface CostFileMapping {
  /** The place of each field's column, from 0; null where the file has none. */
  readonly columns: Readonly<Record<CostFileField, number | null>>;
  /** Null in a suggestion where the file leaves it open. */
  readonly decimalMark: DecimalMark | null;
  /** How days are written where they are not ISO 8601; null alike. */
  readonly days: DayOrder | null;
  /** Where no column says. */
  readonly currency: string;
  /** The first day of the costs where no column says. */
  readonly from: string;
  /** The kind of cost that they are from that day on; null where they are purchase costs alone. */
  readonly countsAs: string | null;
}

const place = Joi.number().integer().min(0).max(500).allow(null).required();

export const costFileMappingSchema = objectOf<CostFileMapping>({
  columns: Joi.object(
    Object.fromEntries(COST_FILE_FIELDS.map((field) => [field, place])),
  ).required(),
  decimalMark: Joi.string()
    .valid(...DECIMAL_MARKS)
    .required()
    .messages({ 'any.only': 'Say whether figures have a decimal point or a decimal comma' }),
  days: Joi.string()
    .valid(...DAY_ORDERS)
    .required()
    .messages({ 'any.only': 'Say whether the day or the month comes first in days' }),
  currency: currencyCode.required(),
  from: day.required(),
  countsAs: costKind.allow(null).required(),
})
  .custom((mapping: CostFileMapping, help) => {
    const { columns } = mapping;
    if (columns.cost === null) return help.error('mapping.cost');
    const named = columns.number ?? columns.item ?? columns.gtin;
    return named === null ? help.error('mapping.item') : mapping;
  })
  .messages({
    'mapping.cost': 'Say which column has the cost',
    'mapping.item': 'Say which column has the supplier’s number, the item number or the GTIN',
  });

/**
 * `mapping`: somebody has to say what the columns are. `ready`: compared, nothing counts yet.
 * `applying`: it is being taken in. `undone`: everything is as it was before.
 */
export type CostUpdateState =
  'mapping' | 'comparing' | 'ready' | 'applying' | 'applied' | 'cancelled' | 'undone' | 'failed';

export const COST_UPDATE_VERDICTS = ['new', 'changed', 'unchanged', 'wrong'] as const;
export type CostUpdateVerdict = (typeof COST_UPDATE_VERDICTS)[number];

/** How a price goes on when its item's cost changes; `none`: it has none that could. */
export const FOLLOWS = ['moves', 'waits', 'stays', 'none'] as const;
export type Follows = (typeof FOLLOWS)[number];

/** Costs that a supplier sent, in a file or on a bill. */
export interface CostUpdateView {
  readonly id: string;
  readonly supplier: { readonly code: string; readonly name: string };
  readonly fileName: string;
  readonly state: CostUpdateState;
  /** What went wrong, or what there is to know; a sentence. */
  readonly remark: string | null;
  readonly by: string;
  readonly at: string;
  readonly rows: number;
  /** Names of the columns, and the first rows below them. */
  readonly columns: readonly string[];
  readonly sample: readonly (readonly string[])[];
  readonly mapping: CostFileMapping;
  readonly counts: Readonly<Record<CostUpdateVerdict, number>>;
  /** Of the items whose cost changes: how many prices follow in each way. */
  readonly follows: Readonly<Record<Follows, number>>;
  /** Goes up with every comparison; taking in names the one that was looked through. */
  readonly revision: number;
  /** The version with the prices that moved by themselves; null where none did. */
  readonly version: number | null;
  /** Prices that wait for somebody to look at them. */
  readonly waiting: number;
}

export interface CostUpdateRow {
  readonly row: number;
  readonly verdict: CostUpdateVerdict;
  /** What is wrong with it, a sentence. */
  readonly problem: string | null;
  /** As the file has it: the supplier's number, else what else names the item. */
  readonly said: string;
  readonly item: string | null;
  readonly name: string | null;
  readonly unit: string | null;
  readonly minQuantity: string;
  readonly from: string | null;
  readonly currency: string | null;
  readonly cost: string | null;
  /** What stood there; null where nothing did. */
  readonly oldCost: string | null;
  readonly oldCurrency: string | null;
  readonly leftOut: boolean;
  readonly price: PriceThatFollows | null;
}

/** An item's base price under a cost that changes, in the home currency. */
export interface PriceThatFollows {
  readonly follows: Follows;
  /** Why it does not follow, where it does not; a sentence. */
  readonly why: string | null;
  readonly before: string;
  readonly after: string | null;
  /** In percent of before, with one decimal. */
  readonly move: string | null;
  /** Of the present price over the new cost, and of the price that follows; with one decimal. */
  readonly marginBefore: string | null;
  readonly marginAfter: string | null;
  readonly markupBefore: string | null;
  readonly markupAfter: string | null;
}

export interface NewCostUpdate {
  readonly supplier: string;
}
export const newCostUpdateQuery = objectOf<NewCostUpdate>({ supplier: shortCode.required() });

export interface CostUpdateParams {
  readonly id: string;
}
export const costUpdateParams = objectOf<CostUpdateParams>({ id: Joi.string().guid().required() });

/** What becomes of prices that were accepted from a cost update which is undone, and lie in a draft yet. */
export interface UndoCostUpdate {
  /** Left out while nobody has been asked: where there are such prices, nothing is undone and they are named. */
  readonly accepted?: 'takeOut' | 'leave';
}

export const undoCostUpdateSchema = objectOf<UndoCostUpdate>({
  accepted: Joi.string().valid('takeOut', 'leave'),
});

export interface CostUpdateRowQuery {
  readonly verdict?: CostUpdateVerdict;
  readonly follows?: Follows;
  readonly sort: 'row' | 'move';
  readonly offset: number;
  readonly limit: number;
}
export const costUpdateRowQuery = objectOf<CostUpdateRowQuery>({
  verdict: Joi.string().valid(...COST_UPDATE_VERDICTS),
  follows: Joi.string().valid(...FOLLOWS),
  sort: Joi.string().valid('row', 'move').default('row'),
  offset: Joi.number().integer().min(0).max(10_000_000).default(0),
  limit: Joi.number().integer().min(1).max(500).default(100),
});

export interface CostUpdateRowPage {
  readonly rows: readonly CostUpdateRow[];
  readonly total: number;
  readonly currency: string;
}

/** Rows that are left out, or taken back in, by their places in the file. */
export interface LeaveOut {
  readonly rows: readonly number[];
  readonly leftOut: boolean;
}
export const leaveOutSchema = objectOf<LeaveOut>({
  rows: Joi.array().items(Joi.number().integer().min(1)).min(1).max(1000).required(),
  leftOut: Joi.boolean().required(),
});

export interface TakeIn {
  readonly revision: number;
  /** Rows that are wrong are left out; without this a wrong row stops the whole. */
  readonly withoutWrong: boolean;
}
export const takeInSchema = objectOf<TakeIn>({
  revision: Joi.number().integer().min(1).required(),
  withoutWrong: Joi.boolean().required(),
});

/** A bill or a delivery note, typed in. */
export interface Bill {
  readonly supplier: string;
  readonly reference: string;
  readonly from: string;
  readonly countsAs: string | null;
  readonly lines: readonly {
    readonly item: string;
    readonly cost: string;
    readonly currency: string;
    readonly unit: string | null;
  }[];
}
export const billSchema = objectOf<Bill>({
  supplier: shortCode.required(),
  reference: Joi.string().trim().max(120).allow('').required(),
  from: day.required(),
  countsAs: costKind.allow(null).required(),
  lines: Joi.array()
    .items(
      Joi.object({
        item: itemNumber.required(),
        cost: decimalText(PRICE_BOUNDS).required(),
        currency: currencyCode.required(),
        unit: unitCode.allow(null).required(),
      }),
    )
    .min(1)
    .max(500)
    .required()
    .messages({ 'array.min': 'Type at least one line' }),
});

/** What becomes of prices when costs change: the narrowest that takes an item in counts. A fact. */
export interface FollowRule {
  readonly id: string;
  readonly scope: Scope;
  readonly follows: Exclude<Follows, 'none'>;
  /** A price that would move by more percent than this waits; null for no cap. */
  readonly cap: string | null;
  readonly keeping: Serialized<Keeping>;
  /** Of the price that follows; a cost table rounds by itself. */
  readonly rounding: RoundingForm | null;
}

/** The rule that an item's price follows its costs by. */
export interface RuleInForce {
  /** Null where no rule takes the item in: its price follows nothing. */
  readonly rule: FollowRule | null;
}

const keepingSchema = oneOfKinds<Serialized<Keeping>>({
  costTable: Joi.object({}),
  markup: Joi.object({}),
  amount: Joi.object({}),
  stated: Joi.object({ adjustment: costAdjustmentSchema.required() })
    .custom((keeping: { adjustment: { kind: string } }, help) =>
      keeping.adjustment.kind === 'byRequest' ? help.error('keeping.request') : keeping,
    )
    .messages({ 'keeping.request': 'a price that is asked for follows no cost' }),
});

const followRuleSchema = objectOf<FollowRule>({
  id: Joi.string().guid().required(),
  scope: scopeSchema.required(),
  follows: Joi.string().valid('moves', 'waits', 'stays').required(),
  cap: decimalText({ from: '0', to: '10000', digits: 4 }).allow(null).required(),
  keeping: keepingSchema.required(),
  rounding: roundingSchema.allow(null).required(),
});

/** The rules as they are to be, made from what was seen. */
export interface FollowRulesEdit {
  readonly seen: readonly FollowRule[];
  readonly content: readonly FollowRule[];
}
const rules = Joi.array().items(followRuleSchema).max(1000).unique('id').required();
export const followRulesEditSchema = objectOf<FollowRulesEdit>({ seen: rules, content: rules });

/** A price that waits for somebody to look at it. */
export interface WaitingPrice {
  readonly id: number;
  readonly costUpdate: string;
  readonly supplier: string;
  readonly at: string;
  readonly item: string;
  readonly name: string;
  readonly currency: string;
  /** Per base unit, in the home currency. */
  readonly oldCost: string | null;
  readonly newCost: string;
  readonly price: PriceThatFollows;
}

export interface WaitingQuery {
  readonly costUpdate?: string;
  /** `cost update`: the latest cost update first, and within it the largest move. */
  readonly sort: (typeof WAITING_SORTS)[number];
  readonly offset: number;
  readonly limit: number;
}
export const WAITING_SORTS = ['costUpdate', 'move', 'item'] as const;
export const waitingQuery = objectOf<WaitingQuery>({
  costUpdate: Joi.string().guid(),
  sort: Joi.string()
    .valid(...WAITING_SORTS)
    .default('costUpdate'),
  offset: Joi.number().integer().min(0).max(10_000_000).default(0),
  limit: Joi.number().integer().min(1).max(500).default(100),
});

export interface WaitingPage {
  readonly rows: readonly WaitingPrice[];
  readonly total: number;
  /** The mean margin of all that wait: as prices are, and if all followed; with one decimal. */
  readonly marginBefore: string | null;
  readonly marginAfter: string | null;
}

/**
 * `accept` puts the price into the draft, `refuse` lets the price be, `leaveOut` does that and from
 * now on for costs to come.
 */
export interface Decide {
  readonly ids: readonly number[];
  readonly decision: 'accept' | 'refuse' | 'leaveOut';
  /** Prices other than those that would follow, by the ids. */
  readonly prices: Readonly<Record<string, string>>;
  readonly draft: string | null;
}
export const decideSchema = objectOf<Decide>({
  ids: Joi.array().items(Joi.number().integer().min(1)).min(1).max(100_000).unique().required(),
  decision: Joi.string().valid('accept', 'refuse', 'leaveOut').required(),
  prices: Joi.object().pattern(Joi.string(), decimalText(PRICE_BOUNDS)).required(),
  draft: Joi.string().guid().allow(null).required(),
});

/** Prices that could be accepted together: what would that do to margins? */
export type Weigh = Pick<Decide, 'ids' | 'prices'>;
export const weighSchema = objectOf<Weigh>({
  ids: Joi.array().items(Joi.number().integer().min(1)).min(1).max(100_000).unique().required(),
  prices: Joi.object().pattern(Joi.string(), decimalText(PRICE_BOUNDS)).required(),
});

/** Means of margins over the new costs, in percent with one decimal. */
export interface Weighed {
  readonly count: number;
  /** Of the chosen: as their prices are, and if they were accepted. */
  readonly marginBefore: string | null;
  readonly marginAfter: string | null;
  /** Of all that wait, if only the chosen were accepted. */
  readonly allAfter: string | null;
}

/** Takes back what was decided on prices: they wait again. */
export interface TakeBackDecision {
  readonly ids: readonly number[];
}
export const takeBackDecisionSchema = objectOf<TakeBackDecision>({
  ids: Joi.array().items(Joi.number().integer().min(1)).min(1).max(100_000).unique().required(),
});
