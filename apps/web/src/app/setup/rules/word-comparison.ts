import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { MatCheckbox } from '@angular/material/checkbox';
import type { WordComparisonForm } from '@honest-ledger/contracts';
import { DayField } from '../../shared/fields/day-field';
import { TextField } from '../../shared/fields/text-field';
import { ChoiceField } from '../../shared/fields/choice-field';

const OF_VALUES = [
  ['isOneOf', 'is one of'],
  ['isNoneOf', 'is set and none of'],
  ['startsWith', 'starts with'],
] as const;
const OF_DAYS = [
  ['onOrAfter', 'is this day or later'],
  ['onOrBefore', 'is this day or earlier'],
] as const;

/** How a word or a day is compared. */
@Component({
  selector: 'hl-word-comparison',
  imports: [ChoiceField, DayField, MatCheckbox, TextField],
  template: `
    <hl-choice
      label="Comparison"
      class="comparison"
      [code]="comparison().kind"
      [options]="kinds()"
      (chosen)="choose($event)"
    />
    @let day = asDay();
    @if (day !== null) {
      <hl-day-field label="Day" [value]="day === '' ? null : day" (changed)="setDay($event)" />
    } @else if (choices(); as choices) {
      @for (one of choices; track one.code) {
        <mat-checkbox
          [checked]="values().includes(one.code)"
          (change)="turn(one.code, $event.checked)"
          >{{ one.name }}</mat-checkbox
        >
      }
    } @else {
      <hl-text-field
        class="values"
        label="Values, with commas between them"
        [value]="values().join(', ')"
        [problem]="null"
        (changed)="setText($event)"
      />
    }
    @if (problems().get('comparison.values') ?? problems().get('comparison.day'); as problem) {
      <span class="wrong" role="alert">{{ problem }}</span>
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      align-items: baseline;
      gap: 4px 10px;
    }
    .values {
      inline-size: 24ch;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WordComparison {
  readonly comparison = input.required<WordComparisonForm>();
  /** What it can be; null where it is a text of any kind. */
  readonly choices = input.required<readonly { code: string; name: string }[] | null>();
  /** What is wrong with its test, by the path in it. */
  readonly problems = input.required<ReadonlyMap<string, string>>();
  readonly changed = output<WordComparisonForm>();

  protected readonly asDay = computed(() => {
    const comparison = this.comparison();
    return 'day' in comparison ? comparison.day : null;
  });
  protected readonly values = computed((): readonly string[] => {
    const comparison = this.comparison();
    return 'values' in comparison ? comparison.values : [];
  });
  protected readonly kinds = computed(() => {
    if (this.asDay() !== null) return OF_DAYS;
    return this.choices() ? OF_VALUES.slice(0, 2) : OF_VALUES;
  });

  protected choose(value: string): void {
    const ofValues = OF_VALUES.find(([one]) => one === value)?.[0];
    if (ofValues) this.changed.emit({ kind: ofValues, values: this.values() });
    const ofDays = OF_DAYS.find(([one]) => one === value)?.[0];
    if (ofDays) this.changed.emit({ kind: ofDays, day: this.asDay() ?? '' });
  }

  protected turn(code: string, checked: boolean): void {
    const others = this.values().filter((one) => one !== code);
    this.setValues(checked ? [...others, code] : others);
  }

  protected setText(text: string): void {
    const parts = text.split(',').map((part) => part.trim());
    this.setValues([...new Set(parts.filter((part) => part !== ''))]);
  }

  protected setDay(day: string | null): void {
    const comparison = this.comparison();
    if ('day' in comparison) this.changed.emit({ kind: comparison.kind, day: day ?? '' });
  }

  private setValues(values: readonly string[]): void {
    const comparison = this.comparison();
    if ('values' in comparison) this.changed.emit({ kind: comparison.kind, values });
  }
}
