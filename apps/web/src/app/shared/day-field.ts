import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';

/**
 * A calendar day, or a day with its time, that is edited in place in the browser's own way of typing
 * these; empty for none.
 */
@Component({
  selector: 'hl-day-field',
  template: `
    <input
      class="cell"
      [type]="withTime() ? 'datetime-local' : 'date'"
      [min]="withTime() ? '1970-01-01T00:00' : '1970-01-01'"
      [max]="withTime() ? '2999-12-31T23:59' : '9999-12-31'"
      [title]="title()"
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
    input[type='datetime-local'] {
      width: 190px;
    }
    @media print {
      input::-webkit-calendar-picker-indicator {
        display: none;
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DayField {
  /** ISO 8601, without a zone; null for none. */
  readonly value = input.required<string | null>();
  readonly label = input.required<string>();
  /** Whether the time of day is part of it. */
  readonly withTime = input(false);
  readonly title = input('');
  readonly problem = input<string | null>(null);
  readonly changed = output<string | null>();

  protected commit({ target }: Event): void {
    if (!(target instanceof HTMLInputElement) || target.validity.badInput) return;
    const typed = target.value === '' ? null : target.value;
    if (typed !== this.value()) this.changed.emit(typed);
  }
}
