import type { CostFileField, CostFileMapping } from '@honest-ledger/contracts';
import { CURRENCY_CODES } from '@honest-ledger/engine';

/** A row of a price file as its mapping reads it; `problem` says what cannot be read. */
export interface ReadCostRow {
  readonly number: string;
  readonly item: string;
  readonly gtin: string;
  readonly cost: string;
  readonly currency: string;
  readonly unit: string;
  readonly minQuantity: string;
  readonly from: string;
  readonly until: string | null;
  readonly problem: string | null;
}

const CURRENCIES: ReadonlySet<string> = new Set(CURRENCY_CODES);

export function readCells(cells: readonly string[], mapping: CostFileMapping): ReadCostRow {
  const cell = (field: CostFileField): string => {
    const place = mapping.columns[field];
    return place === null ? '' : (cells[place] ?? '').trim();
  };
  const cost = readFigure(cell('cost'), mapping.decimalMark);
  const said = cell('minQuantity');
  const minQuantity = said === '' ? '0' : readFigure(said, mapping.decimalMark);
  const currency = cell('currency') === '' ? mapping.currency : cell('currency').toUpperCase();
  const from = cell('from') === '' ? mapping.from : readDay(cell('from'), mapping.days);
  const until = cell('until') === '' ? null : readDay(cell('until'), mapping.days);
  return {
    number: cell('number'),
    item: cell('item'),
    gtin: cell('gtin').replaceAll(/[\s-]/g, ''),
    cost: cost ?? '',
    currency,
    unit: cell('unit'),
    minQuantity: minQuantity ?? '0',
    from: from ?? mapping.from,
    until: until ?? null,
    problem:
      costProblem(cell('cost'), cost) ??
      (minQuantity === null ? `“${said}” is not a quantity` : null) ??
      (CURRENCIES.has(currency) ? null : `${currency} is not a currency of ISO 4217`) ??
      (from === null ? `“${cell('from')}” is not a day` : null) ??
      (cell('until') !== '' && until === null ? `“${cell('until')}” is not a day` : null) ??
      (from !== null && until !== null && until < from
        ? `it ends on ${until}, before ${from}`
        : null),
  };
}

function costProblem(said: string, cost: string | null): string | null {
  if (said === '') return 'it has no cost';
  if (cost === null) return `“${said}” is not a cost`;
  if (/^0+(\.0+)?$/.test(cost)) return 'a cost of 0 would say that none is known';
  const [whole = '', digits = ''] = cost.split('.');
  if (digits.length > 6) return `“${said}” has more than 6 decimals`;
  return whole.length > 10 ? `“${said}” is too large` : null;
}

/**
 * A figure with this decimal mark, as a plain decimal: thousands may be grouped by threes with the
 * other mark, a blank or an apostrophe, and a currency may stand around it. Null for anything else.
 */
export function readFigure(said: string, mark: '.' | ','): string | null {
  const bare = said
    .replace(/^[^\d.,-]+/, '')
    .replace(/[^\d.,]+$/, '')
    .replaceAll(/[\s\u00a0\u202f’']/g, '');
  const group = mark === '.' ? ',' : '\\.';
  const decimal = mark === '.' ? '\\.' : ',';
  const shape = new RegExp(`^(\\d{1,3}(?:${group}\\d{3})+|\\d+)(?:${decimal}(\\d+))?$`);
  const [, whole, digits] = shape.exec(bare) ?? [];
  if (whole === undefined) return null;
  const plain = whole.replaceAll(/[.,]/g, '').replace(/^0+(?=\d)/, '');
  return digits === undefined ? plain : `${plain}.${digits}`;
}

/** A day that exists: ISO 8601, or with points, slashes or dashes in the order that is said. */
export function readDay(said: string, order: CostFileMapping['days']): string | null {
  const iso = /^(\d{4})-(\d{1,2})-(\d{1,2})(?:[T ].*)?$/.exec(said);
  const other = /^(\d{1,2})[./-](\d{1,2})[./-](\d{4}|\d{2})$/.exec(said);
  const parts = iso
    ? [iso[1], iso[2], iso[3]]
    : other
      ? order === 'dayMonthYear'
        ? [other[3], other[2], other[1]]
        : [other[3], other[1], other[2]]
      : null;
  if (!parts) return null;
  const [year = '', month = '', day = ''] = parts;
  const text = `${year.length === 2 ? `20${year}` : year}-${month.padStart(2, '0')}-${day.padStart(2, '0')}`;
  const date = new Date(`${text}T00:00:00Z`);
  return !Number.isNaN(date.getTime()) && date.toISOString().startsWith(text) ? text : null;
}
