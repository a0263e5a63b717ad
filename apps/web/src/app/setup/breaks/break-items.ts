import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  output,
  signal,
} from '@angular/core';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatButton } from '@angular/material/button';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import {
  breakContentSchema,
  check,
  type BreakContent,
  type BreakItemsPage,
  type ItemRow,
} from '@honest-ledger/contracts';
import { catchError, debounceTime, map, of, switchMap, type Observable } from 'rxjs';
import type { Scope } from '@honest-ledger/engine';
import { ItemPicker } from '../../shared/reference/item-picker';
import { Amount, mostDigits } from '../../shared/numbers/amount';
import { writeNumber } from '../../shared/numbers/numbers';
import { problemOf } from '../../shared/requests/problems';
import { BreaksApi } from './breaks.api';
import { PAUSES } from '../../shared/requests/pauses';

const ROWS_AT_ONCE = 25;
/** More than that nobody reads in a list. */
const MAX_SHOWN = 500;

interface Found {
  readonly page: BreakItemsPage | null;
  readonly problem: string | null;
}

const NOTHING: Found = { page: null, problem: null };

/** The items that a break takes in as it is edited, with what one costs at each threshold. */
@Component({
  selector: 'hl-break-items',
  imports: [Amount, ItemPicker, MatButton, MatCheckbox, RouterLink],
  template: `
    <header class="part-head">
      <h2>Items covered</h2>
      @if (found().page; as page) {
        <span class="soft" role="status">
          {{ page.total }} {{ page.total === 1 ? 'item' : 'items' }}; price of one without customer,
          in {{ page.currency }}
        </span>
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
              <th class="figure">without</th>
              @for (threshold of thresholds(); track $index) {
                <th class="figure">from {{ threshold }}</th>
              }
              <th>Without the break</th>
              @if (mayEdit()) {
                <th><span class="unseen">With the break</span></th>
              }
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
                @for (each of row.each; track $index) {
                  <td class="figure">
                    @if (each !== null) {
                      <hl-amount [value]="each" [digits]="digits()" />
                    } @else {
                      –
                    }
                  </td>
                }
                <td class="soft">{{ row.narrower ?? '' }}</td>
                @if (mayEdit()) {
                  <td class="acts">
                    <mat-checkbox
                      class="choose"
                      [aria-label]="'Choose ' + row.item"
                      [checked]="chosen().has(row.item)"
                      (change)="choose(row.item)"
                    ></mat-checkbox>
                    @if (isNamed(row.item)) {
                      <button
                        type="button"
                        matButton
                        [attr.aria-label]="'Remove ' + row.item + ' from the break'"
                        (click)="takeOut(row.item)"
                      >
                        Remove
                      </button>
                    }
                  </td>
                }
              </tr>
            }
          </tbody>
        </table>
        @if (mayEdit() && chosen().size > 0) {
          <button type="button" matButton="outlined" (click)="own.emit([...chosen()])">
            Create own break for {{ chosen().size === 1 ? 'this item' : 'these items' }}
          </button>
        }
        @if (page.rows.length < most(page)) {
          <button type="button" matButton (click)="more()">Show more of {{ most(page) }}</button>
        }
      } @else {
        <p class="soft">No items covered yet.</p>
      }
    }
    @if (mayEdit()) {
      <div class="adder">
        <hl-item-picker label="Add item: number or name" (picked)="add($event)" />
      </div>
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
export class BreakItems {
  readonly id = input.required<string>();
  readonly content = input.required<BreakContent>();
  readonly mayEdit = input.required<boolean>();
  /** Asks for a break of their own for some items, like this one. */
  readonly own = output<readonly string[]>();
  /** The break is to take in other goods. */
  readonly changed = output<readonly Scope[]>();

  private readonly api = inject(BreaksApi);
  private readonly limit = signal(ROWS_AT_ONCE);
  protected readonly chosen = signal<ReadonlySet<string>>(new Set());
  private readonly question = computed(() => {
    const content = { ...this.content(), name: this.content().name || 'x' };
    // what is wrong with the break is told beside its fields
    if (!check(breakContentSchema, content).ok) return null;
    return { content, offset: 0, limit: this.limit() };
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
  /** As many as there are prices of. */
  protected readonly thresholds = computed(() => {
    const shown = (this.found().page?.rows[0]?.each.length ?? 1) - 1;
    const from = this.content().tiers.map((tier) => tier.from);
    return from
      .filter((one) => /[1-9]/.test(one))
      .slice(0, shown)
      .map(writeNumber);
  });
  protected readonly digits = computed(() =>
    mostDigits((this.found().page?.rows ?? []).flatMap(({ each }) => each.map((one) => one ?? ''))),
  );

  protected choose(item: string): void {
    this.chosen.update((before) => {
      const others = [...before].filter((one) => one !== item);
      return new Set(before.has(item) ? others : [...others, item]);
    });
  }

  /** Whether the break names the item itself, and not goods that it is among. */
  protected isNamed(item: string): boolean {
    return this.content().scopes.some((one) => one.kind === 'item' && one.item === item);
  }

  protected add({ item }: ItemRow): void {
    if (this.isNamed(item)) return;
    this.changed.emit([...this.content().scopes, { kind: 'item', item }]);
  }

  protected takeOut(item: string): void {
    const { scopes } = this.content();
    this.changed.emit(scopes.filter((one) => one.kind !== 'item' || one.item !== item));
  }

  protected most({ total }: BreakItemsPage): number {
    return Math.min(total, MAX_SHOWN);
  }

  protected more(): void {
    this.limit.update((limit) => Math.min(limit * 2, MAX_SHOWN));
  }
}
