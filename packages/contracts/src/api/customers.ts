import Joi from 'joi';
import type { CatalogueMoves } from './catalogue';
import { customerCode, identifier, objectOf } from '../forms/fields';

export interface CustomerRow {
  readonly code: string;
  readonly name: string;
  readonly segment: string;
  readonly level: { readonly id: string; readonly name: string } | null;
  /** Goes up with every change; a change names the one it was made from. */
  readonly revision: number;
}

export interface CustomerParams {
  readonly code: string;
}

export const customerParams = objectOf<CustomerParams>({ code: customerCode.required() });

export interface LevelChoice {
  readonly level: string | null;
  readonly revision: number;
}

export const levelChoiceSchema = objectOf<LevelChoice>({
  level: identifier.guid().allow(null).required(),
  revision: Joi.number().integer().min(1).required(),
});

/** In a query, no level is written as an empty text. */
export interface LevelPreviewQuery {
  readonly level: string;
}

export const levelPreviewQuery = objectOf<LevelPreviewQuery>({
  level: identifier.guid().allow('').required(),
});

/** What giving a customer another level does to its prices of the whole catalogue, one of each. */
export interface LevelPreview {
  readonly moves: CatalogueMoves;
  readonly currency: string;
}
