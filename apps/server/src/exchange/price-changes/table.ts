import type { RepricedPrice, PriceChangeView } from '@honest-ledger/contracts';
import type { Table, TableColumn } from '../../platform/files/write-table';

const FIGURES = (name: string): TableColumn => ({ name, figures: true });

const COLUMNS: readonly TableColumn[] = [
  { name: 'Item' },
  { name: 'Name' },
  { name: 'Price of' },
  { name: 'Unit' },
  FIGURES('From quantity'),
  { name: 'From' },
  { name: 'Until' },
  { name: 'Currency' },
  FIGURES('Cost'),
  FIGURES('Price before'),
  FIGURES('New price'),
  FIGURES('Change'),
  FIGURES('Change %'),
  FIGURES('Markup before %'),
  FIGURES('Margin before %'),
  FIGURES('Markup %'),
  FIGURES('Margin %'),
  { name: 'Typed' },
  { name: 'Excluded' },
  { name: 'Marks' },
  { name: 'Remark' },
];

/** The prices of a price change as a file: before and after, whether it is in a draft yet or not. */
export function repricedTable(
  { content }: PriceChangeView,
  rows: readonly RepricedPrice[],
  levels: ReadonlyMap<string, string>,
): Table {
  const name = content.name.toLowerCase().replaceAll(/[^a-z0-9]+/g, '-');
  return {
    name: `prices-${name.replaceAll(/^-|-$/g, '') || 'changed'}`,
    columns: COLUMNS,
    rows: rows.map((row) => [
      row.item,
      row.name,
      row.level === null ? 'Base price' : (levels.get(row.level) ?? row.level),
      row.unit,
      row.minQuantity,
      row.from ?? '',
      row.until ?? '',
      row.currency,
      row.cost ?? '',
      row.before ?? '',
      row.after ?? '',
      row.change ?? '',
      row.move ?? '',
      row.markupBefore ?? '',
      row.marginBefore ?? '',
      row.markup ?? '',
      row.margin ?? '',
      row.typed ? `${row.typed.kind} ${figureOf(row.typed)}` : '',
      row.leftOut ? 'yes' : 'no',
      [...(row.belowCost ? ['below cost'] : []), ...(row.belowMargin ? ['low margin'] : [])].join(
        ', ',
      ),
      row.remark ?? '',
    ]),
  };
}

function figureOf(typed: NonNullable<RepricedPrice['typed']>): string {
  if ('price' in typed) return typed.price;
  return 'amount' in typed ? typed.amount : typed.percent;
}
