import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { MatButton } from '@angular/material/button';
import type { PriceListRow } from '@honest-ledger/contracts';
import { basePriceOf, madeBy } from '@honest-ledger/engine';
import { problemSentence } from '@honest-ledger/wording';
import { Store } from '@ngrx/store';
import { printedPercent } from '../../shared/numbers/markup-words';
import { hasPermission } from '../../shared/session/may-do';
import { Amount, mostDigits } from '../../shared/numbers/amount';
import { writeCalendarDay } from '../../shared/numbers/dates';
import { FileLinks } from '../../shared/files/file-links';
import { Notice } from '../../shared/notices/notice';
import { writer } from '../../shared/numbers/numbers';
import { whenChanged } from '../../shared/requests/when-changed';
import { workingsActions } from '../../shared/workings/workings.feature';
import { PRICES_AT_ONCE } from '../../shared/reference/customers.api';
import { customersActions, customersFeature } from './customers.feature';

/** What a customer pays today for one of each item; each price opens its workings. */
@Component({
  selector: 'hl-price-list',
  imports: [Amount, FileLinks, MatButton, MatFormField, MatInput, MatLabel, Notice],
  template: `
    <header>
      <h2>Price list today</h2>
      <mat-form-field
        ><mat-label>Search the price list</mat-label
        ><input matInput type="search" placeholder="item number or name" (input)="search($event)"
      /></mat-form-field>
      @if (prices().value; as page) {
        <span class="soft">
          {{ page.total }} items, {{ page.currency }} for one, {{ day(page.day) }}, version
          {{ page.version }}
        </span>
      }
      <hl-file-links
        [address]="'/api/files/customers/' + code() + '/prices'"
        [query]="{ text: text() }"
        [formats]="formats"
      />
    </header>
    @if (prices().problem; as problem) {
      <hl-notice [problem]="problem" (retried)="ask(0)" />
    }
    @if (prices().value; as page) {
      <table class="ledger" aria-label="Price list">
        <thead>
          <tr>
            <th>Item</th>
            <th>Name</th>
            <th>Unit</th>
            <th class="figure">Base</th>
            <th class="figure">Customer price</th>
            @if (seesCosts()) {
              <th class="figure">Margin</th>
            }
            <th>Made by</th>
          </tr>
        </thead>
        <tbody>
          @for (row of rows(); track row.item) {
            <tr>
              <td>{{ row.item }}</td>
              <td>{{ row.name }}</td>
              <td>{{ row.unit }}</td>
              @if (row.problem; as problem) {
                <td [attr.colspan]="seesCosts() ? 4 : 3" class="figure wrong">{{ problem }}</td>
              } @else {
                <td class="figure soft">
                  @if (row.basePrice; as basePrice) {
                    <hl-amount [value]="basePrice" [digits]="digits()" />
                  } @else {
                    –
                  }
                </td>
                <td class="figure price">
                  <button
                    type="button"
                    [attr.aria-label]="'Price of ' + row.item + ': show the workings'"
                    (focus)="follow(row.source)"
                    (click)="follow(row.source)"
                  >
                    <hl-amount [value]="row.each" [digits]="digits()" />
                  </button>
                </td>
                @if (seesCosts()) {
                  <td class="figure" [class.attention]="row.margin.startsWith('−')">
                    {{ row.margin.startsWith('−') ? '△ ' : '' }}{{ row.margin }}
                  </td>
                }
                <td class="soft">{{ row.by }}</td>
              }
            </tr>
          } @empty {
            <tr>
              <td [attr.colspan]="seesCosts() ? 7 : 6" class="soft">No item fits.</td>
            </tr>
          }
        </tbody>
      </table>
      @if (page.rows.length < page.total) {
        <button type="button" matButton="outlined" class="more" (click)="ask(page.rows.length)">
          Show {{ more(page.total - page.rows.length) }} more
        </button>
      }
    } @else if (prices().state === 'loading') {
      <p class="soft waiting">Pricing the catalogue for this customer…</p>
    }
  `,
  styleUrl: './price-list.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PriceList {
  readonly code = input.required<string>();
  /** Another revision of the customer is priced anew. */
  readonly revision = input.required<number>();

  private readonly store = inject(Store);
  protected readonly prices = this.store.selectSignal(customersFeature.selectPrices);
  protected readonly seesCosts = hasPermission('seeCosts');
  protected readonly text = signal('');
  protected readonly formats = ['csv', 'xlsx', 'pdf'];
  private readonly asked = computed(() => `${this.code()} ${String(this.revision())}`);
  protected readonly rows = computed(() => {
    const page = this.prices().value;
    return (page?.rows ?? []).map((row) => shown(row, page?.currency ?? ''));
  });
  protected readonly digits = computed(() =>
    mostDigits(this.rows().flatMap(({ basePrice, each }) => [basePrice ?? '', each])),
  );
  protected readonly day = writeCalendarDay;

  constructor() {
    whenChanged(this.asked, () => {
      this.ask(0);
    });
  }

  protected search({ target }: Event): void {
    if (!(target instanceof HTMLInputElement)) return;
    this.text.set(target.value.trim());
    this.ask(0);
  }

  protected ask(offset: number): void {
    const [code, text] = [this.code(), this.text()];
    this.store.dispatch(customersActions.pricesAsked({ code, text, offset }));
  }

  protected more(left: number): number {
    return Math.min(left, PRICES_AT_ONCE);
  }

  protected follow({ item, line }: PriceListRow): void {
    const page = this.prices().value;
    if (!page) return;
    const whose = `1 ${item.unit} for ${this.code()}, ${writeCalendarDay(page.day)}`;
    const { currency, version } = page;
    this.store.dispatch(
      workingsActions.followed({
        price: { line, item, currency, whose, version, provisional: false },
      }),
    );
  }
}

/** A row as the table shows it. */
function shown(row: PriceListRow, currency: string) {
  const { item, name, unit } = row.item;
  const { line } = row;
  const base = { item, name, unit, source: row };
  if (line.kind === 'unpriced') {
    const problem = problemSentence(line.problem, writer);
    return { ...base, basePrice: null, each: '', margin: '', by: '', problem };
  }
  const [slice] = line.slices;
  return {
    ...base,
    basePrice: basePriceOf(line, currency),
    each: slice?.unitPrice ?? '',
    margin: printedPercent(line.cost?.margin),
    by: madeBy(line),
    problem: null,
  };
}
