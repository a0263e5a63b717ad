import type { RepricedPrice, PriceChangeContent } from '@honest-ledger/contracts';
import type { Names } from '@honest-ledger/wording';
import type { ColDef } from 'ag-grid-community';
import { dashed, figureColumn } from '../../shared/grid/ledger-grid';
import { readNumber, typedNumber } from '../../shared/numbers/numbers';
import { cellText, figureTyped, TYPED_COLUMNS, type TypedColumn } from './typed-cells';

/** The columns of a change of prices. @param typing whether somebody may type into them */
export function repricedColumns(
  { prices, basis }: PriceChangeContent,
  names: Names,
  typing: boolean,
): ColDef<RepricedPrice>[] {
  const cost =
    basis.kind === 'cost' && basis.cost !== null ? `Cost (${names.cost(basis.cost)})` : 'Cost';
  const oneKind = prices.length === 1 && prices[0]?.kind === 'basePrice';
  const typed = (column: TypedColumn, headerName: string, width: number, digits: number) =>
    typedColumn(column, { headerName, width }, digits, typing);
  return [
    { headerName: 'Item', colId: 'item', field: 'item', sortable: true, width: 88 },
    { headerName: 'Name', colId: 'name', field: 'name', sortable: true, flex: 3, minWidth: 150 },
    ...(oneKind
      ? []
      : [
          {
            headerName: 'Price',
            width: 110,
            valueGetter: ({ data }: { data?: RepricedPrice | undefined }) =>
              data && (data.level === null ? 'base price' : names.level(data.level)),
          },
        ]),
    {
      headerName: 'Per',
      width: 70,
      valueGetter: ({ data }) => data && perWhat(data),
      tooltip: ({ data }) => (data ? windowOf(data) : ''),
    },
    figureColumn<RepricedPrice>(
      { headerName: cost, colId: 'cost', sortable: true, width: 84, figure: (row) => row.cost },
      2,
    ),
    figureColumn<RepricedPrice>(
      {
        headerName: 'Now',
        colId: 'before',
        sortable: true,
        width: 76,
        figure: (row) => row.before,
      },
      2,
    ),
    typed('after', 'New price', 90, 2),
    typed('change', 'Change', 76, 2),
    typed('move', 'Change %', 86, 2),
    typed('markup', 'Markup %', 86, 2),
    typed('margin', 'Margin %', 84, 2),
    {
      headerName: 'Mark',
      colId: 'marks',
      width: 118,
      valueGetter: ({ data }) => data && marksOf(data),
      tooltip: ({ data }) => data?.remark,
    },
  ];
}

function typedColumn(
  column: TypedColumn,
  definition: ColDef<RepricedPrice>,
  digits: number,
  typing: boolean,
): ColDef<RepricedPrice> {
  const isTyped = (row: RepricedPrice | undefined): boolean =>
    row?.typed?.kind === TYPED_COLUMNS[column];
  return figureColumn<RepricedPrice>(
    {
      ...definition,
      colId: column,
      sortable: column !== 'change',
      signed: column === 'change' || column === 'move',
      figure: (row) => row[column],
      editable: ({ data }) => typing && data?.fixed === false,
      cellEditorParams: { useFormatter: true },
      valueFormatter: ({ data }) => (data ? typedNumber(cellText(data, column)) : ''),
      cellClassRules: {
        typed: ({ data }) => isTyped(data),
        lower: ({ data }) => column === 'move' && (data?.move ?? '').startsWith('-'),
        higher: ({ data }) => column === 'move' && Number(data?.move ?? 0) > 0,
      },
      tooltip: ({ data }) =>
        data?.typed && isTyped(data) ? `typed: ${typedNumber(figureTyped(data.typed))}` : null,
    },
    digits,
  );
}

function perWhat({ unit, minQuantity }: RepricedPrice): string {
  return readNumber(minQuantity) === '0' ? unit : `${unit}, from ${typedNumber(minQuantity)}`;
}

function windowOf({ from, until }: RepricedPrice): string {
  return from === null && until === null ? '' : `${dashed(from)} to ${dashed(until)}`;
}

/** In few words; the whole remark stands in the tooltip. */
function marksOf({ leftOut, fixed, belowCost, belowMargin, after }: RepricedPrice): string {
  if (fixed) return 'shared price';
  if (leftOut) return '– excluded';
  if (belowCost) return '△ below cost';
  if (belowMargin) return '△ low margin';
  return after === null ? 'no new price' : '';
}
