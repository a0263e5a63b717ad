import type { LevelAssignment } from '@honest-ledger/engine';
import Joi from 'joi';
import type { ItemFactsForm } from '../forms/document-form';
import {
  currencyCode,
  customerCode,
  dayWindow,
  identifier,
  objectOf,
  shortCode,
  shortText,
} from '../forms/fields';
import type { PricedLineForm } from '../forms/priced-form';
import { reachSchema } from '../forms/reach-schema';
import type { CatalogueMoves, CodeAndName } from './catalogue';

export interface CustomerQuery {
  /** Parts of a code or a name. */
  readonly text?: string;
  readonly segment?: string;
  readonly level?: string;
}

export const customerQuerySchema = objectOf<CustomerQuery>({
  text: Joi.string().trim().max(100).allow(''),
  segment: shortCode,
  level: identifier.guid(),
});

export interface CustomerRow {
  readonly code: string;
  readonly name: string;
  readonly segment: CodeAndName | null;
  readonly currency: string | null;
  readonly outlet: CodeAndName | null;
  readonly level: { readonly id: string; readonly name: string } | null;
  /** Goes up with every change; a change names the one it was made from. */
  readonly revision: number;
}

/** A customer with everything its page shows. */
export interface CustomerView extends CustomerRow {
  readonly assignments: readonly LevelAssignment[];
}

export interface CustomerParams {
  readonly code: string;
}

export const customerParams = objectOf<CustomerParams>({ code: customerCode.required() });

/** What is edited of a customer. Facts: they count from the moment they are saved. */
export interface CustomerContent {
  readonly name: string;
  readonly segment: string | null;
  readonly currency: string | null;
  readonly outlet: string | null;
  readonly level: string | null;
  readonly assignments: readonly LevelAssignment[];
}

export interface CustomerEdit extends CustomerContent {
  readonly revision: number;
}

const contentFields = {
  name: shortText.required(),
  segment: shortCode.allow(null).required(),
  currency: currencyCode.allow(null).required(),
  outlet: shortCode.allow(null).required(),
  level: identifier.guid().allow(null).required(),
  assignments: Joi.array()
    .items(
      objectOf<LevelAssignment>({
        id: identifier.guid().required(),
        level: identifier.guid().required(),
        reach: reachSchema.required(),
        window: dayWindow,
      }),
    )
    .max(200)
    .unique('id')
    .required(),
};

export const customerContentSchema = objectOf<CustomerContent>(contentFields);

export const customerEditSchema = objectOf<CustomerEdit>({
  ...contentFields,
  revision: Joi.number().integer().min(1).required(),
});

/** What saving a customer does to its prices of the whole catalogue, one of each. */
export interface CustomerPreview {
  readonly moves: CatalogueMoves;
  readonly currency: string;
}

export interface PriceListQuery {
  readonly offset: number;
  readonly limit: number;
  readonly text?: string;
  readonly category?: string;
}

export const priceListQuery = objectOf<PriceListQuery>({
  offset: Joi.number().integer().min(0).max(10_000_000).default(0),
  limit: Joi.number().integer().min(1).max(1000).default(200),
  text: Joi.string().trim().max(100).allow(''),
  category: Joi.string().trim().max(40),
});

/** What a customer pays today for one base unit of each item. */
export interface PriceListPage {
  readonly rows: readonly PriceListRow[];
  readonly total: number;
  readonly currency: string;
  readonly version: number;
  readonly day: string;
}

export interface PriceListRow {
  readonly item: ItemFactsForm;
  readonly line: PricedLineForm;
}

/** Segments and outlets, to choose from. */
export interface CustomerGroups {
  readonly segments: readonly (CodeAndName & { readonly level: string | null })[];
  readonly outlets: readonly OutletRow[];
  /** The currencies that a document can be in: home, and those that have a rate. */
  readonly currencies: readonly string[];
}

export interface OutletRow extends CodeAndName {
  readonly timeZone: string;
  readonly currency: string;
  readonly level: string | null;
  readonly levelsAllowed: readonly string[] | null;
}
