import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import {
  WITHOUT_TYPED,
  type CustomerRow,
  type SalesBacktestBy,
  type WithoutTyped,
} from '@honest-ledger/contracts';
import { Store } from '@ngrx/store';
import { catchError, map, of } from 'rxjs';
import { CategoryChoice } from '../../shared/reference/category-choice';
import { CustomerPicker } from '../../shared/reference/customer-picker';
import { draftFeature } from '../../editing/draft/draft.feature';
import { ChoiceField } from '../../shared/fields/choice-field';
import { DayField } from '../../shared/fields/day-field';
import { writeInstant } from '../../shared/numbers/dates';
import { Notice } from '../../shared/notices/notice';
import { writeNumber } from '../../shared/numbers/numbers';
import { VersionsApi } from '../../setup/versions/versions.api';
import { salesBacktestActions, salesBacktestFeature } from './sales-backtest.feature';
import { STATES, whichSales } from './sales-backtest-words';

const OWN = 'own';
const TYPED_CHOICES: readonly { readonly code: WithoutTyped; readonly name: string }[] = [
  { code: 'imported', name: 'ignored on imported sales' },
  { code: 'all', name: 'ignored on all sales' },
  { code: 'none', name: 'kept' },
];
const LATEST_VERSIONS = 100;

/** Begins to price past sales again, and lists what was priced again lately. */
@Component({
  selector: 'hl-sales-backtest-list',
  imports: [CategoryChoice, ChoiceField, CustomerPicker, DayField, MatButton, Notice, RouterLink],
  template: `
    <header class="sheet-head">
      <h1>Sales re-pricing</h1>
      <span class="soft"
        >Posted sales, with the costs and facts of their days, by another version or a draft</span
      >
    </header>
    <section class="line">
      <span>Posted from</span>
      <hl-day-field
        label="First day"
        [value]="from()"
        [problem]="wrong('from')"
        (changed)="from.set($event)"
      />
      <span>to</span>
      <hl-day-field
        label="Last day"
        [value]="until()"
        [problem]="wrong('until')"
        (changed)="until.set($event)"
      />
      <span>for</span>
      @if (customer(); as customer) {
        <strong>{{ customer.name }}</strong>
        <button type="button" matButton (click)="anybody()">Anybody</button>
      } @else {
        <span>anybody, or</span>
        <hl-customer-picker (picked)="customer.set($event)" />
      }
      <span>of</span>
      <hl-category-choice
        none="all goods"
        [code]="category() ?? ''"
        (chosen)="category.set($event || null)"
      />
      <span>priced by</span>
      <hl-choice
        label="What they are priced by"
        [code]="by()"
        [options]="choices()"
        (chosen)="by.set($event)"
      />
      <span>typed prices and discounts</span>
      <hl-choice
        label="Typed prices and discounts"
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
    <table class="ledger" aria-label="Sales priced again">
      <thead>
        <tr>
          <th>Created</th>
          <th>Which</th>
          <th>By</th>
          <th class="figure">Sales</th>
          <th class="figure">Lines</th>
          <th class="figure">Differ</th>
          <th class="figure">Faults</th>
          <th>It is</th>
        </tr>
      </thead>
      <tbody>
        @for (run of list().value ?? []; track run.id) {
          <tr>
            <td>
              <a [routerLink]="['/sales-backtest', run.id]">{{ write(run.startedAt) }}</a>
            </td>
            <td>{{ which(run.asked) }}</td>
            <td>{{ run.by }}</td>
            <td class="figure">{{ figure(run.sales) }}</td>
            <td class="figure">{{ figure(run.lines) }}</td>
            <td class="figure">{{ figure(run.different) }}</td>
            <td class="figure" [class.wrong]="run.faults > 0">{{ figure(run.faults) }}</td>
            <td>{{ states[run.state] }}</td>
          </tr>
        } @empty {
          <tr>
            <td colspan="8" class="soft">
              {{ list().state === 'loading' ? 'Reading…' : 'Nothing was priced again yet.' }}
            </td>
          </tr>
        }
      </tbody>
    </table>
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
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SalesBacktestList {
  private readonly store = inject(Store);
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
    { code: OWN, name: 'as they were: a check' },
    ...(this.drafts().value?.drafts ?? []).map(({ id, name }) => ({
      code: id,
      name: `the draft ${name}`,
    })),
    ...this.versions().map(({ number }) => ({
      code: String(number),
      name: `version ${String(number)}`,
    })),
  ]);
  protected readonly withoutTyped = signal<WithoutTyped>('imported');
  protected readonly typedChoices = TYPED_CHOICES;
  protected readonly states = STATES;
  protected readonly which = whichSales;
  protected readonly write = writeInstant;

  constructor() {
    this.ask();
  }

  protected ask(): void {
    this.store.dispatch(salesBacktestActions.listOpened());
  }

  protected anybody(): void {
    this.customer.set(null);
  }

  protected figure(count: number): string {
    return writeNumber(String(count));
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
