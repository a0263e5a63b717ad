import { stringify } from 'csv-stringify/browser/esm/sync';
import writeExcelFile, { type Cell } from 'write-excel-file/universal';
import type { ShownTable } from '../grid/shown-table';

/** As many digits as a spreadsheet's binary number holds exactly; longer ones stay text. */
const DIGITS_OF_A_NUMBER = 15;
/** The name of a sheet may have no more. */
const LONGEST_SHEET_NAME = 31;
const COLUMN_WIDTH = 18;

/** CSV as RFC 4180 has it, with the mark by which spreadsheets know UTF-8. */
export function csvOf({ columns, rows }: ShownTable): Blob {
  const cells = rows.map((row) =>
    row.map((text, place) => (columns[place]?.figures === true ? text : harmless(text))),
  );
  const text = stringify([columns.map(({ name }) => name), ...cells], {
    bom: true,
    record_delimiter: 'windows',
  });
  return new Blob([text], { type: 'text/csv;charset=utf-8' });
}

/** XLSX with figures as numbers, where a spreadsheet's number holds them exactly. */
export function xlsxOf(name: string, { columns, rows }: ShownTable): Promise<Blob> {
  const heads = columns.map((column): Cell => ({ value: column.name, fontWeight: 'bold' }));
  const cells = rows.map((row) =>
    row.map((text, place) =>
      columns[place]?.figures === true ? figure(text) : { value: text, type: String },
    ),
  );
  return writeExcelFile([heads, ...cells], {
    sheet: name.slice(0, LONGEST_SHEET_NAME),
    stickyRowsCount: 1,
    columns: columns.map(() => ({ width: COLUMN_WIDTH })),
  }).toBlob();
}

function figure(text: string): Cell {
  const digits = text.replaceAll(/\D/g, '').length;
  if (!/^-?\d+(\.\d+)?$/.test(text) || digits > DIGITS_OF_A_NUMBER) {
    return { value: text, type: String };
  }
  const decimals = /\.(\d+)$/.exec(text)?.[1]?.length ?? 0;
  const format = decimals === 0 ? '0' : `0.${'0'.repeat(decimals)}`;
  return { value: Number(text), type: Number, format };
}

/** A text that no spreadsheet takes for a formula of its own (OWASP, CSV injection). */
const harmless = (text: string): string => (/^[=+\-@\t\r]/.test(text) ? `'${text}` : text);
