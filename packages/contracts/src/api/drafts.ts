import type { DocumentKind } from '@honest-ledger/engine';
import Joi from 'joi';
import { identifier, instant, objectOf, shortText } from '../forms/fields';
import type { BreakContent } from '../forms/break-form';
import type { CostTableContent } from '../forms/cost-table-form';
import type { LevelContent } from '../forms/level-form';
import type { RuleContent, SavedConditionContent } from '../forms/rule-form';
import type { AgreementForm, BasePriceForm, SettingsForm } from '../forms/setup-form';
import type { CatalogueMoves } from './catalogue';
import { SETUP_OBJECT_KINDS, type SetupObjectKind } from './setup-objects';

export interface DraftRow {
  readonly id: string;
  readonly name: string;
  /** Goes up with every edit; publishing names the one that was looked at. */
  readonly revision: number;
  readonly edits: number;
  readonly createdBy: string;
  /** ISO 8601, UTC. */
  readonly createdAt: string;
  /** The moment at which it is published, where it waits for one; nothing edits it until then. */
  readonly waits: DraftWaits | null;
  /** Why it was not published when its moment came; a sentence. */
  readonly remark: string | null;
}

/** A draft that was discarded, and can be brought back with its edits. */
export interface DiscardedDraft {
  readonly id: string;
  readonly name: string;
  readonly edits: number;
  readonly discardedBy: string;
  /** ISO 8601, UTC. */
  readonly discardedAt: string;
  /** Until when it can be brought back; ISO 8601, UTC. */
  readonly until: string;
}

export interface DraftWaits {
  /** ISO 8601, UTC. */
  readonly until: string;
  readonly note: string;
  /** Who asked for it. */
  readonly by: string;
}

/** What a draft would change. */
export interface DraftView extends Omit<DraftRow, 'edits'> {
  /** A page of the edits, those of base prices last. */
  readonly edits: readonly ObjectEdit[];
  /** How many edits there are in all. */
  readonly total: number;
  /** How many prices the edits move, as each is compared. */
  readonly moved: number;
  /** How many edits cannot be told by prices of single items, or were too many to be counted. */
  readonly uncounted: number;
  /** What all edits of base prices together do; null where there are none. */
  readonly basePriceMoves: CatalogueMoves | null;
  readonly currency: string;
  /** The version in force that it is compared with. */
  readonly version: number;
}

/** What an object of each kind is edited as. */
export interface SetupContents {
  readonly level: LevelContent;
  /** All base prices of an item. */
  readonly basePrice: readonly BasePriceForm[];
  readonly sharedPrice: { readonly name: string; readonly price: string };
  readonly agreement: Omit<AgreementForm, 'id'>;
  readonly costTable: CostTableContent;
  readonly break: BreakContent;
  readonly rule: RuleContent;
  readonly condition: SavedConditionContent;
  readonly settings: SettingsForm;
}

/** One object before and after; null where it is not there. */
export interface ObjectChange<Kind extends SetupObjectKind = SetupObjectKind> {
  readonly kind: Kind;
  readonly key: string;
  /** What people know it by. */
  readonly name: string;
  readonly before: SetupContents[Kind] | null;
  readonly after: SetupContents[Kind] | null;
}

export type AnyObjectChange = { [Kind in SetupObjectKind]: ObjectChange<Kind> }[SetupObjectKind];

export type ObjectEdit = AnyObjectChange & {
  /** How many customers have the level, or get the default level; null for other objects. */
  readonly customers: number | null;
  /**
   * What it does to prices of the catalogue: with it against without it in the same draft. Null where that
   * can only be told on documents.
   */
  readonly moves: CatalogueMoves | null;
  /** What these prices are asked for; null where none are. */
  readonly asked: MovesAsked | null;
};

/** For whom, how many, where and when prices were compared. */
export interface MovesAsked {
  readonly who: AskedFor;
  /** Of each item in its base unit; goods priced by time for one unit of that. */
  readonly quantities: readonly string[];
  readonly outlet: string | null;
  /** The first day on which the edit counts, where that is to come. */
  readonly day: string | null;
  /** As if its code had been typed, or as if somebody had put it on. */
  readonly trigger: 'code' | 'manual' | null;
}

export type AskedFor =
  /** Prices as they are before any level. */
  | { readonly kind: 'noLevel' }
  /** Whoever has the level. */
  | { readonly kind: 'level'; readonly name: string }
  /** A customer without a level of their own, in no segment. */
  | { readonly kind: 'nobody' }
  /** A customer of a segment, without a level of their own. */
  | { readonly kind: 'segment'; readonly name: string }
  | { readonly kind: 'customer'; readonly name: string };

/** What edits of a draft would have done to the documents of the last days. */
export interface DraftTrial {
  /** The first of these days. */
  readonly since: string;
  readonly documents: number;
  /** There were more: these are the latest. */
  readonly isPart: boolean;
  readonly edits: readonly EditTrial[];
  /** Edits that were not tried, because there are so many. */
  readonly untried: number;
}

/** One edit, with it against without it in the same draft. */
export interface EditTrial {
  readonly kind: SetupObjectKind;
  readonly key: string;
  /** How many of the documents come to something else. */
  readonly moved: number;
  /** What those came to without it and with it, a currency each. */
  readonly sums: readonly {
    readonly currency: string;
    readonly before: string;
    readonly after: string;
  }[];
  /** The documents that move most, at most three. */
  readonly largest: readonly {
    readonly document: { readonly kind: DocumentKind; readonly number: number };
    readonly currency: string;
    readonly before: string;
    readonly after: string;
  }[];
}

export interface DraftParams {
  readonly draft: string;
}
export const draftParams = objectOf<DraftParams>({ draft: identifier.guid().required() });

export interface DraftPage {
  readonly offset: number;
  readonly limit: number;
}
export const draftPageQuery = objectOf<DraftPage>({
  offset: Joi.number().integer().min(0).max(10_000_000).default(0),
  limit: Joi.number().integer().min(1).max(500).default(100),
});

export interface NewDraft {
  readonly name: string;
}
export const newDraftSchema = objectOf<NewDraft>({ name: shortText.required() });

export interface Publish {
  readonly revision: number;
  readonly note: string;
  /** An instant to come, ISO 8601; null or left out for now. */
  readonly at?: string | null;
}

/** The version that was published; null where the draft waits for its moment. */
export interface PublishAnswer {
  readonly version: number | null;
}

export const publishSchema = objectOf<Publish>({
  revision: Joi.number().integer().min(1).required(),
  note: Joi.string().trim().max(500).allow('').required(),
  at: instant.allow(null),
});

export interface EditParams {
  readonly kind: SetupObjectKind;
  readonly key: string;
}
export const editParams = objectOf<EditParams>({
  kind: Joi.string()
    .valid(...SETUP_OBJECT_KINDS)
    .required(),
  key: Joi.string().min(1).max(64).required(),
});

/** Keeps an edit in a draft. `revision` is that of the edit it was made from; 0 for a first one. */
export interface SaveEdit {
  /** Null withdraws the object. Checked by the schema of its kind. */
  readonly content: unknown;
  readonly revision: number;
  /** The draft a first edit goes to; null for the one that is open, or a new one. */
  readonly draft: string | null;
}

export const saveEditSchema = objectOf<SaveEdit>({
  content: Joi.any().required(),
  revision: Joi.number().integer().min(0).required(),
  draft: identifier.guid().allow(null).required(),
});

/** The revision the edit was kept as, and the draft that holds it; 0 and null where none does. */
export interface SaveEditAnswer {
  readonly revision: number;
  readonly draft: string | null;
}
