import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { Router } from '@angular/router';
import type { CodeAndName, DocumentRow } from '@honest-ledger/contracts';
import { minorDigits, type DocumentKind } from '@honest-ledger/engine';
import { Store } from '@ngrx/store';
import type { ColDef } from 'ag-grid-community';
import { CustomerPicker } from '../../../shared/reference/customer-picker';
import { ListFilters } from '../../../shared/lists/list-filters';
import { ListTools } from '../../../shared/lists/list-tools';
import type { ListFilterField } from '../../../shared/lists/list-filter-field';
import { longList } from '../../../shared/lists/long-list';
import { namesOfThings } from '../../../shared/reference/names';
import { referenceFeature } from '../../../shared/reference/reference.feature';
import { hasPermission } from '../../../shared/session/may-do';
import { writeInstant } from '../../../shared/numbers/dates';
import { EndlessGrid } from '../../../shared/grid/endless-grid';
import { dashed, figureColumn } from '../../../shared/grid/ledger-grid';
import { Notice } from '../../../shared/notices/notice';
import { whenChanged } from '../../../shared/requests/when-changed';
import { addressOf, WORDS } from '../../../shared/documents/document-words';
import { DocumentsApi } from '../state/documents.api';
import { documentsActions, documentsFeature } from '../state/documents.feature';

/** How far documents of each kind can be, besides being there. */
const STATES: Readonly<Record<DocumentKind, readonly CodeAndName[]>> = {
  quote: [],
  order: [
    { code: 'open', name: 'Open' },
    { code: 'confirmed', name: 'Confirmed' },
    { code: 'cancelled', name: 'Cancelled' },
  ],
  sale: [
    { code: 'open', name: 'Open' },
    { code: 'posted', name: 'Posted' },
  ],
};

/** All quotes, orders or sales, the one changed last first, and the way to begin one. */
@Component({
  selector: 'hl-document-list',
  imports: [CustomerPicker, EndlessGrid, ListFilters, ListTools, MatButton, Notice],
  template: `
    <header class="sheet-head">
      <h1>{{ words().title }}</h1>
      <span class="soft">
        @if (list.total(); as total) {
          {{ total }} {{ total === 1 ? kind() : kind() + 's' }}
        }
      </span>
      @if (mayWrite()) {
        <span>Create {{ words().a }} for</span>
        <hl-customer-picker (picked)="begin($event.code)" />
        <button type="button" matButton="outlined" (click)="begin(null)">without a customer</button>
      }
      <hl-list-tools #tools [title]="words().title" [list]="list" [grid]="grid" />
    </header>
    <div class="search">
      <hl-list-filters label="Part of a number, a customer or what it is for" [list]="list" />
    </div>
    @if (notBegun(); as problem) {
      <hl-notice [problem]="problem" [again]="false" />
    }
    @if (list.problem(); as problem) {
      <hl-notice [problem]="problem" (retried)="list.again()" />
    } @else if (list.total() === 0) {
      <p class="empty soft">
        {{ nothing() }}
      </p>
    }
    <hl-endless-grid
      #grid
      [columns]="columns()"
      [rowId]="rowId"
      [find]="list.find()"
      [layout]="tools.layout()"
      [order]="list.order()"
      (laidOut)="tools.keep($event)"
      (ordered)="list.sort($event)"
      (opened)="open($event)"
    />
  `,
  host: { class: 'list-sheet' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DocumentList {
  readonly kind = input<DocumentKind>('quote');
  /** Creates a document for this customer at once: a customer's own page leads here so. */
  readonly customer = input<string>();

  private readonly store = inject(Store);
  private readonly router = inject(Router);
  private readonly api = inject(DocumentsApi);
  protected readonly words = computed(() => WORDS[this.kind()]);
  protected readonly name = computed(() => `${this.kind()}s` as const);
  protected readonly mayWrite = hasPermission('writeDocuments');
  private readonly reference = this.store.selectSignal(referenceFeature.selectReference);
  private readonly fields = computed((): readonly ListFilterField[] => {
    const kind = this.kind();
    const states = STATES[kind];
    return [
      ...(states.length > 1
        ? [{ kind: 'choices', name: 'state', label: 'Status', options: states } as const]
        : []),
      {
        kind: 'choices',
        name: 'currency',
        label: 'Currency',
        options: this.reference().customers.currencies.map((code) => ({ code, name: code })),
      },
      {
        kind: 'range',
        label: 'Total',
        from: ['totalFrom', 'At least'],
        to: ['totalTo', 'At most'],
        unit: '',
      },
      {
        kind: 'days',
        label: 'Changed',
        from: ['changedFrom', 'First day'],
        to: ['changedTo', 'Last day'],
      },
      ...(kind === 'order'
        ? [{ kind: 'flag', name: 'repeating', label: 'Repeating only' } as const]
        : []),
    ];
  });
  protected readonly list = longList(
    this.name,
    (search) => this.api.page({ ...search, kind: this.kind() }),
    this.fields,
  );
  /** Why there is no row. */
  protected readonly nothing = computed(() => {
    const isNarrowed = Object.keys(this.list.typed()).length > 0;
    return isNarrowed
      ? `No ${this.kind()} fits the filters.`
      : `No ${this.kind()} yet. Choose a customer above to create one.`;
  });
  protected readonly notBegun = this.store.selectSignal(documentsFeature.selectNotBegun);
  protected readonly columns = computed((): ColDef<DocumentRow>[] => [
    {
      headerName: this.words().one,
      colId: 'number',
      field: 'number',
      sortable: true,
      width: 100,
    },
    ...(this.kind() === 'quote'
      ? []
      : [
          {
            headerName: 'Status',
            colId: 'state',
            field: 'state',
            sortable: true,
            width: 110,
          } as const,
        ]),
    {
      headerName: 'Customer',
      colId: 'customer',
      sortable: true,
      flex: 2,
      minWidth: 200,
      valueGetter: ({ data }) => data && (data.customer?.name ?? 'No customer'),
    },
    {
      headerName: 'Title',
      colId: 'title',
      sortable: true,
      flex: 1,
      minWidth: 120,
      valueGetter: ({ data }) => (data ? dashed(data.title) : ''),
    },
    { headerName: 'Lines', type: 'rightAligned', field: 'lines', sortable: true, width: 90 },
    figureColumn(
      {
        headerName: 'Total',
        colId: 'total',
        sortable: true,
        width: 130,
        figure: ({ total }) => total,
      },
      Math.max(2, ...this.reference().customers.currencies.map(minorDigits)),
    ),
    { headerName: 'Currency', colId: 'currency', field: 'currency', sortable: true, width: 90 },
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
  protected readonly rowId = ({ number }: DocumentRow): string => String(number);

  constructor() {
    namesOfThings(); // the currencies come with them
    whenChanged(this.customer, (customer) => {
      if (customer !== undefined)
        this.store.dispatch(documentsActions.begin({ kind: this.kind(), customer }));
    });
  }

  protected open(row: DocumentRow): void {
    void this.router.navigate([...addressOf(row)]);
  }

  protected begin(customer: string | null): void {
    this.store.dispatch(documentsActions.begin({ kind: this.kind(), customer }));
  }
}
