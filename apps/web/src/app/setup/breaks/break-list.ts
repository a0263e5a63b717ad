import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { Router } from '@angular/router';
import type { BreakSummary } from '@honest-ledger/contracts';
import { breakSentence } from '@honest-ledger/wording';
import { Store } from '@ngrx/store';
import type { ColDef } from 'ag-grid-community';
import { SETUP_STATE_FIELDS, STATE_WORDS } from '../levels/setup-states';
import { namesOfThings } from '../../shared/reference/names';
import { hasPermission } from '../../shared/session/may-do';
import { LedgerGrid, sentenceColumn } from '../../shared/grid/ledger-grid';
import { ListFilters } from '../../shared/lists/list-filters';
import { ListTools } from '../../shared/lists/list-tools';
import { shortList } from '../../shared/lists/short-list';
import { Notice } from '../../shared/notices/notice';
import { unbroken, writer } from '../../shared/numbers/numbers';
import { breaksActions, breaksFeature } from './breaks.feature';

/** The quantity breaks, each read back as a sentence, with what it takes in and its snags. */
@Component({
  selector: 'hl-break-list',
  imports: [ListFilters, ListTools, LedgerGrid, MatButton, Notice],
  template: `
    <header class="sheet-head">
      <h1>Quantity breaks</h1>
      <span class="soft">Edits stay in a draft until published</span>
      @if (mayEdit()) {
        <button type="button" matButton="filled" (click)="create()">Create quantity break</button>
      }
      <hl-list-tools #tools title="Quantity breaks" [list]="view" [grid]="grid" />
    </header>
    @if (list().problem; as problem) {
      <hl-notice [problem]="problem" (retried)="ask()" />
    }
    <hl-list-filters class="search" label="Part of a name or what it does" [list]="view" />
    <hl-ledger-grid
      #grid
      [rows]="view.rows()"
      [columns]="columns()"
      [rowId]="rowId"
      [empty]="
        view.isNarrowed()
          ? 'Nothing fits the filters.'
          : list().state === 'loading'
            ? 'Reading the quantity breaks…'
            : 'No quantity break yet. Create the first one.'
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
export class BreakListSheet {
  private readonly store = inject(Store);
  private readonly router = inject(Router);
  private readonly names = namesOfThings();
  protected readonly mayEdit = hasPermission('editSetup');
  protected readonly list = this.store.selectSignal(breaksFeature.selectList);
  protected readonly rows = computed(() => [...(this.list().value ?? [])]);
  protected readonly columns = computed((): ColDef<BreakSummary>[] => {
    const names = this.names();
    return [
      { headerName: 'Break', width: 230, valueGetter: ({ data }) => data?.content.name },
      sentenceColumn({
        headerName: 'Description',
        flex: 1,
        minWidth: 300,
        valueGetter: ({ data }) => data && unbroken(breakSentence(data.content, names, writer)),
      }),
      { headerName: 'Items', type: 'rightAligned', width: 80, field: 'items' },
      {
        headerName: 'Snags',
        type: 'rightAligned',
        width: 90,
        valueGetter: ({ data }) =>
          data && (data.priceInversions === 0 ? '0' : `△ ${String(data.priceInversions)}`),
      },
      {
        headerName: 'Status',
        width: 170,
        valueGetter: ({ data }) => data && STATE_WORDS[data.state],
      },
    ];
  });
  protected readonly view = shortList(
    'breaks',
    () => this.rows(),
    () => this.columns(),
    () => SETUP_STATE_FIELDS,
  );
  protected readonly rowId = ({ id }: BreakSummary): string => id;

  constructor() {
    this.ask();
  }

  protected ask(): void {
    this.store.dispatch(breaksActions.listOpened());
  }

  protected open({ id }: BreakSummary): void {
    void this.router.navigate(['/breaks', id]);
  }

  protected create(): void {
    void this.router.navigate(['/breaks', crypto.randomUUID()], { queryParams: { new: 'yes' } });
  }
}
