import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { ItemMove } from '@honest-ledger/contracts';
import { writeNumber } from '../shared/numbers';

/** What facts of an item as they are edited would move, shown before they are saved. */
@Component({
  selector: 'hl-item-moves',
  template: `
    <section role="alert">
      <p>Saving this changes prices at once:</p>
      <table class="ledger" aria-label="Prices that change">
        <thead>
          <tr>
            <th>Level</th>
            <th>Quantity break</th>
            <th class="figure">Quantity</th>
            <th class="figure">Now</th>
            <th class="figure">Then</th>
          </tr>
        </thead>
        <tbody>
          @for (move of moves(); track $index) {
            <tr>
              <td>{{ move.level ?? '–' }}</td>
              <td>{{ move.break ?? '–' }}</td>
              <td class="figure">{{ write(move.quantity) }} {{ move.unit }}</td>
              <td class="figure">{{ price(move.was, move.currency) }}</td>
              <td class="figure">{{ price(move.now, move.currency) }}</td>
            </tr>
          }
        </tbody>
      </table>
      <button type="button" class="main-action" (click)="confirmed.emit()">
        Save and change these prices
      </button>
      <button type="button" class="quiet" (click)="left.emit()">Keep editing</button>
    </section>
  `,
  styles: `
    section {
      padding: 8px 18px;
    }
    button {
      margin: 10px 10px 0 0;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ItemMoves {
  readonly moves = input.required<readonly ItemMove[]>();
  readonly confirmed = output();
  readonly left = output();

  protected readonly write = writeNumber;

  protected price(amount: string | null, currency: string): string {
    return amount === null ? 'no price' : `${writeNumber(amount)} ${currency}`;
  }
}
