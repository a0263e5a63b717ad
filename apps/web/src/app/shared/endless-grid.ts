import {
  ChangeDetectionStrategy,
  Component,
  computed,
  CSP_NONCE,
  inject,
  input,
  output,
} from '@angular/core';
import { AgGridAngular } from 'ag-grid-angular';
import {
  InfiniteRowModelModule,
  ModuleRegistry,
  type CellKeyDownEvent,
  type ColDef,
  type FullWidthCellKeyDownEvent,
  type GetRowIdParams,
  type IDatasource,
  type RowClickedEvent,
} from 'ag-grid-community';
import type { Observable } from 'rxjs';
import { LEDGER_THEME } from './ledger-grid';

ModuleRegistry.registerModules([InfiniteRowModelModule]);

/** How many rows are asked for at once, and how many such blocks are kept. */
const ROWS_AT_ONCE = 200;
const BLOCKS_KEPT = 10;

/** Which rows a grid asks for. */
export interface RowsAsked {
  readonly offset: number;
  readonly limit: number;
  /** A column's id, or null for the order they come in. */
  readonly sort: string | null;
  readonly descending: boolean;
}

export interface RowsFound<Row> {
  readonly rows: readonly Row[];
  /** How many there are in all. */
  readonly total: number;
}

/**
 * A list that may be very long: only the rows in sight are asked for, and sorting is the server's.
 * Another `find` begins anew at the top.
 */
@Component({
  selector: 'hl-endless-grid',
  imports: [AgGridAngular],
  template: `
    <ag-grid-angular
      rowModelType="infinite"
      [theme]="theme"
      [styleNonce]="nonce"
      [datasource]="source()"
      [cacheBlockSize]="rowsAtOnce"
      [maxBlocksInCache]="blocksKept"
      [columnDefs]="columns()"
      [defaultColDef]="defaults"
      [getRowId]="identify()"
      [alwaysShowVerticalScroll]="true"
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
export class EndlessGrid<Row extends object> {
  readonly columns = input.required<ColDef<Row>[]>();
  /** What a row is known by, as text. */
  readonly rowId = input.required<(row: Row) => string>();
  readonly find = input.required<(asked: RowsAsked) => Observable<RowsFound<Row>>>();
  readonly opened = output<Row>();

  protected readonly theme = LEDGER_THEME;
  protected readonly nonce = inject(CSP_NONCE) ?? '';
  protected readonly rowsAtOnce = ROWS_AT_ONCE;
  protected readonly blocksKept = BLOCKS_KEPT;
  protected readonly defaults: ColDef<Row> = { resizable: true, suppressMovable: true };
  protected readonly identify = computed(() => {
    const rowId = this.rowId();
    return ({ data }: GetRowIdParams<Row>) => rowId(data);
  });
  protected readonly source = computed((): IDatasource => {
    const find = this.find();
    return {
      getRows: (asked) => {
        const { startRow, endRow } = asked;
        const [sort] = asked.sortModel;
        find({
          offset: startRow,
          limit: endRow - startRow,
          sort: sort?.colId ?? null,
          descending: sort?.sort === 'desc',
        }).subscribe({
          next: ({ rows, total }) => {
            asked.successCallback([...rows], total);
          },
          error: () => {
            asked.failCallback();
          },
        });
      },
    };
  });

  protected open({ data }: RowClickedEvent<Row>): void {
    if (data) this.opened.emit(data);
  }

  protected key({ data, event }: CellKeyDownEvent<Row> | FullWidthCellKeyDownEvent<Row>): void {
    if (data && event instanceof KeyboardEvent && event.key === 'Enter') this.opened.emit(data);
  }
}
