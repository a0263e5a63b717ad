import Joi from 'joi';
import { objectOf } from '../forms/fields';
import type { RuleContent } from '../forms/rule-form';
import type { ObjectDraft } from './catalogue';
import type { LevelState } from './levels';

export interface RuleSummary {
  readonly id: string;
  readonly state: LevelState;
  /** As the draft has it, where one changes it. */
  readonly content: RuleContent;
}

export interface RuleList {
  /** In the order in which they are applied. */
  readonly rules: readonly RuleSummary[];
}

/** A rule as published and as a draft would have it. */
export interface RuleView {
  readonly id: string;
  readonly published: RuleContent | null;
  readonly draft: ObjectDraft<RuleContent> | null;
}

export interface RuleParams {
  readonly id: string;
}
export const ruleParams = objectOf<RuleParams>({ id: Joi.string().guid().required() });
