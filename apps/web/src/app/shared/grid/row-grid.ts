import {
  afterNextRender,
  computed,
  CSP_NONCE,
  Directive,
  inject,
  Injector,
  input,
  output,
} from '@angular/core';
import type { ListColumn } from '@honest-ledger/contracts';
import {
  ColumnApiModule,
  ModuleRegistry,
  ScrollApiModule,
  themeQuartz,
  type CellKeyDownEvent,
  type ColDef,
  type FullWidthCellKeyDownEvent,
  type GetRowIdParams,
  type GridApi,
  type GridReadyEvent,
  type RowClickedEvent,
  type RowSelectionOptions,
} from 'ag-grid-community';
import isEqual from 'fast-deep-equal';
import { map, type Observable } from 'rxjs';
import { whenChanged } from '../requests/when-changed';
import { UNORDERED, type RowOrder } from './row-order';
import { cellText, columnId, shownTable, tabbed, type ShownTable } from './shown-table';

ModuleRegistry.registerModules([ColumnApiModule, ScrollApiModule]);

/** How every grid of ours looks. */
const LEDGER_THEME = themeQuartz.withParams({
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

/** A column with what it is called. */
export interface NamedColumn {
  readonly column: ListColumn;
  readonly name: string;
}

/** What every list has: rows to walk through with the arrow keys, opened with Enter or a click. */
@Directive({
  host: { class: 'row-grid' },
})
export abstract class RowGrid<Row extends object> {
  readonly columns = input.required<ColDef<Row>[]>();
  /** What a row is known by, as text. */
  readonly rowId = input.required<(row: Row) => string>();
  /** Whether several rows can be chosen, with a box in each row or the space bar. */
  readonly choosing = input(false);
  /** Which columns are shown, in which order and how wide; null for as they are made. */
  readonly layout = input<readonly ListColumn[] | null>(null);
  readonly opened = output<Row>();
  /** The order that the rows come in. */
  readonly order = input<RowOrder>(UNORDERED);
  /** Somebody asked for another order. */
  readonly ordered = output<RowOrder>();
  /** Somebody moved, widened, showed or hid a column. */
  readonly laidOut = output<readonly ListColumn[]>();

  protected readonly theme = LEDGER_THEME;
  private readonly injector = inject(Injector);
  protected readonly nonce = inject(CSP_NONCE) ?? '';
  protected api: GridApi<Row> | null = null;
  protected readonly known = computed(() =>
    this.columns().map((column) => ({ ...column, colId: columnId(column) })),
  );
  /** The columns, of which one is marked as what the rows are sorted by at first. */
  protected readonly sortedColumns = computed(() => {
    const { sort, descending } = this.order();
    return this.known().map((column) =>
      column.colId === sort
        ? { ...column, initialSort: descending ? ('desc' as const) : ('asc' as const) }
        : column,
    );
  });
  protected readonly identify = computed(() => {
    const rowId = this.rowId();
    return ({ data }: GetRowIdParams<Row>) => rowId(data);
  });
  protected readonly selection = computed((): RowSelectionOptions<Row> | undefined =>
    this.choosing()
      ? { mode: 'multiRow', headerCheckbox: false, copySelectedRows: false }
      : undefined,
  );
  protected readonly selectionColumn: ColDef<Row> = {
    headerName: 'Choose',
    width: 84,
    resizable: false,
    suppressMovable: true,
    lockPosition: 'left',
  };

  constructor() {
    whenChanged(this.order, (order) => {
      this.sort(order);
    });
    whenChanged(
      () => [this.layout(), this.known()] as const,
      () => {
        this.lay();
      },
    );
  }

  /** All rows that the list has, in the order they are shown in. */
  abstract allRows(): Observable<readonly Row[]>;

  /** All rows with the columns as they are shown: what is exported and printed. */
  table(): Observable<ShownTable> {
    return this.allRows().pipe(map((rows) => shownTable(this.shownColumns(), rows)));
  }

  /** The columns that can be shown or hidden, in their order. */
  columnsNow(): readonly NamedColumn[] {
    return this.columnState().map((column) => ({
      column,
      name: this.known().find(({ colId }) => colId === column.id)?.headerName ?? '',
    }));
  }

  protected ready({ api }: GridReadyEvent<Row>): void {
    this.api = api;
    this.lay();
  }

  /** Tells the order, where somebody asked for another. */
  protected tellOrder(): void {
    const order = this.orderNow();
    if (!isEqual(order, this.order())) this.ordered.emit(order);
  }

  protected orderNow(): RowOrder {
    const sorted = this.api?.getColumnState().find(({ sort }) => sort);
    if (!sorted) return UNORDERED;
    return { sort: sorted.colId, descending: sorted.sort === 'desc' };
  }

  private sort(order: RowOrder): void {
    if (!this.api || isEqual(order, this.orderNow())) return;
    const { sort, descending } = order;
    this.api.applyColumnState({
      state: sort === null ? [] : [{ colId: sort, sort: descending ? 'desc' : 'asc' }],
      defaultState: { sort: null },
    });
  }

  /** Tells how the columns lie, where somebody changed it. */
  protected tellLayout({ source, finished }: { source: string; finished?: boolean }): void {
    const isByHand = source.startsWith('ui') || source === 'autosizeColumns';
    if (isByHand && finished !== false) this.laidOut.emit(this.columnState());
  }

  protected open({ data, event }: RowClickedEvent<Row>): void {
    // A click on the box chooses the row and does not open it.
    const onBox = event?.target instanceof Element && event.target.closest('.ag-checkbox');
    if (data && !onBox) this.opened.emit(data);
  }

  protected key(pressed: CellKeyDownEvent<Row> | FullWidthCellKeyDownEvent<Row>): void {
    const { data, event } = pressed;
    if (!data || !(event instanceof KeyboardEvent)) return;
    if (event.key === 'Enter') this.opened.emit(data);
    const isCopy = event.key.toLowerCase() === 'c' && (event.ctrlKey || event.metaKey);
    if (isCopy && 'column' in pressed) this.copy(data, pressed.column.getColId());
  }

  /** The rows that are chosen, where they are; else none. */
  protected chosenRows(): readonly Row[] {
    return [];
  }

  /** Copies the chosen rows with their heads, or the cell that was left to be copied alone. */
  private copy(row: Row, colId: string): void {
    const chosen = this.chosenRows();
    const column = this.known().find((one) => one.colId === colId);
    const cell = column ? cellText(column, row) : '';
    const text = chosen.length > 0 ? tabbed(shownTable(this.shownColumns(), chosen)) : cell;
    void navigator.clipboard.writeText(text);
  }

  private shownColumns(): readonly ColDef<Row>[] {
    return this.columnState()
      .filter(({ hidden }) => !hidden)
      .flatMap(({ id }) => this.known().find(({ colId }) => colId === id) ?? []);
  }

  private columnState(): readonly ListColumn[] {
    const known = new Set(this.known().map(({ colId }) => colId));
    return (this.api?.getColumnState() ?? [])
      .filter(({ colId }) => known.has(colId))
      .map(({ colId, width, flex, hide }) => ({
        id: colId,
        width: (flex ?? 0) > 0 || !width ? null : Math.round(width),
        hidden: hide ?? false,
      }));
  }

  private lay(): void {
    const layout = this.layout();
    if (!this.api || layout === null) return;
    const flexOf = (id: string): number =>
      this.known().find(({ colId }) => colId === id)?.flex ?? 1;
    this.api.applyColumnState({
      applyOrder: true,
      state: layout.map(({ id, width, hidden }) => ({
        colId: id,
        hide: hidden,
        ...(width === null ? { flex: flexOf(id) } : { width, flex: 0 }),
      })),
    });
  }

  /** Brings a column into sight, once it is shown. */
  reveal(id: string): void {
    afterNextRender({ read: () => this.api?.ensureColumnVisible(id) }, { injector: this.injector });
  }

  /** Lays the columns as they are made. */
  resetLayout(): void {
    this.api?.resetColumnState();
  }
}
