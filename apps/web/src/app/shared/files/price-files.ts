import { FormatFinder, markOf, readFigure } from '@honest-ledger/contracts';
import { parse, type CsvError } from 'csv-parse/browser/esm/sync';
import { stringify } from 'csv-stringify/browser/esm/sync';

/** A price of one item as a file has it; `unit` is what it is per, null for the base unit. */
export interface PriceInFile {
  readonly item: string;
  readonly price: string;
  readonly unit: string | null;
}

const DELIMITERS = [';', '\t', ','] as const;

const HEADER = ['Item', 'Price', 'Unit'] as const;

/** Larger files are imported and not typed. */
const MAX_BYTES = 2_000_000;

/**
 * Prices of single items from a CSV file (RFC 4180) with the columns Item and Price, and Unit where it
 * is not the base unit; separated by commas, semicolons or tabs, with one decimal mark, which its prices
 * have to show.
 * @returns the prices, or what is wrong with the file
 */
export function readPriceFile(text: string): readonly PriceInFile[] | string {
  if (text.length > MAX_BYTES) return 'The file is too large: at most 2 MB are read here.';
  const said = /^\uFEFF?sep=([,;\t])\r?\n/i.exec(text)?.[1];
  const names = text.split(/\r?\n/)[said ? 1 : 0] ?? '';
  const delimiter = DELIMITERS.find((one) => (said ?? names).includes(one)) ?? ',';
  let rows: Record<string, string>[];
  let missing: string | undefined;
  try {
    rows = parse(text, {
      bom: true,
      trim: true,
      delimiter,
      from_line: said ? 2 : 1,
      skip_empty_lines: true,
      columns: (names: string[]) => {
        const known = names.map((name) => name.toLowerCase());
        missing = ['item', 'price'].find((name) => !known.includes(name));
        return known;
      },
    });
  } catch (error) {
    const { message } = error as CsvError;
    return `The file is no CSV: ${message}.`;
  }
  if (missing !== undefined) return `The file has no column “${missing}” in its first row.`;
  const finder = new FormatFinder(delimiter);
  for (const { price = '' } of rows) finder.figure(price);
  const { decimalMark } = finder.found();
  if (decimalMark === null) return openMark(rows.map(({ price = '' }) => price));
  const prices = rows.map(({ item = '', price = '', unit = '' }) => ({
    item,
    price: readFigure(price, decimalMark) ?? price,
    unit: unit === '' ? null : unit,
  }));
  if (prices.length === 0) return 'There are no prices in the file.';
  const seen = new Set<string>();
  const twice = prices.find(({ item }) => seen.has(item) || !seen.add(item));
  return twice ? `${twice.item || 'An item without a number'} is in the file twice.` : prices;
}

/** What is to be written otherwise where nobody can know whether a mark is the decimal one. */
function openMark(prices: readonly string[]): string {
  const [first = ''] = prices.filter((price) => markOf(price) === 'either');
  if (first === '')
    return 'Some prices have a decimal point and some a comma. Write all of them alike.';
  const [one, other] = [readFigure(first, '.') ?? '', readFigure(first, ',') ?? ''];
  return `“${first}” can be ${one} or ${other}. Write the prices of the file with two decimals.`;
}

/** The same as a file, which every spreadsheet opens. */
export function writePriceFile(prices: readonly PriceInFile[]): Blob {
  const rows = prices.map(({ item, price, unit }) => [item, price, unit ?? '']);
  const text = stringify([[...HEADER], ...rows], { bom: true, record_delimiter: 'windows' });
  return new Blob([text], { type: 'text/csv' });
}

/** Hands a file to whoever looks at the screen. */
export function handOver(file: Blob, name: string): void {
  const address = URL.createObjectURL(file);
  const link = document.createElement('a');
  link.href = address;
  link.download = name;
  link.click();
  URL.revokeObjectURL(address);
}
