import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { Page } from '@honest-ledger/contracts';
import { AgGridAngular } from 'ag-grid-angular';
import {
  InfiniteRowModelModule,
  ModuleRegistry,
  RowApiModule,
  RowSelectionModule,
  type ColDef,
  type GridApi,
  type IDatasource,
  type RowSelectedEvent,
} from 'ag-grid-community';
import type { Observable } from 'rxjs';
import { RowGrid } from './row-grid';
import { whenChanged } from './when-changed';

ModuleRegistry.registerModules([InfiniteRowModelModule, RowApiModule, RowSelectionModule]);

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

/**
 * A list that may be very long: only the rows in sight are asked for, and sorting is the server's.
 * Another `find` begins anew at the top, with nothing chosen.
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
      [rowSelection]="selection()"
      [selectionColumnDef]="selectionColumn"
      (gridReady)="api = $event.api"
      (modelUpdated)="mark()"
      (rowSelected)="choose($event)"
      (rowClicked)="open($event)"
      (cellKeyDown)="key($event)"
    />
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class EndlessGrid<Row extends object> extends RowGrid<Row> {
  readonly find = input.required<(asked: RowsAsked) => Observable<Page<Row>>>();
  readonly chosen = output<readonly Row[]>();

  protected readonly rowsAtOnce = ROWS_AT_ONCE;
  protected readonly blocksKept = BLOCKS_KEPT;
  protected readonly defaults: ColDef<Row> = { resizable: true, suppressMovable: true };
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
  protected api: GridApi<Row> | null = null;
  /** The chosen rows by what they are known by: the grid knows only those that it has loaded. */
  private readonly picked = new Map<string, Row>();

  constructor() {
    super();
    whenChanged(this.find, () => {
      this.chooseAll([]);
    });
  }

  /** Chooses these rows and no others, whether they are loaded or not. */
  chooseAll(rows: readonly Row[]): void {
    this.picked.clear();
    for (const row of rows) this.picked.set(this.rowId()(row), row);
    this.mark();
    this.tell();
  }

  protected choose({ node, data }: RowSelectedEvent<Row>): void {
    if (!data) return;
    const id = this.rowId()(data);
    if ((node.isSelected() ?? false) === this.picked.has(id)) return;
    if (node.isSelected()) this.picked.set(id, data);
    else this.picked.delete(id);
    this.tell();
  }

  /** Shows what is chosen in the boxes of the rows that are loaded. */
  protected mark(): void {
    if (!this.choosing()) return;
    this.api?.forEachNode((node) => {
      if (!node.data) return;
      const isPicked = this.picked.has(this.rowId()(node.data));
      if ((node.isSelected() ?? false) !== isPicked) node.setSelected(isPicked);
    });
  }

  private tell(): void {
    if (this.choosing()) this.chosen.emit([...this.picked.values()]);
  }
}
