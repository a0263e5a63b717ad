import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { ReactiveFormsModule } from '@angular/forms';
import {
  MatDatepicker,
  MatDatepickerInput,
  MatDatepickerToggle,
} from '@angular/material/datepicker';
import { MatError, MatFormField, MatHint, MatLabel, MatSuffix } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import {
  MatTimepicker,
  MatTimepickerInput,
  MatTimepickerToggle,
} from '@angular/material/timepicker';
import { DateTime } from 'luxon';
import { AT_ONCE, fieldControl } from './field-control';
import { provideDays } from './luxon-days';

const FIRST_DAY = DateTime.fromISO('1970-01-01');
const LAST_DAY = DateTime.fromISO('9999-12-31');

/**
 * A calendar day, or a day with its time, without a zone: typed as the reader's locale writes it, or
 * picked; empty for none. It counts once it is left or Enter is pressed, and at once where it is picked.
 * What is no day, or none from 1970 on, changes nothing and says so.
 */
@Component({
  selector: 'hl-day-field',
  imports: [
    MatDatepicker,
    MatDatepickerInput,
    MatDatepickerToggle,
    MatError,
    MatFormField,
    MatHint,
    MatInput,
    MatLabel,
    MatSuffix,
    MatTimepicker,
    MatTimepickerInput,
    MatTimepickerToggle,
    ReactiveFormsModule,
  ],
  template: `
    <mat-form-field class="day">
      @if (!bare()) {
        <mat-label>{{ label() }}</mat-label>
      }
      <input
        matInput
        autocomplete="off"
        [matDatepicker]="picker"
        [min]="first"
        [max]="last"
        [formControl]="day"
        [errorStateMatcher]="atOnce"
        [attr.aria-label]="bare() ? label() : null"
        [placeholder]="placeholder()"
        (dateChange)="commit()"
      />
      <mat-datepicker-toggle matIconSuffix [for]="picker" tabindex="-1" />
      <mat-datepicker #picker [restoreFocus]="true" />
      @if (hint(); as hint) {
        <mat-hint>{{ hint }}</mat-hint>
      }
      <mat-error>{{ message() }}</mat-error>
    </mat-form-field>
    @if (withTime()) {
      <mat-form-field class="time">
        @if (!bare()) {
          <mat-label>Time</mat-label>
        }
        <input
          matInput
          autocomplete="off"
          [matTimepicker]="times"
          [formControl]="time"
          [errorStateMatcher]="atOnce"
          [attr.aria-label]="label() + ', time'"
          (change)="commit()"
        />
        <mat-timepicker-toggle matIconSuffix [for]="times" tabindex="-1" />
        <mat-timepicker #times interval="30m" (selected)="commit()" />
        <mat-error>Enter a time, for example 18:30.</mat-error>
      </mat-form-field>
    }
  `,
  styles: `
    :host {
      display: inline-flex;
      gap: 8px;
      max-width: 100%;
    }
    :host(.bare) {
      --mat-form-field-container-height: 32px;
      --mat-form-field-container-vertical-padding: 6px;
    }
    .day {
      width: 168px;
    }
    .time {
      width: 124px;
    }
    @media print {
      mat-datepicker-toggle,
      mat-timepicker-toggle {
        display: none;
      }
    }
  `,
  host: { '[class.bare]': 'bare()' },
  providers: [provideDays()],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DayField {
  /** ISO 8601, without a zone; null for none. */
  readonly value = input.required<string | null>();
  readonly label = input.required<string>();
  /** Whether the time of day is part of it. */
  readonly withTime = input(false);
  /** What an empty field means. */
  readonly placeholder = input('');
  readonly hint = input('');
  readonly problem = input<string | null>(null);
  /** Whether it stands in a table, whose heads say what it is. */
  readonly bare = input(false);
  readonly changed = output<string | null>();

  protected readonly first = FIRST_DAY;
  protected readonly last = LAST_DAY;
  protected readonly atOnce = AT_ONCE;
  private readonly given = computed(() => {
    const value = this.value();
    return value === null ? null : DateTime.fromISO(value);
  });
  protected readonly day = fieldControl<DateTime | null>(null, {
    value: () => this.given()?.startOf('day') ?? null,
    problem: this.problem,
  });
  protected readonly time = fieldControl<DateTime | null>(null, {
    value: this.given,
    problem: () => null,
  });

  protected message(): string {
    const { errors } = this.day;
    if (errors?.['matDatepickerParse']) {
      const { text } = errors['matDatepickerParse'] as { readonly text: string };
      return `“${text}” is not a day. Enter ${DateTime.now().toFormat('DD')}, for example.`;
    }
    if (errors?.['matDatepickerMin']) return 'The day is before 1970. Enter a later one.';
    if (errors?.['matDatepickerMax'])
      return 'The day is after the year 9999. Enter an earlier one.';
    return this.problem() ?? '';
  }

  protected commit(): void {
    const { day, time } = this;
    if (day.hasError('matDatepickerParse') || day.hasError('matDatepickerMin')) return;
    if (day.hasError('matDatepickerMax') || time.value?.isValid === false) return;
    const typed = this.typed();
    if (typed !== this.value()) this.changed.emit(typed);
  }

  private typed(): string | null {
    const day = this.day.value;
    if (!day) return null;
    if (!this.withTime()) return day.toISODate();
    // a moment that is typed or pasted whole has its time with it
    const at = day.hour > 0 || day.minute > 0 ? day : this.time.value;
    return day.set({ hour: at?.hour ?? 0, minute: at?.minute ?? 0 }).toFormat("yyyy-MM-dd'T'HH:mm");
  }
}
