import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { Router } from '@angular/router';
import type { CustomerRow, QuoteRow } from '@honest-ledger/contracts';
import { Store } from '@ngrx/store';
import type { ColDef } from 'ag-grid-community';
import { CustomerPicker } from '../customers/customer-picker';
import { writeInstant } from '../shared/dates';
import { dashed, figureColumn, LedgerGrid } from '../shared/ledger-grid';
import { Notice } from '../shared/notice';
import { whenChanged } from '../shared/when-changed';
import { quotesActions, quotesFeature } from './quotes.feature';

/** All quotes, the one changed last first, and the way to begin one. */
@Component({
  selector: 'hl-quote-list',
  imports: [LedgerGrid, Notice, CustomerPicker],
  template: `
    <header class="sheet-head">
      <h1>Quotes</h1>
      <span class="soft">{{ rows().length }} {{ rows().length === 1 ? 'quote' : 'quotes' }}</span>
      <span>Begin a quote for</span>
      <hl-customer-picker (picked)="begin($event)" />
    </header>
    @if (list().problem; as problem) {
      <hl-notice [problem]="problem" (retried)="ask()" />
    }
    <hl-ledger-grid
      [rows]="rows()"
      [columns]="columns()"
      [rowId]="rowId"
      [empty]="
        list().state === 'loading'
          ? 'Reading the quotes…'
          : 'No quote yet. Begin one for a customer above.'
      "
      (opened)="open($event)"
    />
  `,
  host: { class: 'list-sheet' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class QuoteList {
  /** Begins a quote for this customer at once: a customer's own page leads here so. */
  readonly customer = input<string>();

  private readonly store = inject(Store);
  private readonly router = inject(Router);
  protected readonly list = this.store.selectSignal(quotesFeature.selectList);
  protected readonly rows = computed(() => [...(this.list().value ?? [])]);
  protected readonly columns = computed((): ColDef<QuoteRow>[] => [
    { headerName: 'Quote', field: 'number', width: 100 },
    {
      headerName: 'Customer',
      flex: 2,
      minWidth: 200,
      valueGetter: ({ data }) => data?.customer.name,
    },
    { headerName: 'For', flex: 1, minWidth: 120, valueGetter: ({ data }) => dashed(data?.title) },
    { headerName: 'Lines', type: 'rightAligned', field: 'lines', width: 90 },
    figureColumn({ headerName: 'Total', width: 130, figure: ({ total }) => total }, this.rows()),
    { headerName: 'In', field: 'currency', width: 70 },
    {
      headerName: 'Changed',
      field: 'changedAt',
      width: 180,
      valueFormatter: ({ value }: { value: string }) => writeInstant(value),
    },
    { headerName: 'By', field: 'changedBy', width: 130 },
  ]);
  protected readonly rowId = ({ number }: QuoteRow): string => String(number);

  constructor() {
    this.ask();
    whenChanged(this.customer, (customer) => {
      if (customer !== undefined) this.store.dispatch(quotesActions.begin({ customer }));
    });
  }

  protected ask(): void {
    this.store.dispatch(quotesActions.listOpened());
  }

  protected open({ number }: QuoteRow): void {
    void this.router.navigate(['/quotes', number]);
  }

  protected begin({ code }: CustomerRow): void {
    this.store.dispatch(quotesActions.begin({ customer: code }));
  }
}
