import Joi from 'joi';
import { identifier, objectOf } from '../forms/fields';

/** `levels`: a level was given to customers; `file`: a file was taken in. */
export const MASS_CHANGE_KINDS = ['levels', 'file'] as const;
export type MassChangeKind = (typeof MASS_CHANGE_KINDS)[number];

/** Many things that were changed in one step, and that are undone in one step. */
export interface MassChangeRow {
  readonly id: string;
  readonly kind: MassChangeKind;
  /** What people know it by: the name of the file, of the level. */
  readonly name: string;
  /** How many things it changed. */
  readonly things: number;
  readonly by: string;
  /** ISO 8601, UTC. */
  readonly at: string;
  readonly undone: { readonly by: string; readonly at: string } | null;
}

/** A thing that would stay as it is, and why. */
export interface StayingThing {
  /** What it is: an item, a customer, a sale, an edit of a draft. */
  readonly what: string;
  readonly key: string;
  /** A sentence without its full stop. */
  readonly why: string;
}

/** The same, and what undoing it would do as things stand. */
export interface MassChangeView extends MassChangeRow {
  /** How many things go back to what they were, and how many of these are gone then. */
  readonly back: number;
  readonly removed: number;
  /** How many stay, since somebody has changed or used them; the first of them. */
  readonly stays: number;
  readonly staying: readonly StayingThing[];
}

/** What somebody deletes, as it was seen. */
export interface SeenRevision {
  readonly revision: number;
}
export const seenRevision = objectOf<SeenRevision>({
  revision: Joi.number().integer().min(1).required(),
});

export interface MassChangeParams {
  readonly id: string;
}
export const massChangeParams = objectOf<MassChangeParams>({ id: identifier.guid().required() });

export interface MassChangeQuery {
  readonly kind?: MassChangeKind;
  readonly limit: number;
}
export const massChangeQuery = objectOf<MassChangeQuery>({
  kind: Joi.string().valid(...MASS_CHANGE_KINDS),
  limit: Joi.number().integer().min(1).max(100).default(20),
});

/** What was seen of it: where undoing would do something else by now, it is not done. */
export interface UndoMassChange {
  readonly back: number;
  readonly stays: number;
}
const counted = Joi.number().integer().min(0).required();
export const undoMassChangeSchema = objectOf<UndoMassChange>({ back: counted, stays: counted });
