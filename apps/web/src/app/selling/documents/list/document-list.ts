import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatButton } from '@angular/material/button';
import { Router } from '@angular/router';
import type { DocumentRow } from '@honest-ledger/contracts';
import { minorDigits, type DocumentKind } from '@honest-ledger/engine';
import { Store } from '@ngrx/store';
import type { ColDef } from 'ag-grid-community';
import { CustomerPicker } from '../../../shared/reference/customer-picker';
import { ListSearch } from '../../../shared/lists/list-search';
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
import { ChoiceField, type Choice } from '../../../shared/fields/choice-field';

/** All quotes, orders or sales, the one changed last first, and the way to begin one. */
@Component({
  selector: 'hl-document-list',
  imports: [ChoiceField, CustomerPicker, EndlessGrid, ListSearch, MatButton, MatCheckbox, Notice],
  template: `
    <header class="sheet-head">
      <h1>{{ words().title }}</h1>
      <span class="soft">
        @if (list.total(); as total) {
          {{ total }} {{ total === 1 ? kind() : kind() + 's' }}
        }
      </span>
      @if (mayWrite()) {
        <span>Begin {{ words().a }} for</span>
        <hl-customer-picker (picked)="begin($event.code)" />
        <button type="button" matButton="outlined" (click)="begin(null)">or nobody known</button>
      }
    </header>
    <div class="search">
      <hl-list-search [list]="name()" label="Part of a number, a customer or what it is for" />
      @if (kind() !== 'quote') {
        <hl-choice
          label="Status"
          [code]="list.typed()['state'] ?? ''"
          [options]="states()"
          (chosen)="list.choose({ state: $event })"
        />
      }
      @if (kind() === 'order') {
        <mat-checkbox
          [checked]="list.typed()['repeating'] === 'true'"
          (change)="list.choose({ repeating: $event.checked ? 'true' : '' })"
          >only those that repeat</mat-checkbox
        >
      }
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
      [columns]="columns()"
      [rowId]="rowId"
      [find]="list.find()"
      (opened)="open($event)"
    />
  `,
  host: { class: 'list-sheet' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DocumentList {
  readonly kind = input<DocumentKind>('quote');
  /** Begins a document for this customer at once: a customer's own page leads here so. */
  readonly customer = input<string>();

  private readonly store = inject(Store);
  private readonly router = inject(Router);
  private readonly api = inject(DocumentsApi);
  protected readonly words = computed(() => WORDS[this.kind()]);
  protected readonly name = computed(() => `${this.kind()}s` as const);
  protected readonly mayWrite = hasPermission('writeDocuments');
  protected readonly states = computed((): Choice[] => [
    ['', 'Open and settled'],
    ['open', 'Open'],
    ...(this.kind() === 'order'
      ? ([
          ['confirmed', 'Confirmed'],
          ['cancelled', 'Cancelled'],
        ] as const)
      : ([['posted', 'Posted']] as const)),
  ]);
  protected readonly list = longList(this.name, (search) =>
    this.api.page({ ...search, kind: this.kind() }),
  );
  /** Why there is no row. */
  protected readonly nothing = computed(() => {
    const { text = '', ...others } = this.list.typed();
    if (text !== '') return `No ${this.kind()} is called that.`;
    const isNarrowed = Object.values(others).some((one) => one !== '');
    return isNarrowed ? `No ${this.kind()} fits that.` : `No ${this.kind()} yet. Begin one above.`;
  });
  protected readonly notBegun = this.store.selectSignal(documentsFeature.selectNotBegun);
  private readonly reference = this.store.selectSignal(referenceFeature.selectReference);
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
      : [{ headerName: 'Is', colId: 'state', field: 'state', width: 110 } as const]),
    {
      headerName: 'Customer',
      colId: 'customer',
      sortable: true,
      flex: 2,
      minWidth: 200,
      valueGetter: ({ data }) => data && (data.customer?.name ?? 'nobody known'),
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
