import Joi from 'joi';
import { objectOf } from '../forms/fields';
import type { SavedConditionContent } from '../forms/rule-form';
import type { ObjectDraft } from './catalogue';
import type { LevelState } from './levels';

export interface ConditionSummary {
  readonly id: string;
  readonly state: LevelState;
  /** As the draft has it, where one changes it. */
  readonly content: SavedConditionContent;
  /** The names of the rules that use it, as drafts have them. */
  readonly rules: readonly string[];
}

/** A condition that is saved under a name, as published and as a draft would have it. */
export interface ConditionView {
  readonly id: string;
  readonly published: SavedConditionContent | null;
  readonly draft: ObjectDraft<SavedConditionContent> | null;
}

export interface ConditionParams {
  readonly id: string;
}
export const conditionParams = objectOf<ConditionParams>({ id: Joi.string().guid().required() });
