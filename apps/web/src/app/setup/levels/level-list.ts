import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { Router } from '@angular/router';
import type { LevelSummary } from '@honest-ledger/contracts';
import { levelsLeftBehind } from '@honest-ledger/engine';
import { levelSentence } from '@honest-ledger/wording';
import { Store } from '@ngrx/store';
import type { ColDef } from 'ag-grid-community';
import { namesOfThings } from '../../shared/reference/names';
import { LedgerGrid, sentenceColumn } from '../../shared/grid/ledger-grid';
import { ListFilters } from '../../shared/lists/list-filters';
import { ListTools } from '../../shared/lists/list-tools';
import { shortList } from '../../shared/lists/short-list';
import { Notice } from '../../shared/notices/notice';
import { unbroken, writer } from '../../shared/numbers/numbers';
import { EndingLevels } from './ending-levels';
import { SETUP_STATE_FIELDS, STATE_WORDS } from './setup-states';
import { levelsActions, levelsFeature } from './levels.feature';

/** The price levels, each read back as a sentence. */
@Component({
  selector: 'hl-level-list',
  imports: [ListFilters, ListTools, EndingLevels, LedgerGrid, MatButton, Notice],
  template: `
    <header class="sheet-head">
      <h1>Price levels</h1>
      <span class="soft">Edits stay in a draft until published</span>
      <button type="button" matButton="filled" (click)="create()">Create price level</button>
      <hl-list-tools #tools title="Price levels" [list]="view" [grid]="grid" />
    </header>
    @if (list().problem; as problem) {
      <hl-notice [problem]="problem" (retried)="ask()" />
    }
    @for (one of leftBehind(); track one) {
      <p class="attention">{{ one }}</p>
    }
    <hl-ending-levels />
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
            ? 'Reading the levels…'
            : 'No price level yet. Create the first one.'
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
export class LevelList {
  private readonly store = inject(Store);
  private readonly router = inject(Router);
  private readonly names = namesOfThings();
  protected readonly list = this.store.selectSignal(levelsFeature.selectList);
  protected readonly rows = computed(() => [...(this.list().value ?? [])]);
  /** Levels that start from one which ends before they do. */
  protected readonly leftBehind = computed(() => {
    const levels = this.rows().map(({ id, content }) => ({ id, ...content }));
    const names = new Map(levels.map(({ id, name }) => [id, name]));
    return levelsLeftBehind(levels).map(({ level, base, until }) => {
      const [over, under] = [names.get(level) ?? '', names.get(base) ?? ''];
      return `△ ${over} starts from ${under}, which ends after ${writer.day(until)}: from then on the next entry of ${over} counts.`;
    });
  });
  protected readonly columns = computed((): ColDef<LevelSummary>[] => {
    const names = this.names();
    return [
      { headerName: 'Price level', width: 150, valueGetter: ({ data }) => data?.content.name },
      sentenceColumn({
        headerName: 'What it does',
        flex: 1,
        minWidth: 300,
        valueGetter: ({ data }) => data && unbroken(levelSentence(data.content, names, writer)),
      }),
      { headerName: 'Customers', type: 'rightAligned', width: 110, field: 'customers' },
      {
        headerName: 'Status',
        width: 180,
        valueGetter: ({ data }) => data && STATE_WORDS[data.state],
      },
    ];
  });
  protected readonly view = shortList(
    'levels',
    () => this.rows(),
    () => this.columns(),
    () => SETUP_STATE_FIELDS,
  );
  protected readonly rowId = ({ id }: LevelSummary): string => id;

  constructor() {
    this.ask();
  }

  protected ask(): void {
    this.store.dispatch(levelsActions.listOpened());
  }

  protected open({ id }: LevelSummary): void {
    void this.router.navigate(['/levels', id]);
  }

  protected create(): void {
    void this.router.navigate(['/levels', crypto.randomUUID()], { queryParams: { new: 'yes' } });
  }
}
