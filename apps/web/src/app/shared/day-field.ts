import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';

/** A calendar day that is edited in place, in the browser's own way of typing days; empty for none. */
@Component({
  selector: 'hl-day-field',
  template: `
    <input
      class="cell"
      type="date"
      min="1970-01-01"
      max="9999-12-31"
      [attr.aria-label]="label()"
      [attr.aria-invalid]="problem() !== null"
      [value]="value() ?? ''"
      (change)="commit($event)"
    />
    @if (problem(); as problem) {
      <span class="wrong" role="alert">{{ problem }}</span>
    }
  `,
  styles: `
    :host {
      display: inline-flex;
      flex-direction: column;
    }
    input {
      width: 132px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DayField {
  /** ISO 8601, or null for none. */
  readonly value = input.required<string | null>();
  readonly label = input.required<string>();
  readonly problem = input<string | null>(null);
  readonly changed = output<string | null>();

  protected commit({ target }: Event): void {
    if (!(target instanceof HTMLInputElement) || target.validity.badInput) return;
    const day = target.value === '' ? null : target.value;
    if (day !== this.value()) this.changed.emit(day);
  }
}
