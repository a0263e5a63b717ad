import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { Router } from '@angular/router';
import { APPROVAL_STATES, type ApprovalRow } from '@honest-ledger/contracts';
import type { ColDef } from 'ag-grid-community';
import { addressOf, WORDS } from '../../shared/documents/document-words';
import { ListSearch } from '../../shared/lists/list-search';
import { longList } from '../../shared/lists/long-list';
import { writeInstant } from '../../shared/numbers/dates';
import { EndlessGrid } from '../../shared/grid/endless-grid';
import { dashed, figureColumn } from '../../shared/grid/ledger-grid';
import { Notice } from '../../shared/notices/notice';
import { ApprovalsApi } from '../documents/state/approvals.api';
import { guardInShort, STATE_WORDS } from '../documents/steps/guard-words';
import { ChoiceField } from '../../shared/fields/choice-field';

/** What waits for approval, and what became of the rest; it is decided on the document itself. */
@Component({
  selector: 'hl-approval-list',
  imports: [ChoiceField, EndlessGrid, ListSearch, Notice],
  template: `
    <header class="sheet-head">
      <h1>Approvals</h1>
      <span class="soft"
        >What goes beyond a limit or below a floor; open one to see its prices and decide</span
      >
    </header>
    <div class="search">
      <hl-list-search
        list="approvals"
        label="Part of a number, a customer, who asked or what they say"
      />
      <hl-choice
        label="Status"
        [code]="list.typed()['state'] ?? ''"
        [options]="states"
        (chosen)="list.choose({ state: $event })"
      />
    </div>
    @if (list.problem(); as problem) {
      <hl-notice [problem]="problem" (retried)="list.again()" />
    } @else if (list.total() === 0) {
      <p class="empty soft">
        {{ list.typed()['text'] || list.typed()['state'] ? 'No approval is like that.' : NOTHING }}
      </p>
    }
    <hl-endless-grid
      [columns]="columns"
      [rowId]="rowId"
      [find]="list.find()"
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
    'Nobody has asked for approval yet. A document that breaks a guard says so, and asks.';
  protected readonly states = [
    { code: '', name: 'waiting and decided' },
    ...APPROVAL_STATES.map((code) => ({ code, name: STATE_WORDS[code] })),
  ];
  protected readonly list = longList('approvals', (search) => this.api.page(search));
  protected readonly columns: ColDef<ApprovalRow>[] = [
    {
      headerName: 'Document',
      colId: 'number',
      sortable: true,
      width: 105,
      valueGetter: ({ data }) => data && `${WORDS[data.kind].one} ${String(data.number)}`,
    },
    {
      headerName: 'Is',
      colId: 'state',
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
      valueGetter: ({ data }) => data && (data.customer ?? 'nobody known'),
    },
    {
      headerName: 'Because',
      colId: 'guards',
      flex: 2,
      minWidth: 200,
      valueGetter: ({ data }) => data?.guards.map(guardInShort).join(', '),
    },
    figureColumn({ headerName: 'Total', width: 100, figure: ({ total }) => total }, 2),
    { headerName: 'In', field: 'currency', width: 60 },
    { headerName: 'Asked by', colId: 'by', field: 'askedBy', sortable: true, width: 110 },
    {
      headerName: 'On',
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
      width: 110,
      valueGetter: ({ data }) => (data ? dashed(data.decidedBy ?? '') : ''),
    },
  ];
  protected readonly rowId = ({ id }: ApprovalRow): string => String(id);

  protected open(row: ApprovalRow): void {
    void this.router.navigate([...addressOf(row)]);
  }
}
