import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { ReactiveFormsModule } from '@angular/forms';
import { MatError, MatFormField, MatLabel, MatSuffix } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import {
  MatTimepicker,
  MatTimepickerInput,
  MatTimepickerToggle,
} from '@angular/material/timepicker';
import { DateTime } from 'luxon';
import { AT_ONCE, fieldControl } from './field-control';
import { provideDays } from './luxon-days';

/** A time of day, typed or picked; empty for none. What is no time changes nothing and says so. */
@Component({
  selector: 'hl-time-field',
  imports: [
    MatError,
    MatFormField,
    MatInput,
    MatLabel,
    MatSuffix,
    MatTimepicker,
    MatTimepickerInput,
    MatTimepickerToggle,
    ReactiveFormsModule,
  ],
  template: `
    <mat-form-field>
      <mat-label>{{ label() }}</mat-label>
      <input
        matInput
        autocomplete="off"
        [matTimepicker]="times"
        [formControl]="time"
        [errorStateMatcher]="atOnce"
        [placeholder]="placeholder()"
        (change)="commit()"
      />
      <mat-timepicker-toggle matIconSuffix [for]="times" tabindex="-1" />
      <mat-timepicker #times interval="30m" (selected)="commit()" />
      <mat-error>{{ problem() ?? 'Enter a time, for example 18:30.' }}</mat-error>
    </mat-form-field>
  `,
  styles: `
    :host {
      display: inline-block;
      width: 128px;
    }
    mat-form-field {
      width: 100%;
    }
  `,
  providers: [provideDays()],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TimeField {
  /** 24 hours, as 18:30; null for none. */
  readonly value = input.required<string | null>();
  readonly label = input.required<string>();
  /** What an empty field means. */
  readonly placeholder = input('');
  readonly problem = input<string | null>(null);
  readonly changed = output<string | null>();

  protected readonly atOnce = AT_ONCE;
  protected readonly time = fieldControl<DateTime | null>(null, {
    value: () => {
      const value = this.value();
      return value === null ? null : DateTime.fromISO(value);
    },
    problem: this.problem,
  });

  protected commit(): void {
    if (this.time.value?.isValid === false) return;
    const typed = this.time.value?.toFormat('HH:mm') ?? null;
    if (typed !== this.value()) this.changed.emit(typed);
  }
}
