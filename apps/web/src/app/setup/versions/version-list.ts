import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { Router } from '@angular/router';
import type { VersionRow } from '@honest-ledger/contracts';
import type { ColDef } from 'ag-grid-community';
import { ListFilters } from '../../shared/lists/list-filters';
import { ListTools } from '../../shared/lists/list-tools';
import { longList } from '../../shared/lists/long-list';
import { writeInstant } from '../../shared/numbers/dates';
import { EndlessGrid } from '../../shared/grid/endless-grid';
import { dashed } from '../../shared/grid/ledger-grid';
import { Notice } from '../../shared/notices/notice';
import { VersionsApi } from './versions.api';

/** All that was ever published, the latest first. */
@Component({
  selector: 'hl-version-list',
  imports: [EndlessGrid, ListFilters, ListTools, Notice],
  template: `
    <header class="sheet-head">
      <h1>Versions</h1>
      <span class="soft">Each stays as it was published; the highest number is in force</span>
      <hl-list-tools #tools title="Versions" [list]="list" [grid]="grid" />
    </header>
    <div class="search">
      <hl-list-filters label="Part of a number, of what for, or of who" [list]="list" />
    </div>
    @if (list.problem(); as problem) {
      <hl-notice [problem]="problem" (retried)="list.again()" />
    } @else if (list.total() === 0) {
      <p class="empty soft">No version was published for that.</p>
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
export class VersionList {
  private readonly router = inject(Router);
  private readonly api = inject(VersionsApi);
  protected readonly list = longList('versions', (search) => this.api.page(search));
  protected readonly columns: ColDef<VersionRow>[] = [
    { headerName: 'Version', colId: 'number', field: 'number', sortable: true, width: 110 },
    {
      headerName: 'Published',
      colId: 'publishedAt',
      sortable: true,
      width: 200,
      valueGetter: ({ data }) => data && writeInstant(data.publishedAt),
    },
    { headerName: 'By', colId: 'by', field: 'publishedBy', sortable: true, width: 150 },
    {
      headerName: 'Version note',
      colId: 'note',
      sortable: true,
      flex: 1,
      valueGetter: ({ data }) => (data ? dashed(data.note) : ''),
    },
    {
      headerName: 'Objects changed',
      colId: 'changes',
      field: 'changes',
      sortable: true,
      type: 'rightAligned',
      width: 150,
    },
  ];
  protected readonly rowId = ({ number }: VersionRow): string => String(number);

  protected open({ number }: VersionRow): void {
    void this.router.navigate(['/versions', number]);
  }
}
