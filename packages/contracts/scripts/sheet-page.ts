import { SHEET_KINDS, SHEETS, type Sheet, type SheetColumn, type SheetKind } from '../src/index';

const TITLES: Readonly<Record<SheetKind, string>> = {
  items: 'The catalogue',
  customers: 'Customers',
  agreements: 'Agreements',
  levelPrices: 'Prices of a level',
  sales: 'Past sales',
};

const INTRODUCTION = `# The files for spreadsheets

Five kinds of files come in under **Imports**, and all but past sales go out from the screens, too: CSV (RFC 4180; out in UTF-8, in also in UTF-16 and Windows-1252) and XLSX (ISO/IEC 29500). Both have a row of names, then a row a thing. The columns are the same both ways, so a file that went out and comes back as it was changes nothing.

- The columns may stand in any order; those of the key must be there. A column that is left out keeps what is there.
- CSV is written with commas, numbers with a decimal point and no blanks, 12.50, and days as 2026-11-24. An empty cell is nothing.
- Files that come in may have what spreadsheets and suppliers write: commas, semicolons, tabs or bars between cells, a first line such as \`sep=;\`, a decimal comma, thousands grouped by threes, a currency or a percent sign around a figure, days as 24.11.2026, 24/11/2026 or 11/24/2026. What a file was found to be stands above its rows, and can be changed there. Where it does not say, because every figure is like 1,250 or every day like 01/02/2026, or because its cells contradict each other, it waits until somebody has chosen; nothing is guessed.
- XLSX: the first sheet is read. A number is taken in its shortest form, so 7.10 is 7.1, which is the same.
- A file has at most 200,000 rows and 64 MiB.
- Rows that are not in the file stay as they are. Nothing is taken out by leaving it out.
- Every row is compared with what is there, a draft's edits included: new, changed, unchanged or wrong. The verdicts can be downloaded. A file with a row that is wrong is not taken in at all; where something has changed since it was looked through, it is compared anew first.
- Facts of items count at once, and prices follow from some of them (the category, the units, how fine quantities are). Before a file of items is taken in, the first 200 items that it changes are priced with it and without it, at each level and where each quantity break begins, and what differs is listed.

This page is made from the columns in \`packages/contracts/src/sheets\` by \`npm run docs:schemas\`.
`;

/** The page in docs that lists the columns of every kind of file. */
export function sheetPage(): { file: URL; text: string } {
  const parts = SHEET_KINDS.map((kind) => sheetPart(TITLES[kind], SHEETS[kind]));
  return {
    file: new URL('../../../docs/spreadsheet-files.md', import.meta.url),
    text: `${INTRODUCTION}\n${parts.join('\n')}`,
  };
}

function sheetPart(title: string, { key, columns }: Sheet): string {
  const rows = columns.map(
    (column) => `| ${column.name} | ${column.meaning} | ${needed(column)} |\n`,
  );
  return `## ${title}\n\nA row is known by ${key.join(', ')}.\n\n| column | meaning | a new row |\n|---|---|---|\n${rows.join('')}`;
}

function needed({ begins }: SheetColumn): string {
  if (begins === null) return 'must have it';
  return begins === '' ? 'may leave it out' : `begins with ${begins}`;
}
