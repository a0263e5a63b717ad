import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatProgressBar } from '@angular/material/progress-bar';
import { MatButton } from '@angular/material/button';
import { Router, RouterLink } from '@angular/router';
import type { CostUpdateView } from '@honest-ledger/contracts';
import { Store } from '@ngrx/store';
import type { ColDef } from 'ag-grid-community';
import { ChoiceField } from '../../shared/fields/choice-field';
import { namesOfThings } from '../../shared/reference/names';
import { referenceFeature } from '../../shared/reference/reference.feature';
import { hasPermission } from '../../shared/session/may-do';
import { writeInstant } from '../../shared/numbers/dates';
import { LedgerGrid } from '../../shared/grid/ledger-grid';
import { ListFilters } from '../../shared/lists/list-filters';
import { ListTools } from '../../shared/lists/list-tools';
import { shortList, statusField } from '../../shared/lists/short-list';
import { Notice } from '../../shared/notices/notice';
import { BillForm } from './bill-form';
import { STATE_WORDS } from './cost-update-words';
import { costUpdatesActions, costUpdatesFeature } from './cost-updates.feature';

const STATE_FIELDS = [statusField(STATE_WORDS)];

/** Costs that suppliers sent, and the place to take in a price file or type a bill. */
@Component({
  selector: 'hl-cost-update-list',
  imports: [
    ListFilters,
    ListTools,
    BillForm,
    ChoiceField,
    LedgerGrid,
    MatButton,
    MatProgressBar,
    Notice,
    RouterLink,
  ],
  template: `
    <header class="sheet-head">
      <h1>Cost updates</h1>
      <span class="soft">Price files and bills: reviewed, imported, undone in one step</span>
      <a matButton="outlined" routerLink="/follow-rules">When costs change</a>
      <a matButton="outlined" routerLink="/waiting-prices">Proposed prices</a>
      <hl-list-tools #tools title="Cost updates" [list]="view" [grid]="grid" />
    </header>
    @if (mayEdit()) {
      <section class="sending" aria-label="Upload costs">
        <span>From</span>
        <hl-choice
          label="Supplier"
          none="which supplier?"
          [code]="supplier()"
          [options]="suppliers()"
          (chosen)="supplier.set($event)"
        />
        @if (onItsWay() === null) {
          <button
            type="button"
            matButton="filled"
            [disabled]="supplier() === ''"
            (click)="file.click()"
          >
            Choose a price file…
          </button>
          <input
            #file
            class="unseen"
            type="file"
            tabindex="-1"
            aria-label="Choose a price file"
            accept=".csv,.xlsx,.txt"
            [disabled]="supplier() === ''"
            (change)="picked($event)"
          />
          <button
            type="button"
            matButton="outlined"
            [attr.aria-expanded]="typing()"
            [disabled]="supplier() === ''"
            (click)="typing.set(!typing())"
          >
            Type a bill
          </button>
          <span class="soft"
            >CSV in any common encoding, or XLSX. Nothing changes before you import it.</span
          >
        } @else {
          <mat-progress-bar
            class="beside"
            aria-label="Uploading"
            mode="determinate"
            [value]="100 * (onItsWay() ?? 0)"
          />
          <span class="soft">Uploading…</span>
          <button type="button" matButton (click)="stop()">Stop</button>
        }
      </section>
      @if (typing() && supplier() !== '') {
        <hl-bill-form [supplier]="supplier()" />
      }
    }
    @if (problem(); as problem) {
      <hl-notice [problem]="problem" [again]="false" />
    }
    @if (list().problem; as problem) {
      <hl-notice [problem]="problem" (retried)="ask()" />
    }
    <hl-list-filters class="search" label="Part of a supplier, a file or a person" [list]="view" />
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
            : 'No cost update yet. Upload a price file or type a bill.'
      "
      [layout]="tools.layout()"
      [order]="view.order()"
      (laidOut)="tools.keep($event)"
      (ordered)="view.sort($event)"
      (opened)="open($event)"
    />
  `,
  styles: `
    .sending {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 8px 12px;
      padding: 10px 18px;
    }
    .waits {
      opacity: 0.6;
    }
  `,
  host: { class: 'list-sheet' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CostUpdateList {
  private readonly store = inject(Store);
  private readonly router = inject(Router);
  private readonly reference = this.store.selectSignal(referenceFeature.selectReference);
  protected readonly list = this.store.selectSignal(costUpdatesFeature.selectList);
  protected readonly onItsWay = this.store.selectSignal(costUpdatesFeature.selectOnItsWay);
  protected readonly problem = this.store.selectSignal(costUpdatesFeature.selectProblem);
  protected readonly mayEdit = hasPermission('editFacts');
  protected readonly supplier = signal('');
  protected readonly typing = signal(false);
  protected readonly suppliers = computed(() => this.reference().goods.suppliers);
  protected readonly rows = computed(() => [...(this.list().value ?? [])]);
  protected readonly columns: ColDef<CostUpdateView>[] = [
    { headerName: 'Supplier', width: 170, valueGetter: ({ data }) => data?.supplier.name },
    { headerName: 'File or bill', field: 'fileName', flex: 1, minWidth: 160 },
    { headerName: 'Rows', field: 'rows', type: 'rightAligned', width: 80 },
    {
      headerName: 'Status',
      width: 240,
      valueGetter: ({ data }) => (data ? STATE_WORDS[data.state] : ''),
    },
    { headerName: 'Proposed prices', field: 'waiting', type: 'rightAligned', width: 120 },
    { headerName: 'By', field: 'by', width: 130 },
    {
      headerName: 'Received',
      field: 'at',
      width: 170,
      valueFormatter: ({ value }: { value: string }) => writeInstant(value),
    },
  ];
  protected readonly view = shortList(
    'costUpdates',
    () => this.rows(),
    () => this.columns,
    () => STATE_FIELDS,
  );
  protected readonly rowId = ({ id }: CostUpdateView): string => id;

  constructor() {
    namesOfThings(); // the suppliers to choose from come with them
    this.ask();
  }

  protected ask(): void {
    this.store.dispatch(costUpdatesActions.listOpened());
  }

  protected picked({ target }: Event): void {
    if (!(target instanceof HTMLInputElement)) return;
    const file = target.files?.[0];
    if (file) this.store.dispatch(costUpdatesActions.send({ supplier: this.supplier(), file }));
    target.value = ''; // so that the same file can be picked again once it is mended
  }

  protected stop(): void {
    this.store.dispatch(costUpdatesActions.left());
    this.ask();
  }

  protected open({ id }: CostUpdateView): void {
    void this.router.navigate(['/cost-updates', id]);
  }
}
