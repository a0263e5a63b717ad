import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { Router, RouterLink } from '@angular/router';
import type { PurchaseOrderRow } from '@honest-ledger/contracts';
import { Store } from '@ngrx/store';
import type { ColDef } from 'ag-grid-community';
import { ChoiceField } from '../../shared/fields/choice-field';
import { namesOfThings } from '../../shared/reference/names';
import { referenceFeature } from '../../shared/reference/reference.feature';
import { hasPermission } from '../../shared/session/may-do';
import { writeCalendarDay, writeInstant } from '../../shared/numbers/dates';
import { LedgerGrid } from '../../shared/grid/ledger-grid';
import { ListFilters } from '../../shared/lists/list-filters';
import { ListTools } from '../../shared/lists/list-tools';
import { shortList, statusField } from '../../shared/lists/short-list';
import { Notice } from '../../shared/notices/notice';
import { purchasingActions, purchasingFeature } from './purchasing.feature';

const ORDER_STATES: Readonly<Record<PurchaseOrderRow['state'], string>> = {
  open: 'open',
  placed: '✓ placed',
};
const STATE_FIELDS = [statusField(ORDER_STATES)];

/** What is ordered from suppliers, and the way to begin an order. */
@Component({
  selector: 'hl-purchase-order-list',
  imports: [ListFilters, ListTools, ChoiceField, LedgerGrid, MatButton, Notice, RouterLink],
  template: `
    <header class="sheet-head">
      <h1>Purchase orders</h1>
      <a matButton="outlined" routerLink="/purchase-desk">Who is cheapest?</a>
      @if (mayEdit()) {
        <span>Order from</span>
        <hl-choice
          label="Supplier"
          none="which supplier?"
          [code]="supplier()"
          [options]="reference().goods.suppliers"
          (chosen)="supplier.set($event)"
        />
        <button type="button" matButton="filled" [disabled]="supplier() === ''" (click)="begin()">
          Create purchase order
        </button>
      }
      <hl-list-tools #tools title="Purchase orders" [list]="view" [grid]="grid" />
    </header>
    @if (problem(); as problem) {
      <hl-notice [problem]="problem" [again]="false" />
    }
    @if (list().problem; as problem) {
      <hl-notice [problem]="problem" (retried)="ask()" />
    }
    <hl-list-filters
      class="search"
      label="Part of a number, a supplier or a person"
      [list]="view"
    />
    <hl-ledger-grid
      #grid
      [rows]="view.rows()"
      [columns]="columns"
      [rowId]="rowId"
      [empty]="
        view.isNarrowed()
          ? 'Nothing fits the filters.'
          : list().state === 'loading'
            ? 'Reading…'
            : 'No purchase order yet. Create the first one.'
      "
      [layout]="tools.layout()"
      [order]="view.order()"
      (laidOut)="tools.keep($event)"
      (ordered)="view.sort($event)"
      (opened)="open($event)"
    />
  `,
  host: { class: 'list-sheet' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PurchaseOrderList {
  private readonly store = inject(Store);
  private readonly router = inject(Router);
  protected readonly reference = this.store.selectSignal(referenceFeature.selectReference);
  protected readonly list = this.store.selectSignal(purchasingFeature.selectList);
  protected readonly problem = this.store.selectSignal(purchasingFeature.selectProblem);
  protected readonly mayEdit = hasPermission('editFacts');
  protected readonly supplier = signal('');
  protected readonly rows = computed(() => [...(this.list().value ?? [])]);
  protected readonly columns: ColDef<PurchaseOrderRow>[] = [
    { headerName: 'Order', field: 'number', width: 100 },
    { headerName: 'Supplier', field: 'supplier', flex: 1, minWidth: 180 },
    {
      headerName: 'Day',
      field: 'day',
      width: 130,
      valueFormatter: ({ value }: { value: string }) => writeCalendarDay(value),
    },
    { headerName: 'Lines', field: 'lines', type: 'rightAligned', width: 90 },
    {
      headerName: 'Status',
      width: 120,
      valueGetter: ({ data }) => data && ORDER_STATES[data.state],
    },
    {
      headerName: 'Changed',
      field: 'at',
      width: 180,
      valueFormatter: ({ value }: { value: string }) => writeInstant(value),
    },
    { headerName: 'By', field: 'by', width: 150 },
  ];
  protected readonly view = shortList(
    'purchaseOrders',
    () => this.rows(),
    () => this.columns,
    () => STATE_FIELDS,
  );
  protected readonly rowId = ({ number }: PurchaseOrderRow): string => String(number);

  constructor() {
    namesOfThings(); // the suppliers to choose from come with them
    this.ask();
  }

  protected ask(): void {
    this.store.dispatch(purchasingActions.listOpened());
  }

  protected begin(): void {
    const day = new Date().toISOString().slice(0, 10);
    const content = { supplier: this.supplier(), day, note: '', lines: [] };
    this.store.dispatch(purchasingActions.begin({ content }));
  }

  protected open({ number }: PurchaseOrderRow): void {
    void this.router.navigate(['/purchase-orders', number]);
  }
}
