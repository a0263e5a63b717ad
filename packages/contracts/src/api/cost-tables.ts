import Joi from 'joi';
import type { CostTableContent } from '../forms/cost-table-form';
import { costTableContentSchema } from '../forms/cost-table-schema';
import { objectOf } from '../forms/fields';
import type { ObjectDraft } from './catalogue';
import type { LevelState } from './levels';

export interface CostTableSummary {
  readonly id: string;
  readonly state: LevelState;
  /** As the draft has it, where one changes it. */
  readonly content: CostTableContent;
  /** How many items the table in force takes in most narrowly, and of these, how many lack a cost. */
  readonly items: number;
  readonly withoutCost: number;
  /** Edges at which a dearer item gets a lower price. */
  readonly inversions: number;
}

export interface CostTableList {
  readonly tables: readonly CostTableSummary[];
  /** Items that no table takes in, and those whose table finds no cost. */
  readonly withoutTable: number;
  readonly withoutCost: number;
}

/** A cost table as published and as a draft would have it. */
export interface CostTableView {
  readonly id: string;
  readonly published: CostTableContent | null;
  readonly draft: ObjectDraft<CostTableContent> | null;
}

export interface CostTableParams {
  readonly id: string;
}
export const costTableParams = objectOf<CostTableParams>({ id: Joi.string().guid().required() });

/** Which items a table takes in as it is edited, and what it makes of them. */
export interface TableItemsQuestion {
  readonly content: CostTableContent;
  /** Only items for which it finds no cost. */
  readonly withoutCost: boolean;
  readonly offset: number;
  readonly limit: number;
}

const page = {
  offset: Joi.number().integer().min(0).max(10_000_000).required(),
  limit: Joi.number().integer().min(1).max(500).required(),
};

export const tableItemsQuestionSchema = objectOf<TableItemsQuestion>({
  content: costTableContentSchema.required(),
  withoutCost: Joi.boolean().required(),
  ...page,
});

export interface TableItemsPage {
  readonly rows: readonly TableItem[];
  readonly reached: number;
  readonly withoutCost: number;
  /** How many of them have a base price of their own, which comes before what a table makes. */
  readonly withBasePrice: number;
  /** How many of them are sold at what the table makes: they have a cost and no price of their own. */
  readonly priced: number;
  /** Narrower tables, and how many items that this one names they take in. */
  readonly narrower: readonly { readonly name: string; readonly items: number }[];
  /** The table's, in which all amounts are. */
  readonly currency: string;
}

/** One base unit of an item that a table takes in. */
export interface TableItem {
  readonly item: string;
  readonly name: string;
  readonly unit: string;
  /** The cost that the table starts from, per base unit; null where it finds none. */
  readonly cost: string | null;
  readonly costKind: string | null;
  /** The item's base price; null where it has none. */
  readonly basePrice: string | null;
  /** What the table makes of it, as edited; null where it makes none. */
  readonly price: string | null;
  /** Of the table's price over the cost, in percent, with one decimal. */
  readonly markup: string | null;
  readonly margin: string | null;
  /** Why there is no price, in a sentence. */
  readonly why: string | null;
}

export interface CostGapsQuery {
  /** `table`: items that no table takes in; `cost`: items whose table finds no cost. */
  readonly lack: 'table' | 'cost';
  readonly offset: number;
  readonly limit: number;
}

export const costGapsQuery = objectOf<CostGapsQuery>({
  lack: Joi.string().valid('table', 'cost').required(),
  ...page,
});

export interface CostGapsPage {
  readonly rows: readonly {
    readonly item: string;
    readonly name: string;
    readonly table: string;
  }[];
  readonly total: number;
}
