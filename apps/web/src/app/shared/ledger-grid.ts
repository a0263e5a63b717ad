import {
  ChangeDetectionStrategy,
  Component,
  computed,
  CSP_NONCE,
  inject,
  input,
  output,
} from '@angular/core';
import { compare, decimal } from '@honest-ledger/engine';
import { AgGridAngular } from 'ag-grid-angular';
import {
  CellStyleModule,
  ClientSideRowModelModule,
  ModuleRegistry,
  RowAutoHeightModule,
  RowSelectionModule,
  themeQuartz,
  type CellKeyDownEvent,
  type ColDef,
  type FullWidthCellKeyDownEvent,
  type GetRowIdParams,
  type RowClickedEvent,
  type RowSelectionOptions,
  type SelectionChangedEvent,
} from 'ag-grid-community';
import { columnFill, mostDigits } from './amount';
import { writeNumber } from './numbers';

ModuleRegistry.registerModules([
  ClientSideRowModelModule,
  CellStyleModule,
  RowAutoHeightModule,
  RowSelectionModule,
]);

/** How every grid of ours looks. */
export const LEDGER_THEME = themeQuartz.withParams({
  backgroundColor: 'var(--sheet)',
  foregroundColor: 'var(--ink)',
  accentColor: 'var(--action)',
  borderColor: 'var(--hairline)',
  browserColorScheme: 'inherit',
  fontFamily: 'inherit',
  fontSize: 14,
  headerFontSize: 12,
  headerFontWeight: 600,
  headerTextColor: 'var(--soft-ink)',
  headerBackgroundColor: 'var(--sheet)',
  headerRowBorder: '2px solid var(--ink)',
  headerColumnResizeHandleColor: 'transparent',
  headerHeight: 34,
  rowHeight: 34,
  rowHoverColor: 'var(--marked)',
  rowBorder: '1px solid var(--hairline)',
  columnBorder: false,
  wrapperBorder: false,
  wrapperBorderRadius: 0,
  borderRadius: 3,
  cellHorizontalPadding: 9,
});

/** A list of rows to sort, walk through with the arrow keys, and open with Enter or a click. */
@Component({
  selector: 'hl-ledger-grid',
  imports: [AgGridAngular],
  template: `
    <ag-grid-angular
      [theme]="theme"
      [styleNonce]="nonce"
      [rowData]="rows()"
      [columnDefs]="columns()"
      [defaultColDef]="defaults"
      [getRowId]="identify()"
      [alwaysShowVerticalScroll]="true"
      [overlayNoRowsTemplate]="empty()"
      [rowSelection]="selection()"
      [selectionColumnDef]="selectionColumn"
      (selectionChanged)="choose($event)"
      (rowClicked)="open($event)"
      (cellKeyDown)="key($event)"
    />
  `,
  styles: `
    :host {
      flex: 1;
      min-height: 200px;
      display: block;
    }
    ag-grid-angular {
      height: 100%;
      width: 100%;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LedgerGrid<Row extends object> {
  readonly rows = input.required<Row[]>();
  readonly columns = input.required<ColDef<Row>[]>();
  /** What a row is known by, as text. */
  readonly rowId = input.required<(row: Row) => string>();
  /** What to say where there are no rows. */
  readonly empty = input('Nothing here yet.');
  /** Whether several rows can be chosen, with a box in each row or the space bar. */
  readonly choosing = input(false);
  readonly opened = output<Row>();
  readonly chosen = output<readonly Row[]>();

  protected readonly theme = LEDGER_THEME;
  protected readonly nonce = inject(CSP_NONCE) ?? '';
  protected readonly defaults: ColDef<Row> = {
    sortable: true,
    resizable: true,
    suppressMovable: true,
  };
  protected readonly identify = computed(() => {
    const rowId = this.rowId();
    return ({ data }: GetRowIdParams<Row>) => rowId(data);
  });

  protected readonly selection = computed((): RowSelectionOptions<Row> | undefined =>
    this.choosing()
      ? { mode: 'multiRow', headerCheckbox: true, selectAll: 'filtered', copySelectedRows: false }
      : undefined,
  );
  protected readonly selectionColumn: ColDef<Row> = { width: 52, resizable: false };

  protected open({ data, event }: RowClickedEvent<Row>): void {
    // A click on the box chooses the row and does not open it.
    const onBox = event?.target instanceof Element && event.target.closest('.ag-checkbox');
    if (data && !onBox) this.opened.emit(data);
  }

  protected choose({ api }: SelectionChangedEvent<Row>): void {
    this.chosen.emit(api.getSelectedRows());
  }

  protected key({ data, event }: CellKeyDownEvent<Row> | FullWidthCellKeyDownEvent<Row>): void {
    if (data && event instanceof KeyboardEvent && event.key === 'Enter') this.opened.emit(data);
  }
}

/** A text for a cell; where there is none, a dash. */
export function dashed(text: string | null | undefined): string {
  return text === '' ? '–' : (text ?? '–');
}

/** A column of sentences: it wraps, and its rows grow with it. */
export function sentenceColumn<Row extends object>(column: ColDef<Row>): ColDef<Row> {
  return {
    wrapText: true,
    autoHeight: true,
    cellStyle: { lineHeight: '20px', paddingTop: '6px', paddingBottom: '6px' },
    ...column,
  };
}

/**
 * A column of figures that align on the decimal point, to the finest figure of the rows, and sort by
 * value; null shows as a dash.
 */
export function figureColumn<Row extends object>(
  column: ColDef<Row> & { readonly figure: (row: Row) => string | null },
  rows: readonly Row[],
): ColDef<Row> {
  const { figure, ...rest } = column;
  const digits = mostDigits(rows.map((row) => figure(row) ?? ''));
  return {
    type: 'rightAligned',
    ...rest,
    valueGetter: ({ data }) => (data ? figure(data) : null),
    comparator: compareFigures,
    cellRenderer: ({ value }: { value: string | null }) => figureCell(value, digits),
  };
}

/** What has no figure comes before what has. */
function compareFigures(a: string | null, b: string | null): number {
  if (a === null || b === null) return a === b ? 0 : a === null ? -1 : 1;
  return compare(decimal(a), decimal(b));
}

/** A column of figures in an endless list: it aligns to a number of digits that is known beforehand. */
export function endlessFigureColumn<Row extends object>(
  column: ColDef<Row> & { readonly figure: (row: Row) => string | null },
  digits: number,
): ColDef<Row> {
  const { figure, ...rest } = column;
  return {
    type: 'rightAligned',
    ...rest,
    valueGetter: ({ data }) => (data ? figure(data) : undefined),
    cellRenderer: ({ value }: { value: string | null | undefined }) =>
      value === undefined ? '' : figureCell(value, digits),
  };
}

function figureCell(value: string | null, digits: number): HTMLElement {
  const cell = document.createElement('span');
  cell.textContent = value === null ? '–' : writeNumber(value);
  const fill = document.createElement('span');
  fill.style.visibility = 'hidden';
  fill.textContent = columnFill(value ?? '', digits);
  cell.append(fill);
  return cell;
}
