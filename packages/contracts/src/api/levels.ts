import Joi from 'joi';
import type { ItemFactsForm } from '../forms/document-form';
import {
  customerCode,
  day,
  decimalText,
  itemNumber,
  objectOf,
  QUANTITY_BOUNDS,
  unitCode,
} from '../forms/fields';
import type { LevelContent } from '../forms/level-form';
import { levelContentSchema } from '../forms/level-schema';
import type { PricedLineForm } from '../forms/priced-form';
import type { ObjectDraft } from './catalogue';

/** `published`: as in the version in force; `edited`: a draft changes it; `new`: only a draft has it. */
export type LevelState = 'published' | 'edited' | 'new' | 'withdrawn';

export interface LevelSummary {
  readonly id: string;
  readonly state: LevelState;
  /** As the draft has it, where one changes it. */
  readonly content: LevelContent;
  /** How many customers have it as their default level. */
  readonly customers: number;
}

/** A level as published and as a draft would have it. */
export interface LevelView {
  readonly id: string;
  readonly published: LevelContent | null;
  readonly draft: ObjectDraft<LevelContent> | null;
}

export interface LevelParams {
  readonly id: string;
}

export const levelParams = objectOf<LevelParams>({ id: Joi.string().guid().required() });

/** Something to try a level on: the level as it is edited, and what is asked for. */
export interface BenchQuestion {
  readonly content: LevelContent;
  readonly item: string;
  readonly quantity: string;
  /** Null for the base unit. */
  readonly unit: string | null;
  /** Null for nobody known. */
  readonly customer: string | null;
  /** Null for today. */
  readonly day: string | null;
}

export const benchQuestionSchema = objectOf<BenchQuestion>({
  content: levelContentSchema.required(),
  item: itemNumber.required(),
  quantity: decimalText(QUANTITY_BOUNDS).required(),
  unit: unitCode.allow(null).required(),
  customer: customerCode.allow(null).required(),
  day: day.allow(null).required(),
});

/** The price at the level as published, and as edited; null where the level is not published. */
export interface BenchAnswer {
  readonly published: PricedLineForm | null;
  readonly edited: PricedLineForm;
  readonly currency: string;
  readonly version: number;
  readonly item: ItemFactsForm;
}

/** Which items a level reaches as it is edited. */
export interface ReachedQuestion {
  readonly content: LevelContent;
  /** Only items whose price at the level moves. */
  readonly moved: boolean;
  readonly offset: number;
  readonly limit: number;
}

export const reachedQuestionSchema = objectOf<ReachedQuestion>({
  content: levelContentSchema.required(),
  moved: Joi.boolean().required(),
  offset: Joi.number().integer().min(0).max(10_000_000).required(),
  limit: Joi.number().integer().min(1).max(500).required(),
});

/** The items that a level makes the price of, as published or as edited, by item number. */
export interface ReachedPage {
  readonly rows: readonly ReachedItem[];
  /** How many it reaches in all, and of how many of these the price moves. */
  readonly reached: number;
  readonly moved: number;
  readonly currency: string;
}

/** One base unit of an item at the level; null where there is no price. */
export interface ReachedItem {
  readonly item: string;
  readonly name: string;
  readonly unit: string;
  readonly published: string | null;
  readonly edited: string | null;
  /** Of the edited price, in percent with one decimal; null without a cost, or where it may not be seen. */
  readonly margin: string | null;
}
