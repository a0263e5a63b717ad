import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { Router, RouterLink } from '@angular/router';
import type { PriceChangeRow } from '@honest-ledger/contracts';
import { Store } from '@ngrx/store';
import type { ColDef } from 'ag-grid-community';
import { hasPermission } from '../../shared/session/may-do';
import { writeInstant } from '../../shared/numbers/dates';
import { LedgerGrid } from '../../shared/grid/ledger-grid';
import { ListFilters } from '../../shared/lists/list-filters';
import { ListTools } from '../../shared/lists/list-tools';
import { shortList, statusField } from '../../shared/lists/short-list';
import { Notice } from '../../shared/notices/notice';
import { PRICE_CHANGE_TABS } from '../../shared/tabs/price-change-tabs';
import { ScreenTabs } from '../../shared/tabs/screen-tabs';
import { PRICE_CHANGE_STATES } from './price-change-words';
import { priceChangesActions, priceChangesFeature } from './price-changes.feature';

const STATE_FIELDS = [statusField(PRICE_CHANGE_STATES)];

/** Changes of many prices: those that are prepared, and those that went into a draft. */
@Component({
  selector: 'hl-price-change-list',
  imports: [ListFilters, ListTools, LedgerGrid, MatButton, Notice, RouterLink, ScreenTabs],
  template: `
    <header class="sheet-head">
      <h1>Bulk changes</h1>
      <span class="soft"
        >Many prices at once: computed, reviewed, then added to a draft as one edit</span
      >
      @if (mayEdit()) {
        <a matButton="filled" routerLink="/price-changes/new">Create bulk change</a>
      }
      <hl-list-tools #tools title="Bulk changes" [list]="view" [grid]="grid" />
    </header>
    <hl-screen-tabs label="Views of the price changes" [tabs]="tabs" />
    @if (list().problem; as problem) {
      <hl-notice [problem]="problem" (retried)="ask()" />
    }
    <hl-list-filters class="search" label="Part of a name or a person" [list]="view" />
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
            : 'No bulk change yet. Create one here, or from the catalogue.'
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
export class PriceChangeList {
  protected readonly tabs = PRICE_CHANGE_TABS;
  private readonly store = inject(Store);
  private readonly router = inject(Router);
  protected readonly list = this.store.selectSignal(priceChangesFeature.selectList);
  protected readonly mayEdit = hasPermission('editSetup');
  protected readonly rows = computed(() => [...(this.list().value ?? [])]);
  protected readonly columns: ColDef<PriceChangeRow>[] = [
    { headerName: 'Name', field: 'name', flex: 1, minWidth: 200 },
    { headerName: 'Prices', field: 'rows', type: 'rightAligned', width: 90 },
    {
      headerName: 'Status',
      width: 270,
      valueGetter: ({ data }) => data && PRICE_CHANGE_STATES[data.state],
    },
    { headerName: 'By', field: 'by', width: 150 },
    {
      headerName: 'Created',
      field: 'at',
      width: 180,
      valueFormatter: ({ value }: { value: string }) => writeInstant(value),
    },
  ];
  protected readonly view = shortList(
    'priceChanges',
    () => this.rows(),
    () => this.columns,
    () => STATE_FIELDS,
  );
  protected readonly rowId = ({ id }: PriceChangeRow): string => id;

  constructor() {
    this.ask();
  }

  protected ask(): void {
    this.store.dispatch(priceChangesActions.listOpened());
  }

  protected open({ id }: PriceChangeRow): void {
    void this.router.navigate(['/price-changes', id]);
  }
}
