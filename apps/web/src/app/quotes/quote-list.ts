import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { Router } from '@angular/router';
import type { CustomerRow, QuoteRow } from '@honest-ledger/contracts';
import { minorDigits } from '@honest-ledger/engine';
import { Store } from '@ngrx/store';
import type { ColDef } from 'ag-grid-community';
import { CustomerPicker } from '../customers/customer-picker';
import { ListSearch } from '../lists/list-search';
import { longList } from '../lists/long-list';
import { namesOfThings } from '../reference/names';
import { referenceFeature } from '../reference/reference.feature';
import { writeInstant } from '../shared/dates';
import { EndlessGrid } from '../shared/endless-grid';
import { dashed, figureColumn } from '../shared/ledger-grid';
import { Notice } from '../shared/notice';
import { whenChanged } from '../shared/when-changed';
import { QuotesApi } from './quotes.api';
import { quotesActions, quotesFeature } from './quotes.feature';

/** All quotes, the one changed last first, and the way to begin one. */
@Component({
  selector: 'hl-quote-list',
  imports: [CustomerPicker, EndlessGrid, ListSearch, Notice],
  template: `
    <header class="sheet-head">
      <h1>Quotes</h1>
      <span class="soft">
        @if (list.total(); as total) {
          {{ total }} {{ total === 1 ? 'quote' : 'quotes' }}
        }
      </span>
      <span>Begin a quote for</span>
      <hl-customer-picker (picked)="begin($event)" />
    </header>
    <div class="search">
      <hl-list-search list="quotes" label="Part of a number, a customer or what it is for" />
    </div>
    @if (notBegun(); as problem) {
      <hl-notice [problem]="problem" [again]="false" />
    }
    @if (list.problem(); as problem) {
      <hl-notice [problem]="problem" (retried)="list.again()" />
    } @else if (list.total() === 0) {
      <p class="empty soft">
        {{ list.typed()['text'] ? 'No quote is called that.' : 'No quote yet. Begin one above.' }}
      </p>
    }
    <hl-endless-grid
      [columns]="columns()"
      [rowId]="rowId"
      [find]="list.find()"
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
  private readonly api = inject(QuotesApi);
  protected readonly list = longList('quotes', (search) => this.api.page(search));
  protected readonly notBegun = this.store.selectSignal(quotesFeature.selectNotBegun);
  private readonly reference = this.store.selectSignal(referenceFeature.selectReference);
  protected readonly columns = computed((): ColDef<QuoteRow>[] => [
    { headerName: 'Quote', colId: 'number', field: 'number', sortable: true, width: 100 },
    {
      headerName: 'Customer',
      colId: 'customer',
      sortable: true,
      flex: 2,
      minWidth: 200,
      valueGetter: ({ data }) => data?.customer.name,
    },
    {
      headerName: 'For',
      colId: 'title',
      sortable: true,
      flex: 1,
      minWidth: 120,
      valueGetter: ({ data }) => (data ? dashed(data.title) : ''),
    },
    { headerName: 'Lines', type: 'rightAligned', field: 'lines', width: 90 },
    figureColumn(
      { headerName: 'Total', width: 130, figure: ({ total }) => total },
      Math.max(2, ...this.reference().customers.currencies.map(minorDigits)),
    ),
    { headerName: 'In', colId: 'currency', field: 'currency', sortable: true, width: 70 },
    {
      headerName: 'Changed',
      colId: 'changedAt',
      field: 'changedAt',
      sortable: true,
      width: 180,
      valueFormatter: ({ value }: { value: string | undefined }) =>
        value === undefined ? '' : writeInstant(value),
    },
    { headerName: 'By', colId: 'by', field: 'changedBy', sortable: true, width: 130 },
  ]);
  protected readonly rowId = ({ number }: QuoteRow): string => String(number);

  constructor() {
    namesOfThings(); // the currencies come with them
    whenChanged(this.customer, (customer) => {
      if (customer !== undefined) this.store.dispatch(quotesActions.begin({ customer }));
    });
  }

  protected open({ number }: QuoteRow): void {
    void this.router.navigate(['/quotes', number]);
  }

  protected begin({ code }: CustomerRow): void {
    this.store.dispatch(quotesActions.begin({ customer: code }));
  }
}
