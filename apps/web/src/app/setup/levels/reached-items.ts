import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatButton } from '@angular/material/button';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import {
  check,
  levelContentSchema,
  type LevelContent,
  type ReachedItem,
  type ReachedPage,
} from '@honest-ledger/contracts';
import { compare, decimal, print, subtract } from '@honest-ledger/engine';
import { catchError, debounceTime, map, of, switchMap, type Observable } from 'rxjs';
import { hasPermission } from '../../shared/session/may-do';
import { Amount, mostDigits } from '../../shared/numbers/amount';
import { problemOf } from '../../shared/requests/problems';
import { LevelsApi } from './levels.api';
import { PAUSES } from '../../shared/requests/pauses';

const ROWS_AT_ONCE = 50;

interface Found {
  readonly page: ReachedPage | null;
  readonly problem: string | null;
}

const NOTHING: Found = { page: null, problem: null };

/** The items that the level makes the price of: now, and with this edit. Asked for only when opened. */
@Component({
  selector: 'hl-reached-items',
  imports: [Amount, MatButton, MatCheckbox],
  template: `
    <header class="part-head">
      <h2>
        <button
          type="button"
          class="opener"
          [attr.aria-expanded]="open()"
          (click)="open.set(!open())"
        >
          {{ open() ? '▾' : '▸' }} Items covered
        </button>
      </h2>
      @if (found().page; as page) {
        <span class="soft" role="status">
          {{ page.reached }} covered, {{ page.moved }} of them with another price than published, in
          {{ page.currency }} for one
        </span>
        <mat-checkbox [checked]="moved()" (change)="showMoved($event.checked)"
          >only these</mat-checkbox
        >
      }
    </header>
    @if (found().problem; as problem) {
      <p class="wrong" role="alert">{{ problem }}</p>
    }
    @if (found().page; as page) {
      @if (rows().length > 0) {
        <table class="ledger" aria-label="Items covered">
          <thead>
            <tr>
              <th>Item</th>
              <th>Name</th>
              <th>Unit</th>
              <th class="figure">As published</th>
              <th class="figure">With this edit</th>
              <th class="figure">Change</th>
              @if (seesCosts()) {
                <th class="figure">Margin %</th>
              }
            </tr>
          </thead>
          <tbody>
            @for (row of rows(); track row.item) {
              <tr>
                <td>{{ row.item }}</td>
                <td>{{ row.name }}</td>
                <td>{{ row.unit }}</td>
                <td class="figure soft">
                  @if (row.published; as price) {
                    <hl-amount [value]="price" [digits]="digits()" />
                  } @else {
                    –
                  }
                </td>
                <td class="figure">
                  @if (row.edited; as price) {
                    <hl-amount [value]="price" [digits]="digits()" />
                  } @else {
                    –
                  }
                </td>
                <td class="figure" [class.lower]="row.sign < 0" [class.higher]="row.sign > 0">
                  @if (row.change; as change) {
                    <hl-amount [value]="change" [digits]="digits()" [signed]="true" />
                  }
                </td>
                @if (seesCosts()) {
                  <td class="figure" [class.attention]="row.margin?.startsWith('-')">
                    @if (row.margin; as margin) {
                      {{ margin.startsWith('-') ? '△ ' : '' }}<hl-amount [value]="margin" />
                    } @else {
                      –
                    }
                  </td>
                }
              </tr>
            }
          </tbody>
        </table>
        @if (rows().length < all(page)) {
          <button type="button" matButton (click)="more()">Show more of {{ all(page) }}</button>
        }
      } @else {
        <p class="soft">{{ moved() ? 'No price moves.' : 'It makes no item’s price.' }}</p>
      }
    }
  `,
  styles: `
    :host {
      display: block;
      padding: 10px 18px;
    }
    .part-head h2 {
      flex: none;
    }
    .part-head .soft {
      flex: 1;
    }
    .opener {
      font: inherit;
      color: inherit;
      background: none;
      border: 0;
      padding: 0;
      cursor: pointer;
    }
    table {
      margin: 0 -18px 8px;
      width: calc(100% + 36px);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ReachedItems {
  readonly id = input.required<string>();
  readonly content = input.required<LevelContent>();

  private readonly api = inject(LevelsApi);
  protected readonly seesCosts = hasPermission('seeCosts');
  protected readonly open = signal(false);
  protected readonly moved = signal(false);
  private readonly limit = signal(ROWS_AT_ONCE);
  private readonly question = computed(() => {
    const content = this.content();
    // what is wrong with the level is told beside its fields
    if (!this.open() || !check(levelContentSchema, content).ok) return null;
    return { content, moved: this.moved(), offset: 0, limit: this.limit() };
  });
  protected readonly found = toSignal(
    toObservable(this.question).pipe(
      debounceTime(PAUSES.list),
      switchMap((question): Observable<Found> =>
        question
          ? this.api.reached(this.id(), question).pipe(
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
  protected readonly rows = computed(() => (this.found().page?.rows ?? []).map(withChange));
  protected readonly digits = computed(() =>
    mostDigits(this.rows().flatMap(({ published, edited }) => [published ?? '', edited ?? ''])),
  );

  protected all({ reached, moved }: ReachedPage): number {
    return Math.min(this.moved() ? moved : reached, MAX_SHOWN);
  }

  protected more(): void {
    this.limit.update((limit) => Math.min(limit * 2, MAX_SHOWN));
  }

  protected showMoved(checked: boolean): void {
    this.moved.set(checked);
  }
}

/** More than that nobody reads in a list; the draft's own page sums them up. */
const MAX_SHOWN = 500;

function withChange(row: ReachedItem) {
  const { published, edited } = row;
  if (published === null || edited === null) return { ...row, change: null, sign: 0 };
  const [before, after] = [decimal(published), decimal(edited)];
  const sign = compare(after, before);
  return { ...row, change: sign === 0 ? null : print(subtract(after, before)), sign };
}
