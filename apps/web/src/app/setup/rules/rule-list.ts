import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { Router } from '@angular/router';
import type { RuleContent, RuleSummary } from '@honest-ledger/contracts';
import type { RuleSnag } from '@honest-ledger/engine';
import { ruleSentence } from '@honest-ledger/wording';
import { Store } from '@ngrx/store';
import type { ColDef } from 'ag-grid-community';
import { SETUP_STATE_FIELDS, STATE_WORDS } from '../levels/setup-states';
import { namesOfThings } from '../../shared/reference/names';
import { hasPermission } from '../../shared/session/may-do';
import { LedgerGrid, sentenceColumn } from '../../shared/grid/ledger-grid';
import { ListFilters } from '../../shared/lists/list-filters';
import { ListTools } from '../../shared/lists/list-tools';
import { shortList, type ShortListField } from '../../shared/lists/short-list';
import { Notice } from '../../shared/notices/notice';
import { unbroken, writer } from '../../shared/numbers/numbers';
import { ScreenTabs } from '../../shared/tabs/screen-tabs';
import { RULE_TABS } from './rule-tabs';
import { rulesActions, rulesFeature } from './rules.feature';

const TRIGGER_NAMES = { automatic: 'Automatic', code: 'Code', manual: 'Manual' } as const;

/** How a rule is activated, with its code where it has one. */
export function triggerWords(trigger: RuleContent['trigger']): string {
  const name = TRIGGER_NAMES[trigger.kind];
  return trigger.kind === 'code' ? `${name} ${trigger.code}` : name;
}

/** Why a rule never does anything. */
export function snagWords(snag: RuleSnag): string {
  switch (snag.kind) {
    case 'neverHolds':
      return 'Never applies: its conditions cannot all be met.';
    case 'ended':
      return `Ended on ${writer.day(snag.day)}.`;
    case 'beaten':
      return `Never applies: ${snag.rule} holds wherever it does, and keeps it away.`;
  }
}

const RULE_FIELDS: readonly ShortListField<RuleSummary>[] = [
  ...SETUP_STATE_FIELDS,
  {
    kind: 'choices',
    name: 'trigger',
    label: 'Activation',
    options: Object.entries(TRIGGER_NAMES).map(([code, name]) => ({ code, name })),
    of: ({ content }) => content.trigger.kind,
  },
];

/** The conditional rules, each read back as a sentence, in the order in which they are applied. */
@Component({
  selector: 'hl-rule-list',
  imports: [ListFilters, ListTools, LedgerGrid, MatButton, Notice, ScreenTabs],
  template: `
    <header class="sheet-head">
      <h1>Discount rules</h1>
      <span class="soft">Edits stay in a draft until published</span>
      @if (mayEdit()) {
        <button type="button" matButton="filled" (click)="create()">Create rule</button>
      }
      <hl-list-tools #tools title="Discount rules" [list]="view" [grid]="grid" />
    </header>
    <hl-screen-tabs label="Views of the discount rules" [tabs]="tabs" />
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
            ? 'Reading the rules…'
            : 'No rule yet. Create the first one.'
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
export class RuleListSheet {
  private readonly store = inject(Store);
  private readonly router = inject(Router);
  private readonly names = namesOfThings();
  protected readonly tabs = RULE_TABS;
  protected readonly mayEdit = hasPermission('editSetup');
  protected readonly list = this.store.selectSignal(rulesFeature.selectList);
  protected readonly rows = computed(() => [...(this.list().value ?? [])]);
  protected readonly columns = computed((): ColDef<RuleSummary>[] => {
    const names = this.names();
    return [
      {
        headerName: 'Position',
        type: 'rightAligned',
        width: 80,
        valueGetter: ({ data }) => data?.content.place,
      },
      { headerName: 'Rule', width: 190, valueGetter: ({ data }) => data?.content.name },
      sentenceColumn({
        headerName: 'What it does',
        flex: 1,
        minWidth: 300,
        valueGetter: ({ data }) => {
          if (!data) return undefined;
          const sentence = unbroken(ruleSentence(data.content, names, writer));
          return data.snag ? `△ ${snagWords(data.snag)} ${sentence}` : sentence;
        },
      }),
      {
        headerName: 'Activation',
        width: 120,
        valueGetter: ({ data }) => data && triggerWords(data.content.trigger),
      },
      {
        headerName: 'Status',
        width: 170,
        valueGetter: ({ data }) => data && STATE_WORDS[data.state],
      },
    ];
  });
  protected readonly view = shortList(
    'rules',
    () => this.rows(),
    () => this.columns(),
    () => RULE_FIELDS,
  );
  protected readonly rowId = ({ id }: RuleSummary): string => id;

  constructor() {
    this.ask();
  }

  protected ask(): void {
    this.store.dispatch(rulesActions.listOpened());
  }

  protected open({ id }: RuleSummary): void {
    void this.router.navigate(['/rules', id]);
  }

  protected create(): void {
    void this.router.navigate(['/rules', crypto.randomUUID()], { queryParams: { new: 'yes' } });
  }
}
