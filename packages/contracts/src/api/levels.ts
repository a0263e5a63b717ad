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
