import {
  COST_FILE_FIELDS,
  FormatFinder,
  type CellFormat,
  type CostFileField,
  type CostFileMapping,
  type FileDelimiter,
} from '@honest-ledger/contracts';
import { isDeepStrictEqual } from 'node:util';
import type { FileRow } from '../../platform/files/read-file';

/** What columns are called by suppliers in some languages, in lower case; the first that fits counts. */
const CALLED: Readonly<Record<CostFileField, readonly RegExp[]>> = {
  number: [
    /supplier.*(number|no|code|item)/,
    /(article|artikel|part|item|product).*(number|no|nr|code)/,
    /^(number|nr|no|code|ref|reference|art)\.?$/,
    /artikel/,
  ],
  item: [/sku/, /our.*(number|item|code)/],
  gtin: [/gtin/, /ean/, /barcode/],
  cost: [/cost/, /net.*price|price.*net|netto/, /price|preis|prix|prezzo|precio/],
  currency: [/currency|währung|waehrung|devise|valuta|moneda/],
  unit: [/^(unit|uom|per|einheit|unité|unita)/],
  minQuantity: [/min/, /from.*(quantity|qty)/, /quantity|qty|menge|quantité/],
  from: [/valid.*from|from.*(date|day)|^from$|gültig.*ab|ab$/],
  until: [/valid.*(to|until)|until|expir|gültig.*bis|bis$/],
};

/** What holds where the file does not say, and what stands between its cells. */
interface Beginning {
  readonly currency: string;
  readonly from: string;
  readonly delimiter: FileDelimiter | null;
}

/**
 * The mapping that the supplier's last file had where this one has the same columns, else a guess. How
 * figures and days are written is left open where the file does not say.
 */
export function suggestedMapping(
  names: readonly string[],
  rows: readonly FileRow[],
  remembered: { readonly columns: readonly string[]; readonly mapping: CostFileMapping } | null,
  { currency, from, delimiter }: Beginning,
): CostFileMapping {
  if (remembered && isDeepStrictEqual([...remembered.columns], [...names])) {
    const { mapping } = remembered;
    const found = formatIn(mapping.columns, rows, delimiter);
    // as this file says, and as the last one did where it does not
    const decimalMark = found.decimalMark ?? mapping.decimalMark;
    return { ...mapping, decimalMark, days: found.days ?? mapping.days, from };
  }
  const columns = guessedColumns(names);
  return { columns, ...formatIn(columns, rows, delimiter), currency, from, countsAs: 'last' };
}

function guessedColumns(names: readonly string[]): Record<CostFileField, number | null> {
  const taken = new Set<number>();
  const found = COST_FILE_FIELDS.map((field): [CostFileField, number | null] => {
    for (const pattern of CALLED[field]) {
      const at = names.findIndex(
        (name, place) => !taken.has(place) && pattern.test(name.toLowerCase()),
      );
      if (at >= 0) {
        taken.add(at);
        return [field, at];
      }
    }
    return [field, null];
  });
  return Object.fromEntries(found) as Record<CostFileField, number | null>; // every field is there
}

/** How its figures and days are written, by all of them. */
function formatIn(
  columns: Readonly<Record<CostFileField, number | null>>,
  rows: readonly FileRow[],
  delimiter: FileDelimiter | null,
): CellFormat {
  const finder = new FormatFinder(delimiter);
  for (const { cells } of rows) {
    const cell = (field: CostFileField): string => cells[columns[field] ?? -1] ?? '';
    for (const field of ['cost', 'minQuantity'] as const) finder.figure(cell(field));
    for (const field of ['from', 'until'] as const) finder.day(cell(field));
  }
  return finder.found();
}
