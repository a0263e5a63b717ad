import Joi from 'joi';
import type { AskedTest, Printed, Reason } from '@honest-ledger/engine';
import { instant, objectOf } from '../forms/fields';
import type { RuleContent } from '../forms/rule-form';
import { ruleContentSchema } from '../forms/rule-schema';
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

/** What a rule, as it is edited, makes of a quote. */
export interface RuleQuestion {
  readonly content: RuleContent;
  readonly quote: number;
  /** The instant it is tried at, ISO 8601; null for now. */
  readonly at: string | null;
}
export const ruleQuestionSchema = objectOf<RuleQuestion>({
  content: ruleContentSchema.required(),
  quote: Joi.number().integer().min(1).max(2147483647).required(),
  at: instant.allow(null).default(null),
});

/** A rule tried as if it were in force and its code typed: as published against as edited. */
export interface RuleAnswer {
  readonly customer: string;
  readonly currency: string;
  readonly lines: readonly TriedLine[];
  readonly total: { readonly now: string; readonly edited: string };
  /** What it did for units together or for the document; null for nothing, or for lines alone. */
  readonly did: { readonly times: number; readonly amount: string } | null;
  /** Why a rule for the document did nothing. */
  readonly reasons: readonly Printed<Reason>[];
}

export interface TriedLine {
  readonly item: string;
  readonly name: string;
  readonly quantity: string;
  /** What it is sold for; null without a price. */
  readonly now: string | null;
  readonly edited: string | null;
  /** Each test of the rule's condition, with what is there. */
  readonly tests: readonly Printed<AskedTest>[];
  /** Why the rule changed nothing here; empty where it did, or where its conditions tell. */
  readonly reasons: readonly Printed<Reason>[];
}

export interface RuleParams {
  readonly id: string;
}
export const ruleParams = objectOf<RuleParams>({ id: Joi.string().guid().required() });
