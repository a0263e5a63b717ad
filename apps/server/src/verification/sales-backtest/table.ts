import type { SalesBacktestLine, SalesBacktestView } from '@honest-ledger/contracts';
import type { Table, TableColumn } from '../../platform/files/write-table';

const FIGURES = (name: string): TableColumn => ({ name, figures: true });

const COLUMNS: readonly TableColumn[] = [
  { name: 'Sale' },
  { name: 'Sold at' },
  { name: 'Customer' },
  { name: 'Item' },
  { name: 'Name' },
  FIGURES('Quantity'),
  { name: 'Unit' },
  { name: 'Currency' },
  FIGURES('Sold for'),
  FIGURES('Comes to'),
  FIGURES('Change'),
  FIGURES('Change %'),
  { name: 'Fault' },
  { name: 'Causes' },
];

/** The lines that come out otherwise, as a file. */
export function salesBacktestTable(
  { startedAt }: SalesBacktestView,
  rows: readonly SalesBacktestLine[],
): Table {
  return {
    name: `sales-priced-again-${startedAt.slice(0, 10)}`,
    columns: COLUMNS,
    rows: rows.map((row) => [
      String(row.sale),
      row.soldAt,
      row.customer,
      row.item,
      row.name,
      row.quantity,
      row.unit,
      row.currency,
      row.was,
      row.now ?? '',
      row.change ?? '',
      row.percent ?? '',
      row.kind === 'fault' ? 'yes' : 'no',
      row.causes.join('; '),
    ]),
  };
}
