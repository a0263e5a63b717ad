import { computed, CSP_NONCE, Directive, inject, input, output } from '@angular/core';
import {
  themeQuartz,
  type CellKeyDownEvent,
  type ColDef,
  type FullWidthCellKeyDownEvent,
  type GetRowIdParams,
  type RowClickedEvent,
  type RowSelectionOptions,
} from 'ag-grid-community';

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
  readonly opened = output<Row>();

  protected readonly theme = LEDGER_THEME;
  protected readonly nonce = inject(CSP_NONCE) ?? '';
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
  };

  protected open({ data, event }: RowClickedEvent<Row>): void {
    // A click on the box chooses the row and does not open it.
    const onBox = event?.target instanceof Element && event.target.closest('.ag-checkbox');
    if (data && !onBox) this.opened.emit(data);
  }

  protected key({ data, event }: CellKeyDownEvent<Row> | FullWidthCellKeyDownEvent<Row>): void {
    if (data && event instanceof KeyboardEvent && event.key === 'Enter') this.opened.emit(data);
  }
}
