import {
  COST_FILE_FIELDS,
  type CostFileField,
  type CostFileMapping,
} from '@honest-ledger/contracts';
import { isDeepStrictEqual } from 'node:util';
import type { FileRow } from '../imports/read-file';

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

/** The mapping that the supplier's last file had where this one has the same columns, else a guess. */
export function suggestedMapping(
  names: readonly string[],
  rows: readonly FileRow[],
  remembered: { readonly columns: readonly string[]; readonly mapping: CostFileMapping } | null,
  { currency, from }: { readonly currency: string; readonly from: string },
): CostFileMapping {
  if (remembered && isDeepStrictEqual([...remembered.columns], [...names])) {
    return { ...remembered.mapping, from };
  }
  const columns = guessedColumns(names);
  const costs =
    columns.cost === null
      ? []
      : rows.slice(0, 200).map(({ cells }) => cells[columns.cost ?? 0] ?? '');
  return {
    columns,
    decimalMark: markOf(costs),
    days: 'dayMonthYear',
    currency,
    from,
    countsAs: 'last',
  };
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

/** A comma is the decimal mark where figures end with one and two digits, and none with a point so. */
function markOf(costs: readonly string[]): '.' | ',' {
  const ending = (mark: RegExp): number => costs.filter((cost) => mark.test(cost.trim())).length;
  return ending(/,\d{1,4}(\s*[^\d\s]*)?$/) > ending(/\.\d{1,4}(\s*[^\d\s]*)?$/) ? ',' : '.';
}
