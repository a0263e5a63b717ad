import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import {
  check,
  ruleContentSchema,
  type RuleContent,
  type RuleItemsPage,
} from '@honest-ledger/contracts';
import { printedPercent } from '../../shared/numbers/markup-words';
import { hasPermission } from '../../shared/session/may-do';
import { Amount, mostDigits } from '../../shared/numbers/amount';
import { debouncedResource } from '../../shared/requests/attempt';
import { RulesApi } from './rules.api';

const ROWS_AT_ONCE = 25;
/** More than that nobody reads in a list. */
const MAX_SHOWN = 500;

/** The goods that a rule reaches as it is edited: cost, price without it and under it, margin. */
@Component({
  selector: 'hl-rule-items',
  imports: [Amount, MatButton, RouterLink],
  template: `
    <header class="part-head">
      <h2>Items covered</h2>
      @if (found().answer; as page) {
        <span class="soft" role="status">
          {{ page.total }} {{ page.total === 1 ? 'item' : 'items' }}; one of each without customer,
          in {{ page.currency
          }}{{
            page.pricesLines
              ? ', with this rule alone, as if its other conditions matched'
              : ': the rule is for several lines together, so it has no single prices'
          }}
        </span>
      }
    </header>
    @if (found().problem; as problem) {
      <p class="wrong" role="alert">{{ problem }}</p>
    }
    @if (found().answer; as page) {
      @if (page.rows.length > 0) {
        <table class="ledger" aria-label="Items covered">
          <thead>
            <tr>
              <th>Item</th>
              <th>Name</th>
              <th>Unit</th>
              @if (seesCosts()) {
                <th class="figure">Cost</th>
              }
              <th class="figure">Without it</th>
              @if (page.pricesLines) {
                <th class="figure">Under it</th>
                @if (seesCosts()) {
                  <th class="figure">Margin under it</th>
                }
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
                @if (seesCosts()) {
                  <td class="figure">
                    @if (row.cost) {
                      <hl-amount [value]="row.cost" [digits]="digits()" />
                    } @else {
                      –
                    }
                  </td>
                }
                <td class="figure">
                  @if (row.without !== null) {
                    <hl-amount [value]="row.without" [digits]="digits()" />
                  } @else {
                    –
                  }
                </td>
                @if (page.pricesLines) {
                  <td class="figure">
                    @if (row.under !== null) {
                      <hl-amount [value]="row.under" [digits]="digits()" />
                    } @else {
                      –
                    }
                  </td>
                  @if (seesCosts()) {
                    <td class="figure" [class.attention]="row.margin?.startsWith('-')">
                      {{ row.margin?.startsWith('-') ? '△ ' : '' }}{{ percent(row.margin) }}
                    </td>
                  }
                }
              </tr>
            }
          </tbody>
        </table>
        @if (page.rows.length < most(page)) {
          <button type="button" matButton (click)="more()">Show more of {{ most(page) }}</button>
        }
      } @else {
        <p class="soft">No items covered.</p>
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
export class RuleItems {
  readonly id = input.required<string>();
  readonly content = input.required<RuleContent>();

  private readonly api = inject(RulesApi);
  private readonly limit = signal(ROWS_AT_ONCE);
  protected readonly seesCosts = hasPermission('seeCosts');
  protected readonly percent = printedPercent;
  private readonly question = computed(() => {
    const content = { ...this.content(), name: this.content().name || 'x' };
    // what is wrong with the rule is told beside its fields
    if (!check(ruleContentSchema, content).ok) return null;
    return { content, offset: 0, limit: this.limit() };
  });
  protected readonly found = debouncedResource(this.question, (question) =>
    this.api.items(this.id(), question),
  );
  protected readonly digits = computed(() =>
    mostDigits(
      (this.found().answer?.rows ?? []).flatMap(({ without, under }) => [
        without ?? '',
        under ?? '',
      ]),
    ),
  );

  protected most({ total }: RuleItemsPage): number {
    return Math.min(total, MAX_SHOWN);
  }

  protected more(): void {
    this.limit.update((limit) => Math.min(limit * 2, MAX_SHOWN));
  }
}
