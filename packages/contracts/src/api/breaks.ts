import Joi from 'joi';
import type { BreakContent } from '../forms/break-form';
import { breakContentSchema } from '../forms/break-schema';
import { customerCode, decimalText, itemNumber, objectOf, QUANTITY_BOUNDS } from '../forms/fields';
import type { ObjectDraft } from './catalogue';
import type { LevelState } from './levels';

export interface BreakSummary {
  readonly id: string;
  readonly state: LevelState;
  /** As the draft has it, where one changes it. */
  readonly content: BreakContent;
  /** How many items it takes in. */
  readonly items: number;
  /** Thresholds below which some smaller quantity costs more, of the first item it takes in. */
  readonly priceInversions: number;
}

export interface BreakList {
  readonly breaks: readonly BreakSummary[];
}

/** A break as published and as a draft would have it. */
export interface BreakView {
  readonly id: string;
  readonly published: BreakContent | null;
  readonly draft: ObjectDraft<BreakContent> | null;
}

export interface BreakParams {
  readonly id: string;
}
export const breakParams = objectOf<BreakParams>({ id: Joi.string().guid().required() });

/** What a break makes of quantities of an item, as it is edited. */
export interface BreakQuestion {
  readonly content: BreakContent;
  /** Null for the first item that the break takes in. */
  readonly item: string | null;
  /** Null for a customer nobody knows. */
  readonly customer: string | null;
  /** In the unit that the break counts in; terms of one unit where it goes by the term. */
  readonly quantities: readonly string[];
}

export const breakQuestionSchema = objectOf<BreakQuestion>({
  content: breakContentSchema.required(),
  item: itemNumber.allow(null).required(),
  customer: customerCode.allow(null).required(),
  quantities: Joi.array().items(decimalText(QUANTITY_BOUNDS)).min(1).max(300).required(),
});

/** The item is null where the break takes none in. */
export interface BreakAnswer {
  readonly item: TriedItem | null;
  /** The break's, in which all amounts are. */
  readonly currency: string;
  /** The level that the customer has for the item. */
  readonly level: string | null;
  readonly rows: readonly TriedQuantity[];
  /** How many items the break takes in. */
  readonly items: number;
}

export interface TriedItem {
  readonly item: string;
  readonly name: string;
  /** What quantities are in. */
  readonly unit: string;
  /** How many decimals a quantity may have. */
  readonly digits: number;
}

export interface TriedQuantity {
  readonly quantity: string;
  /** As published, with the draft's edit, and the edit with its tiers the other way. */
  readonly now: TriedPrice;
  readonly edited: TriedPrice;
  readonly otherMode: TriedPrice;
  /** What the same would be without any break. */
  readonly without: TriedPrice;
}

export interface TriedPrice {
  /** Null where there is no price; `why` says so. */
  readonly total: string | null;
  /** Of the last slice, which is that of the highest tier. */
  readonly unitPrice: string | null;
  readonly why: string | null;
}

/** Which items a break takes in as it is edited, and what it makes of them at its thresholds. */
export interface BreakItemsQuestion {
  readonly content: BreakContent;
  readonly offset: number;
  readonly limit: number;
}

export const breakItemsQuestionSchema = objectOf<BreakItemsQuestion>({
  content: breakContentSchema.required(),
  offset: Joi.number().integer().min(0).max(10_000_000).required(),
  limit: Joi.number().integer().min(1).max(500).required(),
});

export interface BreakItemsPage {
  readonly rows: readonly BreakItem[];
  readonly total: number;
  readonly currency: string;
}

export interface BreakItem {
  readonly item: string;
  readonly name: string;
  readonly unit: string;
  /** Of one base unit for anybody: without a break, then at each threshold; null for no price. */
  readonly each: readonly (string | null)[];
  /** Whether a narrower break prices it instead, where its count reaches a tier. */
  readonly narrower: string | null;
}
