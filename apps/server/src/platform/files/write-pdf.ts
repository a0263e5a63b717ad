import type { FastifyReply } from 'fastify';
import { createRequire } from 'node:module';
import type { Readable } from 'node:stream';
import PDFDocument from 'pdfkit';
import { Problem } from '../http/problems';
import type { TitledTable } from './write-table';

const FONTS = {
  plain: fontFile('DejaVuSansCondensed.ttf'),
  bold: fontFile('DejaVuSansCondensed-Bold.ttf'),
};

/** Where a font lies: the package ships it, as PDF readers may not have it. */
function fontFile(name: string): string {
  return createRequire(import.meta.url).resolve(`dejavu-fonts-ttf/ttf/${name}`);
}

/** More rows than anybody reads on paper; a spreadsheet takes them. */
const MAX_ROWS = 20_000;

// All in points of 1/72 inch, on ISO 216 A4.
const MARGIN = 40;
const ROW = 14;
const SIZE = 8;
const PAPER = { width: 595.28, height: 841.89 };

/** Answers with a table as a PDF. */
export function sendPdf(reply: FastifyReply, table: TitledTable): FastifyReply {
  return reply
    .type('application/pdf')
    .header('content-disposition', `attachment; filename="${table.name}.pdf"`)
    .send(pdfOf(table));
}

/** A table as a PDF (ISO 32000), to be read: its head on every page, the pages numbered. */
export function pdfOf(table: TitledTable): Readable {
  const rows = [...(table.rows as Iterable<readonly string[]>)];
  if (rows.length > MAX_ROWS) {
    throw new Problem(
      422,
      `A PDF has at most ${String(MAX_ROWS)} rows and this would have ${String(rows.length)}. Narrow the list, or take a CSV or XLSX file.`,
    );
  }
  const document = new PDFDocument({
    size: 'A4',
    margin: MARGIN,
    bufferPages: true,
    info: { Title: table.title },
  });
  draw(document, table, rows);
  document.end();
  return document;
}

type Pdf = InstanceType<typeof PDFDocument>;

interface Column {
  readonly name: string;
  readonly left: number;
  readonly width: number;
  readonly figures: boolean;
}

function draw(document: Pdf, table: TitledTable, rows: readonly (readonly string[])[]): void {
  const columns = laidOut(document, table, rows);
  document.font(FONTS.bold, 14).text(table.title, MARGIN, MARGIN);
  document.font(FONTS.plain, SIZE + 1).text(table.subtitle, MARGIN, MARGIN + 20);
  let top = head(document, columns, MARGIN + 42);
  for (const cells of rows) {
    if (top + ROW > PAPER.height - MARGIN) {
      document.addPage();
      top = head(document, columns, MARGIN);
    }
    document.font(FONTS.plain, SIZE);
    line(document, columns, cells, top);
    top += ROW;
    rule(document, top - 3, '#d8d2c4');
  }
  numberPages(document, table.title);
}

/** Columns as wide as the widest of what they hold; what is left goes to the wide one. */
function laidOut(
  document: Pdf,
  table: TitledTable,
  rows: readonly (readonly string[])[],
): Column[] {
  document.font(FONTS.bold, SIZE);
  const gap = 8;
  const widest = table.columns.map(({ name }, place) =>
    rows
      .slice(0, 2000)
      .reduce(
        (width, cells) => Math.max(width, document.widthOfString(cells[place] ?? '')),
        document.widthOfString(name),
      ),
  );
  const room = PAPER.width - 2 * MARGIN - gap * (widest.length - 1);
  const wide = table.columns.findIndex((column) => column.wide === true);
  const others = widest.reduce(
    (sum, width, place) => (place === wide ? sum : sum + Math.min(width, 110)),
    0,
  );
  let left = MARGIN;
  return table.columns.map(({ name, figures = false }, place) => {
    const width = place === wide ? Math.max(room - others, 60) : Math.min(widest[place] ?? 0, 110);
    const column = { name, left, width, figures };
    left += width + gap;
    return column;
  });
}

function head(document: Pdf, columns: readonly Column[], top: number): number {
  document.font(FONTS.bold, SIZE);
  line(
    document,
    columns,
    columns.map(({ name }) => name),
    top,
  );
  rule(document, top + ROW - 2, '#5a5245');
  return top + ROW + 2;
}

function line(
  document: Pdf,
  columns: readonly Column[],
  cells: readonly string[],
  top: number,
): void {
  columns.forEach(({ left, width, figures }, place) => {
    document.text(cells[place] ?? '', left, top, {
      width,
      height: ROW - 3,
      align: figures ? 'right' : 'left',
      ellipsis: true,
      lineBreak: false,
    });
  });
}

function rule(document: Pdf, at: number, colour: string): void {
  document
    .moveTo(MARGIN, at)
    .lineTo(PAPER.width - MARGIN, at)
    .lineWidth(0.5)
    .stroke(colour);
}

function numberPages(document: Pdf, title: string): void {
  const { count } = document.bufferedPageRange();
  for (let page = 0; page < count; page += 1) {
    document.switchToPage(page);
    document.page.margins.bottom = 0; // else writing below it would begin a page
    document
      .font(FONTS.plain, SIZE - 1)
      .text(`${title}, page ${String(page + 1)} of ${String(count)}`, MARGIN, PAPER.height - 28, {
        width: PAPER.width - 2 * MARGIN,
        align: 'right',
        lineBreak: false,
      });
  }
}
