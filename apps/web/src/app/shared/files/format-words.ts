import type {
  DayOrder,
  DecimalMark,
  FileDelimiter,
  FileEncoding,
  FileFormat,
} from '@honest-ledger/contracts';

/** The decimal marks that figures in files may have. */
export const MARKS_OF_FIGURES: readonly { readonly code: DecimalMark; readonly name: string }[] = [
  { code: '.', name: 'point: 4.90' },
  { code: ',', name: 'comma: 4,90' },
];

/** The orders that days in files may have where they are not ISO 8601. */
export const ORDERS_OF_DAYS: readonly { readonly code: DayOrder; readonly name: string }[] = [
  { code: 'dayMonthYear', name: 'day first: 24/11/2026' },
  { code: 'monthDayYear', name: 'month first: 11/24/2026' },
];

const ENCODINGS: Readonly<Record<FileEncoding, string>> = {
  'utf-8': 'UTF-8',
  'utf-16le': 'UTF-16',
  'utf-16be': 'UTF-16',
  'windows-1252': 'Windows-1252',
};

const DELIMITERS: Readonly<Record<FileDelimiter, string>> = {
  ',': 'commas',
  ';': 'semicolons',
  '\t': 'tabs',
  '|': 'bars',
};

/** What a file was found to be: "CSV in UTF-8, semicolons between cells". */
export function foundWords({ encoding, delimiter }: FileFormat): string {
  if (encoding === null || delimiter === null) return 'XLSX';
  return `CSV in ${ENCODINGS[encoding]}, ${DELIMITERS[delimiter]} between cells`;
}
