import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { CatalogueMoves } from '@honest-ledger/contracts';
import { Amount, mostDigits } from '../../shared/numbers/amount';

/** The prices that move furthest, in proportion. */
@Component({
  selector: 'hl-largest-moves',
  imports: [Amount],
  template: `
    @if (moves().largest.length > 0) {
      <table class="ledger">
        <thead>
          <tr>
            <th>Largest changes</th>
            <th><span class="unseen">Name</span></th>
            <th class="figure">Now</th>
            <th class="figure">Change</th>
            <th class="figure">Then</th>
          </tr>
        </thead>
        <tbody>
          @for (move of moves().largest; track move.item) {
            <tr>
              <td>{{ move.item }}</td>
              <td>{{ move.name }}</td>
              <td class="figure"><hl-amount [value]="move.before ?? ''" [digits]="digits()" /></td>
              <td
                class="figure"
                [class.lower]="lowers(move.change)"
                [class.higher]="!lowers(move.change)"
              >
                <hl-amount [value]="move.change ?? ''" [digits]="digits()" [signed]="true" />
              </td>
              <td class="figure"><hl-amount [value]="move.after ?? ''" [digits]="digits()" /></td>
            </tr>
          }
        </tbody>
      </table>
    }
  `,
  styles: `
    table {
      width: auto;
      min-width: 420px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LargestMoves {
  readonly moves = input.required<CatalogueMoves>();

  protected readonly digits = computed(() =>
    mostDigits(this.moves().largest.flatMap(({ before, after }) => [before ?? '', after ?? ''])),
  );

  protected lowers(change: string | null): boolean {
    return change?.startsWith('-') ?? false;
  }
}
