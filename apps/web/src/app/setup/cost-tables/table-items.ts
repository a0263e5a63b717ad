import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatButton } from '@angular/material/button';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import {
  check,
  costTableContentSchema,
  type CostTableContent,
  type ItemFilter,
  type TableItemsPage,
} from '@honest-ledger/contracts';
import type { Scope } from '@honest-ledger/engine';
import { catchError, debounceTime, map, of, switchMap, type Observable } from 'rxjs';
import { namesOfThings } from '../../shared/reference/names';
import { hasPermission } from '../../shared/session/may-do';
import { Amount, mostDigits } from '../../shared/numbers/amount';
import { problemOf } from '../../shared/requests/problems';
import { CostTablesApi } from './cost-tables.api';
import { PAUSES } from '../../shared/requests/pauses';

const ROWS_AT_ONCE = 50;
/** More than that nobody reads in a list. */
const MAX_SHOWN = 500;

/** More names than that are a list nobody reads. */
const NARROWER_NAMED = 4;

interface Found {
  readonly page: TableItemsPage | null;
  readonly problem: string | null;
}

const NOTHING: Found = { page: null, problem: null };

/** The items that a table takes in as it is edited: cost, present price, the table's, markup, margin. */
@Component({
  selector: 'hl-table-items',
  imports: [Amount, MatButton, MatCheckbox, RouterLink],
  template: `
    <header class="part-head">
      <h2>Items covered</h2>
      @if (mayChangePrices() && (found().page?.withBasePrice ?? 0) > 0) {
        <a matButton routerLink="/price-changes/new" [queryParams]="priceChange()">
          Save as base prices
        </a>
      }
      @if (found().page; as page) {
        <span class="soft" role="status">
          {{ page.reached }} covered, {{ page.withoutCost }} without a cost, in
          {{ page.currency }} for one. {{ does(page) }}
        </span>
        <mat-checkbox [checked]="lacking()" (change)="showLacking($event.checked)"
          >only those without a cost</mat-checkbox
        >
      }
    </header>
    @if (found().problem; as problem) {
      <p class="wrong" role="alert">{{ problem }}</p>
    }
    @if (found().page; as page) {
      @if (page.rows.length > 0) {
        <table class="ledger" aria-label="Items covered">
          <thead>
            <tr>
              <th>Item</th>
              <th>Name</th>
              <th>Unit</th>
              <th>Cost</th>
              <th class="figure">of one</th>
              <th class="figure">Base price</th>
              <th class="figure">Table’s price</th>
              <th class="figure">Markup %</th>
              <th class="figure">Margin %</th>
            </tr>
          </thead>
          <tbody>
            @for (row of page.rows; track row.item) {
              <tr>
                <td>
                  <a [routerLink]="['/catalogue', row.item]">{{ row.item }}</a>
                </td>
                <td>{{ row.name }}</td>
                <td>{{ row.unit }}</td>
                <td class="soft">{{ row.costKind ? names().cost(row.costKind) : '△ none' }}</td>
                @for (figure of figures(row); track $index) {
                  <td class="figure">
                    @if (figure.value; as value) {
                      <hl-amount [value]="value" [digits]="figure.digits" />
                    } @else {
                      <span [title]="row.why ?? ''">–</span>
                    }
                  </td>
                }
              </tr>
            }
          </tbody>
        </table>
        @if (page.rows.length < all(page)) {
          <button type="button" matButton (click)="more()">Show more of {{ all(page) }}</button>
        }
      } @else {
        <p class="soft">
          {{
            lacking()
              ? 'Every item it takes in has a cost.'
              : 'It takes in no item. Levels can still ask for it.'
          }}
        </p>
      }
    }
  `,
  styles: `
    :host {
      display: block;
      padding: 10px 18px;
    }
    .part-head .soft {
      flex: 1;
    }
    table {
      margin: 0 -18px 8px;
      width: calc(100% + 36px);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TableItems {
  readonly id = input.required<string>();
  readonly content = input.required<CostTableContent>();

  private readonly api = inject(CostTablesApi);
  protected readonly mayChangePrices = hasPermission('editSetup');
  /** What a change of prices begins with that starts from this table: its goods, where one filter is all of them. */
  protected readonly priceChange = computed(() => {
    const [first, ...others] = this.content().scopes;
    const goods = first && others.length === 0 ? filterOf(first) : {};
    return { table: this.id(), ...goods };
  });
  protected readonly names = namesOfThings();
  protected readonly lacking = signal(false);
  private readonly limit = signal(ROWS_AT_ONCE);
  private readonly question = computed(() => {
    const content = { ...this.content(), name: this.content().name || 'x' };
    // what is wrong with the table is told beside its fields
    if (!check(costTableContentSchema, content).ok) return null;
    return { content, withoutCost: this.lacking(), offset: 0, limit: this.limit() };
  });
  protected readonly found = toSignal(
    toObservable(this.question).pipe(
      debounceTime(PAUSES.list),
      switchMap((question): Observable<Found> =>
        question
          ? this.api.items(this.id(), question).pipe(
              map((page): Found => ({ page, problem: null })),
              catchError((error: unknown) =>
                of<Found>({ page: null, problem: problemOf(error).detail }),
              ),
            )
          : of(NOTHING),
      ),
    ),
    { initialValue: NOTHING },
  );
  private readonly digits = computed(() => {
    const rows = this.found().page?.rows ?? [];
    const of = (value: (row: (typeof rows)[number]) => string | null): number =>
      mostDigits(rows.map((row) => value(row) ?? ''));
    return {
      cost: of(({ cost }) => cost),
      price: of(({ price, basePrice }) => price ?? basePrice),
    };
  });

  /** How many of the items are sold at its prices, and what comes before it for the others. */
  protected does({ priced, withBasePrice, narrower }: TableItemsPage): string {
    const prices = priced === 1 ? 'It prices 1 item.' : `It prices ${String(priced)} items.`;
    const own =
      withBasePrice === 0
        ? ''
        : ` ${String(withBasePrice)} ${withBasePrice === 1 ? 'has' : 'have'} a base price of their own, which comes first.`;
    const others = narrower
      .slice(0, NARROWER_NAMED)
      .map(({ name, items }) => `${name} (${String(items)})`);
    const more = narrower.length > others.length ? ' and others' : '';
    const taken =
      others.length === 0
        ? ''
        : ` More specific tables come before it: ${others.join(', ')}${more}.`;
    return `${prices}${own}${taken}`;
  }

  protected figures({ cost, basePrice, price, markup, margin }: TableItemsPage['rows'][number]) {
    const digits = this.digits();
    return [
      { value: cost, digits: digits.cost },
      { value: basePrice, digits: digits.price },
      { value: price, digits: digits.price },
      { value: markup, digits: 1 },
      { value: margin, digits: 1 },
    ];
  }

  protected all({ reached, withoutCost }: TableItemsPage): number {
    return Math.min(this.lacking() ? withoutCost : reached, MAX_SHOWN);
  }

  protected more(): void {
    this.limit.update((limit) => Math.min(limit * 2, MAX_SHOWN));
  }

  protected showLacking(checked: boolean): void {
    this.lacking.set(checked);
  }
}

/** A reach as the filter of a list of items, where it has one. */
function filterOf(scope: Scope): ItemFilter {
  switch (scope.kind) {
    case 'category':
      return { category: [scope.category] };
    case 'brand':
      return { brand: [scope.brand] };
    case 'supplier':
      return { supplier: [scope.supplier] };
    case 'categoryBrand':
      return { category: [scope.category], brand: [scope.brand] };
    case 'supplierCategory':
      return { category: [scope.category], supplier: [scope.supplier] };
    default:
      return {};
  }
}
