import Joi from 'joi';
import { identifier, objectOf } from '../forms/fields';
import {
  DAY_ORDERS,
  DECIMAL_MARKS,
  type CellFormat,
  type DayOrder,
  type DecimalMark,
  type FileDelimiter,
  type FileEncoding,
} from '../sheets/cell-format';
import { SHEET_KINDS, type CellProblem, type Cells, type SheetKind } from '../sheets/sheet';

/**
 * `asking`: somebody has to say how its figures or days are written; `reading`: its rows are compared with what is there; `ready`: it can be looked through and taken
 * in; `applying`: it is being taken in; `failed`: it could not be, or not all of it (`taken` says);
 * `undone`: it was taken in, and taken back.
 */
export const IMPORT_STATES = [
  'asking',
  'reading',
  'ready',
  'applying',
  'applied',
  'cancelled',
  'failed',
  'undone',
] as const;
export type ImportState = (typeof IMPORT_STATES)[number];

/** What a row of a file would do. */
export const ROW_VERDICTS = ['new', 'changed', 'unchanged', 'wrong'] as const;
export type RowVerdict = (typeof ROW_VERDICTS)[number];

/** How a file is read: as it was found, or as somebody said. */
export interface FileFormat extends CellFormat {
  /** Null for an XLSX, which has its own. */
  readonly encoding: FileEncoding | null;
  readonly delimiter: FileDelimiter | null;
}

/** What somebody says of how figures and days are written. */
export type SaidFormat = { readonly [Part in keyof CellFormat]: NonNullable<CellFormat[Part]> };
export const saidFormatSchema = objectOf<SaidFormat>({
  decimalMark: Joi.string()
    .valid(...DECIMAL_MARKS)
    .required(),
  days: Joi.string()
    .valid(...DAY_ORDERS)
    .required(),
});

/** A file that was sent in, and how far it has come. */
export interface ImportView {
  readonly id: string;
  readonly kind: SheetKind;
  /** The level whose prices they are. */
  readonly level: { readonly id: string; readonly name: string } | null;
  readonly fileName: string;
  readonly state: ImportState;
  /** Null for files of before it was looked at. */
  readonly format: FileFormat | null;
  /** Why it failed, or why it was read anew; a sentence. */
  readonly remark: string | null;
  /** The columns that the file has, in its order. */
  readonly columns: readonly string[];
  readonly rows: number;
  /** How many rows have been compared. */
  readonly compared: number;
  /** How many rows have been taken in. */
  readonly taken: number;
  /** How many rows are still to be. */
  readonly left: number;
  /** Whether it is taken in part by part, each whole, and can be cancelled between: past sales. */
  readonly inParts: boolean;
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
  /** How figures and days are written, where whoever sends the file knows. */
  readonly decimalMark?: DecimalMark;
  readonly days?: DayOrder;
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
  decimalMark: Joi.string().valid(...DECIMAL_MARKS),
  days: Joi.string().valid(...DAY_ORDERS),
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
