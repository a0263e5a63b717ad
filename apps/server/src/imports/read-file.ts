import { parse, CsvError } from 'csv-parse';
import ExcelJS from 'exceljs';
import { once } from 'node:events';
import { PassThrough, type Readable } from 'node:stream';
import { Problem } from '../http/problems';

/** The most rows that one file may have. */
export const MOST_ROWS = 200_000;
/** A cell of prose would be a mistake, not a price. */
const LONGEST_CELL = 2000;

/** A row of a file as text, and its place in it; the row of names is 1. */
export interface FileRow {
  readonly row: number;
  readonly cells: readonly string[];
}

/**
 * Reads the rows of a CSV (RFC 4180) or of the first sheet of an XLSX file (ISO/IEC 29500) as they
 * come, empty ones left out. Which of the two it is, its first bytes say.
 * @throws {Problem} where it is neither, or cannot be read to its end
 */
export async function* readFile(file: Readable): AsyncGenerator<FileRow> {
  const { start, whole } = await peek(file);
  if (start.length === 0) throw new Problem(422, 'The file is empty.');
  const rows = isZip(start) ? xlsxRows(whole) : csvRows(whole, start);
  let count = 0;
  for await (const row of rows) {
    if (row.cells.every((cell) => cell === '')) continue;
    if (row.cells.some((cell) => cell.length > LONGEST_CELL)) {
      throw new Problem(
        422,
        `Row ${String(row.row)} has a cell of more than ${String(LONGEST_CELL)} characters.`,
      );
    }
    count += 1;
    if (count > MOST_ROWS + 1) {
      throw new Problem(422, `The file has more than ${String(MOST_ROWS)} rows. Split it.`);
    }
    yield row;
  }
}

/** The first bytes of a stream, and the stream with them still in it. */
async function peek(file: Readable): Promise<{ start: Buffer; whole: Readable }> {
  const whole = new PassThrough();
  file.on('error', (error) => whole.destroy(error));
  file.pipe(whole);
  await once(whole, 'readable');
  const start = whole.read() as Buffer | null; // a stream of bytes gives bytes, or null at its end
  if (start) whole.unshift(start);
  return { start: start ?? Buffer.alloc(0), whole };
}

/** An XLSX file is a ZIP archive, which begins with these four bytes. */
const isZip = (start: Buffer): boolean =>
  start.subarray(0, 4).toString('latin1') === 'PK\u0003\u0004';

async function* csvRows(file: Readable, start: Buffer): AsyncGenerator<FileRow> {
  if (start.includes(0)) {
    throw new Problem(422, 'The file is neither CSV in UTF-8 nor XLSX.');
  }
  const parser = file.pipe(
    parse({
      bom: true,
      delimiter: delimiterOf(start.toString('utf8')),
      info: true,
      relax_column_count: true,
      trim: true,
      max_record_size: 1_000_000,
    }),
  );
  file.on('error', (error) => parser.destroy(error));
  try {
    for await (const read of parser) {
      // What csv-parse gives with its option `info`.
      const { record, info } = read as { record: string[]; info: { lines: number } };
      yield { row: info.lines, cells: record };
    }
  } catch (error) {
    if (!(error instanceof CsvError)) throw error;
    throw new Problem(422, `The file cannot be read as CSV: ${error.message}.`);
  }
}

/** Spreadsheets write CSV with what their country puts between cells; the row of names shows it. */
function delimiterOf(start: string): string {
  const names = start.split(/\r?\n/, 1)[0] ?? '';
  const count = (delimiter: string): number => names.split(delimiter).length;
  return [',', ';', '\t', '|'].reduce((best, one) => (count(one) > count(best) ? one : best));
}

async function* xlsxRows(file: Readable): AsyncGenerator<FileRow> {
  const workbook = new ExcelJS.stream.xlsx.WorkbookReader(file, {
    sharedStrings: 'cache',
    styles: 'cache',
    hyperlinks: 'ignore',
    worksheets: 'emit',
  });
  try {
    for await (const sheet of workbook) {
      for await (const row of sheet) {
        const values = Array.isArray(row.values) ? row.values.slice(1) : [];
        yield { row: row.number, cells: Array.from(values, cellText) };
      }
      return; // the first sheet alone
    }
  } catch (error) {
    if (error instanceof Problem) throw error;
    throw new Problem(422, 'The file cannot be read as XLSX. It may be damaged.');
  }
}

/** What a cell shows as text: numbers in their shortest form, days in ISO 8601. */
function cellText(value: ExcelJS.CellValue | undefined): string {
  if (value === null || value === undefined) return '';
  if (value instanceof Date) return value.toISOString().slice(0, 10);
  switch (typeof value) {
    case 'string':
      return value.trim();
    case 'number':
    case 'boolean':
      return String(value);
    default:
      if ('richText' in value)
        return value.richText
          .map(({ text }) => text)
          .join('')
          .trim();
      if ('result' in value) return cellText(value.result);
      if ('text' in value) return value.text.trim();
      return '';
  }
}
