import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { FigureField } from '../shared/figure-field';
import { shownFigure, storedFigure } from './level-edits';

/** A signed figure as people say it: how much, and whether it is taken off or added. */
@Component({
  selector: 'hl-signed-figure',
  imports: [FigureField],
  template: `
    <hl-figure-field
      [label]="label()"
      [value]="shown().size"
      [problem]="problem()"
      unsigned="Type it without a sign, and say off or added"
      (changed)="resize($event)"
    />
    <span class="sign">{{ sign() }}</span>
    <select class="cell" [attr.aria-label]="turning()" (change)="turn($event)">
      <option value="off" [selected]="shown().off">off</option>
      <option value="added" [selected]="!shown().off">added</option>
    </select>
  `,
  styles: `
    :host {
      display: inline-flex;
      align-items: baseline;
      gap: 4px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SignedFigure {
  readonly value = input.required<string>();
  readonly label = input.required<string>();
  /** What the figure counts: %, or a currency. */
  readonly sign = input.required<string>();
  readonly problem = input<string | null>(null);
  readonly changed = output<string>();

  protected readonly turning = computed(() =>
    this.label() === 'Percent' ? 'Off or added' : `${this.label()} off or added`,
  );
  protected readonly shown = computed(() => shownFigure(this.value()));

  protected resize(size: string): void {
    this.changed.emit(storedFigure({ ...this.shown(), size }));
  }

  protected turn({ target }: Event): void {
    if (!(target instanceof HTMLSelectElement)) return;
    this.changed.emit(storedFigure({ ...this.shown(), off: target.value === 'off' }));
  }
}
