import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { Router } from '@angular/router';
import type { ConditionSummary } from '@honest-ledger/contracts';
import { Store } from '@ngrx/store';
import type { ColDef } from 'ag-grid-community';
import { conditionSentence } from '../../editing/draft/object-words';
import { SETUP_STATE_FIELDS, STATE_WORDS } from '../levels/setup-states';
import { namesOfThings } from '../../shared/reference/names';
import { hasPermission } from '../../shared/session/may-do';
import { LedgerGrid, sentenceColumn } from '../../shared/grid/ledger-grid';
import { ListFilters } from '../../shared/lists/list-filters';
import { ListTools } from '../../shared/lists/list-tools';
import { shortList } from '../../shared/lists/short-list';
import { Notice } from '../../shared/notices/notice';
import { unbroken, writer } from '../../shared/numbers/numbers';
import { ScreenTabs } from '../../shared/tabs/screen-tabs';
import { RULE_TABS } from './rule-tabs';
import { conditionsActions, conditionsFeature } from './conditions.feature';

/** The conditions that are saved under a name, with the rules that use them. */
@Component({
  selector: 'hl-condition-list',
  imports: [ListFilters, ListTools, LedgerGrid, MatButton, Notice, ScreenTabs],
  template: `
    <header class="sheet-head">
      <h1>Saved conditions</h1>
      <span class="soft">Written once, used in several rules</span>
      @if (mayEdit()) {
        <button type="button" matButton="filled" (click)="create()">Create condition</button>
      }
      <hl-list-tools #tools title="Saved conditions" [list]="view" [grid]="grid" />
    </header>
    <hl-screen-tabs label="Views of the discount rules" [tabs]="tabs" />
    @if (list().problem; as problem) {
      <hl-notice [problem]="problem" (retried)="ask()" />
    }
    <hl-list-filters class="search" label="Part of a name or what it asks" [list]="view" />
    <hl-ledger-grid
      #grid
      [rows]="view.rows()"
      [columns]="columns()"
      [rowId]="rowId"
      [empty]="
        view.isNarrowed()
          ? 'Nothing fits the filters.'
          : list().state === 'loading'
            ? 'Reading the conditions…'
            : 'No saved condition yet. Create the first one.'
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
export class ConditionList {
  private readonly store = inject(Store);
  private readonly router = inject(Router);
  private readonly names = namesOfThings();
  protected readonly tabs = RULE_TABS;
  protected readonly mayEdit = hasPermission('editSetup');
  protected readonly list = this.store.selectSignal(conditionsFeature.selectList);
  protected readonly rows = computed(() => [...(this.list().value ?? [])]);
  protected readonly columns = computed((): ColDef<ConditionSummary>[] => {
    const names = this.names();
    return [
      { headerName: 'Condition', width: 220, valueGetter: ({ data }) => data?.content.name },
      sentenceColumn({
        headerName: 'Conditions',
        flex: 1,
        minWidth: 300,
        valueGetter: ({ data }) => data && unbroken(conditionSentence(data.content, names, writer)),
      }),
      {
        headerName: 'Used by',
        width: 220,
        valueGetter: ({ data }) => data && (data.rules.join(', ') || 'no rule'),
      },
      {
        headerName: 'Status',
        width: 170,
        valueGetter: ({ data }) => data && STATE_WORDS[data.state],
      },
    ];
  });
  protected readonly view = shortList(
    'conditions',
    () => this.rows(),
    () => this.columns(),
    () => SETUP_STATE_FIELDS,
  );
  protected readonly rowId = ({ id }: ConditionSummary): string => id;

  constructor() {
    this.ask();
  }

  protected ask(): void {
    this.store.dispatch(conditionsActions.listOpened());
  }

  protected open({ id }: ConditionSummary): void {
    void this.router.navigate(['/rules/conditions', id]);
  }

  protected create(): void {
    void this.router.navigate(['/rules/conditions', crypto.randomUUID()], {
      queryParams: { new: 'yes' },
    });
  }
}
