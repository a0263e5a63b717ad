import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { FigureField } from '../../shared/fields/figure-field';
import { shownFigure, storedFigure } from './level-edits';
import { ChoiceField } from '../../shared/fields/choice-field';

/** A signed figure as people say it: how much, and whether it is taken off or added. */
@Component({
  selector: 'hl-signed-figure',
  imports: [ChoiceField, FigureField],
  template: `
    <hl-figure-field
      [bare]="bare()"
      [unit]="sign()"
      [label]="label()"
      [value]="shown().size"
      [problem]="problem()"
      unsigned="Type it without a sign, and say off or added"
      (changed)="resize($event)"
    />
    <hl-choice
      [bare]="true"
      class="short"
      [label]="turning()"
      [code]="shown().off ? 'off' : 'added'"
      [options]="ways"
      (chosen)="turn($event)"
    />
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
  /** Whether it stands in a table, whose heads say what it is. */
  readonly bare = input(false);
  readonly changed = output<string>();

  protected readonly turning = computed(() =>
    this.label() === 'Percent' ? 'Off or added' : `${this.label()} off or added`,
  );
  protected readonly shown = computed(() => shownFigure(this.value()));

  protected resize(size: string): void {
    this.changed.emit(storedFigure({ ...this.shown(), size }));
  }

  protected readonly ways = [
    ['off', 'off'],
    ['added', 'added'],
  ] as const;

  protected turn(value: string): void {
    this.changed.emit(storedFigure({ ...this.shown(), off: value === 'off' }));
  }
}
