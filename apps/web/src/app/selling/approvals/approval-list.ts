import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { Router } from '@angular/router';
import { APPROVAL_STATES, type ApprovalRow } from '@honest-ledger/contracts';
import type { ColDef } from 'ag-grid-community';
import { addressOf, WORDS } from '../../shared/documents/document-words';
import { ListFilters } from '../../shared/lists/list-filters';
import { ListTools } from '../../shared/lists/list-tools';
import type { ListFilterField } from '../../shared/lists/list-filter-field';
import { longList } from '../../shared/lists/long-list';
import { writeInstant } from '../../shared/numbers/dates';
import { EndlessGrid } from '../../shared/grid/endless-grid';
import { dashed, figureColumn } from '../../shared/grid/ledger-grid';
import { Notice } from '../../shared/notices/notice';
import { ApprovalsApi } from '../documents/state/approvals.api';
import { guardInShort, STATE_WORDS } from '../documents/steps/guard-words';

const FIELDS: readonly ListFilterField[] = [
  {
    kind: 'choices',
    name: 'state',
    label: 'Status',
    options: APPROVAL_STATES.map((code) => ({ code, name: STATE_WORDS[code] })),
  },
];

/** What waits for approval, and what became of the rest; it is decided on the document itself. */
@Component({
  selector: 'hl-approval-list',
  imports: [EndlessGrid, ListFilters, ListTools, Notice],
  template: `
    <header class="sheet-head">
      <h1>Approvals</h1>
      <span class="soft"
        >What goes beyond a limit or below a floor; open one to see its prices and decide</span
      >
      <hl-list-tools #tools title="Approvals" [list]="list" [grid]="grid" />
    </header>
    <div class="search">
      <hl-list-filters
        label="Part of a number, a customer, who asked or what they say"
        [list]="list"
      />
    </div>
    @if (list.problem(); as problem) {
      <hl-notice [problem]="problem" (retried)="list.again()" />
    } @else if (list.total() === 0) {
      <p class="empty soft">
        {{ isNarrowed() ? 'No approval fits the filters.' : NOTHING }}
      </p>
    }
    <hl-endless-grid
      #grid
      [columns]="columns"
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
export class ApprovalList {
  private readonly router = inject(Router);
  private readonly api = inject(ApprovalsApi);
  protected readonly NOTHING =
    'Nobody has asked for approval yet. Documents beyond a limit appear here.';
  protected readonly list = longList(
    'approvals',
    (search) => this.api.page(search),
    () => FIELDS,
  );
  protected readonly isNarrowed = computed(() => Object.keys(this.list.typed()).length > 0);
  protected readonly columns: ColDef<ApprovalRow>[] = [
    {
      headerName: 'Document',
      colId: 'number',
      sortable: true,
      width: 105,
      valueGetter: ({ data }) => data && `${WORDS[data.kind].one} ${String(data.number)}`,
    },
    {
      headerName: 'Status',
      colId: 'state',
      sortable: true,
      width: 100,
      valueGetter: ({ data }) =>
        data && `${data.state === 'asked' ? '△ ' : ''}${STATE_WORDS[data.state]}`,
    },
    {
      headerName: 'Customer',
      colId: 'customer',
      sortable: true,
      flex: 1,
      minWidth: 140,
      valueGetter: ({ data }) => data && (data.customer ?? 'No customer'),
    },
    {
      headerName: 'Reason',
      colId: 'guards',
      flex: 2,
      minWidth: 200,
      valueGetter: ({ data }) => data?.guards.map(guardInShort).join(', '),
    },
    figureColumn(
      {
        headerName: 'Total',
        colId: 'total',
        sortable: true,
        width: 100,
        figure: ({ total }) => total,
      },
      2,
    ),
    { headerName: 'Currency', colId: 'currency', field: 'currency', sortable: true, width: 90 },
    { headerName: 'Asked by', colId: 'by', field: 'askedBy', sortable: true, width: 110 },
    {
      headerName: 'Asked',
      colId: 'askedAt',
      field: 'askedAt',
      sortable: true,
      width: 160,
      valueFormatter: ({ value }: { value: string | undefined }) =>
        value === undefined ? '' : writeInstant(value),
    },
    {
      headerName: 'Decided by',
      colId: 'decidedBy',
      sortable: true,
      width: 110,
      valueGetter: ({ data }) => (data ? dashed(data.decidedBy ?? '') : ''),
    },
  ];
  protected readonly rowId = ({ id }: ApprovalRow): string => String(id);

  protected open(row: ApprovalRow): void {
    void this.router.navigate([...addressOf(row)]);
  }
}
