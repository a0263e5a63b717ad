import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { Page } from '@honest-ledger/contracts';
import { AgGridAngular } from 'ag-grid-angular';
import {
  InfiniteRowModelModule,
  ModuleRegistry,
  RowApiModule,
  RowSelectionModule,
  RowStyleModule,
  TextEditorModule,
  TooltipModule,
  type CellEditRequestEvent,
  type CellKeyDownEvent,
  type ColDef,
  type FullWidthCellKeyDownEvent,
  type IDatasource,
  type RowClassRules,
  type RowSelectedEvent,
} from 'ag-grid-community';
import { map, of, switchMap, type Observable } from 'rxjs';
import { RowGrid } from './row-grid';
import { whenChanged } from '../requests/when-changed';

ModuleRegistry.registerModules([
  InfiniteRowModelModule,
  RowApiModule,
  RowSelectionModule,
  RowStyleModule,
  TextEditorModule,
  TooltipModule,
]);

/** How many rows are asked for at once, and how many such blocks are kept. */
const ROWS_AT_ONCE = 200;
const BLOCKS_KEPT = 10;
/** How many rows are asked for at once where all are wanted. */
const ALL_AT_ONCE = 1000;

/** Which rows a grid asks for. */
export interface RowsAsked {
  readonly offset: number;
  readonly limit: number;
  /** A column's id, or null for the order they come in. */
  readonly sort: string | null;
  readonly descending: boolean;
}

/** What somebody typed into a cell, and the row and column that it is in. */
export interface TypedCell<Row> {
  readonly row: Row;
  readonly column: string;
  readonly text: string;
}

/** A key that was pressed on a cell. */
export interface PressedCell<Row> {
  readonly row: Row;
  readonly column: string;
  readonly event: KeyboardEvent;
}

/**
 * A list that may be very long: only the rows in sight are asked for, and sorting is the server's.
 * Another `find` begins anew at the top, with nothing chosen. Cells of columns that are editable are
 * typed into: what is typed is told and not saved, until `put` puts the row there that it makes.
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
      [columnDefs]="sortedColumns()"
      [defaultColDef]="defaults"
      [getRowId]="identify()"
      [alwaysShowVerticalScroll]="true"
      [animateRows]="false"
      [suppressNoRowsOverlay]="true"
      [rowSelection]="selection()"
      [selectionColumnDef]="selectionColumn"
      [rowClassRules]="rowClasses()"
      [readOnlyEdit]="true"
      [enterNavigatesVerticallyAfterEdit]="true"
      [stopEditingWhenCellsLoseFocus]="true"
      (cellEditRequest)="type($event)"
      (paste)="paste($event)"
      (gridReady)="ready($event)"
      (columnMoved)="tellLayout($event)"
      (columnResized)="tellLayout($event)"
      (sortChanged)="tellOrder()"
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
  /** Classes of rows, by what they show. */
  readonly rowClasses = input<RowClassRules<Row>>({});
  readonly chosen = output<readonly Row[]>();
  readonly typed = output<TypedCell<Row>>();
  readonly pressed = output<PressedCell<Row>>();
  /** Cells that were pasted, one below the other, from the focused cell on. */
  readonly pasted = output<readonly TypedCell<Row>[]>();

  protected readonly rowsAtOnce = ROWS_AT_ONCE;
  protected readonly blocksKept = BLOCKS_KEPT;
  /** Sorting is the server's, so a column says where the server sorts by it. */
  protected readonly defaults: ColDef<Row> = {
    resizable: true,
    sortable: false,
  };
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
  /** The chosen rows by what they are known by: the grid knows only those that it has loaded. */
  private readonly picked = new Map<string, Row>();

  constructor() {
    super();
    whenChanged(this.find, () => {
      this.chooseAll([]);
    });
  }

  allRows(): Observable<readonly Row[]> {
    const find = this.find();
    const from = (offset: number): Observable<readonly Row[]> =>
      find({ offset, limit: ALL_AT_ONCE, ...this.orderNow() }).pipe(
        switchMap(({ rows, total }) =>
          rows.length === 0 || offset + rows.length >= total
            ? of(rows)
            : from(offset + rows.length).pipe(map((more) => [...rows, ...more])),
        ),
      );
    return from(0);
  }

  protected override chosenRows(): readonly Row[] {
    return [...this.picked.values()];
  }

  /** Chooses these rows and no others, whether they are loaded or not. */
  chooseAll(rows: readonly Row[]): void {
    this.picked.clear();
    for (const row of rows) this.picked.set(this.rowId()(row), row);
    this.mark();
    this.tell();
  }

  /** Puts rows as they are by now in place of those that are loaded. */
  put(rows: readonly Row[]): void {
    for (const row of rows) {
      const id = this.rowId()(row);
      this.api?.getRowNode(id)?.setData(row);
      if (this.picked.has(id)) this.picked.set(id, row);
    }
    this.tell();
  }

  protected type({ data, column, newValue }: CellEditRequestEvent<Row, unknown>): void {
    if (typeof newValue !== 'string') return;
    this.typed.emit({ row: data, column: column.getColId(), text: newValue });
  }

  protected override key(pressed: CellKeyDownEvent<Row> | FullWidthCellKeyDownEvent<Row>): void {
    super.key(pressed);
    const { data, event } = pressed;
    if (!data || !(event instanceof KeyboardEvent) || !('column' in pressed)) return;
    this.pressed.emit({ row: data, column: pressed.column.getColId(), event });
  }

  /** A column of cells, as spreadsheets hand it over: from the focused cell downward. */
  protected paste(event: ClipboardEvent): void {
    const focused = this.api?.getFocusedCell();
    const text = event.clipboardData?.getData('text/plain') ?? '';
    if (!focused || text.trim() === '' || event.target instanceof HTMLInputElement) return;
    event.preventDefault();
    const lines = text.replace(/\r?\n$/, '').split(/\r?\n/);
    const column = focused.column.getColId();
    this.pasted.emit(
      lines.flatMap((line, index) => {
        const row = this.api?.getDisplayedRowAtIndex(focused.rowIndex + index)?.data;
        const [cell = ''] = line.split('\t');
        return row && cell.trim() !== '' ? [{ row, column, text: cell }] : [];
      }),
    );
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
