import iconv from 'iconv-lite';
import { isUtf8 } from 'node:buffer';
import { Readable } from 'node:stream';
import { Problem } from '../http/problems';
import { readFile, type FileRow } from '../imports/read-file';

/** The rows of a supplier's file: the first is the row of names. */
export interface ReadRows {
  readonly names: readonly string[];
  readonly rows: readonly FileRow[];
}

/**
 * Reads a price file whole: XLSX, or CSV in UTF-8, UTF-16 or Windows-1252 with commas, semicolons,
 * tabs or bars between its cells. Which of them it is, its bytes say.
 */
export async function readRows(file: Readable): Promise<ReadRows> {
  const chunks: Buffer[] = [];
  for await (const chunk of file) chunks.push(chunk as Buffer); // a file's stream gives bytes
  const bytes = Buffer.concat(chunks);
  const rows: FileRow[] = [];
  for await (const row of readFile(Readable.from([inUtf8(bytes)]))) rows.push(row);
  const [names, ...others] = rows;
  if (!names) throw new Problem(422, 'The file is empty.');
  if (others.length === 0) {
    throw new Problem(422, 'The file has a row of names and nothing below it.');
  }
  return { names: names.cells, rows: others };
}

const ZIP = 'PK\u0003\u0004';

/** CSV in another encoding as UTF-8; a workbook as it is. */
function inUtf8(bytes: Buffer): Buffer {
  if (bytes.subarray(0, ZIP.length).toString('latin1') === ZIP) return bytes;
  const encoding = encodingOf(bytes);
  return encoding === 'utf-8' ? bytes : Buffer.from(iconv.decode(bytes, encoding));
}

function encodingOf(bytes: Buffer): 'utf-8' | 'utf-16le' | 'utf-16be' | 'windows-1252' {
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return 'utf-16le';
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return 'utf-16be';
  return isUtf8(bytes) ? 'utf-8' : 'windows-1252';
}
