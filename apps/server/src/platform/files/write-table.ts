import type { TableFormat } from '@honest-ledger/contracts';
import { stringify } from 'csv-stringify';
import ExcelJS from 'exceljs';
import type { FastifyReply } from 'fastify';
import { PassThrough, Readable, type Writable } from 'node:stream';
import { pipeline } from 'node:stream/promises';

/** A table that is written as it is read, so that its size does not matter. */
export interface Table {
  /** The file's name without its ending. */
  readonly name: string;
  readonly columns: readonly TableColumn[];
  /** A row's cells in the order of the columns. */
  readonly rows: AsyncIterable<readonly string[]> | Iterable<readonly string[]>;
}

/** A table that says above itself whose it is and when it counts. */
export interface TitledTable extends Table {
  readonly title: string;
  readonly subtitle: string;
}

export interface TableColumn {
  readonly name: string;
  /** Numbers are written as numbers where the format knows such, and to the right. */
  readonly figures?: boolean;
  /** Takes the room that the others leave, where columns have widths. */
  readonly wide?: boolean;
}

const TYPES: Readonly<Record<TableFormat, string>> = {
  csv: 'text/csv; charset=utf-8',
  xlsx: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
};

/** Answers with a table as a file. */
export function sendTable(reply: FastifyReply, table: Table, format: TableFormat): FastifyReply {
  const into = new PassThrough();
  const writing = format === 'csv' ? writeCsv(table, into) : writeXlsx(table, into);
  writing.catch((error: unknown) => {
    // The head is sent by now: a file that breaks off is all that can still say so.
    into.destroy(error instanceof Error ? error : new Error(String(error)));
  });
  return reply
    .type(TYPES[format])
    .header('content-disposition', `attachment; filename="${table.name}.${format}"`)
    .send(into);
}

/** CSV as RFC 4180 has it, with the mark by which spreadsheets know UTF-8. */
async function writeCsv({ columns, rows }: Table, into: Writable): Promise<void> {
  const names = columns.map(({ name }) => name);
  await pipeline(
    Readable.from(rows),
    stringify({ header: true, columns: names, bom: true, record_delimiter: 'windows' }),
    into,
  );
}

/** As many digits as a spreadsheet's binary number holds exactly; longer ones stay text. */
const DIGITS_OF_A_NUMBER = 15;

async function writeXlsx({ name, columns, rows }: Table, into: Writable): Promise<void> {
  const workbook = new ExcelJS.stream.xlsx.WorkbookWriter({ stream: into, useStyles: true });
  const sheet = workbook.addWorksheet(name.slice(0, 31), {
    views: [{ state: 'frozen', ySplit: 1 }],
  });
  sheet.columns = columns.map((column) => ({ header: column.name, width: 18 }));
  sheet.getRow(1).font = { bold: true };
  for await (const cells of rows) {
    const row = sheet.addRow(
      cells.map((text, place) => (columns[place]?.figures === true ? numberCell(text) : text)),
    );
    cells.forEach((text, place) => {
      const digits = /\.(\d+)$/.exec(text)?.[1]?.length;
      if (columns[place]?.figures === true && digits !== undefined) {
        row.getCell(place + 1).numFmt = `0.${'0'.repeat(digits)}`;
      }
    });
    row.commit();
  }
  sheet.commit();
  await workbook.commit();
}

function numberCell(text: string): string | number | null {
  if (text === '') return null;
  const digits = text.replaceAll(/[^\d]/g, '').length;
  return digits <= DIGITS_OF_A_NUMBER && /^-?\d+(\.\d+)?$/.test(text) ? Number(text) : text;
}
