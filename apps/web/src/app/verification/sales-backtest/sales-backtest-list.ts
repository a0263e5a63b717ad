import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { toSignal } from '@angular/core/rxjs-interop';
import { Router } from '@angular/router';
import {
  WITHOUT_TYPED,
  type CustomerRow,
  type SalesBacktestBy,
  type SalesBacktestView,
  type WithoutTyped,
} from '@honest-ledger/contracts';
import { Store } from '@ngrx/store';
import type { ColDef } from 'ag-grid-community';
import { catchError, map, of } from 'rxjs';
import { CategoryChoice } from '../../shared/reference/category-choice';
import { CustomerPicker } from '../../shared/reference/customer-picker';
import { draftFeature } from '../../editing/draft/draft.feature';
import { ChoiceField } from '../../shared/fields/choice-field';
import { DayField } from '../../shared/fields/day-field';
import { LedgerGrid } from '../../shared/grid/ledger-grid';
import { ListFilters } from '../../shared/lists/list-filters';
import { ListTools } from '../../shared/lists/list-tools';
import { shortList, statusField } from '../../shared/lists/short-list';
import { writeInstant } from '../../shared/numbers/dates';
import { Notice } from '../../shared/notices/notice';
import { writeNumber } from '../../shared/numbers/numbers';
import { VersionsApi } from '../../setup/versions/versions.api';
import { salesBacktestActions, salesBacktestFeature } from './sales-backtest.feature';
import { STATES, whichSales } from './sales-backtest-words';

const OWN = 'own';
const TYPED_CHOICES: readonly { readonly code: WithoutTyped; readonly name: string }[] = [
  { code: 'imported', name: 'not used on imported sales' },
  { code: 'all', name: 'not used on all sales' },
  { code: 'none', name: 'used' },
];
const LATEST_VERSIONS = 100;
const STATUS = statusField(STATES);

/** Begins to price past sales again, and lists what was priced again lately. */
@Component({
  selector: 'hl-sales-backtest-list',
  imports: [
    CategoryChoice,
    ChoiceField,
    CustomerPicker,
    DayField,
    LedgerGrid,
    ListFilters,
    ListTools,
    MatButton,
    Notice,
  ],
  template: `
    <header class="sheet-head">
      <h1>Sales re-pricing</h1>
      <span class="soft"
        >Posted sales, with the costs and details of their days, by another version or a draft</span
      >
      <hl-list-tools #tools title="Sales re-pricing" [list]="view" [grid]="grid" />
    </header>
    <section class="line">
      <hl-day-field
        label="First day"
        [value]="from()"
        [problem]="wrong('from')"
        (changed)="from.set($event)"
      />
      <hl-day-field
        label="Last day"
        [value]="until()"
        [problem]="wrong('until')"
        (changed)="until.set($event)"
      />
      @if (customer(); as customer) {
        <strong>{{ customer.name }}</strong>
        <button type="button" matButton (click)="anybody()">All customers</button>
      } @else {
        <hl-customer-picker (picked)="customer.set($event)" />
      }
      <hl-category-choice
        none="All items"
        [code]="category() ?? ''"
        (chosen)="category.set($event || null)"
      />

      <hl-choice label="Priced by" [code]="by()" [options]="choices()" (chosen)="by.set($event)" />

      <hl-choice
        label="Manual prices and discounts"
        class="wide"
        [code]="withoutTyped()"
        [options]="typedChoices"
        (chosen)="setWithoutTyped($event)"
      />
      <button type="button" matButton="filled" (click)="begin()">Price again</button>
    </section>
    @if (refused(); as problem) {
      <hl-notice [problem]="problem" [again]="false" />
    }
    @if (list().problem; as problem) {
      <hl-notice [problem]="problem" (retried)="ask()" />
    }
    <hl-list-filters class="search" label="Part of what was re-priced, or a person" [list]="view" />
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
            : 'No re-pricing yet. Choose sales above and price them again.'
      "
      [layout]="tools.layout()"
      [order]="view.order()"
      (laidOut)="tools.keep($event)"
      (ordered)="view.sort($event)"
      (opened)="open($event)"
    />
  `,
  styles: `
    .line {
      display: flex;
      flex-wrap: wrap;
      align-items: baseline;
      gap: 6px 10px;
      padding: 12px 18px;
    }
  `,
  host: { class: 'list-sheet' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SalesBacktestList {
  private readonly store = inject(Store);
  private readonly router = inject(Router);
  protected readonly list = this.store.selectSignal(salesBacktestFeature.selectList);
  protected readonly refused = this.store.selectSignal(salesBacktestFeature.selectRefused);
  private readonly drafts = this.store.selectSignal(draftFeature.selectAnswer);
  private readonly versions = toSignal(
    inject(VersionsApi)
      .page({ limit: LATEST_VERSIONS, offset: 0 })
      .pipe(
        map(({ rows }) => rows),
        catchError(() => of([])),
      ),
    { initialValue: [] },
  );
  protected readonly from = signal<string | null>(null);
  protected readonly until = signal<string | null>(null);
  protected readonly customer = signal<CustomerRow | null>(null);
  protected readonly category = signal<string | null>(null);
  protected readonly by = signal(OWN);
  protected readonly choices = computed(() => [
    { code: OWN, name: 'As they were: a check' },
    ...(this.drafts().value?.drafts ?? []).map(({ id, name }) => ({
      code: id,
      name: `Draft ${name}`,
    })),
    ...this.versions().map(({ number }) => ({
      code: String(number),
      name: `Version ${String(number)}`,
    })),
  ]);
  protected readonly withoutTyped = signal<WithoutTyped>('imported');
  protected readonly typedChoices = TYPED_CHOICES;
  protected readonly columns: ColDef<SalesBacktestView>[] = [
    {
      headerName: 'Created',
      field: 'startedAt',
      width: 180,
      valueFormatter: ({ value }: { value: string }) => writeInstant(value),
    },
    {
      headerName: 'Sales covered',
      flex: 1,
      minWidth: 260,
      valueGetter: ({ data }) => data && whichSales(data.asked),
    },
    { headerName: 'By', field: 'by', width: 150 },
    count('Sales', ({ sales }) => sales),
    count('Lines', ({ lines }) => lines),
    count('Different', ({ different }) => different),
    count('Faults', ({ faults }) => faults),
    { headerName: 'Status', width: 130, valueGetter: ({ data }) => data && STATES[data.state] },
  ];
  protected readonly view = shortList(
    'salesBacktests',
    () => this.list().value ?? [],
    () => this.columns,
    () => [STATUS],
  );
  protected readonly rowId = ({ id }: SalesBacktestView): string => id;

  constructor() {
    this.ask();
  }

  protected ask(): void {
    this.store.dispatch(salesBacktestActions.listOpened());
  }

  protected anybody(): void {
    this.customer.set(null);
  }

  protected open({ id }: SalesBacktestView): void {
    void this.router.navigate(['/sales-backtest', id]);
  }

  /** What the server found wrong with a field. */
  protected wrong(field: string): string | null {
    return this.refused()?.fields?.find(({ path }) => path === field)?.sentence ?? null;
  }

  protected begin(): void {
    const asked = {
      from: this.from(),
      until: this.until(),
      customer: this.customer()?.code ?? null,
      category: this.category(),
      by: this.chosenBy(),
      withoutTyped: this.withoutTyped(),
    };
    this.store.dispatch(salesBacktestActions.begun({ asked }));
  }

  protected setWithoutTyped(code: string): void {
    this.withoutTyped.set(WITHOUT_TYPED.find((one) => one === code) ?? 'imported');
  }

  private chosenBy(): SalesBacktestBy {
    const by = this.by();
    if (by === OWN) return { kind: 'own' };
    return /^\d+$/.test(by)
      ? { kind: 'version', version: Number(by) }
      : { kind: 'draft', draft: by };
  }
}

function count(
  headerName: string,
  of: (run: SalesBacktestView) => number,
): ColDef<SalesBacktestView> {
  return {
    headerName,
    type: 'rightAligned',
    width: 100,
    valueGetter: ({ data }) => data && of(data),
    valueFormatter: ({ value }: { value: number }) => writeNumber(String(value)),
  };
}
