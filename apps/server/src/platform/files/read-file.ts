import { FILE_DELIMITERS, type FileDelimiter, type FileEncoding } from '@honest-ledger/contracts';
import { parse, CsvError } from 'csv-parse';
import iconv from 'iconv-lite';
import { isUtf8 } from 'node:buffer';
import type { Readable } from 'node:stream';
import { buffer } from 'node:stream/consumers';
import { Problem } from '../http/problems';
import { xlsxRows } from './read-xlsx';

/** The largest file that is taken: 200,000 rows of a catalogue are about a third of it. */
export const MAX_BYTES = 64 * 1024 * 1024;

/** The most rows that one file may have. */
export const MAX_ROWS = 200_000;
/** A cell of prose would be a mistake, not a price. */
const LONGEST_CELL = 2000;

/** A row of a file as text, and its place in it; the row of names is 1. */
export interface FileRow {
  readonly row: number;
  readonly cells: readonly string[];
}

/** What a file turned out to be: an XLSX has neither an encoding nor a delimiter of its own. */
export interface FileFound {
  readonly encoding: FileEncoding | null;
  readonly delimiter: FileDelimiter | null;
}

export interface OpenedFile {
  readonly found: FileFound;
  /** As they come, empty ones left out. @throws {Problem} where the file cannot be read to its end */
  readonly rows: AsyncGenerator<FileRow>;
}

/**
 * Opens a CSV (RFC 4180) in UTF-8, UTF-16 or Windows-1252, or the first sheet of an XLSX file (ISO/IEC
 * 29500). Which of them it is, its bytes say; a first line such as "sep=;" names the delimiter.
 * @throws {Problem} where it is neither
 */
export async function openFile(file: Readable): Promise<OpenedFile> {
  const bytes = await buffer(file);
  if (bytes.length === 0) throw new Problem(422, 'The file is empty.');
  if (isZip(bytes)) {
    return { found: { encoding: null, delimiter: null }, rows: counted(sheetRows(bytes)) };
  }
  const encoding = encodingOf(bytes);
  const text = iconv.decode(bytes, encoding);
  if (text.includes('\0')) throw new Problem(422, 'The file is neither CSV nor XLSX.');
  const said = /^sep=([,;\t|])\r?\n/i.exec(text);
  const delimiter = isDelimiter(said?.[1]) ? said[1] : delimiterOf(text);
  const rows = csvRows(text, delimiter, said ? 2 : 1);
  return { found: { encoding, delimiter }, rows: counted(rows) };
}

async function* counted(rows: AsyncIterable<FileRow>): AsyncGenerator<FileRow> {
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
    if (count > MAX_ROWS + 1) {
      throw new Problem(422, `The file has more than ${String(MAX_ROWS)} rows. Split it.`);
    }
    yield row;
  }
}

/** An XLSX file is a ZIP archive, which begins with these four bytes. */
const isZip = (bytes: Buffer): boolean =>
  bytes.subarray(0, 4).toString('latin1') === 'PK\u0003\u0004';

/**
 * By its byte order mark; without one UTF-16 by where its zeros stand, UTF-8 where all of it is, and
 * what spreadsheets of Western Europe write otherwise.
 */
function encodingOf(bytes: Buffer): FileEncoding {
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return 'utf-16le';
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return 'utf-16be';
  const start = bytes.subarray(0, 1000);
  const zeros = (odd: number): number =>
    start.reduce((count, byte, at) => count + Number(byte === 0 && at % 2 === odd), 0);
  if (zeros(1) > start.length / 4) return 'utf-16le';
  if (zeros(0) > start.length / 4) return 'utf-16be';
  return isUtf8(bytes) ? 'utf-8' : 'windows-1252';
}

async function* csvRows(
  text: string,
  delimiter: FileDelimiter,
  firstLine: number,
): AsyncGenerator<FileRow> {
  const parser = parse(text, {
    delimiter,
    from_line: firstLine,
    info: true,
    relax_column_count: true,
    trim: true,
    max_record_size: 1_000_000,
  });
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

function isDelimiter(text: string | undefined): text is FileDelimiter {
  return FILE_DELIMITERS.some((one) => one === text);
}

/** Spreadsheets write CSV with what their country puts between cells; the row of names shows it. */
function delimiterOf(text: string): FileDelimiter {
  const names = text.split(/\r?\n/, 1)[0] ?? '';
  const count = (delimiter: string): number => names.split(delimiter).length;
  return FILE_DELIMITERS.reduce((best, one) => (count(one) > count(best) ? one : best));
}

async function* sheetRows(bytes: Buffer): AsyncGenerator<FileRow> {
  try {
    yield* xlsxRows(bytes, LONGEST_CELL + 1);
  } catch (error) {
    if (error instanceof Problem) throw error;
    throw new Problem(422, 'The file cannot be read as XLSX. It may be damaged.');
  }
}
