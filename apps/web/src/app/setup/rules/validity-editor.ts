import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { TimeField } from '../../shared/fields/time-field';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatButton } from '@angular/material/button';
import type { RuleContent } from '@honest-ledger/contracts';
import { DayField } from '../../shared/fields/day-field';

type Validity = RuleContent['validity'];

const WEEKDAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];

/** When a rule is in force, by the outlet's wall clock: days, days of the week, times of day. */
@Component({
  selector: 'hl-validity-editor',
  imports: [DayField, MatButton, MatCheckbox, TimeField],
  template: `
    <hl-day-field
      label="First day"
      [value]="validity().days.from"
      (changed)="set({ days: { from: $event, until: validity().days.until } })"
    />
    <hl-day-field
      label="Last day"
      [value]="validity().days.until"
      [problem]="problems().get('validity.days') ?? null"
      (changed)="set({ days: { from: validity().days.from, until: $event } })"
    />
    @for (name of weekdays; track name; let index = $index) {
      <mat-checkbox
        [checked]="validity().weekdays?.includes(index + 1) ?? true"
        (change)="turn(index + 1, $event.checked)"
        >{{ name }}</mat-checkbox
      >
    }
    <hl-time-field
      label="Time from"
      placeholder="Any"
      [value]="validity().times?.from ?? null"
      (changed)="setTime('from', $event)"
    />
    <hl-time-field
      label="Time before"
      placeholder="Any"
      [value]="validity().times?.until ?? null"
      (changed)="setTime('until', $event)"
    />
    @if (validity().times; as times) {
      <button type="button" matButton (click)="set({ times: null })">All day</button>
      @if (times.until < times.from) {
        <span class="soft">past midnight, counted to the day on which it begins</span>
      }
    }
    @if (problems().get('validity.times'); as problem) {
      <span class="wrong" role="alert">{{ problem }}</span>
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      align-items: baseline;
      gap: 4px 8px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ValidityEditor {
  readonly validity = input.required<Validity>();
  /** What is wrong with the rule, by path. */
  readonly problems = input.required<ReadonlyMap<string, string>>();
  readonly changed = output<Validity>();

  protected readonly weekdays = WEEKDAYS;

  protected set(part: Partial<Validity>): void {
    this.changed.emit({ ...this.validity(), ...part });
  }

  /** All of them is no limit, and none cannot be. */
  protected turn(day: number, checked: boolean): void {
    const all = WEEKDAYS.map((_, index) => index + 1);
    const own = this.validity().weekdays ?? all;
    const days = all.filter((one) => (one === day ? checked : own.includes(one)));
    if (days.length > 0) this.set({ weekdays: days.length === all.length ? null : days });
  }

  protected setTime(side: 'from' | 'until', time: string | null): void {
    if (time === null) return;
    const times = this.validity().times ?? { from: '00:00', until: '23:59' };
    this.set({ times: { ...times, [side]: time } });
  }
}
