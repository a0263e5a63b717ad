import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { AgGridAngular } from 'ag-grid-angular';
import {
  CellStyleModule,
  ClientSideRowModelApiModule,
  ClientSideRowModelModule,
  ModuleRegistry,
  RowAutoHeightModule,
  type ColDef,
} from 'ag-grid-community';
import { of, type Observable } from 'rxjs';
import { columnFill } from '../numbers/amount';
import { writeChange, writeNumber } from '../numbers/numbers';
import { RowGrid } from './row-grid';

ModuleRegistry.registerModules([
  ClientSideRowModelApiModule,
  ClientSideRowModelModule,
  CellStyleModule,
  RowAutoHeightModule,
]);

/** A list of rows to sort, walk through with the arrow keys, and open with Enter or a click. */
@Component({
  selector: 'hl-ledger-grid',
  imports: [AgGridAngular],
  template: `
    @if (rows().length === 0) {
      <p class="empty soft">{{ empty() }}</p>
    }
    <ag-grid-angular
      [theme]="theme"
      [styleNonce]="nonce"
      [rowData]="rows()"
      [columnDefs]="sortedColumns()"
      [defaultColDef]="defaults"
      [getRowId]="identify()"
      [alwaysShowVerticalScroll]="true"
      [animateRows]="false"
      [suppressNoRowsOverlay]="true"
      (gridReady)="ready($event)"
      (columnMoved)="tellLayout($event)"
      (columnResized)="tellLayout($event)"
      (sortChanged)="tellOrder()"
      (rowClicked)="open($event)"
      (cellKeyDown)="key($event)"
    />
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LedgerGrid<Row extends object> extends RowGrid<Row> {
  readonly rows = input.required<Row[]>();
  /** What to say where there are no rows. */
  readonly empty = input('Nothing here yet.');

  protected readonly defaults: ColDef<Row> = {
    sortable: true,
    resizable: true,
  };

  allRows(): Observable<readonly Row[]> {
    const rows: Row[] = [];
    this.api?.forEachNodeAfterFilterAndSort(({ data }) => {
      if (data) rows.push(data);
    });
    return of(rows);
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

/** A column of figures that align on the decimal point, to a number of digits; null shows as a dash. */
export function figureColumn<Row extends object>(
  column: ColDef<Row> & {
    readonly figure: (row: Row) => string | null;
    /** Whether the figure is a change, shown with its sign. */
    readonly signed?: boolean;
  },
  digits: number,
): ColDef<Row> {
  const { figure, signed = false, ...rest } = column;
  return {
    type: 'rightAligned',
    ...rest,
    valueGetter: ({ data }) => (data ? figure(data) : undefined),
    cellRenderer: ({ value }: { value: string | null | undefined }) =>
      value === undefined ? '' : figureCell(value, digits, signed),
  };
}

function figureCell(value: string | null, digits: number, signed: boolean): HTMLElement {
  const cell = document.createElement('span');
  cell.textContent = value === null ? '–' : signed ? writeChange(value) : writeNumber(value);
  const fill = document.createElement('span');
  fill.style.visibility = 'hidden';
  fill.textContent = columnFill(value ?? '', digits);
  cell.append(fill);
  return cell;
}
