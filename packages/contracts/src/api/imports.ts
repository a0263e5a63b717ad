import Joi from 'joi';
import { identifier, objectOf } from '../forms/fields';
import { SHEET_KINDS, type CellProblem, type Cells, type SheetKind } from '../sheets/sheet';

/**
 * `reading`: its rows are compared with what is there; `ready`: it can be looked through and taken
 * in; `applying`: it is being taken in; `failed`: it could not be, and nothing of it was.
 */
export const IMPORT_STATES = [
  'reading',
  'ready',
  'applying',
  'applied',
  'cancelled',
  'failed',
] as const;
export type ImportState = (typeof IMPORT_STATES)[number];

/** What a row of a file would do. */
export const ROW_VERDICTS = ['new', 'changed', 'unchanged', 'wrong'] as const;
export type RowVerdict = (typeof ROW_VERDICTS)[number];

/** A file that was sent in, and how far it has come. */
export interface ImportView {
  readonly id: string;
  readonly kind: SheetKind;
  /** The level whose prices they are. */
  readonly level: { readonly id: string; readonly name: string } | null;
  readonly fileName: string;
  readonly state: ImportState;
  /** Why it failed, or why it was read anew; a sentence. */
  readonly remark: string | null;
  /** The columns that the file has, in its order. */
  readonly columns: readonly string[];
  readonly rows: number;
  /** How many rows have been compared. */
  readonly compared: number;
  readonly counts: Readonly<Record<RowVerdict, number>>;
  readonly by: string;
  /** ISO 8601, UTC. */
  readonly at: string;
}

/** One row of the file, and what it would do. */
export interface ImportRow {
  /** Its place in the file; the row of names is 1. */
  readonly row: number;
  readonly verdict: RowVerdict;
  /** What is there now; null for a row that is new or wrong beyond knowing. */
  readonly before: Cells | null;
  readonly after: Cells;
  readonly problems: readonly CellProblem[];
}

export interface ImportRowPage {
  readonly rows: readonly ImportRow[];
  readonly total: number;
}

export interface ImportParams {
  readonly id: string;
}
export const importParams = objectOf<ImportParams>({ id: identifier.guid().required() });

export interface NewImport {
  readonly kind: SheetKind;
  /** For `levelPrices`. */
  readonly level?: string;
  /** The draft that setup goes to; else the one that is open, or a new one. */
  readonly draft?: string;
}

export const newImportQuery = objectOf<NewImport>({
  kind: Joi.string()
    .valid(...SHEET_KINDS)
    .required(),
  level: identifier.guid().when('kind', {
    is: 'levelPrices',
    then: Joi.required(),
    otherwise: Joi.forbidden(),
  }),
  draft: identifier.guid(),
});

export interface ImportRowQuery {
  readonly verdict?: RowVerdict;
  readonly offset: number;
  readonly limit: number;
}

export const importRowQuery = objectOf<ImportRowQuery>({
  verdict: Joi.string().valid(...ROW_VERDICTS),
  offset: Joi.number().integer().min(0).max(10_000_000).default(0),
  limit: Joi.number().integer().min(1).max(1000).default(200),
});
