import Joi from 'joi';
import { objectOf } from '../forms/fields';
import { levelContentSchema } from '../forms/level-schema';
import type { LevelContent } from '../forms/level-form';

/** `published`: as in the version in force; `edited`: the draft changes it; `new`: only a draft has it. */
export type LevelState = 'published' | 'edited' | 'new';

export interface LevelSummary {
  readonly id: string;
  readonly state: LevelState;
  /** As the draft has it, where the draft changes it. */
  readonly content: LevelContent;
  /** How many customers have it as their default level. */
  readonly customers: number;
}

/** A level as published and as the open draft would have it. */
export interface LevelView {
  readonly id: string;
  readonly published: LevelContent | null;
  readonly draft: { readonly content: LevelContent; readonly revision: number } | null;
}

export interface LevelParams {
  readonly id: string;
}

export const levelParams = objectOf<LevelParams>({ id: Joi.string().guid().required() });

/** Keeps an edit in the draft. `revision` is that of the edit it was made from; 0 for a first one. */
export interface LevelEdit {
  readonly content: LevelContent;
  readonly revision: number;
}

export const levelEditSchema = objectOf<LevelEdit>({
  content: levelContentSchema.required(),
  revision: Joi.number().integer().min(0).required(),
});

/** The revision the edit was kept as. */
export interface LevelEditAnswer {
  readonly revision: number;
}
