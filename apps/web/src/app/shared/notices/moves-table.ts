import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { ItemMove } from '@honest-ledger/contracts';
import { writeNumber } from '../numbers/numbers';
import { countedUnits } from '../reference/names';

/** Prices of one or several items that facts would move. */
@Component({
  selector: 'hl-moves-table',
  template: `
    <table class="ledger" aria-label="Prices that change">
      <thead>
        <tr>
          @if (namesItems()) {
            <th>Item</th>
          }
          <th>Level</th>
          <th>Quantity break</th>
          <th class="figure">Quantity</th>
          <th class="figure">Now</th>
          <th class="figure">New</th>
        </tr>
      </thead>
      <tbody>
        @for (move of moves(); track $index) {
          <tr>
            @if (namesItems()) {
              <td>{{ move.item }}</td>
            }
            <td>{{ move.level ?? '–' }}</td>
            <td>{{ move.break ?? '–' }}</td>
            <td class="figure">{{ counted()(move.quantity, move.unit) }}</td>
            <td class="figure">{{ price(move.was, move.currency) }}</td>
            <td class="figure">{{ price(move.now, move.currency) }}</td>
          </tr>
        }
      </tbody>
    </table>
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MovesTable {
  /** Each with its item where they are of several. */
  readonly moves = input.required<readonly (ItemMove & { readonly item?: string })[]>();

  protected readonly namesItems = computed(() => this.moves().some(({ item }) => item));
  protected readonly counted = countedUnits();
  protected readonly write = writeNumber;

  protected price(amount: string | null, currency: string): string {
    return amount === null ? 'no price' : `${writeNumber(amount)} ${currency}`;
  }
}
