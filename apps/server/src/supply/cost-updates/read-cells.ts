import {
  readDay,
  readFigure,
  type CostFileField,
  type CostFileMapping,
} from '@honest-ledger/contracts';
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
  const { decimalMark, days } = mapping;
  // nobody can have it compared before it says both
  if (decimalMark === null || days === null)
    throw new Error('a mapping that leaves its format open');
  const cost = readFigure(cell('cost'), decimalMark);
  const said = cell('minQuantity');
  const minQuantity = said === '' ? '0' : readFigure(said, decimalMark);
  const currency = cell('currency') === '' ? mapping.currency : cell('currency').toUpperCase();
  const from = cell('from') === '' ? mapping.from : readDay(cell('from'), days);
  const until = cell('until') === '' ? null : readDay(cell('until'), days);
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
    problem: problemOf(
      { cost: cell('cost'), minQuantity: said, from: cell('from'), until: cell('until') },
      { cost, minQuantity, currency, from, until },
    ),
  };
}

/** What cannot be read of a row, or says nothing; null where all of it does. */
function problemOf(
  said: Readonly<Record<'cost' | 'minQuantity' | 'from' | 'until', string>>,
  read: Readonly<Record<'cost' | 'minQuantity' | 'from' | 'until', string | null>> & {
    readonly currency: string;
  },
): string | null {
  const { currency, from, until } = read;
  return (
    costProblem(said.cost, read.cost) ??
    (read.minQuantity === null ? `“${said.minQuantity}” is not a quantity` : null) ??
    (CURRENCIES.has(currency) ? null : `${currency} is not a currency of ISO 4217`) ??
    (from === null ? `“${said.from}” is not a day` : null) ??
    (said.until !== '' && until === null ? `“${said.until}” is not a day` : null) ??
    (from !== null && until !== null && until < from ? `it ends on ${until}, before ${from}` : null)
  );
}

function costProblem(said: string, cost: string | null): string | null {
  if (said === '') return 'it has no cost';
  if (cost === null || cost.startsWith('-')) return `“${said}” is not a cost`;
  if (/^0+(\.0+)?$/.test(cost)) return 'a cost of 0 would say that none is known';
  const [whole = '', digits = ''] = cost.split('.');
  if (digits.length > 6) return `“${said}” has more than 6 decimals`;
  return whole.length > 10 ? `“${said}” is too large` : null;
}
