import Joi from 'joi';
import { objectOf } from '../forms/fields';
import type { CatalogueMoves } from './catalogue';
import type { LevelContent } from '../forms/level-form';

/** What the open draft would change. */
export interface DraftView {
  readonly id: string;
  readonly name: string;
  /** Goes up with every edit; publishing names the one that was looked at. */
  readonly revision: number;
  readonly edits: readonly LevelEditView[];
}

export interface LevelEditView {
  readonly level: string;
  readonly before: LevelContent | null;
  readonly after: LevelContent;
  readonly customers: number;
  /** What it does to the level's prices of the whole catalogue, one of each. */
  readonly moves: CatalogueMoves;
}

export interface DraftAnswer {
  /** Null where nothing is edited. */
  readonly draft: DraftView | null;
  readonly currency: string;
}

export interface Publish {
  readonly draft: string;
  readonly revision: number;
  readonly note: string;
}

export const publishSchema = objectOf<Publish>({
  draft: Joi.string().guid().required(),
  revision: Joi.number().integer().min(1).required(),
  note: Joi.string().trim().max(500).allow('').required(),
});
