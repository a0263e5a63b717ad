import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { Router } from '@angular/router';
import type { VersionRow } from '@honest-ledger/contracts';
import { Store } from '@ngrx/store';
import type { ColDef } from 'ag-grid-community';
import { writeInstant } from '../shared/dates';
import { dashed, LedgerGrid } from '../shared/ledger-grid';
import { Notice } from '../shared/notice';
import { versionsActions, versionsFeature } from './versions.feature';

/** All that was ever published, the latest first. */
@Component({
  selector: 'hl-version-list',
  imports: [LedgerGrid, Notice],
  template: `
    <header class="sheet-head">
      <h1>Versions</h1>
      <span class="soft">Each stays as it was published; the highest number is in force</span>
    </header>
    @if (list().problem; as problem) {
      <hl-notice [problem]="problem" (retried)="ask()" />
    }
    <hl-ledger-grid
      [rows]="rows()"
      [columns]="columns"
      [rowId]="rowId"
      [empty]="list().state === 'loading' ? 'Reading the versions…' : 'Nothing was ever published.'"
      (opened)="open($event)"
    />
  `,
  host: { class: 'list-sheet' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class VersionList {
  private readonly store = inject(Store);
  private readonly router = inject(Router);
  protected readonly list = this.store.selectSignal(versionsFeature.selectList);
  protected readonly rows = computed(() => [...(this.list().value ?? [])]);
  protected readonly columns: ColDef<VersionRow>[] = [
    { headerName: 'Version', field: 'number', width: 110 },
    {
      headerName: 'Published',
      field: 'publishedAt',
      width: 200,
      valueFormatter: ({ value }: { value: string }) => writeInstant(value),
    },
    { headerName: 'By', field: 'publishedBy', width: 150 },
    { headerName: 'What for', flex: 1, valueGetter: ({ data }) => dashed(data?.note) },
    { headerName: 'Objects changed', type: 'rightAligned', field: 'changes', width: 150 },
  ];
  protected readonly rowId = ({ number }: VersionRow): string => String(number);

  constructor() {
    this.ask();
  }

  protected ask(): void {
    this.store.dispatch(versionsActions.listOpened());
  }

  protected open({ number }: VersionRow): void {
    void this.router.navigate(['/versions', number]);
  }
}
