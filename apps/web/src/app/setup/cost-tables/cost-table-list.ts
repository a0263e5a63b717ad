import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { Router } from '@angular/router';
import type { CostGapsQuery, CostTableSummary } from '@honest-ledger/contracts';
import { costTableSentence } from '@honest-ledger/wording';
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
import { CostGaps } from './cost-gaps';
import { costTablesActions, costTablesFeature } from './cost-tables.feature';

/** The cost tables, each read back as a sentence, and the items that they leave out. */
@Component({
  selector: 'hl-cost-table-list',
  imports: [ListFilters, ListTools, CostGaps, LedgerGrid, MatButton, Notice],
  template: `
    <header class="sheet-head">
      <h1>Cost tables</h1>
      <span class="soft">Edits stay in a draft until published</span>
      @if (mayEdit()) {
        <button type="button" matButton="filled" (click)="create()">Create cost table</button>
      }
      <hl-list-tools #tools title="Cost tables" [list]="view" [grid]="grid" />
    </header>
    @if (list().problem; as problem) {
      <hl-notice [problem]="problem" (retried)="ask()" />
    }
    @if (list().value; as all) {
      <p class="gaps">
        @for (gap of gaps(); track gap.lack) {
          <button
            type="button"
            matButton
            [attr.aria-expanded]="shown() === gap.lack"
            [disabled]="gap.count === 0"
            (click)="show(gap.lack)"
          >
            {{ gap.count > 0 ? '△ ' : '' }}{{ gap.words }}
          </button>
        }
      </p>
      @if (shown(); as lack) {
        <hl-cost-gaps [lack]="lack" />
      }
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
            ? 'Reading the cost tables…'
            : 'No cost table yet. Create the first one.'
      "
      [layout]="tools.layout()"
      [order]="view.order()"
      (laidOut)="tools.keep($event)"
      (ordered)="view.sort($event)"
      (opened)="open($event)"
    />
  `,
  styles: `
    .gaps {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
      padding: 8px 18px;
    }
  `,
  host: { class: 'list-sheet' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CostTableListSheet {
  private readonly store = inject(Store);
  private readonly router = inject(Router);
  private readonly names = namesOfThings();
  protected readonly mayEdit = hasPermission('editSetup');
  protected readonly list = this.store.selectSignal(costTablesFeature.selectList);
  protected readonly shown = signal<CostGapsQuery['lack'] | null>(null);
  protected readonly rows = computed(() => [...(this.list().value?.tables ?? [])]);
  protected readonly gaps = computed(() => {
    const { withoutCost = 0, withoutTable = 0 } = this.list().value ?? {};
    return [
      {
        lack: 'cost' as const,
        count: withoutCost,
        words: `${itemsWord(withoutCost)} no cost of a kind that their table knows`,
      },
      {
        lack: 'table' as const,
        count: withoutTable,
        words: `Without a cost table: ${withoutTable === 1 ? '1 item' : `${String(withoutTable)} items`}`,
      },
    ];
  });
  protected readonly columns = computed((): ColDef<CostTableSummary>[] => {
    const names = this.names();
    return [
      { headerName: 'Cost table', width: 170, valueGetter: ({ data }) => data?.content.name },
      sentenceColumn({
        headerName: 'What it does',
        flex: 1,
        minWidth: 300,
        valueGetter: ({ data }) => data && unbroken(costTableSentence(data.content, names, writer)),
      }),
      { headerName: 'Items', type: 'rightAligned', width: 80, field: 'items' },
      { headerName: 'Without cost', type: 'rightAligned', width: 110, field: 'withoutCost' },
      {
        headerName: 'Inversions',
        type: 'rightAligned',
        width: 100,
        valueGetter: ({ data }) =>
          data && (data.inversions === 0 ? '0' : `△ ${String(data.inversions)}`),
      },
      {
        headerName: 'Status',
        width: 170,
        valueGetter: ({ data }) => data && STATE_WORDS[data.state],
      },
    ];
  });
  protected readonly view = shortList(
    'costTables',
    () => this.rows(),
    () => this.columns(),
    () => SETUP_STATE_FIELDS,
  );
  protected readonly rowId = ({ id }: CostTableSummary): string => id;

  constructor() {
    this.ask();
  }

  protected ask(): void {
    this.store.dispatch(costTablesActions.listOpened());
  }

  protected show(lack: CostGapsQuery['lack']): void {
    this.shown.update((shown) => (shown === lack ? null : lack));
  }

  protected open({ id }: CostTableSummary): void {
    void this.router.navigate(['/cost-tables', id]);
  }

  protected create(): void {
    void this.router.navigate(['/cost-tables', crypto.randomUUID()], {
      queryParams: { new: 'yes' },
    });
  }
}

function itemsWord(count: number): string {
  return count === 1 ? '1 item has' : `${String(count)} items have`;
}
