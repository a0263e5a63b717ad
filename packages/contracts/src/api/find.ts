import type { DocumentKind } from '@honest-ledger/engine';
import Joi from 'joi';
import { objectOf } from '../forms/fields';

export interface FindQuery {
  /** Parts of a number, a code, a name or a GTIN. */
  readonly text: string;
}

export const findQuerySchema = objectOf<FindQuery>({
  text: Joi.string().trim().min(1).max(100).required(),
});

/** Something that has a page of its own. */
export interface FoundThing {
  readonly kind: 'item' | 'customer' | 'level' | DocumentKind;
  /** What its page's address ends with. */
  readonly key: string;
  readonly name: string;
}
