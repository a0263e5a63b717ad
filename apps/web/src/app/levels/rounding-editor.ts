import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { RoundingForm } from '@honest-ledger/contracts';
import { FigureField } from '../shared/figure-field';
import { readNumber, typedNumber } from '../shared/numbers';
import { startRounding } from './level-edits';

const PERIODS = [1, 10, 100] as const;

/** Several stand on one page, each with a field of its own. */
let made = 0;

/** How a level's prices are made round: not at all, to an increment, or to price endings. */
@Component({
  selector: 'hl-rounding-editor',
  imports: [FigureField],
  template: `
    <label [for]="fieldId">{{ label() }}</label>
    <select [id]="fieldId" class="cell" (change)="chooseKind($event)">
      <option value="" [selected]="rounding() === null">{{ none() }}</option>
      <option value="increment" [selected]="rounding()?.kind === 'increment'">
        to a multiple of
      </option>
      <option value="endings" [selected]="rounding()?.kind === 'endings'">
        to a price ending in
      </option>
    </select>
    @if (rounding(); as rule) {
      @if (rule.kind === 'increment') {
        <hl-figure-field
          label="Rounding increment"
          [value]="rule.increment"
          [problem]="wrong('increment')"
          (changed)="changed.emit({ ...rule, increment: $event })"
        />
      } @else {
        <input
          class="cell endings"
          aria-label="Price endings"
          autocomplete="off"
          [value]="typedEndings(rule.endings)"
          [attr.aria-invalid]="wrongEndings() !== null"
          (change)="setEndings(rule, $event)"
        />
        <select class="cell" aria-label="Endings come again" (change)="setPeriod(rule, $event)">
          @for (period of periods; track period) {
            <option [value]="period" [selected]="period === rule.period">
              in every {{ period }}
            </option>
          }
        </select>
        @if (wrongEndings(); as problem) {
          <span class="wrong" role="alert">{{ problem }}</span>
        }
      }
      <select class="cell" aria-label="Which way" (change)="setDirection(rule, $event)">
        <option value="nearest" [selected]="rule.direction === 'nearest'">the nearest</option>
        <option value="up" [selected]="rule.direction === 'up'">the next above</option>
        <option value="down" [selected]="rule.direction === 'down'">the next below</option>
      </select>
      <span>never below</span>
      <hl-figure-field
        label="Least price"
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
  readonly label = input('Prices are rounded');
  /** What having no rule is called. */
  readonly none = input('not at all');
  readonly changed = output<RoundingForm | null>();

  protected readonly fieldId = `rounding-${String((made += 1))}`;
  protected readonly periods = PERIODS;

  protected wrong(field: string): string | null {
    return this.problems().get(`${this.path()}.${field}`) ?? null;
  }

  /** The endings are typed in one field, so what is wrong with any of them is told there. */
  protected wrongEndings(): string | null {
    const found = [...this.problems()].find(([path]) => path.startsWith(`${this.path()}.endings`));
    return found?.[1] ?? this.problems().get(this.path()) ?? null;
  }

  protected chooseKind({ target }: Event): void {
    if (!(target instanceof HTMLSelectElement)) return;
    const kind = (['increment', 'endings'] as const).find((one) => one === target.value);
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

  protected setPeriod(rule: Extract<RoundingForm, { kind: 'endings' }>, { target }: Event): void {
    if (!(target instanceof HTMLSelectElement)) return;
    const period = PERIODS.find((one) => String(one) === target.value);
    if (period) this.changed.emit({ ...rule, period });
  }

  protected setDirection(rule: RoundingForm, { target }: Event): void {
    if (!(target instanceof HTMLSelectElement)) return;
    const direction = (['nearest', 'up', 'down'] as const).find((one) => one === target.value);
    if (direction) this.changed.emit({ ...rule, direction });
  }
}
