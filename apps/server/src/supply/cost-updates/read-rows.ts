import type { Readable } from 'node:stream';
import { Problem } from '../../platform/http/problems';
import { openFile, type FileFound, type FileRow } from '../../platform/files/read-file';

/** The rows of a supplier's file: the first is the row of names. */
export interface ReadRows {
  readonly names: readonly string[];
  readonly rows: readonly FileRow[];
  readonly found: FileFound;
}

/** Reads a price file whole. */
export async function readRows(file: Readable): Promise<ReadRows> {
  const opened = await openFile(file);
  const rows: FileRow[] = [];
  for await (const row of opened.rows) rows.push(row);
  const [names, ...others] = rows;
  if (!names) throw new Problem(422, 'The file is empty.');
  if (others.length === 0) {
    throw new Problem(422, 'The file has a row of names and nothing below it.');
  }
  return { names: names.cells, rows: others, found: opened.found };
}
