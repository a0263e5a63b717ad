import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { CodeAndName } from '@honest-ledger/engine';

/** Chooses one of a few things that have a code and a name. */
@Component({
  selector: 'hl-code-choice',
  template: `
    <select class="cell" [attr.aria-label]="label()" (change)="choose($event)">
      @if (none() !== null || code() === '') {
        <option value="" [selected]="code() === ''" [disabled]="none() === null">
          {{ none() ?? 'choose…' }}
        </option>
      }
      @for (one of all(); track one.code) {
        <option [value]="one.code" [selected]="one.code === code()">{{ one.name }}</option>
      }
    </select>
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CodeChoice {
  /** Empty for none. */
  readonly code = input.required<string>();
  readonly all = input.required<readonly CodeAndName[]>();
  readonly label = input.required<string>();
  /** What choosing nothing is called; without it one must be chosen. */
  readonly none = input<string | null>(null);
  readonly chosen = output<string>();

  protected choose({ target }: Event): void {
    if (target instanceof HTMLSelectElement) this.chosen.emit(target.value);
  }
}
