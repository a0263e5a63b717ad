import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type { LastPrice } from '@honest-ledger/contracts';
import { documentTitle } from '@honest-ledger/wording';
import { addressOf } from '../../../shared/documents/document-words';
import { writeDay } from '../../../shared/numbers/dates';
import { writeChange, writeNumber } from '../../../shared/numbers/numbers';
import { countedUnits } from '../../../shared/reference/names';

/** What was paid for an item before, the latest first. */
@Component({
  selector: 'hl-paid-before',
  imports: [MatButton, RouterLink],
  template: `
    <table class="ledger" [attr.aria-label]="label()">
      <thead>
        <tr>
          <th>{{ label() }}</th>
          <th class="figure">Quantity</th>
          <th class="figure">Each</th>
          <th>On</th>
          @if (mayTake()) {
            <th><span class="unseen">Take it</span></th>
          }
        </tr>
      </thead>
      <tbody>
        @for (one of prices(); track $index) {
          <tr>
            <td class="day">{{ day(one) }}</td>
            <td class="figure">{{ counted()(one.quantity, one.unit) }}</td>
            <td class="figure" [title]="one.special ? 'a special price, or by a rule' : ''">
              {{ one.special ? '◇ ' : '' }}{{ write(one.each) }} {{ one.currency }}
              @if (one.ofDocument; as part) {
                <span class="soft">{{ change(part) }} of the document’s discounts</span>
              }
            </td>
            <td>
              <a [routerLink]="address(one)">{{ title(one) }}</a>
              @if (whose()) {
                {{ one.customer ?? 'No customer' }}
              }
            </td>
            @if (mayTake()) {
              <td>
                <button
                  type="button"
                  matButton
                  [attr.aria-label]="'Take ' + one.each + ' of ' + title(one)"
                  (click)="taken.emit(one)"
                >
                  Take it
                </button>
              </td>
            }
          </tr>
        } @empty {
          <tr>
            <td [attr.colspan]="mayTake() ? 5 : 4" class="soft">Nothing yet.</td>
          </tr>
        }
      </tbody>
    </table>
  `,
  styles: `
    .day {
      white-space: nowrap;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PaidBefore {
  readonly label = input.required<string>();
  readonly prices = input.required<readonly LastPrice[]>();
  /** Whether it says who paid. */
  readonly whose = input(false);
  readonly mayTake = input(false);
  readonly taken = output<LastPrice>();

  protected readonly counted = countedUnits();
  protected readonly write = writeNumber;
  protected readonly change = writeChange;
  protected readonly day = ({ at }: LastPrice): string => writeDay(at);
  protected readonly title = ({ document }: LastPrice): string => documentTitle(document);
  protected readonly address = ({ document }: LastPrice): readonly [string, number] =>
    addressOf(document);
}
