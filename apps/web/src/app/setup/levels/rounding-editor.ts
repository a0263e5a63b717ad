import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import type { RoundingForm } from '@honest-ledger/contracts';
import { FigureField } from '../../shared/fields/figure-field';
import { readNumber, typedNumber } from '../../shared/numbers/numbers';
import { startRounding } from './level-edits';
import { ChoiceField } from '../../shared/fields/choice-field';

const PERIODS = [1, 10, 100] as const;
const KINDS = [
  ['increment', 'to a multiple of'],
  ['endings', 'to a price ending in'],
] as const;
const DIRECTIONS = [
  ['nearest', 'nearest'],
  ['up', 'up'],
  ['down', 'down'],
] as const;

/** Several stand on one page, each with a field of its own. */
/** How a level's prices are made round: not at all, to an increment, or to price endings. */
@Component({
  selector: 'hl-rounding-editor',
  imports: [ChoiceField, FigureField, MatFormField, MatInput, MatLabel],
  template: `
    <hl-choice
      [label]="label()"
      [none]="none()"
      [code]="rounding()?.kind ?? ''"
      [options]="kinds"
      (chosen)="chooseKind($event)"
    />
    @if (rounding(); as rule) {
      @if (rule.kind === 'increment') {
        <hl-figure-field
          label="Rounding increment"
          [value]="rule.increment"
          [problem]="wrong('increment')"
          (changed)="changed.emit({ ...rule, increment: $event })"
        />
      } @else {
        <mat-form-field class="endings"
          ><mat-label>Price endings</mat-label
          ><input
            matInput
            autocomplete="off"
            [value]="typedEndings(rule.endings)"
            (change)="setEndings(rule, $event)"
        /></mat-form-field>
        <hl-choice
          label="Repeating in every"
          [code]="'' + rule.period"
          [options]="periods"
          (chosen)="setPeriod(rule, $event)"
        />
        @if (wrongEndings(); as problem) {
          <span class="wrong" role="alert">{{ problem }}</span>
        }
      }
      <hl-choice
        label="Direction"
        [code]="rule.direction"
        [options]="directions"
        (chosen)="setDirection(rule, $event)"
      />
      <span>Minimum price</span>
      <hl-figure-field
        label="Minimum price"
        [value]="rule.leastPrice ?? ''"
        [mayBeEmpty]="true"
        [problem]="wrong('leastPrice')"
        (changed)="changed.emit({ ...rule, leastPrice: $event === '' ? null : $event })"
      />
      <span class="soft">{{
        rule.leastPrice === null ? 'empty: no least price' : currency()
      }}</span>
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      align-items: baseline;
      gap: 4px 12px;
    }
    .endings {
      width: 130px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RoundingEditor {
  readonly rounding = input.required<RoundingForm | null>();
  readonly currency = input.required<string>();
  /** What is wrong with what it is part of, by path, and its path in it. */
  readonly problems = input.required<ReadonlyMap<string, string>>();
  readonly path = input('rounding');
  readonly label = input('Rounding');
  /** What having no rule is called. */
  readonly none = input('not at all');
  readonly changed = output<RoundingForm | null>();

  protected readonly periods = PERIODS.map(String);
  protected readonly kinds = KINDS;
  protected readonly directions = DIRECTIONS;

  protected wrong(field: string): string | null {
    return this.problems().get(`${this.path()}.${field}`) ?? null;
  }

  /** The endings are typed in one field, so what is wrong with any of them is told there. */
  protected wrongEndings(): string | null {
    const found = [...this.problems()].find(([path]) => path.startsWith(`${this.path()}.endings`));
    return found?.[1] ?? this.problems().get(this.path()) ?? null;
  }

  protected chooseKind(value: string): void {
    const kind = (['increment', 'endings'] as const).find((one) => one === value);
    this.changed.emit(kind ? startRounding(kind, this.currency(), this.rounding()) : null);
  }

  protected typedEndings(endings: readonly string[]): string {
    return endings.map(typedNumber).join('  ');
  }

  /** Separated by blanks, by semicolons, or by commas before a blank; what is no number stays, and is refused. */
  protected setEndings(rule: Extract<RoundingForm, { kind: 'endings' }>, { target }: Event): void {
    if (!(target instanceof HTMLInputElement)) return;
    const typed = target.value.split(/(?:[\s;]|,(?=\s|$))+/).filter(Boolean);
    this.changed.emit({ ...rule, endings: typed.map((one) => readNumber(one) ?? one) });
  }

  protected setPeriod(rule: Extract<RoundingForm, { kind: 'endings' }>, value: string): void {
    const period = PERIODS.find((one) => String(one) === value);
    if (period) this.changed.emit({ ...rule, period });
  }

  protected setDirection(rule: RoundingForm, value: string): void {
    const direction = (['nearest', 'up', 'down'] as const).find((one) => one === value);
    if (direction) this.changed.emit({ ...rule, direction });
  }
}
