import {
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  input,
  linkedSignal,
  output,
  viewChild,
} from '@angular/core';

/** The first and the last day that may be typed, and their moments. */
const LIMITS = {
  day: { min: '1970-01-01', max: '9999-12-31' },
  moment: { min: '1970-01-01T00:00', max: '2999-12-31T23:59' },
} as const;

/**
 * A calendar day, or a day with its time, that is edited in place in the browser's own way of typing
 * these; empty for none. While it is typed nothing is changed, since every digit of a year makes a day:
 * it counts once it is left or Enter is pressed, and at once where it is picked. What is no day, or none
 * from 1970 on, changes nothing and says so.
 */
@Component({
  selector: 'hl-day-field',
  template: `
    <input
      #field
      class="cell"
      [type]="withTime() ? 'datetime-local' : 'date'"
      [min]="limits().min"
      [max]="limits().max"
      [title]="title()"
      [attr.aria-label]="label()"
      [attr.aria-invalid]="message() !== null"
      [value]="value() ?? ''"
      (keydown)="type($event)"
      (pointerdown)="typing = false"
      (change)="typing || commit()"
      (blur)="leave()"
    />
    @if (message(); as message) {
      <span class="wrong" role="alert">{{ message }}</span>
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

  private readonly field = viewChild.required<ElementRef<HTMLInputElement>>('field');
  protected readonly limits = computed(() => (this.withTime() ? LIMITS.moment : LIMITS.day));
  /** What is wrong with what stands there; another value takes its place. */
  private readonly wrong = linkedSignal({
    source: this.value,
    computation: (): string | null => null,
  });
  protected readonly message = computed(() => this.wrong() ?? this.problem());
  /** Whether keys were pressed since it was last clicked or left. */
  protected typing = false;

  protected type({ key }: KeyboardEvent): void {
    if (key === 'Enter') this.commit();
    else if (key !== 'Tab') this.typing = true;
  }

  protected leave(): void {
    this.typing = false;
    this.commit();
  }

  protected commit(): void {
    const { value, validity } = this.field().nativeElement;
    if (!validity.valid) {
      this.wrong.set(`Type a whole ${this.withTime() ? 'day and time' : 'day'}, from 1970 on.`);
      return;
    }
    this.wrong.set(null);
    const typed = value === '' ? null : value;
    if (typed !== this.value()) this.changed.emit(typed);
  }
}
