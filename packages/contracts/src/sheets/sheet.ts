import { compare, decimal, isDecimalText } from '@honest-ledger/engine';
import type Joi from 'joi';

/** How the text of a cell is compared and written. */
export type CellKind = 'text' | 'decimal' | 'day' | 'yesNo' | 'list';

/** One column of a file that people exchange with spreadsheets. */
export interface SheetColumn {
  /** What stands in the file's first row. */
  readonly name: string;
  readonly holds: CellKind;
  /** What a cell that is not empty must be. */
  readonly schema: Joi.Schema<string>;
  /** What a new row has where the file says nothing; null where it must say something. */
  readonly begins: string | null;
  /** One sentence for docs/formats.md. */
  readonly meaning: string;
}

/** The kinds of things that are kept in files. */
export const SHEET_KINDS = ['items', 'customers', 'agreements', 'levelPrices', 'sales'] as const;
export type SheetKind = (typeof SHEET_KINDS)[number];

export interface Sheet {
  readonly columns: readonly SheetColumn[];
  /** The columns whose cells together name a row. */
  readonly key: readonly string[];
}

/** The cells of a row by their column's name; an empty text where there is nothing. */
export type Cells = Readonly<Record<string, string>>;

/** What is wrong with one cell, or with the row where no column is named. */
export interface CellProblem {
  readonly column: string | null;
  readonly sentence: string;
}

/**
 * True where two cells of a column say the same: numbers by value, lists in any order, other cells by
 * letter.
 */
export function sameCell(column: SheetColumn, one: string, other: string): boolean {
  if (one === other) return true;
  if (column.holds === 'list') return inOneOrder(one) === inOneOrder(other);
  if (column.holds !== 'decimal' || !isDecimalText(one) || !isDecimalText(other)) return false;
  return compare(decimal(one), decimal(other)) === 0;
}

/** What a row is known by, the same for the same row whatever way its numbers are written. */
export function keyOfRow({ columns, key }: Sheet, cells: Cells): string {
  return JSON.stringify(
    columns
      .filter(({ name }) => key.includes(name))
      .map(({ name, holds }) => plain(holds, cells[name] ?? '')),
  );
}

/** Several things in one cell, with semicolons between them. */
export function readParts(text: string): string[] {
  return text
    .split(';')
    .map((part) => part.trim())
    .filter((part) => part !== '');
}

function inOneOrder(text: string): string {
  return readParts(text)
    .map((part) => part.replaceAll(/\s+/g, ' '))
    .sort()
    .join(';');
}

function plain(holds: CellKind, text: string): string {
  if (holds !== 'decimal' || !isDecimalText(text)) return text;
  return text
    .replace(/^\+/, '')
    .replace(/(\.\d*?)0+$/, '$1')
    .replace(/\.$/, '');
}
