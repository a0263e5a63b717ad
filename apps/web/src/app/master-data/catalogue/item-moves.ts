import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { MatButton } from '@angular/material/button';
import type { ItemMove } from '@honest-ledger/contracts';
import { MovesTable } from '../../shared/notices/moves-table';

/** What facts of an item as they are edited would move, shown before they are saved. */
@Component({
  selector: 'hl-item-moves',
  imports: [MatButton, MovesTable],
  template: `
    <section role="alert">
      <p>Saving this changes prices at once:</p>
      <hl-moves-table [moves]="moves()" />
      <button type="button" matButton="filled" (click)="confirmed.emit()">
        Save and change these prices
      </button>
      <button type="button" matButton="outlined" (click)="left.emit()">Keep editing</button>
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
}
