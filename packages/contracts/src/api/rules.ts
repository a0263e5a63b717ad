import Joi from 'joi';
import type { AskedTest, CodeState, Serialized, Reason, RuleSnag } from '@honest-ledger/engine';
import { codesSchema } from '../forms/document-schema';
import {
  currencyCode,
  customerCode,
  decimalText,
  instant,
  itemNumber,
  objectOf,
  QUANTITY_BOUNDS,
  shortCode,
  unitCode,
} from '../forms/fields';
import { oneOfKinds } from '../forms/kinds';
import type { PricedLineForm } from '../forms/priced-form';
import type { RuleContent } from '../forms/rule-form';
import { ruleContentSchema } from '../forms/rule-schema';
import type { ObjectDraft } from './catalogue';
import type { LevelState } from './levels';

export interface RuleSummary {
  readonly id: string;
  readonly state: LevelState;
  /** As the draft has it, where one changes it. */
  readonly content: RuleContent;
  /** Why it never does anything, where that can be seen; null where it may. */
  readonly snag: RuleSnag | null;
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

/** Which of the goods that a rule reaches as it is edited. */
export interface RuleItemsQuestion {
  readonly content: RuleContent;
  readonly offset: number;
  readonly limit: number;
}

export const ruleItemsQuestionSchema = objectOf<RuleItemsQuestion>({
  content: ruleContentSchema.required(),
  offset: Joi.number().integer().min(0).max(10_000_000).required(),
  limit: Joi.number().integer().min(1).max(500).required(),
});

export interface RuleItemsPage {
  readonly rows: readonly RuleItem[];
  readonly total: number;
  /** Of the prices: the rule's own. */
  readonly currency: string;
  /** Whether the rule does something to a line by itself, so that goods have a price under it. */
  readonly pricesLines: boolean;
}

/** An item that a rule reaches, for anybody, one base unit of it. */
export interface RuleItem {
  readonly item: string;
  readonly name: string;
  readonly unit: string;
  /** Without any rule; null for no price. */
  readonly without: string | null;
  /** With this rule alone, as if all that it asks besides goods held. */
  readonly under: string | null;
  /** Left out for those who may not see costs; null where nothing is known. */
  readonly cost?: string | null;
  /** Under the rule, in percent. */
  readonly margin?: string | null;
}

/** What rules are tried on: a quote as it stands, or goods that somebody names. */
export type TrialSubject =
  | { readonly kind: 'document'; readonly number: number }
  | {
      readonly kind: 'basket';
      /** Null for a customer nobody knows. */
      readonly customer: string | null;
      readonly outlet: string | null;
      readonly currency: string;
      readonly codes: readonly string[];
      readonly lines: readonly BasketLine[];
    };

export interface BasketLine {
  readonly item: string;
  readonly quantity: string;
  /** Null for the base unit. */
  readonly unit: string | null;
  /** For goods priced by time; null for others. */
  readonly duration: string | null;
}

/** When and on what something is tried. */
export interface Trial {
  readonly on: TrialSubject;
  /** The instant it is tried at, ISO 8601; null for that of the document, else for now. */
  readonly at: string | null;
}

const trialFields = {
  on: oneOfKinds<TrialSubject>({
    document: Joi.object({ number: Joi.number().integer().min(1).max(2147483647).required() }),
    basket: Joi.object({
      customer: customerCode.allow(null).default(null),
      outlet: shortCode.allow(null).default(null),
      currency: currencyCode.required(),
      codes: codesSchema,
      lines: Joi.array()
        .items(
          objectOf<BasketLine>({
            item: itemNumber.required(),
            quantity: decimalText(QUANTITY_BOUNDS).required(),
            unit: unitCode.allow(null).default(null),
            duration: decimalText(QUANTITY_BOUNDS).allow(null).default(null),
          }),
        )
        .max(200)
        .required(),
    }),
  }).required(),
  at: instant.allow(null).default(null),
};
export const trialSchema = objectOf<Trial>(trialFields);

/** What a rule, as it is edited, makes of something. */
export interface RuleQuestion extends Trial {
  readonly content: RuleContent;
}
export const ruleQuestionSchema = objectOf<RuleQuestion>({
  content: ruleContentSchema.required(),
  ...trialFields,
});

/** What becomes of all rules, as drafts have them. */
export interface RulesAnswer {
  readonly currency: string;
  readonly total: string;
  readonly lines: readonly PricedLineForm[];
  /** In the order of the list; those that are not looked at for it are left out. */
  readonly rules: readonly RuleFate[];
  /** What became of each code that was typed. */
  readonly codes: readonly Serialized<CodeState>[];
}

/** What a rule did, or why it did nothing. */
export interface RuleFate {
  readonly id: string;
  readonly name: string;
  /** The items of the lines that it touched. */
  readonly items: readonly string[];
  /** What it did in all, for units together and for documents; null for others. */
  readonly amount: string | null;
  /** Where it did nothing, the least that keeps it from it. */
  readonly reasons: readonly Serialized<Reason>[];
}

/** A rule tried as if it were in force and its code typed: as published against as edited. */
export interface RuleAnswer {
  readonly customer: string;
  readonly currency: string;
  readonly lines: readonly TriedLine[];
  readonly total: { readonly now: string; readonly edited: string };
  /** What it did for units together or for the document; null for nothing, or for lines alone. */
  readonly did: { readonly times: number; readonly amount: string } | null;
  /** Why a rule for the document did nothing. */
  readonly reasons: readonly Serialized<Reason>[];
}

export interface TriedLine {
  readonly item: string;
  readonly name: string;
  readonly quantity: string;
  /** What it is sold for; null without a price. */
  readonly now: string | null;
  readonly edited: string | null;
  /** Each test of the rule's condition, with what is there. */
  readonly tests: readonly Serialized<AskedTest>[];
  /** Why the rule changed nothing here; empty where it did, or where its conditions tell. */
  readonly reasons: readonly Serialized<Reason>[];
}

export interface RuleParams {
  readonly id: string;
}
export const ruleParams = objectOf<RuleParams>({ id: Joi.string().guid().required() });

/** What a rule did on posted sales in a month, in one currency. */
export interface RuleDeed {
  /** Of the day on which the sales were posted, in UTC: 2026-05. */
  readonly month: string;
  readonly currency: string;
  /** How many sales it was applied on. */
  readonly uses: number;
  readonly lines: number;
  /** What the lines that it touched were sold for. */
  readonly sales: string;
  /** What it changed that by; below zero for what it gave. */
  readonly given: string;
  /** Of those lines whose cost is known, in percent; null where none is, or where it may not be seen. */
  readonly margin: string | null;
}

/** What a rule did, the latest month first, and how often its limit counts it. */
export interface RuleRecord {
  readonly uses: number;
  readonly deeds: readonly RuleDeed[];
}
