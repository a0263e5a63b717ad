import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { TimeField } from '../../shared/fields/time-field';
import { MatButton } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import { MINUTES_OF_DAY } from '@honest-ledger/engine';
import { ruleSentence } from '@honest-ledger/wording';
import { Store } from '@ngrx/store';
import { ChoiceField } from '../../shared/fields/choice-field';
import { namesOfThings } from '../../shared/reference/names';
import { referenceFeature } from '../../shared/reference/reference.feature';
import { writeCalendarDay } from '../../shared/numbers/dates';
import { DayField } from '../../shared/fields/day-field';
import { Notice } from '../../shared/notices/notice';
import { unbroken, writer } from '../../shared/numbers/numbers';
import {
  calendarRows,
  dayLater,
  daysFrom,
  hoursWords,
  mostAtOnce,
  type CalendarRow,
  type Moment,
} from './calendar-days';
import { triggerWords } from './rule-list';
import { rulesActions, rulesFeature } from './rules.feature';

const WEEKDAY = new Intl.DateTimeFormat(undefined, { weekday: 'short', timeZone: 'UTC' });
const DATE = new Intl.DateTimeFormat(undefined, {
  day: 'numeric',
  month: 'numeric',
  timeZone: 'UTC',
});
import { ScreenTabs } from '../../shared/tabs/screen-tabs';
import { RULE_TABS } from './rule-tabs';

/** Which rules are in force when, at which outlet; and at one moment. */
@Component({
  selector: 'hl-rule-calendar',
  imports: [ChoiceField, DayField, MatButton, Notice, RouterLink, ScreenTabs, TimeField],
  templateUrl: './rule-calendar.html',
  styleUrl: './rule-calendar.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RuleCalendar {
  protected readonly spans = [
    ['1', '1 week'],
    ['5', '5 weeks'],
  ] as const;
  protected readonly tabs = RULE_TABS;
  private readonly store = inject(Store);
  private readonly names = namesOfThings();
  private readonly reference = this.store.selectSignal(referenceFeature.selectReference);
  protected readonly list = this.store.selectSignal(rulesFeature.selectList);
  protected readonly outlets = computed(() => this.reference().customers.outlets);
  /** Empty for any. */
  protected readonly outlet = signal('');
  protected readonly moment = signal<Moment>(thisMoment());
  protected readonly first = signal(mondayOf(this.moment().day));
  protected readonly weeks = signal(1);
  protected readonly days = computed(() => daysFrom(this.first(), this.weeks() * 7));
  protected readonly heads = computed(() =>
    this.days().map((day) => {
      const date = new Date(`${day}T00:00:00Z`);
      // the month is said once, where it begins
      const short = day.endsWith('-01') ? DATE.format(date) : String(date.getUTCDate());
      return { day, weekday: WEEKDAY.format(date), date: DATE.format(date), short };
    }),
  );
  protected readonly rows = computed(() => {
    const outlet = this.outlet();
    const rules = this.list().value ?? [];
    return calendarRows(rules, outlet === '' ? null : outlet, this.days(), this.moment());
  });
  protected readonly shown = computed(() =>
    this.rows().filter(({ days }) => days.some((hours) => hours.length > 0)),
  );
  protected readonly most = computed(() =>
    this.days().map((_, day) => mostAtOnce(this.rows(), day)),
  );
  /** What is in force at the moment, as sentences. */
  protected readonly live = computed(() => {
    const names = this.names();
    return this.rows()
      .filter(({ now }) => now)
      .map(({ rule: { id, state, content } }) => ({
        id,
        name: content.name,
        drafted: state !== 'published',
        trigger: triggerWords(content.trigger),
        sentence: unbroken(ruleSentence(content, names, writer)),
      }));
  });
  protected readonly paused = computed(
    () => (this.list().value ?? []).filter(({ content }) => content.paused).length,
  );
  /** Where the moment lies on its day, in percent. */
  protected readonly momentAt = computed(() => {
    const [hours = 0, minutes = 0] = this.moment().time.split(':').map(Number);
    return ((hours * 60 + minutes) / MINUTES_OF_DAY) * 100;
  });
  protected readonly momentWords = computed(() => {
    const { day, time } = this.moment();
    const weekday = WEEKDAY.format(new Date(`${day}T00:00:00Z`));
    return `${weekday} ${writeCalendarDay(day)}, ${time}`;
  });
  protected readonly hoursWords = hoursWords;

  constructor() {
    this.ask();
  }

  protected ask(): void {
    this.store.dispatch(rulesActions.listOpened());
  }

  protected share(minutes: number): number {
    return (minutes / MINUTES_OF_DAY) * 100;
  }

  protected triggerOf({ rule }: CalendarRow): string {
    return triggerWords(rule.content.trigger);
  }

  /** Another day to look at; the days around it come with it. */
  protected setDay(day: string | null): void {
    if (day === null) return;
    this.moment.update(({ time }) => ({ day, time }));
    if (!this.days().includes(day)) this.first.set(mondayOf(day));
  }

  protected setTime(time: string | null): void {
    if (time !== null) this.moment.update(({ day }) => ({ day, time }));
  }

  protected setWeeks(value: string): void {
    this.weeks.set(Number(value));
  }

  protected move(by: -1 | 1): void {
    this.first.update((day) => dayLater(day, by * this.weeks() * 7));
  }

  protected goToNow(): void {
    this.moment.set(thisMoment());
    this.first.set(mondayOf(this.moment().day));
  }
}

/** By the clock of whoever sits in front of it. */
function thisMoment(): Moment {
  const now = new Date();
  const two = (part: number): string => String(part).padStart(2, '0');
  const day = [now.getFullYear(), now.getMonth() + 1, now.getDate()].map(two).join('-');
  return { day, time: `${two(now.getHours())}:${two(now.getMinutes())}` };
}

function mondayOf(day: string): string {
  const weekday = new Date(`${day}T00:00:00Z`).getUTCDay();
  return dayLater(day, -((weekday + 6) % 7));
}
